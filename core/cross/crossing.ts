import { smoothstep } from '../colour'
import type { Frame } from '../frame'
import { copyOf } from '../kernels'
import type { Params, Values } from '../params'
import { curveAt } from '../params'
import { choice, curve } from '../params/make'
import { declareStep, type RenderContext, type StepDeclaration } from '../steps/declare'

/** How a transition runs from its beginning to its end. */
export const PACE = {
  pace: choice(
    'Pace',
    'How it runs: evenly, or with a speed that grows from nothing, ends in nothing, or both.',
    {
      even: 'Even',
      ease: 'Gently in and out',
      in: 'Gently in',
      out: 'Gently out',
      drawn: 'As drawn',
    },
  ),
  way: curve(
    'Way',
    'How far it is, from its first moment at the left to its last at the right.',
    [0, 0, 0.5, 0.5, 1, 1],
    { when: (v: Values) => v.pace === 'drawn' },
  ),
} as const

/** How far a transition is at a share `p` of its time: 0 at 0 and 1 at 1. Eased by 3p^2 - 2p^3, p^2 or its mirror image; its speed is 0 where it is gentle. */
export function paced({ pace, way }: { pace: string; way: readonly number[] }, p: number): number {
  if (p <= 0 || p >= 1) return p <= 0 ? 0 : 1
  if (pace === 'ease') return smoothstep(p)
  if (pace === 'in') return p * p
  if (pace === 'out') return p * (2 - p)
  return pace === 'drawn' ? Math.min(1, Math.max(0, curveAt(way, p))) : p
}

const STEP = 1 / 256

/** How fast it goes there, as times of an even pace. */
export const speedAt = (values: { pace: string; way: readonly number[] }, p: number): number => {
  const [from, to] = [Math.max(0, p - STEP), Math.min(1, p + STEP)]
  return to > from ? (paced(values, to) - paced(values, from)) / (to - from) : 0
}

/** What a transition is given beside what every step is: the picture that comes, and how far it is between its ends, above 0 and below 1. */
export interface CrossContext<P extends Params> extends RenderContext<P & typeof PACE> {
  incoming: Frame
  p: number
  /** How fast it goes, as times of an even pace. */
  speed: number
}

type Crossing<P extends Params> = Omit<
  StepDeclaration<P>,
  | 'render'
  | 'params'
  | 'reach'
  | 'neutral'
  | 'outputs'
  | 'keepsAlpha'
  | 'family'
  | 'aim'
  | 'crosses'
  | 'inputs'
> & {
  params: P
  /** The whole picture unless given. */
  reach?(values: RenderContext<P>['values'], scale: number): number
  inputs?: StepDeclaration['inputs']
  render(context: CrossContext<P>): Frame
}

/**
 * Declares a transition. At its beginning it is the outgoing picture and at its end the incoming one, bit for bit; `render` is asked for what lies
 * between.
 */
export const declareCrossing = <const P extends Params>(crossing: Crossing<P>): StepDeclaration => {
  const { reach, render, inputs, params, ...rest } = crossing
  return declareStep({
    ...rest,
    params: { ...params, ...PACE } as Params,
    aim: 'cross',
    family: 'cross',
    inputs: {
      incoming: { label: 'Incoming', help: 'The shot that comes.', kind: 'frame', default: 'incoming' },
      ...inputs,
    },
    outputs: [],
    keepsAlpha: false,
    crosses: true,
    neutral: () => false,
    reach: (values, scale) => reach?.(values as never, scale) ?? Infinity,
    render(context: RenderContext) {
      const { kernels: k, input, frames, progress } = context
      const values = context.values as unknown as { pace: string; way: number[] }
      const incoming = frames['incoming'] ?? input
      const p = paced(values, progress)
      if (p > 0 && p < 1)
        return render({
          ...context,
          incoming,
          p,
          speed: speedAt(values, progress),
        } as unknown as CrossContext<P>)
      return copyOf(k, p > 0 ? incoming : input)
    },
  })
}
