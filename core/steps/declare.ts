import type { Frame } from '../frame'
import type { Kernels } from '../kernels'
import type { Params, Values } from '../params'

export type Family = 'colour' | 'light' | 'blur' | 'texture' | 'warp' | 'key' | 'generate' | 'time'

/** What a step is given to make one frame. */
export interface RenderContext<P extends Params = Params> {
  kernels: Kernels
  /** The picture before the step. It must not be changed or freed. */
  input: Frame
  /** The parameters' values at this time, within their ranges. */
  values: { [K in keyof P]: ValueOf<P[K]> }
  /** Proxy scale: multiply every length in pixels by it. */
  scale: number
  /** The id of one of the step's views, or undefined for its result. */
  view?: string
}

type ValueOf<T> = T extends { type: 'number' }
  ? number
  : T extends { type: 'toggle' }
    ? boolean
    : T extends { type: 'choice' }
      ? string
      : T extends { type: 'pair' }
        ? [number, number]
        : [number, number, number]

/** One treatment, declared once. Controls, catalogue, saved files, documentation and the shared tests come from here. */
export interface StepDeclaration<P extends Params = Params> {
  /** Stored in documents; never changes. */
  id: string
  name: string
  family: Family
  /** What it is for, in one sentence. */
  purpose: string
  params: P
  /** Looks at what the step thinks, beside its result. */
  views: readonly { id: string; label: string }[]
  /** Whether alpha leaves as it came. */
  keepsAlpha: boolean
  /** True where these values leave the picture exactly as it is. */
  neutral(values: RenderContext<P>['values']): boolean
  /** Largest difference (linear light) between rendering at half size and halving the full-size result, for the shared test. */
  proxyError: number
  /** A new frame of the input's size. Pure: same input, same bits. */
  render(context: RenderContext<P>): Frame
}

/** Checks a declaration's types; at run time it returns it as it is. */
export const declareStep = <const P extends Params>(step: StepDeclaration<P>): StepDeclaration =>
  step as unknown as StepDeclaration

export type { Values }
