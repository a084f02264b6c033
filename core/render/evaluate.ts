import type { Frame, Picture, Plane } from '../frame'
import { decode, filled, type Kernels, mixInto, overInto, resample, showPlane } from '../kernels'
import { rasterise } from '../region'
import { findStep } from '../steps'
import type { Node, Plan } from './graph'

/** Gives the stored picture of a source frame; undefined where it cannot be had. */
export type Sources = (mediaId: string, frame: number) => Picture | undefined

/** Keeps pictures between evaluations. What it returns and takes is copied, never shared. */
export interface NodeCache {
  get(key: string): Float32Array | undefined
  put(key: string, values: Float32Array): void
}

/**
 * Makes the picture of a plan. The caller frees the result. Intermediate pictures are freed as soon as their last reader is done,
 * also when a step throws. Sources that are missing show as a hatched grey.
 */
export function evaluate(k: Kernels, plan: Plan, sources: Sources, cache?: NodeCache): Frame {
  const live = new Map<number, Frame | Plane>()
  const { readers, kept } = countReaders(plan, cache)
  const root = plan.nodes.length - 1
  try {
    for (const [index, node] of plan.nodes.entries()) {
      if (!readers[index]) continue
      const known = kept.get(index)
      if (known) {
        live.set(index, k.frameOf(plan.width, plan.height, known))
        continue
      }
      const inputs = node.inputs.map((i) => live.get(i) as Frame)
      const last = node.inputs.filter((i) => readers[i] === 1)
      if (cache) for (const i of last) keep(cache, plan.nodes[i], live.get(i))
      const made = make(k, plan, node, inputs, sources, last.includes(node.inputs[1] ?? -1))
      for (const i of node.inputs) readers[i] = (readers[i] ?? 0) - 1
      for (const i of last) {
        const input = live.get(i)
        live.delete(i)
        if (input && input !== made) k.free(input)
      }
      live.set(index, made)
    }
    const result = live.get(root) as Frame
    live.delete(root)
    return result
  } finally {
    k.free(...live.values())
  }
}

/** How many nodes read each node, counting only what must really be made: what lies behind a kept picture is not read. */
function countReaders(plan: Plan, cache?: NodeCache) {
  const readers = new Array<number>(plan.nodes.length).fill(0)
  const kept = new Map<number, Float32Array>()
  readers[plan.nodes.length - 1] = 1
  for (let i = plan.nodes.length - 1; i >= 0; i--) {
    const node = plan.nodes[i] as Node
    const known = readers[i] ? cache?.get(node.key) : undefined
    if (known) kept.set(i, known)
    else if (readers[i]) for (const input of node.inputs) readers[input] = (readers[input] ?? 0) + 1
  }
  return { readers, kept }
}

/** Pictures after steps are worth keeping; the rest is quickly made again. */
function keep(cache: NodeCache, node: Node | undefined, picture: Frame | Plane | undefined): void {
  if (node?.op.kind === 'step' && picture) cache.put(node.key, picture.data)
}

/** Makes one node. `spare`: the second input has no other reader, so a combination may be written into it. */
function make(
  k: Kernels,
  plan: Plan,
  { op }: Node,
  inputs: Frame[],
  sources: Sources,
  spare: boolean,
): Frame | Plane {
  const [a, b, c] = inputs
  const { width, height, scale } = plan
  switch (op.kind) {
    case 'blank':
      return filled(k, width, height, [0, 0, 0, 1])
    case 'missing':
      return hatched(k, width, height)
    case 'source': {
      const picture = sources(op.mediaId, op.frame)
      return picture ? fitted(k, picture, width, height) : hatched(k, width, height)
    }
    case 'step': {
      const step = findStep(op.use)
      if (!step) throw new Error(`There is no treatment "${op.use}".`)
      return step.render({
        kernels: k,
        input: a as Frame,
        values: op.values as never,
        scale,
        time: 0,
        place: { x: 0, y: 0, width, height },
        ...(op.view ? { view: op.view } : {}),
      })
    }
    case 'matte':
      return rasterise(k, width, height, scale, op.shapes, op.invert)
    case 'mix': {
      const out = spare ? (b as Frame) : copy(k, b as Frame)
      mixInto(k, a as Frame, out, op.amount, c as unknown as Plane | undefined)
      return out
    }
    case 'over': {
      const out = spare ? (b as Frame) : copy(k, b as Frame)
      overInto(k, a as Frame, out)
      return out
    }
    case 'show':
      return showPlane(k, a as unknown as Plane)
  }
}

function copy(k: Kernels, frame: Frame): Frame {
  return k.frameOf(frame.width, frame.height, frame.data)
}

/** A stored picture as large as it goes into the canvas, centred; what it does not cover is transparent. */
function fitted(k: Kernels, picture: Picture, width: number, height: number): Frame {
  const full = decode(k, picture)
  const ratio = Math.min(width / picture.width, height / picture.height)
  const w = Math.max(1, Math.min(width, Math.round(picture.width * ratio)))
  const h = Math.max(1, Math.min(height, Math.round(picture.height * ratio)))
  let sized = full
  if (w !== full.width || h !== full.height) {
    sized = resample(k, full, w, h)
    k.free(full)
  }
  if (w === width && h === height) return sized
  const canvas = filled(k, width, height, [0, 0, 0, 0])
  const left = (width - w) >> 1
  const top = (height - h) >> 1
  for (let y = 0; y < h; y++) {
    canvas.data.set(sized.data.subarray(y * w * 4, (y + 1) * w * 4), ((top + y) * width + left) * 4)
  }
  k.free(sized)
  return canvas
}

/** Diagonal bands of two greys: plainly no picture. */
function hatched(k: Kernels, width: number, height: number): Frame {
  const frame = k.frame(width, height)
  const band = Math.max(4, height / 18)
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const grey = Math.floor((x + y) / band) % 2 ? 0.03 : 0.02
      frame.data[at] = frame.data[at + 1] = frame.data[at + 2] = grey
      frame.data[at + 3] = 1
    }
  }
  return frame
}
