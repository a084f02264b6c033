import type { Animated, Interpolation, Value } from '../anim'
import type { TransitionFile } from '../formats'
import { newPlainStep, type Step } from '../project'

type Given = Value | Animated
const isAnimated = (given: Given): given is Animated => typeof given === 'object' && !Array.isArray(given)
type Key = readonly [at: number, value: number | number[]]

/** Keys that go from one to the next as `way` says: evenly, or leaving or arriving with a speed of nothing. */
function keys(way: 'even' | 'slower' | 'faster' | 'gentle' | 'hold', ...list: Key[]): Animated {
  const [leave, arrive] = (
    {
      even: ['linear', 'linear'],
      slower: ['linear', 'ease'],
      faster: ['ease', 'linear'],
      gentle: ['ease', 'ease'],
      hold: ['hold', 'linear'],
    } as const
  )[way] satisfies readonly [Interpolation, Interpolation]
  return {
    value: list.at(-1)?.[1] ?? 0,
    keys: list.map(([at, value]) => ({ at, value, leave, arrive })),
  }
}

/** A step with values and keys; `when` bounds when it acts, in frames from the cut. */
const step = (use: string, name: string, values: Record<string, Given>, when?: [number, number]): Step => {
  const id = name.toLowerCase().replace(/\W+/g, '-')
  const made = newPlainStep(use, id)
  for (const [param, value] of Object.entries(values))
    made.what[param] = isAnimated(value) ? value : { value }
  if (when) Object.assign(made.when, { start: when[0], end: when[1] })
  return { ...made, name }
}

interface Sides {
  outgoing?: Step[]
  incoming?: Step[]
  joined?: Step[]
}

/** A transition made of ordinary steps. Its ids are unique within it. */
function made(
  name: string,
  [before, after]: [number, number],
  { outgoing = [], incoming = [], joined = [] }: Sides,
  timing: 'kept' | 'scaled' = 'scaled',
): TransitionFile {
  const own = (side: string, steps: Step[]) => steps.map((s) => ({ ...s, id: `${side}-${s.id}` }))
  return {
    format: 'stilus-transition',
    version: 2,
    id: `stilus-${name.toLowerCase().replace(/\W+/g, '-')}`,
    name,
    timing,
    before,
    after,
    outgoing: own('out', outgoing),
    incoming: own('in', incoming),
    steps: own('join', joined),
  }
}

const dissolve = (pace: string, when?: [number, number]) => step('dissolve', 'Dissolve', { pace }, when)
const MIRROR = { edge: 'mirror' }

