import type { Value } from '../anim'

import { fitCurve } from './curve'

/** The largest seed. */
export const SEEDS = 9999

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
  unit?: 'px' | '%' | '°' | 'stops' | '×' | 'frames' | 'mired' | 's'
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

/** A place on the picture, as shares of its width and height from the top left corner. */
export interface PointParam extends Common {
  type: 'point'
  default: [number, number]
}

/** Two numbers of which the first is never above the second. */
export interface RangeParam extends Common {
  type: 'range'
  default: [number, number]
  min: number
  max: number
  soft?: readonly [number, number]
  step: number
  digits: number
}

/** A curve through points x0, y0, x1, y1, … with rising x; see `curveAt`. */
export interface CurveParam extends Common {
  type: 'curve'
  default: number[]
  /** The hue that the line is drawn in. */
  channel?: 'red' | 'green' | 'blue'
  /** What lies along the line: tones from dark to light unless it says otherwise. */
  over?: 'tone' | 'hue' | 'lightness'
}

/** A whole number from 0 that picks a pattern. */
export interface SeedParam extends Common {
  type: 'seed'
  default: number
}

/** A colour table of the project, by its id; '' for none. */
export interface FileParam extends Common {
  type: 'file'
  default: ''
  /** File extensions that can be read. */
  accept: readonly string[]
}

export interface TextParam extends Common {
  type: 'text'
  default: string
  /** The most characters. */
  most: number
}

/** A line drawn by hand: x0, y0, x1, y1, … in pixels of the full-size picture, from a place that another value tells. */
export interface StrokeParam extends Common {
  type: 'stroke'
  default: number[]
  /** The most numbers. */
  most: number
}

/** A thing on the project's shelf, by its id; '' for none. Steps are given what the thing holds. */
export interface ReferenceParam extends Common {
  type: 'reference'
  default: ''
  of: 'colour'
}

/** A parameter, declared once; its control, its schema, its animation and its tests come from here. */
export type Param =
  | NumberParam
  | ColourParam
  | RgbParam
  | PairParam
  | ChoiceParam
  | ToggleParam
  | PointParam
  | RangeParam
  | CurveParam
  | SeedParam
  | FileParam
  | TextParam
  | StrokeParam
  | ReferenceParam

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
    case 'seed':
      return Math.round(clampNumber(value, 0, SEEDS, param.default))
    case 'text':
      return typeof value === 'string' ? value.slice(0, param.most) : param.default
    case 'file':
    case 'reference':
      return typeof value === 'string' ? value : param.default
    case 'curve':
      return fitCurve(value) ?? [...param.default]
    case 'stroke': {
      const list = Array.isArray(value) && value.every(Number.isFinite) ? (value as number[]) : param.default
      return list.slice(0, Math.min(param.most, list.length & ~1))
    }
    case 'point': {
      const list = Array.isArray(value) ? value : []
      return param.default.map((fallback, i) => clampNumber(list[i], -10, 10, fallback))
    }
    case 'range': {
      const list = Array.isArray(value) ? value : []
      const [low = 0, high = 0] = param.default.map((d, i) => clampNumber(list[i], param.min, param.max, d))
      return [Math.min(low, high), Math.max(low, high)]
    }
    default: {
      const [min, max] = param.type === 'colour' ? [0, 1e4] : [param.min, param.max]
      const list = Array.isArray(value) ? value : []
      return param.default.map((fallback, i) => clampNumber(list[i], min, max, fallback))
    }
  }
}

/** The parameters whose values are numbers and can follow others. */
export const isNumeric = (param: Param): boolean =>
  ['number', 'colour', 'rgb', 'pair', 'point', 'range', 'seed'].includes(param.type)

/** The names of a value's components, or none for a single one. */
export function partNames(param: Param): readonly string[] {
  if (param.type === 'pair') return param.names
  if (param.type === 'point') return ['Across', 'Down']
  if (param.type === 'range') return ['From', 'To']
  return param.type === 'rgb' || param.type === 'colour' ? ['Red', 'Green', 'Blue'] : []
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
