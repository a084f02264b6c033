import { AT_REST, type Look, type Motes } from '../arrivals'
import { blit, type Frame, wholeOf } from '../frame'
import { DAB_NUMBERS, filled, layDab, layDabs, warpPerspective } from '../kernels'
import { IDENTITY } from '../matrix'
import { numbers, testKernels, worst } from '../testing/pictures'
import { paintSight, pictureSeen } from '.'
import { edgeOf, outlineOf } from './motes'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))

/** A square body of 40 pixels at 30, 20. */
const SQUARE = {
  left: 30,
  top: 20,
  right: 70,
  bottom: 60,
  pieces: new Float32Array([30, 20, 70, 20, 70, 20, 70, 60, 70, 60, 30, 60, 30, 60, 30, 20]),
}
const FILL = { kind: 'fill' as const, values: { paint: 'colour', colour: [0.2, 0.5, 0.8] }, stops: [] }
const drawing = {
  bodies: [SQUARE],
  boxes: { block: [{ left: 30, top: 20, right: 70, bottom: 60 }], line: [], word: [], letter: [] },
  map: [1, 0, 0, 0, 1, 0] as const,
}
const motes: Motes = {
  count: 400,
  seed: 3,
  seconds: 0.5,
  lasts: 1,
  life: 1,
  gathers: false,
  angle: 0,
  spread: 360,
  speed: 0,
  gravity: 0,
  sway: 0,
  size: 2,
  grows: 1,
  vary: 0,
  opacity: 0.5,
  twinkle: 0,
  form: 'even',
  onto: 'over',
  shutter: 0,
}

it('many dabs at once are the same to the bit as one after the other', () => {
  const next = numbers(5)
  for (const onto of ['over', 'light'] as const)
    for (const form of ['even', 'bell', 'ring'] as const) {
      const [one, many] = [filled(k, 64, 48, [0, 0, 0, 0]), filled(k, 64, 48, [0, 0, 0, 0])]
      const list = new Float32Array(40 * DAB_NUMBERS)
      for (let i = 0; i < 40; i++) {
        const [x, y, dx, dy] = [next() * 80 - 8, next() * 60 - 6, next() * 9, next() * 9].map(
          Math.fround,
        ) as [number, number, number, number]
        const [radius, opacity] = [Math.fround(0.5 + next() * 6), Math.fround(next())]
        const colour = [1, 0.5, 0.25] as const
        const to = [Math.fround(x + dx), Math.fround(y + dy)] as const
        layDab(k, one, { from: [x, y], to, radius, soft: 1, colour, opacity, form }, onto)
        list.set([x, y, ...to, radius, 1, ...colour.map((c) => c * opacity), opacity], i * DAB_NUMBERS)
      }
      layDabs(k, many, list, form, onto)
      expect(worst(one.data, many.data)).toBe(0)
      k.free(one, many)
    }
})

it('the outline of bodies is walked by its length, in the colour of the front fill', () => {
  const at = outlineOf(drawing, [FILL as never])
  for (const [share, x, y] of [
    [0, 30, 20],
    [0.125, 50, 20],
    [0.25, 70, 20],
    [0.5, 70, 60],
    [0.875, 30, 40],
  ] as const)
    expect(at(share)).toEqual({ x: expect.closeTo(x, 4), y: expect.closeTo(y, 4), colour: [0.2, 0.5, 0.8] })
  expect(outlineOf({ bodies: [] }, [])(0.5)).toBeUndefined()
})

const seenAt = ({ frame, area }: { frame: Frame; area: { x: number; y: number } }, x: number, y: number) =>
  frame.data[((y - area.y) * frame.width + x - area.x) * 4 + 3] ?? 0

it('what does not fly lies on the outline, and nowhere else', () => {
  const look: Look = { ...AT_REST, motes }
  const sight = { drawing, coats: [FILL], looks: [look], map: IDENTITY, size: 40 } as never
  const made = paintSight(k, { width: 100, height: 80 }, sight)
  if (!made) throw new Error('nothing is seen')
  expect(seenAt(made, 50, 20)).toBeGreaterThan(0.3)
  expect(seenAt(made, 69, 40)).toBeGreaterThan(0.3)
  expect(seenAt(made, 50, 40)).toBe(0)
  k.free(made.frame)
  expect(paintSight(k, { width: 20, height: 15 }, sight)).toBeUndefined()
})

it('of a picture they come from where it becomes clear, in its own colours', () => {
  const picture = filled(k, 100, 80, [0, 0, 0, 0])
  const square = filled(k, 40, 40, [0.1, 0.25, 0.4, 1])
  blit(
    { picture, area: wholeOf(picture) },
    { picture: square, area: { x: 30, y: 20, width: 40, height: 40 } },
  )
  k.free(square)
  const at = edgeOf(picture, wholeOf(picture))
  for (let i = 0; i < 50; i++) {
    const { x = 0, y = 0, colour } = at(i / 50) ?? {}
    const inside = Math.min(x - 30, 70 - x, y - 20, 60 - y)
    expect(inside).toBeCloseTo(0.5, 6)
    expect(colour).toEqual([0.1, 0.25, 0.4].map((c) => expect.closeTo(c, 6)))
  }
  const warp = (frame: Frame, toSource: never, { width, height }: { width: number; height: number }) =>
    warpPerspective(k, frame, toSource, { edge: 'clear', filter: 'bilinear', width, height } as never)
  const made = pictureSeen(k, picture, [[{ ...AT_REST, motes }]], IDENTITY, warp as never)
  if (!made) throw new Error('nothing is seen')
  expect(seenAt(made, 50, 20)).toBeGreaterThan(0.2)
  expect(seenAt(made, 50, 40)).toBe(0)
  k.free(made.frame, picture)
})
