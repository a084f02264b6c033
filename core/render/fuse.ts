import { findStep } from '../steps'
import { type ColourPart, type Draft, reachable } from './graph'

/**
 * Joins runs of pointwise steps, and their mixing with what was before, into single nodes, so that each run is one pass over the picture. A picture that
 * something else reads too stays a node of its own. Keys stay those of each run's last node.
 * @param large whether a matte covers so much that limiting its step to its bounds would save little
 */
export function fuse(nodes: readonly Draft[], large: (matte: Draft) => boolean): Draft[] {
  const out = nodes.map((node) => (node.op.kind === 'step' ? pointwise(node) : node))
  const readers = new Array<number>(out.length).fill(0)
  for (const node of out) for (const i of node.inputs) readers[i] = (readers[i] ?? 0) + 1
  for (let index = 0; index < out.length; index++) {
    const mixed = mixing(out, index, readers, large)
    if (mixed) {
      // The picture before had two readers, the step and the mix; now it has one.
      const before = mixed.inputs[0] as number
      readers[before] = (readers[before] ?? 0) - 1
      out[index] = mixed
    }
    const node = out[index] as Draft
    const from = node.inputs[0] as number
    const earlier = out[from]
    if (node.op.kind !== 'colour' || earlier?.op.kind !== 'colour' || readers[from] !== 1) continue
    out[index] = joined(earlier, node)
  }
  return reachable(out, out.length - 1)
}

/** A pointwise step as a run of one. */
function pointwise(node: Draft): Draft {
  if (node.op.kind !== 'step' || node.op.view || node.inputs.length > 1) return node
  if (!findStep(node.op.use)?.colour) return node
  return { ...node, op: { kind: 'colour', parts: [{ use: node.op.use, values: node.op.values }] } }
}

/** A mix of a picture with what a run makes of that same picture, as one run. */
function mixing(
  nodes: readonly Draft[],
  index: number,
  readers: readonly number[],
  large: (matte: Draft) => boolean,
): Draft | undefined {
  const node = nodes[index] as Draft
  if (node.op.kind !== 'mix') return undefined
  const [before, after, matte] = node.inputs as [number, number, number | undefined]
  const run = nodes[after] as Draft
  if (run.op.kind !== 'colour' || run.inputs[0] !== before || readers[after] !== 1) return undefined
  if (matte !== undefined && !large(nodes[matte] as Draft)) return undefined
  const inputs = matte === undefined ? run.inputs : [...run.inputs, matte]
  const end: ColourPart = {
    amount: node.op.amount,
    matte: matte === undefined ? undefined : inputs.length - 1,
  }
  const of = run.of ?? node.of
  return {
    ...node,
    ...(of ? { of } : {}),
    inputs,
    op: { kind: 'colour', parts: [{ keep: true }, ...run.op.parts, end] },
  }
}

/** Two runs as one; the later one's mattes follow those of the earlier. */
function joined(earlier: Draft, later: Draft): Draft {
  if (earlier.op.kind !== 'colour' || later.op.kind !== 'colour') return later
  const offset = earlier.inputs.length - 1
  const moved = later.op.parts.map((part) =>
    'amount' in part && part.matte !== undefined ? { ...part, matte: part.matte + offset } : part,
  )
  const of = [...(earlier.of ?? []), ...(later.of ?? [])]
  return {
    ...later,
    ...(of.length ? { of } : {}),
    inputs: [...earlier.inputs, ...later.inputs.slice(1)],
    op: { kind: 'colour', parts: [...earlier.op.parts, ...moved] },
  }
}
