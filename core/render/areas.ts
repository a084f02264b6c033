import {
  aligned,
  type Area,
  grown,
  intersection,
  isEmpty,
  sameArea,
  type Size,
  union,
  wholeOf,
} from '../frame'
import { type ResolvedItem, reachOf as itemReach } from '../region'
import { findStep } from '../steps'
import type { Draft, Node } from './graph'

/** Parts begin at multiples of this, so that blurs that work on a decimated picture decimate a part as they do the whole. */
const GRID = 32

/**
 * How much of each node must be made so that `wanted` of the last one can be: the plan goes from the end to the beginning, and each node asks its inputs for
 * what it needs around it.
 */
export function assignAreas(nodes: readonly Draft[], size: Size, scale: number, wanted: Area): Node[] {
  const whole = wholeOf(size)
  const needs: Area[] = nodes.map(() => ({ x: 0, y: 0, width: 0, height: 0 }))
  needs[nodes.length - 1] = intersection(whole, aligned(wanted, GRID))
  const ask = (index: number, area: Area) => {
    if (isEmpty(area)) return
    needs[index] = intersection(whole, union(needs[index] as Area, aligned(area, GRID)))
  }
  for (let index = nodes.length - 1; index >= 0; index--) {
    const { op, inputs } = nodes[index] as Draft
    const own = needs[index] as Area
    if (op.kind === 'step') {
      if (!isEmpty(own)) for (const i of inputs) ask(i, grown(own, reachOf(op, scale)))
    } else if (op.kind === 'mix') {
      const [before, after, matte] = inputs as [number, number, number | undefined]
      ask(before, own)
      const shape = matte === undefined ? undefined : nodes[matte]?.op
      const part = shape?.kind === 'matte' ? intersection(own, shape.bounds) : own
      ask(after, part)
      if (matte !== undefined) ask(matte, part)
    } else if (op.kind === 'matte') {
      const reach = Math.max(0, ...op.moments.flat().map((item) => lookReach(item, scale)))
      for (const i of inputs) ask(i, grown(own, Math.ceil(reach)))
    } else for (const i of inputs) ask(i, own)
  }
  return nodes.map((node, i) => {
    const area = needs[i] as Area
    const part = sameArea(area, whole) ? '' : ` ${area.x},${area.y},${area.width},${area.height}`
    return { ...node, area, key: node.key + part }
  })
}

/** How far around a place the items of a region look, those within others too. */
function lookReach(item: ResolvedItem, scale: number): number {
  const own = itemReach(item, scale)
  return item.kind === 'region' ? own + Math.max(0, ...item.items.map((i) => lookReach(i, scale))) : own
}

function reachOf(op: Extract<Draft['op'], { kind: 'step' }>, scale: number): number {
  return findStep(op.use)?.reach(op.values as never, scale) ?? Infinity
}
