import fc from 'fast-check'
import type { Box } from '@stilus/core/project'
import { ALIGNMENTS, aligned, snapLines, snapped, spread, union } from './arrange'

const box = fc
  .tuple(
    fc.integer({ min: 0, max: 900 }),
    fc.integer({ min: 0, max: 500 }),
    fc.integer({ min: 1, max: 300 }),
    fc.integer({ min: 1, max: 200 }),
  )
  .map(([left, top, w, h]): Box => ({ left, top, right: left + w, bottom: top + h }))
const moved = (b: Box, [x, y]: readonly [number, number]): Box => ({
  left: b.left + x,
  right: b.right + x,
  top: b.top + y,
  bottom: b.bottom + y,
})
const PLACE = {
  left: (b: Box) => b.left,
  centre: (b: Box) => (b.left + b.right) / 2,
  right: (b: Box) => b.right,
  top: (b: Box) => b.top,
  middle: (b: Box) => (b.top + b.bottom) / 2,
  bottom: (b: Box) => b.bottom,
}

it('aligned boxes share that side with what they are aligned to', () => {
  fc.assert(
    fc.property(
      fc.array(box, { minLength: 2, maxLength: 6 }),
      fc.constantFrom(...ALIGNMENTS),
      (boxes, how) => {
        const to = union(boxes)
        const moves = aligned(boxes, to, how)
        for (const [i, b] of boxes.entries())
          expect(PLACE[how](moved(b, moves[i] ?? [0, 0]))).toBeCloseTo(PLACE[how](to), 9)
      },
    ),
  )
})

it('spread boxes have equal gaps, and the outer two stay', () => {
  fc.assert(
    fc.property(
      fc.array(box, { minLength: 3, maxLength: 6 }),
      fc.constantFrom('across', 'down'),
      (boxes, axis) => {
        const [low, high] = axis === 'across' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
        const moves = spread(boxes, axis)
        const order = boxes.map((_, i) => i).sort((a, b) => (boxes[a] as Box)[low] - (boxes[b] as Box)[low])
        const after = order.map((i) => moved(boxes[i] as Box, moves[i] ?? [0, 0]))
        const gaps = after.slice(1).map((b, i) => b[low] - (after[i] as Box)[high])
        for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0] ?? 0, 6)
        for (const i of [order[0], order.at(-1)])
          for (const v of moves[i ?? 0] ?? []) expect(v).toBeCloseTo(0, 6)
      },
    ),
  )
})

it('a drag snaps to the nearest line within reach, and says which', () => {
  const size = { width: 1280, height: 720 }
  const own: Box = { left: 100, right: 300, top: 100, bottom: 160 }
  const lines = snapLines(size, [{ left: 700, right: 900, top: 400, bottom: 500 }], [{ axis: 'x', at: 333 }])
  expect(snapped(own, [440, 5], lines, 8)).toEqual({ move: [440, 5], lines: [{ axis: 'x', at: 640 }] })
  expect(snapped(own, [442, 5], lines, 8).move).toEqual([440, 5])
  expect(snapped(own, [230, 5], lines, 8)).toMatchObject({ move: [233, 5], lines: [{ axis: 'x', at: 333 }] })
  expect(snapped(own, [598, 302], lines, 8).move).toEqual([600, 300])
  expect(snapped(own, [20, 33], lines, 3)).toEqual({ move: [20, 33], lines: [] })
})
