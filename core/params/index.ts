import type { Value } from '../anim'

export { typedNumber } from './typed'

/** What all parameters declare. */
interface Common {
  label: string
  /** One sentence on what it does to the picture. */
  help: string
  /** The heading that it stands under. */
  group?: string
  /** Shown only when this holds for the values of the other parameters. */
  when?: (values: Values) => boolean
}

/** A number. `min`, `max` are hard; `soft` is what the slider covers. Lengths ('px') are in pixels of the full-size picture. */
export interface NumberParam extends Common {
  type: 'number'
  default: number
  min: number
  max: number
  soft?: readonly [number, number]
  /** What one arrow key or one pixel of scrubbing changes. */
  step: number
  digits: number
  unit?: 'px' | '%' | '°' | 'stops' | '×' | 'frames' | 'mired'
}

/** A linear Rec. 709 colour, three components from 0. */
export interface ColourParam extends Common {
  type: 'colour'
  default: [number, number, number]
}

/** One number for each of red, green and blue, with a master that moves all three. */
export interface RgbParam extends Common {
  type: 'rgb'
  default: [number, number, number]
  min: number
  max: number
  step: number
  digits: number
}

/** Two lengths that move together while linked. */
export interface PairParam extends Common {
  type: 'pair'
  default: [number, number]
  min: number
  max: number
  soft?: readonly [number, number]
  step: number
  digits: number
  unit?: 'px' | '%'
  names: readonly [string, string]
}

export interface ChoiceParam extends Common {
  type: 'choice'
  default: string
  options: readonly { value: string; label: string }[]
}

export interface ToggleParam extends Common {
  type: 'toggle'
  default: boolean
}

/** A parameter, declared once; its control, its schema, its animation and its tests come from here. */
export type Param = NumberParam | ColourParam | RgbParam | PairParam | ChoiceParam | ToggleParam

export type Params = Record<string, Param>
/** Plain values at one time. */
export type Values = Record<string, Value>

const clampNumber = (v: unknown, min: number, max: number, fallback: number) =>
  typeof v === 'number' && Number.isFinite(v) ? Math.min(max, Math.max(min, v)) : fallback

/** A value made fit for its parameter: limited, of the right shape, and the default where it cannot be read. */
export function fit(param: Param, value: unknown): Value {
  switch (param.type) {
    case 'number':
      return clampNumber(value, param.min, param.max, param.default)
    case 'toggle':
      return typeof value === 'boolean' ? value : param.default
    case 'choice':
      return param.options.some((option) => option.value === value) ? (value as string) : param.default
    default: {
      const [min, max] = param.type === 'colour' ? [0, 1e4] : [param.min, param.max]
      const list = Array.isArray(value) ? value : []
      return param.default.map((fallback, i) => clampNumber(list[i], min, max, fallback))
    }
  }
}

/** All defaults of a declaration. */
export const defaults = (params: Params): Values =>
  Object.fromEntries(
    Object.entries(params).map(([id, p]) => [id, Array.isArray(p.default) ? [...p.default] : p.default]),
  )

export const sameValue = (a: Value, b: Value): boolean =>
  Array.isArray(a) && Array.isArray(b) ? a.length === b.length && a.every((v, i) => v === b[i]) : a === b

/** The parameters that matter for these values, in declared order. */
export const shown = (params: Params, values: Values): [id: string, param: Param][] =>
  Object.entries(params).filter(([, param]) => param.when?.(values) ?? true)
