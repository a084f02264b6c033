import type { Frame } from '../frame'
import {
  bendPlane,
  directional,
  type Edge,
  type Homography,
  type Kernels,
  mixInto,
  overInto,
  radial,
  ramp,
  warpBy,
  warpPerspective,
} from '../kernels'
import { maths } from '../maths'
import { invert, type Matrix3, multiply, radians, shifted, turned } from '../matrix'
import { choice, count, degrees, edge, number, point, px, seed, share } from '../params/make'
import { chance } from '../steps/chance'
import type { Place, StepDeclaration } from '../steps/declare'
import { declareCrossing } from './crossing'
import { middle, mixedAt } from './mixes'
import { EDGE, goneOver } from './shares'

const warped = (k: Kernels, frame: Frame, toDestination: Matrix3, beyond: Edge): Frame =>
  warpPerspective(k, frame, invert(toDestination) as Homography, { edge: beyond, filter: 'bicubic' })

/** A picture moved by pixels; one that does not move stays as it is to the bit. */
function moved(k: Kernels, frame: Frame, dx: number, dy: number, beyond: Edge): Frame {
  if (Math.abs(dx) > 1e-6 || Math.abs(dy) > 1e-6) return warped(k, frame, shifted(dx, dy), beyond)
  const out = k.frame(frame.width, frame.height)
  out.data.set(frame.data)
  return out
}

/** Blurred along its way, by half of the length to either side. */
function along(k: Kernels, frame: Frame, angle: number, length: number, beyond: Edge): Frame {
  if (length < 0.5) return frame
  const out = directional(k, frame, angle, length / 2, length / 2, beyond)
  k.free(frame)
  return out
}

const way = ({ width, height }: Pick<Place, 'width' | 'height'>, angle: number) => {
  const [c, s] = [maths.cos(radians(angle)), maths.sin(radians(angle))]
  const span = Math.abs(c) * width + Math.abs(s) * height
  return { c, s, span, first: [c < 0 ? width : 0, s < 0 ? height : 0] as [number, number] }
}

const SLIDES = {
  angle: degrees('Direction', 'Where it moves to: 0 is to the right, 90 down.', 180),
  blur: px(
    'Motion blur',
    'How far it is blurred along its way at an even pace; more where it is faster.',
    24,
    [0, 200],
    {
      limits: [0, 4000],
    },
  ),
  edge: edge('mirror'),
  ...EDGE,
} as const

/** A slide: which of the pictures move along with the edge between them. */
const slide = (
  given: Pick<StepDeclaration, 'id' | 'name' | 'purpose'> & { words: string[] },
  { out, in: comes }: { out: boolean; in: boolean },
) =>
  declareCrossing({
    ...given,
    params: SLIDES,
    proxyError: 0.3,
    render({ kernels: k, input, incoming, values: v, place, scale, p, speed }) {
      const { c, s, span, first } = way(place, v.angle)
      const beyond = v.edge as Edge
      const length = v.blur * scale * Math.abs(speed)
      const by = (frame: Frame, moves: boolean, far: number) =>
        moves
          ? along(k, moved(k, frame, c * far, s * far, beyond), v.angle, length, beyond)
          : moved(k, frame, 0, 0, beyond)
      const from = by(input, out, p * span)
      const to = by(incoming, comes, (p - 1) * span)
      const when = ramp(k, input.width, input.height, 'along', { centre: first, along: [c / span, s / span] })
      const made = goneOver(k, from, to, when, { p, span, scale, edge: { ...v, soft: v.soft } })
      k.free(from, to)
      return made
    },
  })

export const slideOver = slide(
  {
    id: 'slide',
    name: 'Slide',
    purpose: 'The next picture slides in over the one before.',
    words: ['cover', 'over', 'move in'],
  },
  { out: false, in: true },
)
export const push = slide(
  {
    id: 'push',
    name: 'Push',
    purpose: 'The next picture pushes the one before out.',
    words: ['shove', 'move', 'slide'],
  },
  { out: true, in: true },
)
export const uncover = slide(
  {
    id: 'uncover',
    name: 'Uncover',
    purpose: 'The picture slides away and uncovers the next one.',
    words: ['reveal', 'move out', 'slide'],
  },
  { out: true, in: false },
)

