import type { PairParam, Params } from '../params'
import { choice, colour, degrees, number, px, range, share } from '../params/make'
import type { Matrix3 } from '../matrix'

export const SHAPE_KINDS = ['ellipse', 'rectangle', 'outline'] as const
export const KEY_KINDS = ['luminance', 'chroma', 'hsl'] as const
export const ITEM_KINDS = [...SHAPE_KINDS, ...KEY_KINDS, 'matte', 'region'] as const
export type ItemKind = (typeof ITEM_KINDS)[number]

/** How an item meets those above it in the list; `holdout` adds nothing and keeps everything below it out of where it is. */
export const ITEM_JOINS = ['add', 'subtract', 'intersect', 'exclude', 'holdout'] as const
export type ItemJoin = (typeof ITEM_JOINS)[number]

export const ITEM_NAMES: Record<ItemKind, string> = {
  ellipse: 'Ellipse',
  rectangle: 'Rectangle',
  outline: 'Outline',
  luminance: 'Luminance key',
  chroma: 'Colour key',
  hsl: 'Hue key',
  matte: 'Matte',
  region: 'Region',
}

export const isShape = (kind: string): boolean => (SHAPE_KINDS as readonly string[]).includes(kind)
/** Whether an item looks at the picture. */
export const isKey = (kind: string): boolean => (KEY_KINDS as readonly string[]).includes(kind)

const pair = (
  label: string,
  help: string,
  names: readonly [string, string],
  [min, max]: readonly [number, number],
  soft: number,
): PairParam => ({
  type: 'pair',
  label,
  help,
  names,
  default: [0, 0],
  min,
  max,
  soft: [0, soft],
  step: 1,
  digits: 1,
  unit: 'px',
})

/** What every item can be given after it is drawn or keyed. */
const REFINE: Params = {
  grow: px('Grow', 'Moves the edge out; below 0 it moves in.', 0, [-60, 60], { limits: [-500, 500] }),
  blur: px('Blur', 'Softens the matte, as a Gaussian of this deviation.', 0, [0, 60], { limits: [0, 500] }),
  opacity: share('Opacity', 'How much of it counts.', 1),
}

const FEATHER: Params = {
  feather: pair(
    'Feather',
    'Width of the soft edge inside and outside of the outline.',
    ...([['Inside', 'Outside'], [0, 16000], 200] as const),
  ),
}

const PLACED: Params = {
  centre: {
    ...pair(
      'Centre',
      'Middle of the shape, from the top left corner.',
      ['Across', 'Down'],
      [-16000, 16000],
      2000,
    ),
    digits: 0,
  },
  size: {
    ...pair('Size', 'Width and height.', ['Width', 'Height'], [1, 16000], 1200),
    default: [240, 240],
    digits: 0,
  },
  angle: degrees('Angle', 'Clockwise turn.', 0, { limits: [-3600, 3600], soft: [-180, 180] }),
}

/** The animatable numbers of each kind of item, in the order in which they are shown. */
export const ITEM_FORMS: Record<ItemKind, Params> = {
  ellipse: { ...PLACED, ...FEATHER, ...REFINE },
  rectangle: {
    ...PLACED,
    round: px('Rounding', 'Radius of the corners.', 0, [0, 200]),
    ...FEATHER,
    ...REFINE,
  },
  outline: { ...FEATHER, ...REFINE },
  luminance: {
    light: range('Lightness', 'From black at 0 to white at 1, as the eye sees it.', [0.5, 1], [0, 1]),
    lightSoft: {
      type: 'pair',
      label: 'Soft ends',
      help: 'How far it fades out below and above.',
      default: [0.1, 0.1],
      names: ['Below', 'Above'],
      min: 0,
      max: 1,
      step: 0.005,
      digits: 3,
    },
    ...REFINE,
  },
  chroma: {
    reach: number('Reach', 'How far from a sample a colour may lie to be taken in full.', 0.03, [0, 0.4], {
      soft: [0, 0.15],
      step: 0.001,
      digits: 3,
    }),
    soft: number('Softness', 'How gently colours beyond that fade out.', 0.04, [0, 0.4], {
      soft: [0, 0.15],
      step: 0.001,
      digits: 3,
    }),
    ...REFINE,
  },
  hsl: {
    sample: colour('Colour', 'The colour whose hue is looked for.', [0.8, 0.1, 0.05]),
    width: degrees('Hue width', 'How much of the circle counts in full; 360 takes every hue.', 50, {
      limits: [0, 360],
      soft: [0, 360],
    }),
    hueSoft: degrees('Hue softness', 'How far it fades out to both sides.', 25, {
      limits: [0, 180],
      soft: [0, 90],
    }),
    chroma: range('Strength of colour', 'From grey at 0 to the purest at 0.4.', [0.04, 0.4], [0, 0.4]),
    light: range('Lightness', 'From black at 0 to white at 1.', [0, 1], [0, 1]),
    soft: share('Softness', 'How gently strength and lightness set in.', 0.1),
    ...REFINE,
  },
  matte: {
    channel: choice('Takes', 'What of the picture is the matte.', {
      alpha: 'Its alpha',
      luminance: 'Its luminance',
    }),
    ...REFINE,
  },
  region: REFINE,
}

/** What an item holds besides its own form, at one time. Lengths are pixels of the full-size picture. */
export interface Refined {
  id: string
  join: ItemJoin
  invert: boolean
  /** 0 to 1. */
  opacity: number
  /** Pixels by which its edge moves out; below 0 in. */
  grow: number
  /** Standard deviation in pixels. */
  blur: number
}

/** A shape at one time, origin at the top left corner of the picture; angle in degrees, clockwise. */
export interface PlainShape extends Refined {
  kind: 'ellipse' | 'rectangle'
  centre: [number, number]
  /** Full width and height before turning. */
  size: [number, number]
  angle: number
  /** Radius of a rectangle's corners. */
  round: number
  /** Width of the soft edge inside and outside. */
  feather: [number, number]
}

export interface FreeOutline extends Refined {
  kind: 'outline'
  /** Corners as eight numbers each; see outline.ts. */
  points: number[]
  feather: [number, number]
  /** Where they really lie. */
  map?: Matrix3 | undefined
}

/** What looks at a picture: ranges of Oklab lightness, chroma and hue, or nearness to samples. */
export interface Key extends Refined {
  kind: 'luminance' | 'chroma' | 'hsl'
  /** Which of the rasteriser's pictures it looks at. */
  input: number
  light: [number, number]
  lightSoft: [number, number]
  chroma: [number, number]
  hue: number
  width: number
  hueSoft: number
  soft: number
  reach: number
  /** Oklab a and b of what is taken and what is left out. */
  plus: [number, number][]
  minus: [number, number][]
}

export interface ClipMatte extends Refined {
  kind: 'matte'
  input: number
  channel: 'alpha' | 'luminance'
}

export interface Nested extends Refined {
  kind: 'region'
  items: ResolvedItem[]
}

export type ResolvedItem = PlainShape | FreeOutline | Key | ClipMatte | Nested

/** An item that is drawn sharp, counts in full and changes nothing besides. */
export const plainly = (id = ''): Refined => ({
  id,
  join: 'add',
  invert: false,
  opacity: 1,
  grow: 0,
  blur: 0,
})
