import type { Frame, Plane } from '../frame'
import { addScaledInto, bendPlane, colourRamp, copyOf, type Kernels, mixInto, type Rgb } from '../kernels'
import { colour, number, px } from '../params/make'
import type { Place } from '../steps/declare'

/** The controls of an edge that runs over the picture. */
export const EDGE = {
  soft: px('Soft edge', 'How wide the edge is over which one picture goes into the other.', 12, [0, 300], {
    limits: [0, 8000],
    group: 'Edge',
  }),
  light: number('Light', 'Light that runs along the edge; 0 is none.', 0, [0, 20], {
    soft: [0, 4],
    group: 'Edge',
  }),
  edgeColour: colour('Colour of light', 'The colour of the light along the edge.', [1, 0.92, 0.8], {
    group: 'Edge',
    when: (v) => Number(v.light) > 0,
  }),
} as const

/** An edge without light, so soft as a share of the tones. */
export const plainEdge = (soft: number): Edge => ({ soft, light: 0, edgeColour: [1, 1, 1] })

interface Edge {
  soft: number
  light: number
  edgeColour: Rgb
}

/** An edge is never sharper than this many pixels, so that it shows no steps. */
export const SHARPEST = 1.4

/**
 * The incoming picture where a plane says that its time has come, used up by it. `when` runs from 0 to 1 over the picture; `span` pixels lie between.
 * An edge runs over it: a straight ramp from one picture to the other, with light where both are half.
 */
export function goneOver(
  k: Kernels,
  input: Frame,
  incoming: Frame,
  when: Plane,
  { p, span, scale, edge }: { p: number; span: number; scale: number; edge: Edge },
): Frame {
  const width = Math.max(SHARPEST, edge.soft * scale) / Math.max(1, span)
  bendPlane(k, when, -1 / width, (p * (1 + width)) / width)
  return goneBy(k, input, incoming, when, edge)
}

/** The incoming picture so far as a plane, used up by it, says; with light where both are half. The plane may go beyond 0 and 1. */
export function goneBy(k: Kernels, input: Frame, incoming: Frame, when: Plane, edge: Edge): Frame {
  const out = copyOf(k, incoming)
  mixInto(k, input, out, 1, when)
  if (edge.light > 0) {
    const lit = edge.edgeColour.map((c) => c * edge.light)
    const glow = colourRamp(k, when, [0, 0, 0, 0, ...lit, 0, 0, 0, 0, 0])
    addScaledInto(k, out, glow, 1)
    k.free(glow)
  }
  k.free(when)
  return out
}

/** A plane by a rule of places in pixels of the whole picture. */
export function planeBy(
  k: Kernels,
  { x, y }: Place,
  size: Frame,
  rule: (x: number, y: number) => number,
): Plane {
  const { width, height } = size
  const out = k.plane(width, height)
  const { data } = out
  for (let j = 0, at = 0; j < height; j++)
    for (let i = 0; i < width; i++, at++) data[at] = rule(x + i + 0.5, y + j + 0.5)
  return out
}
