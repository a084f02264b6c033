import type { Frame } from '../frame'
import { copyOf } from '../kernels'
import { defaults, type Params, type Values } from '../params'
import { share } from '../params/make'
import type { RenderContext, StepDeclaration } from '../steps/declare'
import { type CrossContext, declareCrossing } from './crossing'
import { middle, mixedAt } from './overlap'

interface Through<P extends Params> {
  id: string
  name: string
  purpose: string
  words: readonly string[]
  params: P
  proxyError: number
  /** The treatment that is laid on. */
  step: StepDeclaration
  /** Its values where it is so strong, from 0 at the ends to 1 in the middle; what is not named is as it usually is. */
  values(v: RenderContext<P>['values'], strength: number, p: number): Values
  /** On both pictures mixed, not on each by itself. */
  onBoth?: boolean
}

/** A treatment that grows on the picture that goes and wanes on the one that comes; in the middle one goes over into the other. */
export const through = <const P extends Params>(given: Through<P>): StepDeclaration => {
  const { step, values, onBoth, ...rest } = given
  const usual = defaults(step.params)
  return declareCrossing({
    ...rest,
    params: {
      ...given.params,
      overlap: share('Overlap', 'How much of the time both are mixed.', onBoth ? 0.5 : 0.3),
    },
    ...(step.moves ? { moves: true } : {}),
    render(context: CrossContext<Params>) {
      const { kernels: k, input, incoming, p } = context
      const own = { ...usual, ...values(context.values as never, 1 - Math.abs(2 * p - 1), p) }
      const treated = (frame: Frame) =>
        step.neutral(own as never, {})
          ? copyOf(k, frame)
          : step.render({
              ...context,
              input: frame,
              values: own as never,
              moments: [],
              frames: {},
              times: {},
            })
      const over = middle(p, (context.values as unknown as { overlap: number }).overlap)
      if (!onBoth)
        return mixedAt(
          k,
          over,
          () => treated(input),
          () => treated(incoming),
        )
      const mixed = mixedAt(
        k,
        over,
        () => copyOf(k, input),
        () => copyOf(k, incoming),
      )
      const out = treated(mixed)
      k.free(mixed)
      return out
    },
  } as never)
}
