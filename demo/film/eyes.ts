import { glowing, paint } from './look'
import { matrix, sphere } from './sdl'
import { at, chain, placed, turn, type V3 } from './space'

export interface Eye {
  centre: V3
  r: number
  /** −1 left, 1 right in the picture. */
  side: number
  /** Degrees to the right and up. */
  gaze: readonly [number, number]
  /** 0 wide open to 1 shut. */
  lids: number
  iris: V3
  lid: string
}

/** A painted eyeball that looks along −z, with two lids that turn about its centre. */
export function eyeball({ centre, r, side, gaze, lids, iris, lid: stuff }: Eye): string[] {
  const aim = chain(at(centre), turn('y', -gaze[0]), turn('x', gaze[1]))
  const cap = (z: number, proud: number, look: string) =>
    `intersection { sphere { 0, ${r + proud} } plane { z, ${-z} } sphere { 0, ${r * 0.95} inverse } ${look} ${matrix(aim)} }`
  const lid = (open: number, up: number) =>
    `difference { sphere { 0, ${r * 1.135} } sphere { 0, ${r * 1.035} } plane { ${up > 0 ? 'y' : '-y'}, 0 } ${stuff}
      ${matrix(chain(at(centre), turn('z', side * 4), turn('x', open)))} }`
  const shut = Math.min(1, Math.max(0, lids))
  return [
    sphere(centre, r, paint([0.78, 0.74, 0.66], 0.6)),
    cap(r * 0.83, r * 0.017, paint(iris, 0.5)),
    cap(r * 0.935, r * 0.03, paint([0.006, 0.006, 0.008], 0.5)),
    sphere(placed(aim, [-0.32 * r, 0.38 * r, -r * 0.9]), r * 0.1, glowing([0.7, 0.7, 0.7])),
    lid(38 - 58 * shut, 1),
    lid(-44 + 22 * shut, -1),
  ]
}