export const split = declareCrossing({
  id: 'split',
  name: 'Split',
  purpose: 'The picture parts in the middle, and its halves slide aside.',
  words: ['halves', 'open', 'gate', 'curtain'],
  params: {
    ...SLIDES,
    angle: degrees('Direction', 'Where one of the halves moves to: 0 is to the right, 90 down.', 0),
  },
  proxyError: 0.3,
  render({ kernels: k, input, incoming, values: v, place, scale, p, speed }) {
    const { c, s, span } = way(place, v.angle)
    const beyond = v.edge as Edge
    const length = v.blur * scale * Math.abs(speed)
    const far = (p * span) / 2
    const half = (by: number) => along(k, moved(k, input, c * by, s * by, beyond), v.angle, length, beyond)
    const [one, other] = [half(far), half(-far)]
    const side = ramp(k, input.width, input.height, 'along', {
      centre: [place.width / 2, place.height / 2],
      along: [c, s],
    })
    // Which half a place belongs to, over one pixel.
    bendPlane(k, side, 1, 0.5)
    mixInto(k, other, one, 1, side)
    k.free(side, other)
    const when = ramp(k, input.width, input.height, 'square', {
      centre: [place.width / 2, place.height / 2],
      along: [(2 * c) / span, (2 * s) / span],
      across: [0, 0],
    })
    const made = goneOver(k, one, incoming, when, { p, span: span / 2, scale, edge: v })
    k.free(one)
    return made
  },
})

export const whip = declareCrossing({
  id: 'whip',
  name: 'Whip pan',
  purpose: 'The camera is torn aside: both pictures rush by, blurred along the way.',
  words: ['swish', 'pan', 'fast', 'rush', 'camera'],
  params: {
    angle: degrees('Direction', 'Where the pictures rush to: 0 is to the right, 90 down.', 180),
    turns: count('Turns', 'How many pictures rush by.', 2, [1, 12], { soft: [1, 6] }),
    blur: px(
      'Motion blur',
      'How far it is blurred along its way at an even pace; more where it is faster.',
      140,
      [0, 600],
      {
        limits: [0, 4000],
      },
    ),
    overlap: share('Overlap', 'How much of the time both are mixed.', 0.25),
    edge: edge('mirror'),
  },
  proxyError: 0.3,
  render({ kernels: k, input, incoming, values: v, place, scale, p, speed }) {
    const { c, s, span } = way(place, v.angle)
    const beyond = v.edge as Edge
    const length = v.blur * scale * Math.abs(speed)
    const far = span * Math.round(v.turns)
    const at = (frame: Frame, by: number) =>
      along(k, moved(k, frame, c * by, s * by, beyond), v.angle, length, beyond)
    return mixedAt(
      k,
      middle(p, v.overlap),
      () => at(input, p * far),
      () => at(incoming, (p - 1) * far),
    )
  },
})

