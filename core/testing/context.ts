import type { Frame, Plane } from '../frame'
import { filled, type Kernels } from '../kernels'
import { contentAt, type ContentValues, type Values } from '../params'
import { inputKey, type Place, type RenderContext, type StepDeclaration, type Tables } from '../steps'

/** What a step alone is given; all that is not said is made up for it. */
export interface Options {
  scale?: number
  view?: string
  place?: Place
  time?: number
  /** The pictures at the other times that it asks for; the input itself unless given. */
  others?: Frame[]
  /** Its picture inputs by name; an even blue unless given. */
  frames?: Record<string, Frame>
  /** Its matte inputs by name; none unless given. */
  mattes?: Record<string, Plane>
  tables?: Tables
  content?: ContentValues
  progress?: number
}

/** What a step renders from when it stands alone, with the values that say which inputs it has; `made` is to be freed afterwards. */
export function contextFor(
  kernels: Kernels,
  step: StepDeclaration,
  input: Frame,
  given: Values,
  options: Options = {},
): { context: RenderContext; made: Frame[] } {
  const { scale = 1, time = 3, view, mattes = {}, tables = {}, progress = 0.5 } = options
  const inputs = Object.entries(step.inputs ?? {}).filter(([, i]) => i.when?.(given) ?? true)
  const wanted = inputs.filter(
    ([name, i]) => i.kind === 'frame' && name !== 'before' && !options.frames?.[name],
  )
  const made = wanted.map(() => filled(kernels, input.width, input.height, [0.2, 0.3, 0.5, 1]))
  const frames = {
    ...Object.fromEntries(wanted.map(([name], i) => [name, made[i] as Frame])),
    ...options.frames,
  }
  const values = {
    ...given,
    ...Object.fromEntries(
      [...Object.keys(frames), ...Object.keys(mattes)].map((name) => [inputKey(name), true]),
    ),
  }
  const times = Object.fromEntries(
    inputs.flatMap(([name, i]) => {
      const list = i.times?.(values, time)
      const of = name === 'before' ? input : frames[name]
      return list && of ? [[name, options.others ?? list.map(() => of)]] : []
    }),
  )
  const moments = (step.exposure?.(values as never) ?? []).map(() => values)
  const context: RenderContext = {
    kernels,
    input,
    values: values as never,
    moments: moments as never,
    scale,
    time,
    progress,
    place: options.place ?? { x: 0, y: 0, width: input.width, height: input.height },
    frames,
    mattes,
    times,
    tables,
    ...(view ? { view } : {}),
    content: options.content ?? contentAt(step.content ?? {}, undefined, (a) => a.value),
  }
  return { context, made }
}
