import { maths } from '../maths'
import { IDENTITY, type Matrix3, multiply, shifted, turned } from '../matrix'
import type { Values } from '../params'

/** A copy of what is repeated. */
export interface RepeatCopy {
  /** Its place in the row, from 0. */
  index: number
  /** From where the first one lies to where this one does, in the pixels of the repeat. */
  matrix: Matrix3
  opacity: number
  /** Frames that it is behind the first one. */
  delay: number
  /** How far its colours have gone to `tint`. */
  towards: number
  tint: readonly [number, number, number]
}

type Pair = readonly [number, number]

/**
 * The copies of a repeat at one time that show, from the first to the last; that one stays where it is.
 * @param values see OBJECT_FORMS.repeat
 * @param pivot what copies are turned and sized about, and what a circle goes through, in the pixels of the repeat
 */
export function repeatCopies(values: Values, pivot: Pair): RepeatCopy[] {
  const number = (name: string) => Number(values[name] ?? 0)
  const count = Math.round(number('count'))
  const [shown, rest] = [number('shown'), number('rest')]
  const last = Math.max(1, count - 1)
  return Array.from({ length: count }, (_, index): RepeatCopy => {
    // A number between two whole ones lets the next copy come in.
    const there = Math.min(1, Math.max(0, shown - index))
    const fade = 1 + (number('fade') - 1) * (index / last)
    return {
      index,
      matrix: index === 0 ? IDENTITY : matrixOfCopy(values, index, pivot),
      opacity: (rest + (1 - rest) * there) * fade,
      delay: index * number('delay'),
      towards: number('tinted') * (index / last),
      tint: (values['tint'] ?? [1, 1, 1]) as [number, number, number],
    }
  }).filter((copy) => copy.opacity > 0)
}

function matrixOfCopy(values: Values, i: number, [x, y]: Pair): Matrix3 {
  const number = (name: string) => Number(values[name] ?? 0)
  const [across, down] = (values['step'] ?? [0, 0]) as unknown as Pair
  const { move, turn } = ((): { move: Pair; turn: number } => {
    if (values['layout'] === 'circle') {
      const count = Math.max(1, Math.round(number('count')))
      const sweep = number('sweep')
      // All round, the last one stands one part before the first.
      const parts = Math.abs(sweep) >= 360 ? count : Math.max(1, count - 1)
      const by = (sweep * i) / parts
      const [from, to] = [number('begin'), number('begin') + by].map((d) => (d * Math.PI) / 180)
      const radius = number('radius')
      const step: Pair = [
        radius * (maths.cos(to as number) - maths.cos(from as number)),
        radius * (maths.sin(to as number) - maths.sin(from as number)),
      ]
      return { move: step, turn: values['face'] ? by : 0 }
    }
    if (values['layout'] === 'grid') {
      const columns = Math.max(1, Math.round(number('columns')))
      return { move: [across * (i % columns), down * Math.floor(i / columns)], turn: 0 }
    }
    return { move: [across * i, down * i], turn: 0 }
  })()
  const size = maths.pow(number('grow'), i)
  const about = multiply(turned(turn + number('turnStep') * i, size), shifted(-x, -y))
  return multiply(shifted(x + move[0], y + move[1]), about)
}
