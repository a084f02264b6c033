import type { Frame, Plane } from '../frame'
import { type ColourOp, type Kernels, type Rgb, runProgram } from '../kernels'
import type { Params, Values } from '../params'

export type Family = 'colour' | 'light' | 'blur' | 'texture' | 'warp' | 'key' | 'generate' | 'time'

export const AIMS = {
  correct: 'Put right',
  look: 'Give a look',
  light: 'Add light',
  focus: 'Soften and sharpen',
  texture: 'Age and texture',
  bend: 'Move and bend',
  make: 'Lay something in',
  time: 'Change time',
} as const
export type Aim = keyof typeof AIMS

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
  /** Where the input lies in the whole picture (both in its own pixels): steps that go by places must heed it. */
  place: Place
  /** Treatment time in frames. Only steps that declare `moves` may use it. */
  time: number
  /** The colour tables that `file` parameters name. */
  tables: Tables
  /** The picture before the step at the times that `frames` asked for, in its order. */
  others: readonly Frame[]
  /** The pictures that `picture` parameters name, by parameter, as large as the input; without those that are not there. */
  pictures: Readonly<Record<string, Frame>>
  /** The values at the moments that `exposure` asked for. */
  moments: readonly { [K in keyof P]: ValueOf<P[K]> }[]
  /** The matte of the step's region, where `takesRegion` asked for it and there is one. */
  region?: Plane
}

/** A 3D table of colours, red fastest, over the box [low, high]; or of `size` lines, a curve for each channel. */
export interface ColourTable {
  kind?: 'lines' | undefined
  size: number
  low: Rgb
  high: Rgb
  colours: Float32Array
}

/** Tables by id. */
export type Tables = Readonly<Record<string, ColourTable>>

/** A part of a picture: the offset of its first pixel, and the size of the whole. */
export interface Place {
  x: number
  y: number
  width: number
  height: number
}

type ValueOf<T> = T extends { type: 'number' }
  ? number
  : T extends { type: 'toggle' }
    ? boolean
    : T extends { type: 'choice' }
      ? string
      : T extends { type: 'pair' | 'point' | 'range' }
        ? [number, number]
        : T extends { type: 'seed' }
          ? number
          : T extends { type: 'text' | 'file' | 'picture' }
            ? string
            : T extends { type: 'curve' | 'reference' }
              ? number[]
              : [number, number, number]

/** One treatment, declared once. Controls, catalogue, saved files, documentation and the shared tests come from here. */
export interface StepDeclaration<P extends Params = Params> {
  /** Stored in documents; never changes. */
  id: string
  name: string
  family: Family
  /** What it is for, in one sentence. */
  purpose: string
  /** What people want to do who look for it: the headings of the catalogue. */
  aim: Aim
  params: P
  /** Looks at what the step thinks, beside its result. */
  views: readonly { id: string; label: string }[]
  /** Whether alpha leaves as it came. */
  keepsAlpha: boolean
  /** True where these values leave the picture exactly as it is. */
  neutral(values: RenderContext<P>['values']): boolean
  /** Largest difference (linear light) between rendering at half size and halving the full-size result, for the shared test. */
  proxyError: number
  /** True where the result changes in time though values do not. */
  moves?: boolean
  /** Other words that people look for it by. */
  words?: readonly string[]
  /** Treatment times at which it also needs the picture before it. */
  frames?(values: RenderContext<P>['values'], time: number): number[]
  /** Offsets in frames at which it also needs its own values. */
  exposure?(values: RenderContext<P>['values']): number[]
  /** Whether the region is a part of what it does; else the result is limited to the region. */
  takesRegion?(values: RenderContext<P>['values']): boolean
  /**
   * How far around a pixel the step looks, in pixels of the frame that it is given (at this proxy scale); Infinity for the whole picture. What it is
   * given then reaches that much further than what is asked for, or to the picture's border.
   */
  reach(values: RenderContext<P>['values'], scale: number): number
  /** A new frame of the input's size. Pure: same input, same bits. */
  render(context: RenderContext<P>): Frame
  /** For steps that look at one pixel at a time: the same as operations, which are fused with those of their neighbours. */
  colour?(values: RenderContext<P>['values'], tables: Tables): ColourOp[]
}

/** What a pointwise colour step declares: reach, alpha and rendering follow. */
type ColourStep<P extends Params> = Omit<
  StepDeclaration<P>,
  'render' | 'reach' | 'keepsAlpha' | 'views' | 'moves' | 'colour'
> & {
  colour(values: RenderContext<P>['values'], tables: Tables): ColourOp[]
  /** Views, each with the operations that show it. */
  views?: readonly {
    id: string
    label: string
    colour(values: RenderContext<P>['values'], tables: Tables): ColourOp[]
  }[]
}

/** Checks a declaration's types; at run time it returns it as it is. */
export const declareStep = <const P extends Params>(step: StepDeclaration<P>): StepDeclaration =>
  step as unknown as StepDeclaration

/** Declares a step by its colour operations. */
export const declareColourStep = <const P extends Params>(step: ColourStep<P>): StepDeclaration => {
  const views = step.views ?? []
  return declareStep<P>({
    ...step,
    views: views.map(({ id, label }) => ({ id, label })),
    keepsAlpha: true,
    reach: () => 0,
    render: ({ kernels, input, values, tables, view }) => {
      const look = views.find((v) => v.id === view) ?? step
      return runProgram(kernels, input, look.colour(values, tables))
    },
  })
}

export type { Values }
