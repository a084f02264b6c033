import type { Frame, Plane } from '../frame'
import { type ColourOp, type Kernels, type Rgb, runProgram } from '../kernels'
import type { Value } from '../anim'
import type { ContentDeclaration, ContentValues, Params, Values } from '../params'

export type Family =
  'colour' | 'light' | 'blur' | 'texture' | 'warp' | 'key' | 'generate' | 'time' | 'join' | 'cross'

export const AIMS = {
  correct: 'Put right',
  look: 'Give a look',
  light: 'Add light',
  focus: 'Soften and sharpen',
  texture: 'Age and texture',
  bend: 'Move and bend',
  make: 'Lay something in',
  time: 'Change time',
  key: 'Cut a subject out',
  join: 'Bring pictures together',
  cross: 'Cross a cut',
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
  /** The id of one of the step's outputs, or undefined for its result. */
  view?: string
  /** Where the input lies in the whole picture (both in its own pixels): steps that go by places must heed it. */
  place: Place
  /** Treatment time in frames. Only steps that declare `moves` may use it. */
  time: number
  /** The colour tables that `file` parameters name. */
  tables: Tables
  /** The pictures of its inputs by name, as large as the input; without those that are not bound. */
  frames: Readonly<Record<string, Frame>>
  /** Its matte inputs by name; without those that are not bound. */
  mattes: Readonly<Record<string, Plane>>
  /** The pictures of an input at the times that it asked for, in that order; `before` is the picture it works on. */
  times: Readonly<Record<string, readonly Frame[]>>
  /** The things in its content at this time, by list. */
  content: ContentValues
  /** How far the transition is whose joint it is, 0 to 1; 1 elsewhere. */
  progress: number
  /** The values at the moments that `exposure` asked for. */
  moments: readonly { [K in keyof P]: ValueOf<P[K]> }[]
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

/** A picture or matte that a step takes beside the picture it works on; by the name `before`, other times of that one. */
export interface StepInput {
  label: string
  help: string
  kind: 'frame' | 'matte'
  /** What it takes where a document does not say: nothing, a picture by its kind, or (for a matte) the step's own region, which then no longer limits the step. */
  default: 'none' | 'before' | 'below' | 'source' | 'incoming' | 'region'
  /** Whether it is asked for with these values; always unless given. */
  when?(values: Values): boolean
  /** Treatment times at which it is needed besides. */
  times?(values: Values, time: number): number[]
  /** How far around a pixel the step looks in it, where that is not the step's own reach. */
  reach?(values: Values, scale: number): number
}

/** Among values, whether an input is bound to something. */
export const inputKey = (name: string): string => `input:${name}`
export const isBound = (values: object, name: string): boolean =>
  (values as Record<string, unknown>)[inputKey(name)] === true

/** The input by which a step takes other times of the picture that it works on. */
export const otherTimes = <V>(times: (values: V, time: number) => number[]): Record<'before', StepInput> => ({
  before: {
    label: 'Picture',
    help: 'The picture that it works on.',
    kind: 'frame',
    default: 'before',
    times: times as never,
  },
})

/** A matte that is the step's own region unless it is bound to another one. */
export const regionInput = (
  help: string,
  when: (values: Values) => boolean,
): Record<'amount', StepInput> => ({
  amount: { label: 'Matte', help, kind: 'matte', default: 'region', when },
})

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
          : T extends { type: 'text' | 'file' }
            ? string
            : T extends { type: 'curve' | 'reference' | 'stroke' }
              ? number[]
              : [number, number, number]

/** An output of a step beside its result. */
export interface StepOutput {
  id: string
  label: string
  /** A picture unless given. */
  kind?: 'frame' | 'matte'
}

/** A stored step as migrations of its declaration see it. */
export interface OldStep {
  what: Record<string, { value: Value }>
  content?: Record<string, ({ id: string } & Record<string, unknown>)[]>
  inputs?: Record<string, unknown>
  [field: string]: unknown
}

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
  /** The version of this declaration, where it has changed what its values mean. */
  version?: number
  /** What becomes of steps of earlier versions: version n to n + 1, by n. */
  migrate?: Readonly<Record<number, (step: OldStep) => OldStep>>
  /** Structured content beside its parameters. */
  content?: ContentDeclaration
  /** Pictures and mattes that it takes besides the one it works on. */
  inputs?: Readonly<Record<string, StepInput>>
  /** What it thinks, to be looked at and taken by others, beside its result. */
  outputs: readonly StepOutput[]
  /** It has a `progress`: the joint of a transition. */
  crosses?: boolean
  /** The stages in which it works, in order, where they are looked at one by one: each has the controls of the group of its name, inputs by name, the output that shows it (the result unless given), and the toggle that leaves it out. */
  stages?: readonly { label: string; view?: string; inputs?: readonly string[]; off?: string }[]
  /** Whether alpha leaves as it came. */
  keepsAlpha: boolean
  /** True where these values leave the picture exactly as it is. */
  neutral(values: RenderContext<P>['values'], content: ContentValues): boolean
  /** Largest difference (linear light) between rendering at half size and halving the full-size result, for the shared test. */
  proxyError: number
  /** True where the result changes in time though values do not; or with which values it does. */
  moves?: boolean | ((values: Values) => boolean)
  /** Other words that people look for it by. */
  words?: readonly string[]
  /** Offsets in frames at which it also needs its own values. */
  exposure?(values: RenderContext<P>['values']): number[]
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
  'render' | 'reach' | 'keepsAlpha' | 'outputs' | 'moves' | 'colour'
> & {
  colour(values: RenderContext<P>['values'], tables: Tables): ColourOp[]
  /** Outputs, each with the operations that show it. */
  outputs?: readonly {
    id: string
    label: string
    kind?: 'frame' | 'matte'
    colour(values: RenderContext<P>['values'], tables: Tables): ColourOp[]
  }[]
}

/** Whether a step's result changes in time with these values, though they do not. */
export const movesWith = (step: StepDeclaration, values: Values): boolean =>
  typeof step.moves === 'function' ? step.moves(values) : step.moves === true

/** Checks a declaration's types; at run time it returns it as it is. */
export const declareStep = <const P extends Params>(step: StepDeclaration<P>): StepDeclaration =>
  step as unknown as StepDeclaration

/** Declares a step by its colour operations. */
export const declareColourStep = <const P extends Params>(step: ColourStep<P>): StepDeclaration => {
  const outputs = step.outputs ?? []
  return declareStep<P>({
    ...step,
    outputs: outputs.map(({ id, label, kind }) => ({ id, label, ...(kind ? { kind } : {}) })),
    keepsAlpha: true,
    reach: () => 0,
    render: ({ kernels, input, values, tables, view }) => {
      const look = outputs.find((v) => v.id === view) ?? step
      return runProgram(kernels, input, look.colour(values, tables))
    },
  })
}

export type { Values }
