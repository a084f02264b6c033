import { defaults, type Param, type Params, type Values } from '../params'
import {
  choice,
  colour,
  count,
  curve,
  degrees,
  number,
  pair,
  px,
  seed,
  share,
  times,
  toggle,
} from '../params/make'
import { type CommonUse, type MoverDeclaration, UNITS, type Way } from './declare'
import { EASES } from './ease'

export const ORDERS = {
  forwards: 'In reading order',
  backwards: 'Last first',
  middle: 'From the middle',
  ends: 'From the ends',
  random: 'At random',
  point: 'By distance from a point',
  together: 'Together',
} as const
export type OrderName = keyof typeof ORDERS

export const ANCHORS = {
  middle: 'Middle',
  base: 'Where letters stand',
  top: 'Top',
  bottom: 'Bottom',
  left: 'Left',
  right: 'Right',
  whole: 'Middle of the whole',
} as const
export type AnchorName = keyof typeof ANCHORS

const many = ({ unit = 'whole' }: Values) => unit !== 'whole'
const ordered = (v: Values) => many(v) && v['order'] !== 'together'

/** Whether the common controls draw lots. */
const lots = (v: Values) => ordered(v) && (v['order'] === 'random' || Number(v['uneven'] ?? 0) > 0)

const PIECES: Params = {
  unit: choice('Moves', 'What moves by itself.', UNITS),
  order: choice('Order', 'Which of them begins first.', ORDERS, { when: many }),
  point: pair(
    'Point',
    'In pixels of the object from the middle of all of it.',
    ['Across', 'Down'],
    [0, 0],
    [-32000, 32000],
    { when: (v) => many(v) && v['order'] === 'point' },
  ),
}

const ANCHOR: Params = {
  anchor: choice('About', 'What it is turned and sized about.', ANCHORS),
}

const DEPTH: Params = {
  eye: times(
    'Eye at',
    'How far the eye is from the picture, in heights of the design: nearer is more perspective.',
    2,
    50,
    {
      soft: [0.5, 6],
      group: 'Depth',
    },
  ),
}

const SHUTTER: Params = {
  shutter: degrees('Shutter', 'How long its movement is exposed: 360 is a whole frame, 0 is none.', 0, {
    limits: [0, 720],
    soft: [0, 360],
    group: 'Trails',
  }),
}

/** Which controls belong to what a mover says that it uses. */
const USES: Readonly<Record<CommonUse, readonly string[]>> = {
  ease: ['ease', 'stiffness', 'damping', 'keeps', 'curve'],
  anchor: ['anchor'],
  travel: ['shutter', 'trails', 'lag', 'decay', 'trailColour', 'trailTint'],
  depth: ['eye'],
  chance: [],
}