export const zoomThrough = declareCrossing({
  id: 'zoom-through',
  name: 'Zoom through',
  purpose: 'The camera rushes into the picture and out of the next one, with a spin if it is asked for.',
  words: ['spin', 'punch', 'scale', 'rush', 'crash'],
  params: {
    centre: point('Centre', 'The place that it rushes to.'),
    zoom: number(
      'Size',
      'How much larger the picture gets until it has gone; below 1 it shrinks.',
      4,
      [0.1, 20],
      {
        soft: [0.25, 8],
        unit: '×',
      },
    ),
    spin: degrees('Spin', 'How far it turns meanwhile, clockwise.', 0),
    blur: share('Motion blur', 'How much of its way shows as blur at an even pace.', 0.25),
    overlap: share('Overlap', 'How much of the time both are mixed.', 0.3),
    edge: edge('mirror'),
  },
  proxyError: 0.35,
  /** Sizes grow evenly to the eye, as powers: zoom^p for the picture that goes, zoom^(p - 1) for the one that comes. */
  render({ kernels: k, input, incoming, values: v, p, speed }) {
    const beyond = v.edge as Edge
    const [x, y] = [v.centre[0] * input.width, v.centre[1] * input.height]
    const open = Math.min(0.5, v.blur * Math.abs(speed) * 0.25)
    const at = (frame: Frame, far: number) => {
      const size = maths.pow(v.zoom, far)
      const map = multiply(shifted(x, y), multiply(turned(v.spin * far, size), shifted(-x, -y)))
      const made = warped(k, frame, map, beyond)
      const growth = maths.pow(v.zoom, open / 2)
      const smeared =
        Math.abs(growth - 1) > 1e-4
          ? radial(k, made, [x, y], { kind: 'zoom', from: 1 / growth, to: growth }, beyond)
          : made
      const turn = v.spin * open
      const spun =
        Math.abs(turn) > 0.05
          ? radial(k, smeared, [x, y], { kind: 'spin', from: -turn / 2, to: turn / 2 }, beyond)
          : smeared
      for (const frame of new Set([made, smeared])) if (frame !== spun) k.free(frame)
      return spun
    }
    return mixedAt(
      k,
      middle(p, v.overlap),
      () => at(input, p),
      () => at(incoming, p - 1),
    )
  },
})

export const punchIn = declareCrossing({
  id: 'punch-in',
  name: 'Punch in',
  purpose: 'Jumps closer with the cut and settles, as a quick move of the camera.',
  words: ['jump', 'zoom', 'beat', 'hit', 'scale'],
  params: {
    centre: point('Centre', 'The place that stays where it is.'),
    zoom: number('Size', 'How much larger the pictures are at the cut.', 1.25, [0.5, 4], {
      soft: [1, 2],
      unit: '×',
    }),
    at: share('Cut at', 'When the one picture makes way for the other.', 0.3),
    blur: share('Motion blur', 'How much of the growing shows as blur.', 0.4),
    edge: edge('mirror'),
  },
  proxyError: 0.3,
  render({ kernels: k, input, incoming, values: v, p }) {
    const beyond = v.edge as Edge
    const at = Math.min(0.99, Math.max(0.01, v.at))
    const grown = p < at ? p / at : (1 - p) / (1 - at)
    const strength = grown * grown
    const [x, y] = [v.centre[0] * input.width, v.centre[1] * input.height]
    const map = multiply(shifted(x, y), multiply(turned(0, 1 + (v.zoom - 1) * strength), shifted(-x, -y)))
    const made = warped(k, p < at ? input : incoming, map, beyond)
    const smear = (v.zoom - 1) * v.blur * strength
    if (Math.abs(smear) < 1e-3) return made
    const out = radial(k, made, [x, y], { kind: 'zoom', from: 1, to: 1 + smear }, beyond)
    k.free(made)
    return out
  },
})

/** Heights of the picture between the eye and it. */
const EYE = 2

interface Hung {
  /** Degrees about the axis. */
  by: number
  /** Where the axis lies: aside from the middle and behind the picture, as shares of the size across it. */
  aside: number
  behind: number
  /** The axis stands upright, or lies level. */
  upright: boolean
}

