import type { Value } from '../../anim'
import { decodeSrgb, encodeSrgb } from '../../colour'
import type { Frame } from '../../frame'
import { bendPlane, colourRamp, dither, type Kernels, mixInto, ramp } from '../../kernels'
import { maths } from '../../maths'
import { choice, colour, point, share, toggle } from '../../params/make'
import { declareStep, type OldStep, type Place } from '../declare'
import { LAY, lay } from './lay'

type Rgb = [number, number, number]
/** Places along the way whose colours are worked out. */
const STOPS = 257
const FIRST: Rgb = [0.02, 0.05, 0.16]
const LAST: Rgb = [0.8, 0.4, 0.16]

/** A colour at a place of the line, and where half of the way to the next one is reached. */
interface Stop {
  position: number
  colour: Rgb
  middle: number
}

/** Colours along rising stops at 257 places, evenly in display codes or in linear light; before the first and after the last they hold. */
function table(stops: readonly Stop[], even: boolean): number[] {
  const sorted = [...stops].sort((a, b) => a.position - b.position)
  return Array.from({ length: STOPS }, (_, i) => {
    const at = i / (STOPS - 1)
    const next = sorted.findIndex((s) => s.position > at)
    const [a, b] = [sorted[next < 0 ? sorted.length - 1 : next - 1], sorted[next]]
    if (!a || !b) return [...((a ?? b ?? sorted[0]) as Stop).colour, 1]
    const bend = maths.log(0.5) / maths.log(Math.min(0.98, Math.max(0.02, a.middle)))
    const t = maths.pow((at - a.position) / (b.position - a.position), bend)
    const mixed = (x: number, y: number) =>
      even ? decodeSrgb(encodeSrgb(x) + (encodeSrgb(y) - encodeSrgb(x)) * t) : x + (y - x) * t
    return [0, 1, 2].map((c) => mixed(a.colour[c] as number, b.colour[c] as number)).concat(1)
  }).flat()
}

const line = { when: (v: Record<string, unknown>) => v.kind !== 'corners' }
const four = { when: (v: Record<string, unknown>) => v.kind === 'corners' }

export const gradient = declareStep({
  id: 'gradient',
  version: 2,
  name: 'Gradient',
  aim: 'make',
  family: 'generate',
  purpose: 'Lays colours in that go over into each other, without bands.',
  words: ['ramp', 'four corner', 'radial', 'conic', 'sky', 'background', 'colour stops'],
  params: {
    kind: choice('Form', 'How the colours run.', {
      linear: 'Along a line',
      radial: 'From a point',
      conic: 'Round a point',
      corners: 'From four corners',
    }),
    from: point('From', 'Where the first colour stands.', [0.5, 0], line),
    to: point('To', 'Where the last colour stands.', [0.5, 1], line),
    upperLeft: colour('Upper left', 'The colour in the upper left corner.', FIRST, four),
    upperRight: colour('Upper right', 'The colour in the upper right corner.', LAST, four),
    lowerLeft: colour('Lower left', 'The colour in the lower left corner.', [0.1, 0.3, 0.35], four),
    lowerRight: colour('Lower right', 'The colour in the lower right corner.', [0.5, 0.1, 0.2], four),
    even: toggle('Even to the eye', 'Goes through display codes instead of light.', true, line),
    dither: toggle('Against bands', 'Breaks up steps by noise of one code.', true),
    ...LAY,
  },
  content: {
    stops: {
      type: 'list',
      label: 'Colours',
      one: 'Colour',
      least: 2,
      most: 64,
      help: 'The colours along the way, each at its place.',
      fields: {
        position: share('Place', 'From the first point at 0 to the last at 1.', 0.5),
        colour: colour('Colour', 'The colour there.', [0.5, 0.5, 0.5]),
        middle: share('Middle', 'Where half of the way to the next colour is reached.', 0.5),
      },
      default: [
        { id: 'first', position: 0, colour: FIRST, middle: 0.5 },
        { id: 'last', position: 1, colour: LAST, middle: 0.5 },
      ],
      ...line,
    },
  },
  migrate: { 1: fromTwoColours },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.06,
  neutral: (v) => v.opacity === 0,
  reach: () => 0,
  /** Where a place lies between the two points gives its colour from 257 places; with four corners bilinear in linear light. */
  render({ kernels: k, input, values: v, place, content }) {
    const made =
      v.kind === 'corners'
        ? corners(k, input, place, v)
        : between(k, input, place, v, table(content.stops as unknown as Stop[], v.even))
    if (v.dither) dither(k, made, 1, { seed: 1, frame: 0, x: place.x, y: place.y })
    return lay(k, input, made, v)
  },
})

/** Version 1 had two colours with one middle; version 2 has any number of them. */
function fromTwoColours(step: OldStep): OldStep {
  const { first, second, third, fourth, middle, ...rest } = step.what
  const value = (v: typeof first, plain: Value) => v ?? { value: plain }
  const [from, to] = [value(first, [...FIRST]), value(second, [...LAST])]
  return {
    ...step,
    what: {
      ...rest,
      upperLeft: from,
      upperRight: to,
      ...(third ? { lowerLeft: third } : {}),
      ...(fourth ? { lowerRight: fourth } : {}),
    },
    content: {
      stops: [
        { id: 'first', position: { value: 0 }, colour: from, middle: value(middle, 0.5) },
        { id: 'last', position: { value: 1 }, colour: to, middle: { value: 0.5 } },
      ],
    },
  }
}

interface Line {
  kind: string
  from: [number, number]
  to: [number, number]
}

interface Corners {
  upperLeft: Rgb
  upperRight: Rgb
  lowerLeft: Rgb
  lowerRight: Rgb
}

function between(k: Kernels, input: Frame, place: Place, v: Line, colours: number[]): Frame {
  const at = ([x, y]: [number, number]): [number, number] => [
    x * place.width - place.x,
    y * place.height - place.y,
  ]
  const [a, b] = [at(v.from), at(v.to)]
  const d: [number, number] = [b[0] - a[0], b[1] - a[1]]
  const l2 = Math.max(maths.pow(d[0], 2) + maths.pow(d[1], 2), 1e-6)
  const kind = v.kind === 'linear' ? 'along' : v.kind === 'radial' ? 'distance' : 'turn'
  const t = ramp(k, input.width, input.height, kind, { centre: a, along: [d[0] / l2, d[1] / l2] })
  const made = colourRamp(k, t, colours)
  k.free(t)
  return made
}

function corners(k: Kernels, input: Frame, place: Place, v: Corners): Frame {
  const { width, height } = input
  const centre: [number, number] = [-place.x, -place.y]
  const across = ramp(k, width, height, 'along', { centre, along: [1 / place.width, 0] })
  const down = ramp(k, width, height, 'along', { centre, along: [0, 1 / place.height] })
  bendPlane(k, down, 1, 0)
  const top = colourRamp(k, across, [...v.upperLeft, 1, ...v.upperRight, 1])
  const low = colourRamp(k, across, [...v.lowerLeft, 1, ...v.lowerRight, 1])
  mixInto(k, top, low, 1, down)
  k.free(across, down, top)
  return low
}
