import type { Frame } from '../frame'
import { defaults, type Params, type Values } from '../params'
import { choice, colour, count, degrees, number, point, px, seed, share, times } from '../params/make'
import type { RenderContext, StepDeclaration } from '../steps/declare'
import { lensBlur } from '../steps/blur/lens'
import { posterise } from '../steps/colour/posterise'
import { flare } from '../steps/light/flare'
import { lightLeak } from '../steps/light/leak'
import { fringe } from '../steps/texture/fringe'
import { gate } from '../steps/texture/gate'
import { glitch } from '../steps/texture/glitch'
import { mosaic } from '../steps/texture/mosaic'
import { bulge } from '../steps/warp/bulge'
import { kaleidoscope } from '../steps/warp/kaleidoscope'
import { ripple } from '../steps/warp/ripple'
import { turbulence } from '../steps/warp/turbulence'
import { twirl } from '../steps/warp/twirl'
import { type CrossContext, declareCrossing } from './crossing'
import { middle, mixedAt } from './mixes'

interface Through<P extends Params> {
  id: string
  name: string
  purpose: string
  words: readonly string[]
  params: P
  proxyError: number
  /** The treatment that is laid on. */
  step: StepDeclaration
  /** Its values where it is so strong, from 0 at the ends to 1 in the middle; what is not named is as it usually is. */
  values(v: RenderContext<P>['values'], strength: number, p: number): Values
  /** On both pictures mixed, not on each by itself. */
  onBoth?: boolean
}

/** A treatment that grows on the picture that goes and wanes on the one that comes; in the middle one goes over into the other. */
const through = <const P extends Params>(given: Through<P>): StepDeclaration => {
  const { step, values, onBoth, ...rest } = given
  const usual = defaults(step.params)
  return declareCrossing({
    ...rest,
    params: {
      ...given.params,
      overlap: share('Overlap', 'How much of the time both are mixed.', onBoth ? 0.5 : 0.3),
    },
    ...(step.moves ? { moves: true } : {}),
    render(context: CrossContext<Params>) {
      const { kernels: k, input, incoming, p } = context
      const own = { ...usual, ...values(context.values as never, 1 - Math.abs(2 * p - 1), p) }
      const treated = (frame: Frame) =>
        step.neutral(own as never, {})
          ? copyOf(frame)
          : step.render({
              ...context,
              input: frame,
              values: own as never,
              moments: [],
              frames: {},
              times: {},
            })
      const copyOf = (frame: Frame) => {
        const out = k.frame(frame.width, frame.height)
        out.data.set(frame.data)
        return out
      }
      const over = middle(p, (context.values as unknown as { overlap: number }).overlap)
      if (!onBoth)
        return mixedAt(
          k,
          over,
          () => treated(input),
          () => treated(incoming),
        )
      const mixed = mixedAt(
        k,
        over,
        () => copyOf(input),
        () => copyOf(incoming),
      )
      const out = treated(mixed)
      k.free(mixed)
      return out
    },
  } as never)
}

const strengthOf = (strength: number) => strength * strength * (3 - 2 * strength)