/** A picture hung in space, turned about an axis, and seen from two heights away; empty where it shows its back. */
function hung(k: Kernels, frame: Frame, { by, aside, behind, upright }: Hung): Frame {
  const [w, h] = [frame.width, frame.height]
  const d = EYE * h
  const size = upright ? w : h
  const [ox, oz] = [aside * size, behind * size]
  const [c, s] = [maths.cos(radians(by)), maths.sin(radians(by))]
  // u runs across the axis: u' = ox + (u - ox) c + (0 - oz) s, z' = oz - (u - ox) s + (0 - oz) c.
  const u: [number, number] = [c, ox - ox * c - oz * s]
  const z: [number, number] = [-s, oz + ox * s - oz * c]
  const rows: Matrix3 = upright
    ? [d * u[0], 0, d * u[1], 0, d, 0, z[0], 0, d + z[1]]
    : [d, 0, 0, 0, d * u[0], d * u[1], 0, z[0], d + z[1]]
  const map = multiply(shifted(w / 2, h / 2), multiply(rows, shifted(-w / 2, -h / 2)))
  const [a, b, e, f] = [map[0], map[1], map[3], map[4]]
  const weight = map[6] * (w / 2) + map[7] * (h / 2) + map[8]
  if (weight <= 1e-6 || Math.abs(a * f - b * e) < 1e-9 || Math.abs(c) < 1e-4) {
    const out = k.frame(w, h)
    out.data.fill(0)
    return out
  }
  return warped(k, frame, map, 'black')
}

const TURNS = {
  to: choice('Turns', 'About which axis, and where to.', {
    left: 'To the left',
    right: 'To the right',
    up: 'Upwards',
    down: 'Downwards',
  }),
  samples: count('Motion blur', 'How many moments of the exposure are seen; 1 is sharp.', 4, [1, 16]),
} as const

const upright = (to: string) => to === 'left' || to === 'right'
const sign = (to: string) => (to === 'left' || to === 'up' ? 1 : -1)

/** The mean of a picture over the moments of an exposure of a twentieth of the whole. */
function exposed(k: Kernels, samples: number, speed: number, at: (by: number) => Frame): Frame {
  const n = Math.max(1, Math.round(samples))
  const open = n > 1 ? 0.05 * speed : 0
  const out = at(0.5 * open * (1 / n - 1))
  for (let i = 1; i < n; i++) {
    const next = at(open * ((i + 0.5) / n - 0.5))
    mixInto(k, next, out, i / (i + 1))
    k.free(next)
  }
  return out
}

const within = (t: number) => Math.min(1, Math.max(0, t))

export const flip = declareCrossing({
  id: 'flip',
  name: 'Flip',
  purpose: 'The picture turns over like a card, and the next one is on its back.',
  words: ['card', 'turn', '3d', 'rotate', 'perspective'],
  params: TURNS,
  proxyError: 0.5,
  render({ kernels: k, input, incoming, values: v, p, speed }) {
    const turn = (t: number) => {
      const by = 180 * within(t) * sign(v.to)
      const front = t < 0.5
      const axis = { aside: 0, behind: 0, upright: upright(v.to) }
      return hung(k, front ? input : incoming, { ...axis, by: front ? by : by - 180 * sign(v.to) })
    }
    return exposed(k, v.samples, speed, (dt) => turn(p + dt))
  },
})

export const roll = declareCrossing({
  id: 'roll',
  name: 'Roll',
  purpose: 'The pictures lie on the sides of a block that turns.',
  words: ['cube', 'box', 'turn', '3d', 'rotate', 'perspective'],
  params: TURNS,
  proxyError: 0.5,
  render({ kernels: k, input, incoming, values: v, p, speed }) {
    const turn = (t: number) => {
      const to = within(t)
      const axis = { aside: 0, behind: 0.5, upright: upright(v.to) }
      const out = hung(k, input, { ...axis, by: 90 * to * sign(v.to) })
      const next = hung(k, incoming, { ...axis, by: -90 * (1 - to) * sign(v.to) })
      overInto(k, to < 0.5 ? out : next, to < 0.5 ? next : out)
      const [kept, gone] = to < 0.5 ? [next, out] : [out, next]
      k.free(gone)
      return kept
    }
    return exposed(k, v.samples, speed, (dt) => turn(p + dt))
  },
})

