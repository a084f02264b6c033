import type { Params } from '../params'
import { choice, count, degrees, number, pair, px, share, times } from '../params/make'
import { HEADS } from '../shapes'

/** What an object of a design can be. */
export const OBJECT_KINDS = [
  'text',
  'picture',
  'rectangle',
  'ellipse',
  'polygon',
  'star',
  'line',
  'outline',
  'combined',
  'group',
] as const
export type ObjectKind = (typeof OBJECT_KINDS)[number]

export const OBJECT_NAMES: Record<ObjectKind, string> = {
  text: 'Text',
  picture: 'Picture',
  rectangle: 'Rectangle',
  ellipse: 'Ellipse',
  polygon: 'Polygon',
  star: 'Star',
  line: 'Line',
  outline: 'Outline',
  combined: 'Combination',
  group: 'Group',
}

const FAR = [-32000, 32000] as const

/** Where an object stands: its anchor lies at its place; it is turned and sized about that. */
const PLACED: Params = {
  place: pair(
    'Place',
    'Where its anchor lies, in pixels from the top left corner of the design.',
    ['Across', 'Down'],
    [0, 0],
    FAR,
  ),
  anchor: pair(
    'Anchor',
    'The point that it is turned and sized about, in pixels from its middle.',
    ['Across', 'Down'],
    [0, 0],
    FAR,
  ),
  scale: {
    ...pair(
      'Size',
      'As a factor of its own size; below 0 it is mirrored.',
      ['Across', 'Down'],
      [1, 1],
      [-100, 100],
    ),
    step: 0.01,
    digits: 3,
    soft: [0, 2] as const,
  },
  turn: degrees('Turn', 'Clockwise.', 0, { limits: [-36000, 36000], soft: [-180, 180] }),
  opacity: share('Opacity', 'How much of it shows.', 1),
}

const BOX: Params = {
  box: pair('Box', 'Width and height in pixels, before sizing.', ['Width', 'Height'], [240, 120], [1, 32000]),
}

const ROUND = { round: px('Rounding', 'Radius of the corners.', 0, [0, 200]) }

const sides = (label: string, help: string) => ({
  ...pair(label, help, ['Left', 'Right'], [1, 1], [0, 1]),
  step: 0.01,
  digits: 2,
})

/** Of a line: shares of it that are drawn, its pen, its dashes and its heads. */
const LINE: Params = {
  width: px('Thickness', 'Of the line.', 8, [0, 60], { limits: [0.1, 1000], step: 0.1, digits: 1 }),
  taper: {
    ...pair(
      'Taper',
      'How thick it is where it begins and where it ends, in shares of its thickness.',
      ['Begins', 'Ends'],
      [1, 1],
      [0, 10],
    ),
    step: 0.01,
    digits: 2,
  },
  headStart: choice('Begins in', 'What its beginning looks like.', HEADS, { group: 'Ends' }),
  headEnd: choice('Ends in', 'What its end looks like.', HEADS, { group: 'Ends' }),
  head: times('Size of ends', 'How wide they are, in thicknesses of the line.', 4, 40, {
    soft: [1, 10],
    group: 'Ends',
  }),
  ends: choice(
    'Cut',
    'How the line is cut off where it ends in nothing.',
    { flat: 'Flat', round: 'Round', square: 'Half its thickness beyond' },
    { group: 'Ends' },
  ),
  corners: choice('Corners', 'How the line turns.', {
    round: 'Round',
    mitre: 'Pointed',
    bevel: 'Cut off',
  }),
  from: share('Drawn from', 'Where the drawn part begins, as a share of its length.', 0, {
    group: 'Drawn part',
  }),
  to: share('Drawn to', 'Where the drawn part ends, as a share of its length.', 1, { group: 'Drawn part' }),
  shift: number('Moved along by', 'Moves the drawn part, in shares of the length.', 0, [-100, 100], {
    soft: [-1, 1],
    group: 'Drawn part',
  }),
  dash: pair('Dashes', 'Long each, and room after it; 0 for none.', ['Dash', 'Room'], [0, 0], [0, 2000], {
    step: 0.5,
    unit: 'px',
    group: 'Dashes',
  }),
  run: px('Dashes run by', 'Moves the dashes along the line.', 0, [-200, 200], {
    limits: [-100_000, 100_000],
    group: 'Dashes',
  }),
}

const LETTERS: Params = {
  size: px('Letter size', 'Of the letters.', 72, [8, 200], {
    limits: [0.5, 4000],
    step: 0.5,
    digits: 1,
    group: 'Letters',
  }),
  tracking: number('Tracking', 'Room between letters, in thousandths of their size.', 0, [-500, 5000], {
    soft: [-100, 400],
    step: 1,
    digits: 0,
    group: 'Letters',
  }),
  leading: times('Leading', 'From line to line, as a factor of the letter size.', 1.2, 10, {
    soft: [0.7, 2],
    group: 'Letters',
  }),
  before: px('Before paragraphs', 'Room before each paragraph but the first.', 0, [0, 100], {
    group: 'Column',
  }),
  indent: px('First line in by', 'By which the first line of a paragraph begins later.', 0, [0, 200], {
    limits: [-2000, 2000],
    group: 'Column',
  }),
  box: pair(
    'Column',
    'Width and height in pixels; 0 is as much as the text takes.',
    ['Width', 'Height'],
    [0, 0],
    [0, 32000],
    { group: 'Column' },
  ),
}

/** The animatable numbers of each kind of object, in the order in which they are shown. Lengths in pixels of the design. An outline and a line have `points` besides. */
export const OBJECT_FORMS: Record<ObjectKind, Params> = {
  text: { ...LETTERS, ...PLACED },
  picture: PLACED,
  rectangle: {
    ...BOX,
    ...ROUND,
    upper: sides('Upper corners', 'How much of the rounding they have.'),
    lower: sides('Lower corners', 'How much of the rounding they have.'),
    ...PLACED,
  },
  ellipse: { ...BOX, ...PLACED },
  polygon: { ...BOX, corners: count('Corners', 'How many it has.', 6, [3, 60]), ...ROUND, ...PLACED },
  star: {
    ...BOX,
    corners: count('Points', 'How many it has.', 5, [2, 60]),
    depth: share('Depth', 'How far the corners between its points lie in.', 0.5),
    ...ROUND,
    ...PLACED,
  },
  line: { ...LINE, ...PLACED },
  outline: PLACED,
  combined: PLACED,
  group: PLACED,
}