export const THROUGH: readonly StepDeclaration[] = [
  through({
    id: 'mosaic-over',
    name: 'Mosaic over the cut',
    purpose: 'The picture falls into blocks, and the next one comes out of them.',
    words: ['pixelate', 'blocks', 'digital'],
    params: { size: px('Size', 'How large blocks are in the middle.', 96, [4, 300], { limits: [2, 2000] }) },
    proxyError: 0.3,
    step: mosaic,
    values: (v, s) => ({
      width: 1 + (v.size - 1) * s,
      height: 1 + (v.size - 1) * s,
      strength: Math.min(1, s * 6),
    }),
  }),
  through({
    id: 'posterise-over',
    name: 'Posterise over the cut',
    purpose: 'Tones melt into few, and part again as the next picture.',
    words: ['steps', 'tones', 'graphic'],
    params: { tones: count('Tones', 'How few tones are left in the middle.', 3, [2, 16]) },
    proxyError: 0.5,
    step: posterise,
    values: (v, s) => ({ levels: Math.max(2, v.tones + 60 * (1 - s) * (1 - s)) }),
  }),
  through({
    id: 'focus-over',
    name: 'Focus over the cut',
    purpose:
      'The lens goes out of focus on one picture and comes into focus on the next, with its discs of light.',
    words: ['bokeh', 'defocus', 'rack', 'lens'],
    params: {
      radius: px('Radius', 'How large a point becomes in the middle.', 40, [0, 120], { limits: [0, 300] }),
      lights: times('Highlights', 'How much brighter lights become that are spread.', 2, 20, {
        soft: [0, 8],
      }),
    },
    proxyError: 0.35,
    step: lensBlur,
    values: (v, s) => ({ radius: v.radius * strengthOf(s), emphasis: v.lights * s }),
  }),
  through({
    id: 'ripple-over',
    name: 'Ripple over the cut',
    purpose: 'Waves run over the picture as over water, and calm down as the next one.',
    words: ['water', 'waves', 'dream'],
    params: {
      height: px('Height', 'How far points are moved in the middle.', 30, [0, 120], { limits: [0, 600] }),
      length: px('Length', 'From one crest to the next.', 120, [20, 400], { limits: [4, 4000] }),
      centre: point('Centre', 'Where rings come from.'),
    },
    proxyError: 0.3,
    step: ripple,
    values: (v, s) => ({ height: v.height * strengthOf(s), length: v.length, centre: v.centre }),
  }),
  through({
    id: 'turbulence-over',
    name: 'Turbulence over the cut',
    purpose: 'The picture boils away, and the next one settles out of it.',
    words: ['heat', 'smoke', 'distort', 'liquid'],
    params: {
      amount: px('Amount', 'How far points stray in the middle.', 140, [0, 400], { limits: [0, 800] }),
      size: px('Size', 'Size of the whirls.', 160, [20, 600], { limits: [4, 4000] }),
      seed: seed(6),
    },
    proxyError: 0.4,
    step: turbulence,
    values: (v, s) => ({ amount: v.amount * strengthOf(s), size: v.size, seed: v.seed }),
  }),
  through({
    id: 'bulge-over',
    name: 'Bulge over the cut',
    purpose: 'The picture swells up to the eye, and the next one sinks back into its place.',
    words: ['swell', 'pinch', 'lens', 'pop'],
    params: {
      amount: number('Amount', 'Above 0 swells, below 0 pinches.', 0.85, [-0.95, 0.95]),
      centre: point('Centre', 'The middle of the swelling.'),
    },
    proxyError: 0.3,
    step: bulge,
    values: (v, s) => ({ amount: v.amount * strengthOf(s), centre: v.centre, radius: 0.9 }),
  }),
  through({
    id: 'twirl-over',
    name: 'Twirl over the cut',
    purpose: 'The picture is stirred away, and the next one is stirred into its place.',
    words: ['spiral', 'whirl', 'stir', 'spin'],
    params: {
      angle: degrees('Angle', 'How far the middle turns.', 360),
      centre: point('Centre', 'The middle of the whirl.'),
    },
    proxyError: 0.4,
    step: twirl,
    values: (v, s, p) => ({
      angle: v.angle * strengthOf(s) * (p < 0.5 ? 1 : -1),
      centre: v.centre,
      radius: 1,
    }),
  }),
  through({
    id: 'kaleidoscope-over',
    name: 'Kaleidoscope over the cut',
    purpose: 'The picture breaks into mirrors that turn, and the next one puts itself together out of them.',
    words: ['mirror', 'pattern', 'facets'],
    params: {
      sides: count('Sides', 'How many wedges make the round.', 8, [2, 24]),
      angle: degrees('Turn', 'How far the pattern turns.', 90),
    },
    proxyError: 0.5,
    step: kaleidoscope,
    values: (v, _, p) => ({ sides: v.sides, angle: v.angle * p, wedge: v.angle * p }),
  }),
  through({
    id: 'glitch-over',
    name: 'Glitch over the cut',
    purpose: 'The signal breaks down: lines and blocks are thrown about, and another picture has come.',
    words: ['digital', 'signal', 'broken', 'loss', 'error'],
    params: {
      amount: share('Amount', 'How many lines and blocks are hit in the middle.', 0.9),
      shift: px('Shift', 'How far they are thrown.', 160, [0, 600], { limits: [0, 2000] }),
      seed: seed(11),
    },
    proxyError: 0.6,
    step: glitch,
    values: (v, s) => ({
      amount: v.amount * s,
      shift: v.shift,
      split: 24 * s,
      bursts: 1,
      hold: 2,
      seed: v.seed,
    }),
  }),
  through({
    id: 'channel-slip',
    name: 'Channel slip',
    purpose: 'Red, green and blue slip apart and come together again as the next picture.',
    words: ['rgb', 'chromatic', 'split', 'colours'],
    params: {
      amount: px('Amount', 'How far red and blue lie apart in the middle.', 60, [0, 240], {
        limits: [0, 600],
      }),
      kind: choice('Come apart', 'All alike, or away from the middle.', {
        along: 'All alike',
        radial: 'From the middle',
      }),
      angle: degrees('Direction', 'The direction in which they come apart.', 0, {
        when: (v) => v.kind === 'along',
      }),
    },
    proxyError: 0.3,
    step: fringe,
    values: (v, s) => ({ amount: v.amount * strengthOf(s), kind: v.kind, angle: v.angle, steps: 3 }),
  }),
  through({
    id: 'gate-slip',
    name: 'Gate slip',
    purpose: 'The film jumps in the gate while one picture takes the place of the other.',
    words: ['film', 'jump', 'projector', 'jam', 'shutter'],
    params: {
      amount: px('Amount', 'How far it jumps in the middle.', 80, [0, 240], { limits: [0, 200] }),
      seed: seed(2),
    },
    proxyError: 0.3,
    step: gate,
    values: (v, s) => ({
      weave: v.amount * 0.3 * s,
      jump: v.amount * s,
      turn: s,
      rate: 10,
      seed: v.seed,
      edge: 'mirror',
    }),
  }),
  through({
    id: 'leak-over',
    name: 'Light leak over the cut',
    purpose: 'Light gets into the camera and washes over the cut.',
    words: ['burn', 'film', 'warm', 'orange', 'wash'],
    params: {
      intensity: times('Intensity', 'Strength of the light in the middle.', 4, 20, { soft: [0, 10] }),
      first: colour('Near colour', 'The colour at the border.', [1, 0.35, 0.08]),
      second: colour('Far colour', 'The colour of the light that comes furthest in.', [1, 0.7, 0.3]),
      seed: seed(3),
    },
    proxyError: 0.3,
    step: lightLeak,
    onBoth: true,
    values: (v, s) => ({
      intensity: v.intensity * strengthOf(s),
      first: v.first,
      second: v.second,
      size: 0.35 + 0.65 * s,
      pulse: 0,
      speed: 3,
      seed: v.seed,
    }),
  }),
  through({
    id: 'flare-over',
    name: 'Lens flare over the cut',
    purpose: 'A light passes through the picture and takes the cut along.',
    words: ['sun', 'lens', 'passing', 'light'],
    params: {
      from: point('From', 'Where the light comes in.', [-0.1, 0.3]),
      to: point('To', 'Where it goes out.', [1.1, 0.4]),
      intensity: times('Intensity', 'Strength of the light in the middle.', 5, 20, { soft: [0, 10] }),
      colour: colour('Colour', 'The colour of the light.', [1, 0.88, 0.7]),
    },
    proxyError: 0.3,
    step: flare,
    onBoth: true,
    values: (v, s, p) => ({
      light: [v.from[0] + (v.to[0] - v.from[0]) * p, v.from[1] + (v.to[1] - v.from[1]) * p],
      intensity: v.intensity * strengthOf(s),
      tint: v.colour,
      size: 1 + s,
    }),
  }),
]
