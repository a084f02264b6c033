import {
  type Area,
  type Frame,
  intersection,
  isEmpty,
  type Picture,
  type Plane,
  sameArea,
  wholeOf,
} from '../frame'
import { blendInto, type ColourOp, difference, filled, inspect, type Kernels, runProgram } from '../kernels'
import { matteNode, showRegion } from './region'
import { findStep } from '../steps'
import type { ColourPart, Node, Plan, StepOp } from './graph'
import { combine, copied, cropped, type Held, part } from './held'
import { fitted, hatched } from './source'

/** Gives the stored picture of a source frame; undefined where it cannot be had. */
export type Sources = (mediaId: string, frame: number) => Picture | undefined

/** Keeps pictures between evaluations. What it returns and takes is copied, never shared. */
export interface NodeCache {
  get(key: string): Float32Array | undefined
  put(key: string, values: Float32Array): void
}

/** Thrown when nobody wants the picture any more. */
export class Cancelled extends Error {
  constructor() {
    super('No longer wanted.')
    this.name = 'AbortError'
  }
}

export interface EvaluateOptions {
  cache?: NodeCache | undefined
  /** Asked before every node; true stops the work. */
  cancelled?(): boolean
}

/**
 * Makes the picture of a plan: of its last node's area. The caller frees the result. Intermediate pictures are freed as soon as their last reader is done,
 * also when a step throws. Sources that are missing show as a hatched grey. @throws Cancelled
 */
export function evaluate(
  k: Kernels,
  plan: Plan,
  sources: Sources,
  { cache, cancelled = () => false }: EvaluateOptions = {},
): Frame {
  const live = new Map<number, Held>()
  const { readers, kept } = countReaders(plan, cache)
  const root = plan.nodes.length - 1
  try {
    for (const [index, node] of plan.nodes.entries()) {
      if (!readers[index]) continue
      if (cancelled()) throw new Cancelled()
      const { area } = node
      const known = kept.get(index)
      if (known) {
        live.set(index, { area, picture: k.frameOf(area.width, area.height, known) })
        continue
      }
      const last = [...new Set(node.inputs)].filter((i) => readers[i] === readsOf(node, i))
      if (cache) for (const i of last) keep(cache, plan.nodes[i], live.get(i)?.picture)
      const inputs = node.inputs.map((i) => live.get(i) as Held)
      const picture = make(k, plan, node, inputs, sources, (i) => last.includes(node.inputs[i] ?? -1))
      for (const i of node.inputs) readers[i] = (readers[i] ?? 0) - 1
      for (const i of last) {
        const input = live.get(i)?.picture
        live.delete(i)
        if (input && input !== picture) k.free(input)
      }
      live.set(index, { area, picture })
    }
    const result = live.get(root)?.picture as Frame
    live.delete(root)
    return result
  } finally {
    k.free(...[...live.values()].map((held) => held.picture))
  }
}

const readsOf = (node: Node, i: number) => node.inputs.filter((input) => input === i).length

/** How many nodes read each node, counting only what must really be made: what lies behind a kept picture is not read. */
function countReaders(plan: Plan, cache?: NodeCache) {
  const readers = new Array<number>(plan.nodes.length).fill(0)
  const kept = new Map<number, Float32Array>()
  readers[plan.nodes.length - 1] = 1
  for (let i = plan.nodes.length - 1; i >= 0; i--) {
    const node = plan.nodes[i] as Node
    if (isEmpty(node.area)) readers[i] = 0
    const known = readers[i] ? cache?.get(node.key) : undefined
    if (known) kept.set(i, known)
    else if (readers[i]) for (const input of node.inputs) readers[input] = (readers[input] ?? 0) + 1
  }
  return { readers, kept }
}

/** Pictures of sources and after steps are worth keeping; the rest is quickly made again. */
function keep(cache: NodeCache, node: Node | undefined, picture: Frame | Plane | undefined): void {
  const kind = node?.op.kind
  if (node && picture && (kind === 'step' || kind === 'colour' || kind === 'source'))
    cache.put(node.key, picture.data)
}

