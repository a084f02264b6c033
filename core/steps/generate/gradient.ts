import { decodeSrgb, encodeSrgb } from '../../colour'
import type { Frame } from '../../frame'
import { bendPlane, colourRamp, dither, type Kernels, mixInto, ramp } from '../../kernels'
import { choice, colour, point, share, toggle } from '../../params/make'
import { declareStep, type Place } from '../declare'
import { LAY, lay } from './lay'

type Rgb = [number, number, number]
const STOPS = 257

/** Colours between two, evenly in display codes, or in linear light. */
function stops(a: Rgb, b: Rgb, middle: number, even: boolean): number[] {
  const bend = Math.log(0.5) / Math.log(Math.min(0.98, Math.max(0.02, middle)))
  return Array.from({ length: STOPS }, (_, i) => {
    const t = (i / (STOPS - 1)) ** bend
    const at = (x: number, y: number) =>
      even ? decodeSrgb(encodeSrgb(x) + (encodeSrgb(y) - encodeSrgb(x)) * t) : x + (y - x) * t
    return [at(a[0], b[0]), at(a[1], b[1]), at(a[2], b[2]), 1]
  }).flat()
}

const two = { when: (v: Record<string, unknown>) => v.kind !== 'corners' }
const four = { when: (v: Record<string, unknown>) => v.kind === 'corners' }

export const gradient = declareStep({
  id: 'gradient',
  name: 'Gradient',
  aim: 'make',
  family: 'generate',
  purpose: 'Lays colours in that go over into each other, without bands.',
  words: ['ramp', 'four corner', 'radial', 'conic', 'sky', 'background'],
  params: {
    kind: choice('Form', 'How the colours run.', {
      linear: 'Along a line',
      radial: 'From a point',
      conic: 'Round a point',
      corners: 'From four corners',
    }),
    from: point('From', 'Where the first colour stands.', [0.5, 0], two),
    to: point('To', 'Where the last colour stands.', [0.5, 1], two),
    first: colour('First', 'At the beginning; the upper left.', [0.02, 0.05, 0.16]),
    second: colour('Last', 'At the end; the upper right.', [0.8, 0.4, 0.16]),
    third: colour('Lower left', 'In that corner.', [0.1, 0.3, 0.35], four),
    fourth: colour('Lower right', 'In that corner.', [0.5, 0.1, 0.2], four),
    middle: share('Middle', 'Where half of each is reached.', 0.5, two),
    even: toggle('Even to the eye', 'Goes through display codes instead of light.', true, two),
    dither: toggle('Against bands', 'Breaks up steps by noise of one code.', true),
    ...LAY,
  },
  views: [],
  keepsAlpha: false,
  proxyError: 0.06,
  neutral: (v) => v.opacity === 0,
  reach: () => 0,
  /** Where a place lies between the two points gives its colour from 257 stops; with four corners bilinear in linear light. */
  render({ kernels: k, input, values: v, place }) {
    const made = v.kind === 'corners' ? corners(k, input, place, v) : between(k, input, place, v)
    if (v.dither) dither(k, made, 1, { seed: 1, frame: 0, x: place.x, y: place.y })
    return lay(k, input, made, v)
  },
})

interface Form {
  kind: string
  from: [number, number]
  to: [number, number]
  first: Rgb
  second: Rgb
  third: Rgb
  fourth: Rgb
  middle: number
  even: boolean
}

function between(k: Kernels, input: Frame, place: Place, v: Form): Frame {
  const at = ([x, y]: [number, number]): [number, number] => [
    x * place.width - place.x,
    y * place.height - place.y,
  ]
  const [a, b] = [at(v.from), at(v.to)]
  const d: [number, number] = [b[0] - a[0], b[1] - a[1]]
  const l2 = Math.max(d[0] ** 2 + d[1] ** 2, 1e-6)
  const kind = v.kind === 'linear' ? 'along' : v.kind === 'radial' ? 'distance' : 'turn'
  const t = ramp(k, input.width, input.height, kind, { centre: a, along: [d[0] / l2, d[1] / l2] })
  const made = colourRamp(k, t, stops(v.first, v.second, v.middle, v.even))
  k.free(t)
  return made
}

function corners(k: Kernels, input: Frame, place: Place, v: Form): Frame {
  const { width, height } = input
  const centre: [number, number] = [-place.x, -place.y]
  const across = ramp(k, width, height, 'along', { centre, along: [1 / place.width, 0] })
  const down = ramp(k, width, height, 'along', { centre, along: [0, 1 / place.height] })
  bendPlane(k, down, 1, 0)
  const top = colourRamp(k, across, [...v.first, 1, ...v.second, 1])
  const low = colourRamp(k, across, [...v.third, 1, ...v.fourth, 1])
  mixInto(k, top, low, 1, down)
  k.free(across, down, top)
  return low
}
