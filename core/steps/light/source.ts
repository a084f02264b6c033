import { toOklab } from '../../colour'
import type { Frame, Plane } from '../../frame'
import { bendPlane, holdBy, type Kernels, runProgram, shuffle, slopes, weigh } from '../../kernels'
import { choice, px, share, times } from '../../params/make'
import { QUALIFIER, qualifier } from '../colour/secondary'

/** What the light comes from: the controls that every step with light of its own has. */
export const SOURCE = {
  from: choice(
    'Comes from',
    'Which parts of the picture shine.',
    { highlights: 'Highlights', colour: 'One colour', edges: 'Edges', region: 'The region' },
    { group: 'Source' },
  ),
  threshold: times('Threshold', 'Light above this shines; 1 is diffuse white.', 0.6, 100, {
    soft: [0, 2],
    group: 'Source',
    when: (v) => v.from !== 'region',
  }),
  softness: share('Softness', 'How gently the light sets in about the threshold.', 0.3, {
    group: 'Source',
    when: (v) => v.from !== 'region',
  }),
  colour: { ...QUALIFIER.sample, group: 'Source', when: (v: Record<string, unknown>) => v.from === 'colour' },
  fine: px('Edge width', 'How wide the edges are that shine.', 1.5, [0.5, 12], {
    limits: [0.5, 60],
    group: 'Source',
    when: (v) => v.from === 'edges',
  }),
} as const

interface SourceValues {
  from: string
  threshold: number
  softness: number
  colour: [number, number, number]
  fine: number
}

/** The light of a picture that goes into a glow, with alpha 0. Of `region` it is the picture within the region's matte, or all of it where there is none. */
export function sourceLight(
  k: Kernels,
  input: Frame,
  v: SourceValues,
  scale: number,
  region: Plane | undefined,
): Frame {
  const n = input.width * input.height
  if (v.from === 'region') return withinRegion(k, input, region)
  const light = k.frame(input.width, input.height)
  k.raw.glowLight(light.block.at, input.block.at, n, v.threshold, v.softness * v.threshold)
  if (v.from === 'colour') {
    const table = qualifier({ ...COLOUR_RANGE, sample: v.colour })
    const mask = runProgram(k, input, [...toOklab, { op: 'qualify', table }, { op: 'showWeight' }])
    hold(k, light, mask)
  }
  if (v.from === 'edges') {
    const codes = runProgram(k, input, [{ op: 'encode' }])
    const edges = slopes(k, codes)
    k.free(codes)
    shuffle(k, edges, ['b', 'b', 'b', 'one'])
    // Slopes are for one pixel of this frame: at a smaller scale they are steeper.
    hold(k, light, edges, 6 * v.fine * scale)
  }
  return light
}

const COLOUR_RANGE = {
  width: 50,
  hueSoft: 30,
  soft: 0.1,
  chroma: [0.05, 0.4] as [number, number],
  light: [0, 1] as [number, number],
}

/** Light times the red of a mask, which is freed. */
function hold(k: Kernels, light: Frame, mask: Frame, gain = 1) {
  const plane = weigh(k, mask, [gain, 0, 0, 0])
  k.free(mask)
  bendPlane(k, plane, 1, 0)
  holdBy(k, light, plane)
  k.free(plane)
}

function withinRegion(k: Kernels, input: Frame, region: Plane | undefined): Frame {
  const light = runProgram(k, input, [{ op: 'clamp', low: 0, high: 1e9 }])
  shuffle(k, light, ['r', 'g', 'b', 'zero'])
  if (region) holdBy(k, light, region)
  return light
}

export const JOIN = choice(
  'Add as',
  'Light adds up plainly, or like film, which never burns colours out.',
  { soft: 'Gentle', add: 'Plain' },
  { group: 'Light' },
)

/** Light times a gain onto the picture, written over the light; with `alone` the light itself. */
export function joinLight(
  k: Kernels,
  input: Frame,
  light: Frame,
  gain: readonly [number, number, number],
  mode: 'soft' | 'add' | 'alone',
): Frame {
  const n = input.width * input.height
  const index = { add: 0, soft: 1, alone: 2 }[mode]
  k.raw.glowJoin(light.block.at, input.block.at, light.block.at, n, ...gain, index)
  return light
}

export const gainOf = (tint: readonly number[], intensity: number): [number, number, number] =>
  tint.map((c) => c * intensity) as [number, number, number]

export const lightMode = (view: string | undefined, blend: string): 'soft' | 'add' | 'alone' =>
  view === 'light' ? 'alone' : blend === 'add' ? 'add' : 'soft'