export const door = declareCrossing({
  id: 'door',
  name: 'Door',
  purpose: 'The picture swings open about one of its edges, and the next one lies behind it.',
  words: ['open', 'hinge', 'swing', '3d', 'perspective'],
  params: TURNS,
  proxyError: 0.5,
  render({ kernels: k, input, incoming, values: v, p, speed }) {
    return exposed(k, v.samples, speed, (dt) => {
      const to = within(p + dt)
      const axis = { aside: -0.5 * sign(v.to), behind: 0, upright: upright(v.to) }
      const leaf = hung(k, input, { ...axis, by: -90 * to * sign(v.to) })
      const out = k.frame(incoming.width, incoming.height)
      out.data.set(incoming.data)
      overInto(k, leaf, out)
      k.free(leaf)
      return out
    })
  },
})

export const shakeOver = declareCrossing({
  id: 'shake-over',
  name: 'Shake across the cut',
  purpose: 'Both pictures are shaken, hardest at the cut, as by a blow.',
  words: ['impact', 'hit', 'earthquake', 'jolt', 'handheld'],
  params: {
    amount: px('Amount', 'How far the pictures are thrown at the cut.', 60, [0, 240], { limits: [0, 2000] }),
    turn: degrees('Turn', 'How far they turn at the cut.', 2, { limits: [0, 90], soft: [0, 20] }),
    swings: count('Swings', 'How many there are in the whole.', 9, [1, 60], { soft: [2, 24] }),
    blur: share('Motion blur', 'How much of each throw shows as blur.', 0.5),
    seed: seed(4),
    edge: edge('mirror'),
  },
  proxyError: 0.3,
  render({ kernels: k, input, incoming, values: v, scale, p }) {
    const beyond = v.edge as Edge
    const strength = 1 - Math.abs(2 * p - 1)
    const place = (t: number, axis: number) => {
      const at = t * v.swings
      const [i, f] = [Math.floor(at), at - Math.floor(at)]
      const [a, b] = [chance(v.seed, i, axis) * 2 - 1, chance(v.seed, i + 1, axis) * 2 - 1]
      return a + (b - a) * f * f * (3 - 2 * f)
    }
    const far = (t: number): [number, number] => [
      place(t, 0) * v.amount * scale * strength,
      place(t, 1) * v.amount * scale * strength,
    ]
    const [dx, dy] = far(p)
    const [ex, ey] = far(p + 0.25 / v.swings)
    const [w, h] = [input.width / 2, input.height / 2]
    const by = place(p, 2) * v.turn * strength
    const map = multiply(shifted(w + dx, h + dy), multiply(turned(by), shifted(-w, -h)))
    const made = warped(k, p < 0.5 ? input : incoming, map, beyond)
    const length = maths.hypot(ex - dx, ey - dy) * v.blur
    return along(k, made, (maths.atan2(ey - dy, ex - dx) * 180) / Math.PI, length, beyond)
  },
})

export const rows = declareCrossing({
  id: 'rows',
  name: 'Rows apart',
  purpose:
    'The picture is cut into rows that shoot off to the sides, each in its own time, and uncover the next one.',
  words: ['strips', 'slices', 'stretch', 'bands', 'shred'],
  params: {
    height: px('Row height', 'How high a row is.', 24, [2, 200], { limits: [1, 4000] }),
    late: share('Delay', 'How far the rows differ in when they go.', 0.5),
    both: choice('To', 'Where rows go.', { both: 'Both sides', right: 'The right', left: 'The left' }),
    seed: seed(8),
  },
  proxyError: 0.4,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const late = Math.min(0.9, v.late)
    const height = Math.max(1, v.height * scale)
    const far = (row: number) => {
      const t = within((p - chance(v.seed, row, 0) * late) / (1 - late))
      const right = v.both === 'right' || (v.both === 'both' && chance(v.seed, row, 1) < 0.5)
      return t * t * place.width * (right ? 1 : -1)
    }
    const leaf = warpBy(
      k,
      input,
      (x, y, to) => {
        to[0] = x - far(Math.floor(y / height))
        to[1] = y
      },
      { edge: 'black', filter: 'bilinear', sharp: true },
    )
    const out = k.frame(input.width, input.height)
    out.data.set(incoming.data)
    overInto(k, leaf, out)
    k.free(leaf)
    return out
  },
})