/** Transitions built from ordinary steps with keys on both sides of the cut, which ship with Stilus. */
export const CROSSING_RECIPES: readonly TransitionFile[] = [
  made('White flash', [10, 10], {
    outgoing: [
      step('gaussian-blur', 'Blur', { radius: keys('even', [-10, [0, 0]], [0, [26, 26]]) }),
      step('grade', 'Exposure', { exposure: keys('even', [-10, 0], [0, 6]) }),
    ],
    incoming: [
      step('gaussian-blur', 'Blur', { radius: keys('even', [0, [26, 26]], [10, [0, 0]]) }),
      step('grade', 'Exposure', { exposure: keys('even', [0, 6], [10, 0]) }),
    ],
  }),
  made('Slide that settles', [6, 14], {
    outgoing: [
      step('reframe', 'Slide', { across: keys('faster', [-6, 0], [0, -640]), ...MIRROR }),
      step('directional-blur', 'Jolt', { length: 180, angle: 0 }, [-1, 0]),
    ],
    incoming: [
      step('reframe', 'Slide', { across: keys('slower', [0, 900], [14, 0]), ...MIRROR }),
      step('directional-blur', 'Jolt', { length: 180, angle: 0 }, [0, 1]),
    ],
    joined: [step('flicker', 'Flicker', { amount: 0.35, rate: 12, decay: 0.15 }, [0, 14])],
  }),
  made('Warm flash', [6, 14], {
    outgoing: [
      step('grade', 'Light', {
        exposure: keys('faster', [-6, 0], [0, 4]),
        temperature: keys('even', [-6, 0], [0, 60]),
      }),
    ],
    incoming: [
      step('grade', 'Light', {
        exposure: keys('slower', [0, 4], [14, 0]),
        temperature: keys('slower', [0, 60], [14, 0]),
      }),
      step('halation', 'Halation', { strength: keys('slower', [0, 3], [14, 0]), radius: 20 }),
    ],
  }),
  made('Blink', [4, 5], {
    outgoing: [step('grade', 'Lid', { exposure: keys('faster', [-4, 0], [0, -9]) })],
    incoming: [step('grade', 'Lid', { exposure: keys('slower', [0, -9], [5, 0]) })],
  }),
  made('Whip aside', [7, 9], {
    outgoing: [
      step('reframe', 'Whip', { across: keys('faster', [-7, 0], [0, -1500]), ...MIRROR }),
      step('directional-blur', 'Blur', { length: keys('faster', [-7, 0], [0, 260]), angle: 0 }),
    ],
    incoming: [
      step('reframe', 'Whip', { across: keys('slower', [0, 1500], [9, 0]), ...MIRROR }),
      step('directional-blur', 'Blur', { length: keys('slower', [0, 260], [9, 0]), angle: 0 }),
    ],
  }),
  made('Whip upwards', [7, 9], {
    outgoing: [
      step('reframe', 'Whip', { down: keys('faster', [-7, 0], [0, 900]), ...MIRROR }),
      step('directional-blur', 'Blur', { length: keys('faster', [-7, 0], [0, 200]), angle: 90 }),
    ],
    incoming: [
      step('reframe', 'Whip', { down: keys('slower', [0, -900], [9, 0]), ...MIRROR }),
      step('directional-blur', 'Blur', { length: keys('slower', [0, 200], [9, 0]), angle: 90 }),
    ],
  }),
  made('Rush in', [8, 8], {
    outgoing: [
      step('reframe', 'Rush', { scale: keys('faster', [-8, 1], [0, 1.9]), ...MIRROR }),
      step('radial-blur', 'Streaks', { kind: 'zoom', zoom: keys('faster', [-8, 0], [0, 0.4]) }),
    ],
    incoming: [
      step('reframe', 'Rush', { scale: keys('slower', [0, 0.6], [8, 1]), ...MIRROR }),
      step('radial-blur', 'Streaks', { kind: 'zoom', zoom: keys('slower', [0, 0.4], [8, 0]) }),
    ],
  }),
  made('Draw back', [8, 8], {
    outgoing: [
      step('reframe', 'Back', { scale: keys('faster', [-8, 1], [0, 0.55]), ...MIRROR }),
      step('radial-blur', 'Streaks', { kind: 'zoom', zoom: keys('faster', [-8, 0], [0, 0.3]) }),
    ],
    incoming: [
      step('reframe', 'Back', { scale: keys('slower', [0, 1.8], [8, 1]), ...MIRROR }),
      step('radial-blur', 'Streaks', { kind: 'zoom', zoom: keys('slower', [0, 0.3], [8, 0]) }),
    ],
  }),
  made('Spin over', [8, 10], {
    outgoing: [
      step('reframe', 'Spin', { angle: keys('faster', [-8, 0], [0, 120]), scale: 1.3, ...MIRROR }, [-8, 0]),
      step('radial-blur', 'Blur', { kind: 'spin', spin: keys('faster', [-8, 0], [0, 40]) }),
    ],
    incoming: [
      step('reframe', 'Spin', {
        angle: keys('slower', [0, -120], [10, 0]),
        scale: keys('slower', [0, 1.3], [10, 1]),
        ...MIRROR,
      }),
      step('radial-blur', 'Blur', { kind: 'spin', spin: keys('slower', [0, 40], [10, 0]) }),
    ],
  }),
  made('Blow', [1, 18], {
    outgoing: [step('directional-blur', 'Jolt', { length: 70, angle: 90 }, [-1, 0])],
    incoming: [
      step(
        'shake',
        'Shake',
        { position: 70, rotation: 2, rate: 9, decay: 0.16, zoom: 1.08, shutter: 180 },
        [0, 18],
      ),
      step('grade', 'Light', { exposure: keys('slower', [0, 2], [5, 0]) }),
    ],
  }),
  made('Bad splice', [4, 5], {
    joined: [
      step('glitch', 'Fault', { amount: 0.9, shift: 140 }, [-4, 5]),
      step('fringe', 'Colours', { kind: 'along', amount: keys('even', [-4, 0], [0, 34], [5, 0]) }),
    ],
  }),
  made('Colours slip', [6, 6], {
    joined: [
      step('fringe', 'Slip', { kind: 'along', angle: 20, amount: keys('gentle', [-6, 0], [0, 60], [6, 0]) }),
    ],
  }),
  made('End of the reel', [10, 10], {
    joined: [
      step('gate', 'Gate', { weave: 8, jump: keys('even', [-10, 0], [0, 30], [10, 0]), rate: 6 }),
      step('light-leak', 'Fogged end', {
        intensity: keys('gentle', [-10, 0], [0, 7], [10, 0]),
        size: 0.9,
        pulse: 0,
      }),
      step('dust', 'Scratches', { scratches: 8, strength: keys('even', [-10, 0], [0, 1], [10, 0]) }),
    ],
  }),
  made('Out of focus', [12, 12], {
    outgoing: [step('lens-blur', 'Focus', { radius: keys('faster', [-12, 0], [4, 44]), emphasis: 2 })],
    incoming: [step('lens-blur', 'Focus', { radius: keys('slower', [-4, 44], [12, 0]), emphasis: 2 })],
    joined: [dissolve('drawn')].map((s) => ({
      ...s,
      what: { ...s.what, way: { value: [0, 0, 0.35, 0, 0.65, 1, 1, 1] } },
    })),
  }),
  made('Into a dream', [16, 16], {
    joined: [
      dissolve('ease'),
      step('diffusion', 'Veil', { strength: keys('gentle', [-16, 0], [0, 1], [16, 0]), spread: 40 }),
      step('glow', 'Bloom', { intensity: keys('gentle', [-16, 0], [0, 1.6], [16, 0]), radius: 60, rings: 3 }),
    ],
  }),
  made('Tiles and back', [10, 10], {
    outgoing: [
      step(
        'mosaic',
        'Tiles',
        {
          width: keys('faster', [-10, 4], [0, 150]),
          height: keys('faster', [-10, 4], [0, 150]),
        },
        [-10, 0],
      ),
    ],
    incoming: [
      step(
        'mosaic',
        'Tiles',
        {
          width: keys('slower', [0, 150], [10, 4]),
          height: keys('slower', [0, 150], [10, 4]),
        },
        [0, 10],
      ),
    ],
  }),
  made('Three tones', [6, 6], {
    outgoing: [step('posterise', 'Tones', { levels: keys('hold', [-6, 8], [-4, 5], [-2, 3]) }, [-6, 0])],
    incoming: [step('posterise', 'Tones', { levels: keys('hold', [0, 3], [2, 5], [4, 8]) }, [0, 6])],
  }),
  made(
    'Negative beat',
    [2, 2],
    {
      outgoing: [step('invert', 'Negative', {}, [-2, 0])],
      incoming: [step('grade', 'Light', { exposure: 2.5, saturation: 0 }, [0, 2])],
    },
    'kept',
  ),
  made(
    'Strobe',
    [4, 4],
    {
      joined: [
        step('solid', 'White', { colour: [1, 1, 1] }, [-1, 0]),
        step('solid', 'Black', { colour: [0, 0, 0] }, [0, 1]),
        step('solid', 'White again', { colour: [1, 1, 1] }, [2, 3]),
        step('flicker', 'Flicker', { amount: 0.5, rate: 24 }, [-4, 4]),
      ],
    },
    'kept',
  ),
  made('Through water', [12, 12], {
    outgoing: [step('ripple', 'Waves', { height: keys('faster', [-12, 0], [12, 70]), length: 160 })],
    incoming: [step('ripple', 'Waves', { height: keys('slower', [-12, 70], [12, 0]), length: 160 })],
    joined: [dissolve('ease')],
  }),
  made('Heat haze', [12, 12], {
    outgoing: [step('turbulence', 'Haze', { amount: keys('faster', [-12, 0], [12, 160]), rise: 40 })],
    incoming: [step('turbulence', 'Haze', { amount: keys('slower', [-12, 160], [12, 0]), rise: 40 })],
    joined: [dissolve('ease')],
  }),
  made('Lamp goes out', [14, 8], {
    outgoing: [
      step('flicker', 'Fails', { amount: keys('even', [-14, 0], [-3, 0.9]), rate: 14, hard: 1 }),
      step('grade', 'Out', { exposure: keys('faster', [-14, 0], [0, -8]) }),
    ],
    incoming: [step('grade', 'On', { exposure: keys('slower', [0, -8], [8, 0]) })],
  }),
  made('Sun comes up', [10, 18], {
    incoming: [
      step('rays', 'Sun', { intensity: keys('slower', [-10, 4], [18, 0]), length: 0.8, threshold: 0.35 }),
      step('grade', 'Morning', { temperature: keys('slower', [-10, 45], [18, 0]) }),
    ],
    joined: [dissolve('ease')],
  }),
  made('Set is switched over', [3, 9], {
    joined: [
      step('noise', 'Snow', { kind: 'snow', opacity: keys('slower', [-1, 1], [5, 0]) }, [-1, 5]),
      step('scan-lines', 'Lines', { roll: keys('slower', [-3, 0], [9, 1]), depth: 0.7 }, [-3, 9]),
      step('fringe', 'Colours', { kind: 'along', amount: keys('slower', [-3, 18], [9, 0]) }),
    ],
  }),
  made('Eye closes and opens', [10, 10], {
    joined: [
      step(
        'vignette',
        'Lid',
        {
          by: 'colour',
          colour: [0, 0, 0],
          strength: 40,
          softness: 0.3,
          size: keys('gentle', [-10, 2.4], [0, 0.01], [10, 2.4]),
        },
        [-10, 10],
      ),
    ],
  }),
]
