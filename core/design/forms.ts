import type { Params } from '../params'
import { choice, colour, count, degrees, number, pair, px, share, times, toggle } from '../params/make'
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
  'drawing',
  'combined',
  'group',
  'repeat',
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
  drawing: 'Drawing',
  combined: 'Combination',
  group: 'Group',
  repeat: 'Repeat',
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
  along: toggle('Turns along its path', 'Turns besides with the way that the keys of its place take.', false),
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

const isRound = ({ layout }: Record<string, unknown>) => layout === 'circle'
const isStraight = (v: Record<string, unknown>) => !isRound(v)

/** Of what is repeated: how many, where each stands, and how it differs from the one before it. */
const REPEAT: Params = {
  count: count('How many', 'Copies, the first among them.', 5, [1, 400], { soft: [1, 40] }),
  layout: choice('Stand', 'How they are laid out.', {
    row: 'In a row',
    grid: 'In rows and columns',
    circle: 'In a circle',
  }),
  step: pair(
    'Step',
    'From each to the next; in rows and columns to the next of both.',
    ['Across', 'Down'],
    [100, 0],
    FAR,
    {
      step: 0.5,
      unit: 'px',
      when: isStraight,
    },
  ),
  columns: count('Columns', 'How many stand beside each other.', 5, [1, 400], {
    soft: [1, 40],
    when: ({ layout }) => layout === 'grid',
  }),
  radius: px('Radius', 'Of the circle, which goes through the first one.', 200, [0, 600], {
    limits: [0, 32000],
    when: isRound,
  }),
  begin: degrees('Begins at', 'Where on the circle the first one stands; 0 is on the right.', -90, {
    when: isRound,
  }),
  sweep: degrees('Goes round', 'How far; 360 is all round.', 360, { when: isRound }),
  face: toggle('Turn along', 'Each is turned as far as it has gone round.', true, { when: isRound }),
  turnStep: degrees('Turned by', 'Each from the one before it.', 0, { group: 'From each to the next' }),
  grow: times('Larger by', 'Each than the one before it.', 1, 4, {
    soft: [0.8, 1.25],
    group: 'From each to the next',
  }),
  delay: number('Later by', 'Frames that each is behind the one before it.', 0, [-1000, 1000], {
    soft: [0, 12],
    step: 1,
    digits: 0,
    group: 'From each to the next',
  }),
  fade: share('Last one at', 'The opacity of the last; those between go down to it.', 1, {
    group: 'To the last',
  }),
  tint: colour('Colour', 'What the colours of the copies go towards.', [1, 0.46, 0.1], {
    group: 'To the last',
  }),
  tinted: share('Coloured by', 'How far the last has come to that colour.', 0, { group: 'To the last' }),
  shown: number(
    'How many show',
    'Of the copies; between two whole numbers the next comes in.',
    400,
    [0, 400],
    {
      soft: [0, 40],
      group: 'As a number',
    },
  ),
  rest: share('The rest at', 'The opacity of those that do not show.', 0, { group: 'As a number' }),
}

const LETTERS: Params = {
  number: number('Number', 'What {number} in the text says.', 0, [-1e9, 1e9], {
    soft: [0, 100],
    step: 1,
    digits: 2,
    group: 'Number',
  }),
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
  columns: count('Columns', 'How many stand beside each other in its box.', 1, [1, 12], { group: 'Column' }),
  gap: px('Between them', 'Room between columns.', 40, [0, 200], {
    group: 'Column',
    when: ({ columns }) => Number(columns) > 1,
  }),
  tab: px('Tab stops', 'From one to the next; 0 is four letter sizes.', 0, [0, 400], { group: 'Column' }),
  slide: px('Along by', 'Moves the text along the line that it stands on.', 0, [-400, 400], {
    limits: [-32000, 32000],
    group: 'Course',
  }),
  lift: px('Lifted by', 'Room between the line and the text.', 0, [-100, 100], {
    limits: [-4000, 4000],
    group: 'Course',
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
  drawing: PLACED,
  combined: PLACED,
  group: PLACED,
  repeat: { ...REPEAT, ...PLACED },
}
