import { type Edge, warpMesh } from '../../kernels'
import type { ContentValues } from '../../params'
import { edge, point } from '../../params/make'
import { declareStep, type OldStep } from '../declare'

/** Handles along each side. */
const SIDE = 4
/** Knots of the net that is made between them, along each side. */
const KNOTS = 41

/** Handles by rows, from the upper left: their ids are p, row, column. */
const id = (i: number, j: number) => `p${j}${i}`
const each = <T>(make: (i: number, j: number) => T): T[] =>
  Array.from({ length: SIDE * SIDE }, (_, n) => make(n % SIDE, Math.floor(n / SIDE)))

type Pair = [number, number]
const homeOf = (i: number, j: number): Pair => [i / (SIDE - 1), j / (SIDE - 1)]

/** Where the handles of a step lie, by rows; those that are not there are at home. */
function handlesAt(content: ContentValues): Pair[] {
  const known = new Map((content.handles ?? []).map((h) => [h.id, h.at as Pair]))
  return each((i, j) => known.get(id(i, j)) ?? homeOf(i, j))
}

/** Cubic Bernstein weights. */
const bernstein = (t: number): number[] => {
  const u = 1 - t
  return [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t]
}

/** The net of Bezier controls through which the surface passes the handles at thirds: the inverse of the Bernstein matrix at 0, 1/3, 2/3, 1. */
const CONTROLS = [
  [1, 0, 0, 0],
  [-5 / 6, 3, -3 / 2, 1 / 3],
  [1 / 3, -3 / 2, 3, -5 / 6],
  [0, 0, 0, 1],
]

export const meshWarp = declareStep({
  id: 'mesh',
  name: 'Mesh',
  aim: 'bend',
  family: 'warp',
  purpose: 'Bends the picture by sixteen handles on it.',
  words: ['grid warp', 'liquify', 'distort', 'handles', 'bend'],
  version: 2,
  params: { edge: edge('clamp') },
  content: {
    handles: {
      type: 'list',
      label: 'Handles',
      one: 'Handle',
      least: SIDE * SIDE,
      most: SIDE * SIDE,
      help: 'Where each handle takes the picture.',
      fields: { at: point('At', 'Where this handle takes the picture.') },
      default: each((i, j) => ({ id: id(i, j), at: homeOf(i, j) })),
    },
  },
  migrate: { 1: fromParams },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.08,
  neutral: (_, content) =>
    handlesAt(content).every(([x, y], n) => {
      const [hx, hy] = homeOf(n % SIDE, Math.floor(n / SIDE))
      return Math.abs(x - hx) < 1e-9 && Math.abs(y - hy) < 1e-9
    }),
  reach: () => Infinity,
  /**
   * A bicubic Bezier surface through the handles carries the picture. Where a place of the result came from is found by Newton's method on that surface for a net of 41 x 41 knots, linear
   * between them.
   */
  render({ kernels: k, input, values: v, content }) {
    const handles = handlesAt(content)
    const net = [0, 1].map((c) => controls(handles.map((at) => at[c] as number)))
    const places = new Float64Array(KNOTS * KNOTS * 2)
    for (let j = 0; j < KNOTS; j++)
      for (let i = 0; i < KNOTS; i++) {
        const [x, y] = [i / (KNOTS - 1), j / (KNOTS - 1)]
        const [s, t] = origin(net as [number[], number[]], x, y)
        places[(j * KNOTS + i) * 2] = s * input.width
        places[(j * KNOTS + i) * 2 + 1] = t * input.height
      }
    return warpMesh(
      k,
      input,
      { cols: KNOTS, rows: KNOTS, places },
      { edge: v.edge as Edge, filter: 'bicubic' },
    )
  },
})

/** Version 1 had a parameter for each handle. */
function fromParams(step: OldStep): OldStep {
  const { edge: border, ...handles } = step.what
  return {
    ...step,
    what: border ? { edge: border } : {},
    content: {
      handles: each((i, j) => ({ id: id(i, j), at: handles[id(i, j)] ?? { value: homeOf(i, j) } })),
    },
  }
}

/** Controls of the surface from the places of its handles, both by rows. */
function controls(values: readonly number[]): number[] {
  return each((i, j) => {
    let sum = 0
    for (let b = 0; b < SIDE; b++)
      for (let a = 0; a < SIDE; a++)
        sum += (CONTROLS[i]?.[a] ?? 0) * (CONTROLS[j]?.[b] ?? 0) * (values[b * SIDE + a] as number)
    return sum
  })
}

function surface(net: readonly number[], s: number, t: number): number {
  const [bs, bt] = [bernstein(s), bernstein(t)]
  let sum = 0
  for (let j = 0; j < SIDE; j++)
    for (let i = 0; i < SIDE; i++)
      sum += (bs[i] as number) * (bt[j] as number) * (net[j * SIDE + i] as number)
  return sum
}

/** Where on the surface (s, t) it passes (x, y), from the place itself on. */
function origin([nx, ny]: [number[], number[]], x: number, y: number): [number, number] {
  let [s, t] = [x, y]
  const e = 1e-4
  for (let i = 0; i < 12; i++) {
    const [fx, fy] = [surface(nx, s, t), surface(ny, s, t)]
    const [rx, ry] = [x - fx, y - fy]
    if (Math.abs(rx) + Math.abs(ry) < 1e-7) break
    const [a, b] = [(surface(nx, s + e, t) - fx) / e, (surface(nx, s, t + e) - fx) / e]
    const [c, d] = [(surface(ny, s + e, t) - fy) / e, (surface(ny, s, t + e) - fy) / e]
    const det = a * d - b * c
    if (Math.abs(det) < 1e-3) break
    const most = 0.15
    s += Math.min(most, Math.max(-most, (d * rx - b * ry) / det))
    t += Math.min(most, Math.max(-most, (a * ry - c * rx) / det))
    s = Math.min(3, Math.max(-2, s))
    t = Math.min(3, Math.max(-2, t))
  }
  return [s, t]
}
