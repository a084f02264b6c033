import { BLENDS } from '../kernels'
import type { Params } from '../params'
import { choice, colour, degrees, number, pair, px, share, times } from '../params/make'

/** What a coat can be. */
export const COAT_KINDS = ['fill', 'edge', 'shadow', 'glow', 'shade', 'plate', 'line'] as const
export type CoatKind = (typeof COAT_KINDS)[number]

export const COAT_NAMES: Record<CoatKind, string> = {
  fill: 'Fill',
  edge: 'Edge',
  shadow: 'Shadow',
  glow: 'Glow',
  shade: 'Inner shade',
  plate: 'Plate',
  line: 'Line',
}

/** Two lengths in pixels of the object. */
const lengths = (
  label: string,
  help: string,
  names: readonly [string, string],
  fallback: [number, number],
  limits: readonly [number, number] = [-2000, 2000],
) => pair(label, help, names, fallback, limits, { step: 0.5, unit: 'px' })

const OPACITY = { opacity: share('Opacity', 'How much of the coat shows.', 1) }
const MODES = Object.fromEntries(
  BLENDS.map((mode) => [mode, mode === 'plus' ? 'Add' : `${mode[0]?.toUpperCase()}${mode.slice(1)}`]),
)
const BLEND = {
  blend: choice('Lies there as', 'How the coat lies on those behind it.', MODES),
}
const OFFSET = {
  offset: lengths('Offset', 'Moves the coat, in pixels of its object.', ['Across', 'Down'], [0, 0]),
}
const soft = (fallback: number) => ({
  blur: px('Blur', 'Softens the coat; the standard deviation.', fallback, [0, 60], { limits: [0, 400] }),
})
const UNITS = { block: 'The whole', line: 'Each line', word: 'Each word', letter: 'Each letter' }
const waved = ({ form }: Record<string, unknown>) => form === 'wave' || form === 'zigzag'
const isPlain = (v: Record<string, unknown>) => v.paint === 'colour'
const isFitted = (v: Record<string, unknown>) => v.paint === 'picture' || v.paint === 'below'
const isPictured = (v: Record<string, unknown>) => isFitted(v) || v.paint === 'behind'
const graded = (v: Record<string, unknown>) => v.paint !== 'colour' && !isPictured(v)
const PAINT: Params = {
  paint: choice('Painted with', 'One colour, or colours that go over into each other.', {
    colour: 'One colour',
    linear: 'Colours along a line',
    radial: 'Colours from the middle',
    conic: 'Colours round the middle',
    picture: 'A picture or clip',
    below: 'The edit below',
    behind: 'What lies behind',
  }),
  colour: colour('Colour', 'Of the coat.', [0.9, 0.9, 0.9], { when: isPlain }),
  angle: degrees('Angle', 'The way that the colours run; 0 is from left to right.', 90, { when: graded }),
  zoom: times('Picture size', '1 covers what is painted.', 1, 20, {
    soft: [0.5, 3],
    when: isFitted,
  }),
  soften: px('Softened by', 'Blurs what lies behind; the standard deviation.', 12, [0, 60], {
    limits: [0, 300],
    when: (v) => v.paint === 'behind',
  }),
  spread: times('Spread', 'How far the colours reach; 1 is the size of what is painted.', 1, 10, {
    soft: [0.1, 3],
    when: graded,
  }),
}
const isDashed = ({ dash }: Record<string, unknown>) => Array.isArray(dash) && dash.every((v) => v > 0)
const isTrimmed = ({ from, to }: Record<string, unknown>) => Math.abs(Number(to) - Number(from)) < 1
/** Of what has letters: what its paint begins anew with. */
const OVER: Params = {
  over: choice('Run over', 'What the colours begin and end with, or the picture is fitted to.', UNITS, {
    when: (v) => !isPlain(v) && v.paint !== 'behind',
  }),
}
const thick = (label: string, help: string) =>
  px(label, help, 0, [-20, 20], { limits: [-400, 400], step: 0.1, digits: 2 })

