import type { Params } from '../params'
import { degrees, number, pair, px, share, times } from '../params/make'

/** What an object of a design can be. */
export const OBJECT_KINDS = ['text', 'picture', 'rectangle', 'ellipse', 'outline', 'group'] as const
export type ObjectKind = (typeof OBJECT_KINDS)[number]

export const OBJECT_NAMES: Record<ObjectKind, string> = {
  text: 'Text',
  picture: 'Picture',
  rectangle: 'Rectangle',
  ellipse: 'Ellipse',
  outline: 'Outline',
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

/** The animatable numbers of each kind of object, in the order in which they are shown. Lengths in pixels of the design. An outline has `points` besides. */
export const OBJECT_FORMS: Record<ObjectKind, Params> = {
  text: { ...LETTERS, ...PLACED },
  picture: PLACED,
  rectangle: { ...BOX, round: px('Rounding', 'Radius of the corners.', 0, [0, 200]), ...PLACED },
  ellipse: { ...BOX, ...PLACED },
  outline: PLACED,
  group: PLACED,
}