/** Makes one node. `spare` tells whether an input has no other reader, so that the result may be written into it. */
function make(
  k: Kernels,
  plan: Plan,
  { op, area }: Node,
  inputs: Held[],
  sources: Sources,
  spare: (input: number) => boolean,
): Frame | Plane {
  const { width, height } = area
  const [first, second] = inputs
  switch (op.kind) {
    case 'blank':
      return filled(k, width, height, [0, 0, 0, 1])
    case 'missing':
      return hatched(k, area, plan.height)
    case 'source': {
      const picture = sources(op.mediaId, op.frame)
      if (!picture) return hatched(k, area, plan.height)
      const whole = fitted(k, picture, plan.width, plan.height)
      return cropped(k, { picture: whole, area: wholeOf(plan) }, area)
    }
    case 'step':
      return stepped(k, plan, op, inputs, area)
    case 'colour': {
      const mattes = inputs.slice(1).map((held) => part(k, held, area))
      const { frame, own } = part(k, first as Held, area)
      const ops = colourOps(
        op.parts,
        mattes.map((m) => m.frame as unknown as Plane),
        plan.tables,
      )
      // Written over what it was given only where nothing else reads that.
      const out = runProgram(k, frame, ops, own || spare(0) ? frame : undefined)
      for (const matte of mattes) if (matte.own) k.free(matte.frame)
      return out
    }
    case 'matte':
      return matteNode(k, plan, op, inputs, area)
    case 'blend': {
      const out = copied(k, first as Held, area)
      const top = copied(k, second as Held, area)
      const both = op.space === 'perceptual' ? [out, top] : []
      for (const frame of both) runProgram(k, frame, [{ op: 'encode' }], frame)
      blendInto(k, top, out, op.mode)
      k.free(top)
      if (both.length) runProgram(k, out, [{ op: 'decode' }], out)
      return out
    }
    case 'mix':
    case 'over': {
      const [base, top] = op.kind === 'mix' ? [first, second] : [second, first]
      const into = op.kind === 'mix' ? 0 : 1
      const own = spare(into) && sameArea((base as Held).area, area)
      const out = own ? ((base as Held).picture as Frame) : copied(k, base as Held, area)
      // What is mixed in may lie outside of the part that is made.
      if (top) combine(k, op, { picture: out, area }, top, inputs[2])
      return out
    }
    case 'show': {
      const matte = part(k, first as Held, area)
      const below = second && part(k, second, area)
      const shown = showRegion(k, op, matte.frame as unknown as Plane, below?.frame)
      if (matte.own) k.free(matte.frame)
      if (below?.own) k.free(below.frame)
      return shown
    }
    case 'inspect': {
      const out = copied(k, first as Held, area)
      inspect(k, out, op.look)
      return out
    }
    case 'difference': {
      const out = copied(k, first as Held, area)
      const { frame, own } = part(k, second as Held, area)
      difference(k, out, frame, op.gain)
      if (own) k.free(frame)
      return out
    }
  }
}

function stepped(k: Kernels, plan: Plan, op: StepOp, inputs: Held[], wanted: Area): Frame {
  const step = findStep(op.use)
  if (!step) throw new Error(`There is no treatment "${op.use}".`)
  // Each input holds at least what the step asked for; what others asked for besides is left out.
  const area = inputs.map((held) => held.area).reduce(intersection)
  const parts = inputs.map((held) => part(k, held, area))
  const given = parts.map((p) => p.frame)
  const frames = op.frames ?? 0
  const named = op.pictures ?? []
  const picture = step.render({
    kernels: k,
    input: given[0] as Frame,
    values: op.values as never,
    moments: (op.moments ?? []) as never,
    scale: plan.scale,
    place: { x: area.x, y: area.y, width: plan.width, height: plan.height },
    time: op.time ?? 0,
    tables: plan.tables,
    others: given.slice(1, 1 + frames),
    pictures: Object.fromEntries(named.map((id, i) => [id, given[1 + frames + i] as Frame])),
    ...(op.region ? { region: given.at(-1) as unknown as Plane } : {}),
    ...(op.view ? { view: op.view } : {}),
  })
  for (const { frame, own } of parts) if (own) k.free(frame)
  return cropped(k, { picture, area }, wanted)
}

function colourOps(
  parts: readonly ColourPart[],
  mattes: readonly Plane[],
  tables: Plan['tables'],
): ColourOp[] {
  return parts.flatMap((part): ColourOp[] => {
    if ('keep' in part) return [{ op: 'keep' }]
    if ('amount' in part)
      return [{ op: 'mixKept', amount: part.amount, matte: part.matte ? mattes[part.matte - 1] : undefined }]
    return findStep(part.use)?.colour?.(part.values as never, tables) ?? []
  })
}