/** The animatable numbers of each kind of coat, in the order in which they are shown. Lengths in pixels of the object. */
export const COAT_FORMS: Record<CoatKind, Params> = {
  fill: {
    ...PAINT,
    ...OVER,
    grow: thick('Thicken', 'Moves the outline out by an even width; below 0 it becomes thinner.'),
    ...OPACITY,
    ...soft(0),
    ...OFFSET,
    ...BLEND,
  },
  edge: {
    ...PAINT,
    ...OVER,
    width: px('Width', 'Of the line.', 4, [0, 40], { limits: [0, 400], step: 0.1, digits: 2 }),
    side: choice('Lies', 'On which side of the outline.', {
      outside: 'Outside',
      centred: 'On the outline',
      inside: 'Inside',
    }),
    gap: thick('Away by', 'Room between the outline and the line.'),
    corners: choice('Corners', 'How the line goes round corners.', {
      round: 'Round',
      mitre: 'Pointed',
      bevel: 'Cut off',
    }),
    dash: lengths('Dashes', 'Long each, and room after it; 0 for none.', ['Dash', 'Room'], [0, 0], [0, 2000]),
    run: px('Dashes run by', 'Moves the dashes along the outline.', 0, [-200, 200], {
      limits: [-100_000, 100_000],
      when: isDashed,
    }),
    from: share('Drawn from', 'Where the drawn part of the outline begins, as a share of its length.', 0),
    to: share('Drawn to', 'Where the drawn part ends.', 1),
    shift: number('Moved along by', 'Moves the drawn part, in shares of the length.', 0, [-100, 100], {
      soft: [-1, 1],
      when: isTrimmed,
    }),
    ends: choice(
      'Cut',
      'How dashes and the drawn part end.',
      { flat: 'Flat', round: 'Round', square: 'Half its width beyond' },
      { when: (v) => isDashed(v) || isTrimmed(v) },
    ),
    ...OPACITY,
    ...soft(0),
    ...OFFSET,
    ...BLEND,
  },
  shadow: {
    colour: colour('Colour', 'Of the shadow.', [0, 0, 0]),
    offset: lengths('Offset', 'Where it falls, in pixels of the object.', ['Across', 'Down'], [4, 6]),
    ...soft(6),
    grow: thick('Thicken', 'Makes the shadow larger than what casts it.'),
    length: px('Length', 'Draws the shadow out in the way of its offset; 0 lets it lie.', 0, [0, 200], {
      limits: [0, 2000],
    }),
    ...OPACITY,
    opacity: share('Opacity', 'How much of the coat shows.', 0.7),
    ...BLEND,
  },
  glow: {
    colour: colour('Colour', 'Of the light.', [1, 0.75, 0.4]),
    ...soft(14),
    grow: thick('Thicken', 'Lets the light begin outside of the outline.'),
    strength: times('Strength', 'How dense it is.', 1.5, 10, { soft: [0, 4] }),
    ...OPACITY,
    ...OFFSET,
    blend: { ...BLEND.blend, default: 'plus' },
  },
  shade: {
    colour: colour('Colour', 'Of the shade.', [0, 0, 0]),
    offset: lengths('Offset', 'From which side it comes in.', ['Across', 'Down'], [2, 3]),
    ...soft(4),
    ...OPACITY,
    opacity: share('Opacity', 'How much of the coat shows.', 0.6),
    ...BLEND,
  },
  line: {
    ...PAINT,
    where: choice('Lies', 'Where the line lies.', {
      under: 'Under the letters',
      through: 'Through them',
      over: 'Over them',
    }),
    around: choice('Along', 'What each line is as long as.', {
      line: 'Each line',
      word: 'Each word',
      block: 'The whole',
    }),
    form: choice('Form', 'What the line looks like.', {
      straight: 'Straight',
      double: 'Double',
      wave: 'Waves',
      zigzag: 'Zigzag',
    }),
    width: px('Thickness', 'Of the line.', 4, [0, 20], { limits: [0.1, 400], step: 0.1, digits: 1 }),
    gap: px('Away by', 'Room between the letters and the line.', 6, [-20, 40], { limits: [-400, 400] }),
    longer: px('Longer by', 'At both ends.', 0, [-40, 40], { limits: [-1000, 1000] }),
    wave: {
      ...lengths('Waves', 'How long and how high each is.', ['Long', 'High'], [16, 5], [0.5, 1000]),
      when: waved,
    },
    clear: px(
      'Clear of letters',
      'Room about letters that cross it; 0 lets it run through them.',
      0,
      [0, 10],
      {
        limits: [0, 100],
        step: 0.1,
        digits: 1,
      },
    ),
    from: share('Drawn from', 'Where the drawn part begins, as a share of its length.', 0),
    to: share('Drawn to', 'Where the drawn part ends.', 1),
    dash: lengths('Dashes', 'Long each, and room after it; 0 for none.', ['Dash', 'Room'], [0, 0], [0, 2000]),
    ends: choice('Cut', 'How it ends.', { flat: 'Flat', round: 'Round', square: 'Half its width beyond' }),
    ...OPACITY,
    ...soft(0),
    ...OFFSET,
    ...BLEND,
  },
  plate: {
    ...PAINT,
    colour: colour('Colour', 'Of the plate.', [0.01, 0.02, 0.04], { when: isPlain }),
    around: choice('Behind', 'What each plate lies behind.', {
      block: 'The whole',
      line: 'Each line',
      word: 'Each word',
    }),
    pad: lengths(
      'Room',
      'Between what it lies behind and its edge.',
      ['Across', 'Down'],
      [18, 8],
      [-500, 2000],
    ),
    round: px('Rounding', 'Radius of its corners.', 0, [0, 60]),
    slant: degrees('Slant', 'Leans its sides.', 0, { limits: [-80, 80], soft: [-45, 45] }),
    ...OPACITY,
    opacity: share('Opacity', 'How much of the coat shows.', 0.8),
    ...soft(0),
    ...OFFSET,
    ...BLEND,
  },
}

/** A place in a gradient. */
export const STOP_FORM: Params = {
  at: share('Place', 'From the beginning at 0 to the end at 1.', 0),
  colour: colour('Colour', 'The colour there.', [0.8, 0.8, 0.8]),
  opacity: share('Opacity', 'How much of it shows there.', 1),
}
