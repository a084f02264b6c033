import type {
  ChoiceParam,
  ColourParam,
  CurveParam,
  NumberParam,
  PairParam,
  PointParam,
  RangeParam,
  SeedParam,
  ToggleParam,
  Values,
} from './param'

/** What all short forms take besides: a heading, and when the control matters. */
interface More {
  group?: string
  when?: (values: Values) => boolean
}

/** A number from `min` to `max`; `soft` is what the slider covers, `digits` how finely it is shown. */
export interface NumberOptions extends More {
  soft?: readonly [number, number]
  step?: number
  digits?: number
  unit?: NumberParam['unit']
}

const plain = (
  label: string,
  help: string,
  fallback: number,
  [min, max]: readonly [number, number],
  { step = 0.01, digits = 2, ...more }: NumberOptions = {},
): NumberParam => ({
  type: 'number',
  label,
  help,
  default: fallback,
  min,
  max,
  step,
  digits,
  ...(more as object),
})

export { plain as number }

/** A share from 0 to 1. */
export const share = (label: string, help: string, fallback: number, more: More = {}): NumberParam =>
  plain(label, help, fallback, [0, 1], more)

/** A factor from 0 on. */
export const times = (
  label: string,
  help: string,
  fallback: number,
  most: number,
  more: NumberOptions = {},
): NumberParam => plain(label, help, fallback, [0, most], { unit: '×', ...more })

/** A length in pixels of the full-size picture, 0 to 2000 unless it says otherwise. */
export const px = (
  label: string,
  help: string,
  fallback: number,
  soft: readonly [number, number],
  {
    limits = [Math.min(0, soft[0] * 20), 2000],
    ...more
  }: NumberOptions & { limits?: readonly [number, number] } = {},
): NumberParam => plain(label, help, fallback, limits, { soft, step: 0.5, digits: 1, unit: 'px', ...more })

/** An angle in degrees, clockwise. */
export const degrees = (
  label: string,
  help: string,
  fallback: number,
  { limits = [-3600, 3600], ...more }: NumberOptions & { limits?: readonly [number, number] } = {},
): NumberParam =>
  plain(label, help, fallback, limits, { soft: [-180, 180], step: 0.5, digits: 1, unit: '°', ...more })

/** A whole number. */
export const count = (
  label: string,
  help: string,
  fallback: number,
  limits: readonly [number, number],
  more: NumberOptions = {},
): NumberParam => plain(label, help, fallback, limits, { step: 1, digits: 0, ...more })

export const toggle = (label: string, help: string, fallback: boolean, more: More = {}): ToggleParam => ({
  type: 'toggle',
  label,
  help,
  default: fallback,
  ...more,
})

/** One of `options`, given as value: label; the first is the default. */
export const choice = (
  label: string,
  help: string,
  options: Readonly<Record<string, string>>,
  more: More = {},
): ChoiceParam => ({
  type: 'choice',
  label,
  help,
  default: Object.keys(options)[0] ?? '',
  options: Object.entries(options).map(([value, name]) => ({ value, label: name })),
  ...more,
})

export const colour = (
  label: string,
  help: string,
  fallback: [number, number, number],
  more: More = {},
): ColourParam => ({ type: 'colour', label, help, default: fallback, ...more })

export const point = (
  label: string,
  help: string,
  fallback: [number, number] = [0.5, 0.5],
  more: More = {},
): PointParam => ({ type: 'point', label, help, default: fallback, ...more })

export const curve = (
  label: string,
  help: string,
  fallback: number[],
  more: More & Pick<CurveParam, 'channel' | 'over'> = {},
): CurveParam => ({ type: 'curve', label, help, default: fallback, ...more })

export const range = (
  label: string,
  help: string,
  fallback: [number, number],
  [min, max]: readonly [number, number],
  more: NumberOptions = {},
): RangeParam => {
  const { step = 0.005, digits = 3, soft, group, when } = more
  return {
    type: 'range',
    label,
    help,
    default: fallback,
    min,
    max,
    step,
    digits,
    ...(soft ? { soft } : {}),
    ...(group ? { group } : {}),
    ...(when ? { when } : {}),
  }
}

export const seed = (fallback = 1, more: More = {}): SeedParam => ({
  type: 'seed',
  label: 'Seed',
  help: 'Another number, another pattern.',
  default: fallback,
  ...more,
})

/** What lies beyond the picture's border. The first named is the default. */
export const edge = (
  first: 'black' | 'clamp' | 'mirror' | 'wrap' = 'black',
  more: More = {},
): ChoiceParam => ({
  ...choice(
    'Beyond the edge',
    'What is taken to lie outside the picture.',
    { black: 'Nothing', clamp: 'Edge colour', mirror: 'Mirror', wrap: 'Wrap round' },
    more,
  ),
  default: first,
})

/** Two lengths, from `limits[0]` to `limits[1]`. */
export const pair = (
  label: string,
  help: string,
  names: readonly [string, string],
  fallback: [number, number],
  limits: readonly [number, number],
  more: Partial<PairParam> = {},
): PairParam => ({
  type: 'pair',
  label,
  help,
  names,
  default: fallback,
  min: limits[0],
  max: limits[1],
  step: 1,
  digits: 1,
  ...more,
})
