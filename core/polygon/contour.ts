import type { Paths64 } from 'clipper2-ts'

/** Places of a line of straight pieces: x, y, x, y … */
export type Contour = readonly number[]

export function pathOf(contour: Contour, steps: number): { x: number; y: number }[] {
  const path: { x: number; y: number }[] = []
  for (let i = 0; i < contour.length; i += 2)
    path.push({
      x: Math.round((contour[i] as number) * steps),
      y: Math.round((contour[i + 1] as number) * steps),
    })
  return path
}

export const ringsOf = (paths: Paths64, steps: number): number[][] =>
  paths.map((path) => path.flatMap(({ x, y }) => [x / steps, y / steps]))
