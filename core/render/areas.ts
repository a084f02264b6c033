import { aligned, type Area, grown, intersection, isEmpty, sameArea, union, wholeOf } from '../frame'
import { type ResolvedItem, reachOf as itemReach } from '../region'
import { findStep } from '../steps'
import type { Draft, Node, StepOp } from './graph'

/** Parts begin at multiples of this, so that blurs that work on a decimated picture decimate a part as they do the whole. */
const GRID = 32

/**
 * How much of each node must be made so that `wanted` of the last one can be: the plan goes from the end to the beginning, and each node asks its inputs for
 * what it needs around it. What comes from another canvas is made whole.
 */
export function assignAreas(nodes: readonly Draft[], wanted: Area): Node[] {
  const wholes = nodes.map(({ canvas }) => wholeOf(canvas))
  const needs: Area[] = nodes.map(() => ({ x: 0, y: 0, width: 0, height: 0 }))
  const last = nodes.length - 1
  needs[last] = intersection(wholes[last] as Area, aligned(wanted, GRID))
  const ask = (index: number, area: Area) => {
    if (isEmpty(area)) return
    needs[index] = intersection(wholes[index] as Area, union(needs[index] as Area, aligned(area, GRID)))
  }
  for (let index = last; index >= 0; index--) {
    const { op, inputs, canvas } = nodes[index] as Draft
    const own = needs[index] as Area
    if (isEmpty(own)) continue
    if (op.kind === 'step') {
      const reaches = reachesOf(op, inputs.length, canvas.scale)
      inputs.forEach((input, i) => ask(input, grown(own, reaches[i] as number)))
    } else if (op.kind === 'mix') {
      const [before, after, matte] = inputs as [number, number, number | undefined]
      ask(before, own)
      const shape = matte === undefined ? undefined : nodes[matte]?.op
      const part = shape?.kind === 'matte' ? intersection(own, shape.bounds) : own
      ask(after, part)
      if (matte !== undefined) ask(matte, part)
    } else if (op.kind === 'matte') {
      const reach = Math.max(0, ...op.moments.flat().map((item) => lookReach(item, canvas.scale)))
      for (const i of inputs) ask(i, grown(own, Math.ceil(reach)))
    } else if (op.kind === 'fit' || op.kind === 'place' || op.kind === 'drawn' || op.kind === 'seen')
      for (const i of inputs) ask(i, wholes[i] as Area)
    else for (const i of inputs) ask(i, own)
  }
  return nodes.map((node, i) => {
    const area = needs[i] as Area
    const part = sameArea(area, wholes[i] as Area) ? '' : ` ${area.x},${area.y},${area.width},${area.height}`
    return { ...node, area, key: node.key + part }
  })
}

/** How far around a place the items of a region look, those within others too. */
function lookReach(item: ResolvedItem, scale: number): number {
  const own = itemReach(item, scale)
  return item.kind === 'region' ? own + Math.max(0, ...item.items.map((i) => lookReach(i, scale))) : own
}

/** How far a step looks in each of its inputs. */
export function reachesOf(op: StepOp, count: number, scale: number): number[] {
  const step = findStep(op.use)
  const own = step?.reach(op.values as never, scale) ?? Infinity
  return Array.from({ length: count }, (_, i) => {
    const slot = i ? op.slots?.[i - 1] : undefined
    return (slot && step?.inputs?.[slot.name]?.reach?.(op.values, scale)) ?? own
  })
}
