import type { Frame } from '../frame'
import type { Kernels } from './kernels'

/** A soft line, or a spot where both ends are the same. Lengths are pixels of the frame. */
export interface Dab {
  from: readonly [number, number]
  to?: readonly [number, number]
  /** Half-width at the beginning and the end. */
  radius: number
  endRadius?: number
  /** Width of the soft edge. */
  soft?: number
  /** Strength at the end against that at the beginning. */
  end?: number
  /** Straight colour and how opaque it is (how strong, where it is light). */
  colour: readonly [number, number, number]
  opacity?: number
  form?: 'even' | 'bell' | 'ring'
}

const FORMS = ['even', 'bell', 'ring']

/** Lays a dab over a picture, or adds it as light (alpha stays). */
export function layDab(k: Kernels, frame: Frame, dab: Dab, onto: 'light' | 'over'): void {
  const { from, to = from, radius, endRadius = radius, soft = 1, end = 1, opacity = 1 } = dab
  const [r, g, b] = dab.colour.map((c) => c * opacity) as [number, number, number]
  const form = FORMS.indexOf(dab.form ?? 'even')
  const lie = [...from, ...to, radius, endRadius, Math.max(soft, 1e-3), end] as const
  const { at } = frame.block
  k.raw.dab(at, frame.width, frame.height, ...lie, r, g, b, opacity, form, onto === 'over' ? 1 : 0)
}

/** Numbers of each of many dabs: from, to (both axes), radius, softness, and premultiplied colour with its alpha. */
export const DAB_NUMBERS = 10

/** Lays many dabs over a picture in their order, or adds them as light. @param list DAB_NUMBERS for each, in pixels of the frame */
export function layDabs(
  k: Kernels,
  frame: Frame,
  list: Float32Array,
  form: NonNullable<Dab['form']>,
  onto: 'light' | 'over',
): void {
  if (!list.length) return
  const count = Math.floor(list.length / DAB_NUMBERS)
  k.scratch(list.byteLength, (block) => {
    k.floats(block, list.length).set(list)
    const { at } = frame.block
    k.raw.dabs(at, frame.width, frame.height, block.at, count, FORMS.indexOf(form), onto === 'over' ? 1 : 0)
  })
}