/** What every arrival and departure has besides its own controls. */
const PASS: Params = {
  ...PIECES,
  frames: count('Takes', 'Frames.', 14, [1, 10_000], { soft: [1, 72], unit: 'frames', group: 'Time' }),
  pace: choice(
    'Counts',
    'Whether that is the time of all of them or of each.',
    { all: 'For all', each: 'For each' },
    { group: 'Time', when: ordered },
  ),
  overlap: share('Overlap', 'How much of its time one shares with the next.', 0.75, {
    group: 'Time',
    when: ordered,
  }),
  uneven: share('Uneven', 'How irregularly they begin.', 0, { group: 'Time', when: ordered }),
  ease: choice('Goes', 'How it gets there.', EASES, { group: 'Time' }),
  stiffness: number('Stiffness', 'How hard the spring pulls, per second squared.', 220, [1, 20_000], {
    soft: [20, 1200],
    step: 1,
    digits: 0,
    group: 'Time',
    when: ({ ease }) => ease === 'spring',
  }),
  damping: times('Damping', 'From 1 on it never goes past.', 0.5, 4, {
    soft: [0.1, 1.2],
    group: 'Time',
    when: ({ ease }) => ease === 'spring',
  }),
  keeps: share('Bounce', 'How much of its speed a bounce keeps.', 0.45, {
    group: 'Time',
    when: ({ ease }) => ease === 'falls',
  }),
  curve: curve('Curve', 'How far it has come, over its time.', [0, 0, 0.3, 0.75, 1, 1], {
    group: 'Time',
    when: ({ ease }) => ease === 'drawn',
  }),
  fade: share('Fades over', 'The share of its time in which it becomes dense; 0 is at once.', 0.5, {
    group: 'Time',
  }),
  reverse: toggle('As it came', 'The last to come is the first to go.', false, { group: 'Time' }),
  seed: seed(1, { group: 'Time' }),
  ...ANCHOR,
  ...SHUTTER,
  trails: count('Trails', 'How often it is seen where it was.', 0, [0, 12], { group: 'Trails' }),
  lag: number('Behind by', 'Frames from each to the next.', 1, [0.1, 100], {
    soft: [0.25, 6],
    group: 'Trails',
    when: ({ trails }) => Number(trails) > 0,
  }),
  decay: share('Each at', 'The density of each, of the one before it.', 0.6, {
    group: 'Trails',
    when: ({ trails }) => Number(trails) > 0,
  }),
  trailColour: colour('Colour', 'What trails turn to.', [1, 0.46, 0.1], {
    group: 'Trails',
    when: ({ trails }) => Number(trails) > 0,
  }),
  trailTint: share('Coloured', 'How far they have turned to it.', 0, {
    group: 'Trails',
    when: ({ trails }) => Number(trails) > 0,
  }),
  ...DEPTH,
}

/** What every stay has besides its own controls. */
const STAY: Params = {
  ...PIECES,
  period: number('Comes back in', 'Seconds.', 2.4, [0.05, 600], {
    soft: [0.2, 10],
    unit: 's',
    group: 'Time',
  }),
  behind: number('One after the other', 'By which share of that the next is behind.', 0.12, [-10, 10], {
    soft: [0, 1],
    group: 'Time',
    when: ordered,
  }),
  blend: px('Blends over', 'Frames in which it comes and goes.', 10, [0, 48], {
    limits: [0, 10_000],
    step: 1,
    digits: 0,
    unit: 'frames',
    group: 'Time',
  }),
  seed: seed(1, { group: 'Time' }),
  ...ANCHOR,
  ...SHUTTER,
  ...DEPTH,
}

const made = new Map<string, Params>()

/** The controls of a mover for one way: its own first, then those that all have. */
export function moverParams(mover: MoverDeclaration, way: Way): Params {
  const key = `${mover.id} ${way}`
  const known = made.get(key)
  if (known) return known
  const common = mover.kind === 'pass' ? PASS : STAY
  const uses = mover.uses ?? []
  const unused = new Set([
    ...(Object.keys(USES) as CommonUse[]).flatMap((use) => (uses.includes(use) ? [] : USES[use])),
    ...(mover.without ?? []),
    ...(way === 'leave' ? [] : ['reverse']),
  ])
  const kept = [
    ...Object.entries(mover.params),
    ...Object.entries(common).filter(([name]) => !unused.has(name)),
  ]
  const params = Object.fromEntries(
    kept.map(([name, param]) => {
      const begins = mover.begins?.[name]
      const when = name === 'seed' && !uses.includes('chance') ? { when: lots } : {}
      return [name, { ...param, ...when, ...(begins === undefined ? {} : { default: begins }) } as Param]
    }),
  )
  made.set(key, params)
  return params
}

/** What the controls of a mover begin with. Departures take a third less time. */
export function moverDefaults(mover: MoverDeclaration, way: Way): Values {
  const values = defaults(moverParams(mover, way))
  if (way === 'leave' && typeof values['frames'] === 'number')
    values['frames'] = Math.max(1, Math.round((values['frames'] * 2) / 3))
  return values
}
