import { type Address, addressName, allSteps, controlAddress, type Stage, valuesOf } from '../project'
import type { Graph, ValueWire } from './graph'

/** The card of a graph on which the value at an address lies; undefined where it lies elsewhere. */
function cardWith(stage: Stage, cards: ReadonlyMap<string, string>, at: Address): string | undefined {
  if (at.owner.kind === 'step') return cards.get(at.owner.id)
  if (at.owner.kind !== 'item') return undefined
  const holder = allSteps(stage.steps).find((s) => s.where?.items.some((i) => i.id === at.owner.id))
  return holder && cards.get(holder.id)
}

/** The numbers of a treatment that follow others, and those that a front panel stands for. A number that follows a motion, a sound or a value elsewhere comes from outside. */
export function valueWires(stage: Stage, { cards }: Graph): ValueWire[] {
  const seats = new Map<string, string>()
  const shown = new Set(cards.map((c) => c.id))
  const seat = (steps: Stage['steps'], shut?: string) => {
    for (const step of steps) {
      const card = shown.has(step.id) ? step.id : shut
      if (card) seats.set(step.id, card)
      seat(step.steps ?? [], card)
    }
  }
  seat(stage.steps)
  return allSteps(stage.steps).flatMap((step) => {
    const to = seats.get(step.id)
    if (!to) return []
    const followed = valuesOf(step).flatMap(({ address, animated }) =>
      (animated.modifiers ?? []).flatMap((m): ValueWire[] => {
        if (m.kind !== 'follow') return []
        const source = m.source.kind === 'value' ? m.source.address : undefined
        const from = source && cardWith(stage, seats, source)
        const id = `value ${addressName(address)} ${m.id}`
        return [{ id, from, to, source, target: address, modifierId: m.id }]
      }),
    )
    const panels = shown.has(step.id)
      ? (step.panel ?? []).flatMap((control) =>
          control.targets.flatMap((target): ValueWire[] => {
            const inner = seats.get(target.stepId)
            if (!inner || inner === step.id) return []
            const [source, at] = [
              controlAddress(step.id, control.id),
              controlAddress(target.stepId, target.param),
            ]
            const id = `panel ${addressName(source)} ${addressName(at)}`
            return [{ id, from: step.id, to: inner, source, target: at }]
          }),
        )
      : []
    return [...followed, ...panels]
  })
}
