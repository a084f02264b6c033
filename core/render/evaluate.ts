import { isEmpty } from '../frame'
import type { Backend, Handle, Input, Sources } from './backend'
import type { Typefaces } from '../lettering'
import type { Tables } from '../steps'
import type { Node, Plan } from './graph'

/** Keeps pictures between evaluations. What it returns and takes is copied, never shared. */
export interface NodeCache {
  get(key: string): Float32Array | undefined
  put(key: string, values: Float32Array): void
  /** Told of every node of a plan, in their order, before the first of them is asked for. */
  begin?(keys: readonly string[]): void
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
  /** What the plan's resources hold, by id. */
  tables?: Tables
  /** The fonts that the plan's resources name. */
  typefaces?: Typefaces | undefined
  /** Asked before every node; true stops the work. */
  cancelled?(): boolean
  /** Told of every node that was made, and in how many milliseconds by `clock`. */
  timed?: { clock(): number; tell(node: Node, ms: number): void } | undefined
}

/**
 * Makes the picture of a plan by a backend: of its last node's area. The caller frees the result. Intermediate pictures are freed as soon as their last reader is
 * done, also when a step throws. Sources that are missing show as a hatched grey. @throws Cancelled
 */
export async function evaluate<H extends Handle>(
  backend: Backend<H>,
  plan: Plan,
  sources: Sources,
  { cache, cancelled = () => false, tables = {}, typefaces = () => undefined, timed }: EvaluateOptions = {},
): Promise<H> {
  cache?.begin?.(plan.nodes.map(({ key }) => key))
  const live = new Map<number, Input<H>>()
  const { readers, kept } = countReaders(plan, (key) => cache?.get(key))
  const root = plan.nodes.length - 1
  try {
    for (const [index, node] of plan.nodes.entries()) {
      if (!readers[index]) continue
      if (cancelled()) throw new Cancelled()
      const { area } = node
      const known = kept.get(index)
      if (known) {
        live.set(index, { area, handle: backend.restore(area, known) })
        continue
      }
      const last = [...new Set(node.inputs)].filter((i) => readers[i] === readsOf(node, i))
      if (cache)
        for (const i of last) {
          const { op, key } = plan.nodes[i] as Node
          const handle = live.get(i)?.handle
          if (handle && isWorthKeeping(op.kind)) cache.put(key, await backend.values(handle))
        }
      const inputs = node.inputs.map((i) => live.get(i))
      const spare = (i: number) => last.includes(node.inputs[i] ?? -1)
      const began = timed?.clock() ?? 0
      const making = backend.make({ tables, typefaces, node, inputs, sources, spare })
      // Waiting costs a turn of the event loop; a backend that is done at once is not waited for.
      const handle = making instanceof Promise ? await making : making
      timed?.tell(node, timed.clock() - began)
      for (const i of node.inputs) readers[i] = (readers[i] ?? 0) - 1
      for (const i of last) {
        const input = live.get(i)?.handle
        live.delete(i)
        if (input && input !== handle) backend.free(input)
      }
      live.set(index, { area, handle })
    }
    const result = live.get(root)?.handle as H
    live.delete(root)
    return result
  } finally {
    backend.free(...[...live.values()].map(({ handle }) => handle))
  }
}

const readsOf = (node: Node, i: number) => node.inputs.filter((input) => input === i).length

/** The source frames that evaluation asks for where the pictures of some nodes are kept. */
export function sourcesBeside(plan: Plan, isKept: (key: string) => boolean): Plan['sources'] {
  const { readers, kept } = countReaders(plan, (key) => isKept(key) || undefined)
  const asked = plan.nodes.filter((_, i) => readers[i] && !kept.has(i)).map(({ op }) => op)
  return plan.sources.filter(({ mediaId, frame }) =>
    asked.some((op) => op.kind === 'source' && op.mediaId === mediaId && op.frame === frame),
  )
}

/** How many nodes read each node, counting only what must really be made: what lies behind a kept picture is not read. */
function countReaders<T>(plan: Plan, find: (key: string) => T | undefined) {
  const readers = new Array<number>(plan.nodes.length).fill(0)
  const kept = new Map<number, T>()
  readers[plan.nodes.length - 1] = 1
  for (let i = plan.nodes.length - 1; i >= 0; i--) {
    const node = plan.nodes[i] as Node
    if (isEmpty(node.area)) readers[i] = 0
    const known = readers[i] ? find(node.key) : undefined
    if (known) kept.set(i, known)
    else if (readers[i]) for (const input of node.inputs) readers[input] = (readers[input] ?? 0) + 1
  }
  return { readers, kept }
}

/** Pictures of sources and after steps are worth keeping; the rest is quickly made again. */
const isWorthKeeping = (kind: Node['op']['kind']): boolean =>
  kind === 'step' ||
  kind === 'drawn' ||
  kind === 'colour' ||
  kind === 'source' ||
  kind === 'fit' ||
  kind === 'place'
