import type { Graph } from './graph'

/** The wires that leave each card, and those that reach it. */
function sides({ wires }: Pick<Graph, 'wires'>, along: 'from' | 'to'): Map<string, string[]> {
  const sides = new Map<string, string[]>()
  for (const wire of wires) {
    const other = along === 'from' ? wire.to : wire.from
    sides.set(wire[along], [...(sides.get(wire[along]) ?? []), other])
  }
  return sides
}

/** The shortest chain of cards along the wires from one to another, both among them; undefined where none leads there. A card leads to itself. */
export function chainBetween(graph: Pick<Graph, 'wires'>, from: string, to: string): string[] | undefined {
  const next = sides(graph, 'from')
  const came = new Map<string, string | undefined>([[from, undefined]])
  for (const at of came.keys()) {
    if (at === to) break
    for (const card of next.get(at) ?? []) if (!came.has(card)) came.set(card, at)
  }
  if (!came.has(to)) return undefined
  const chain: string[] = []
  for (let at: string | undefined = to; at !== undefined; at = came.get(at)) chain.unshift(at)
  return chain
}

/** All that lies before a card, or after it, itself not among them. */
export function reachable(graph: Pick<Graph, 'wires'>, card: string, way: 'before' | 'after'): Set<string> {
  const next = sides(graph, way === 'after' ? 'from' : 'to')
  const found = new Set([card])
  for (const at of found) for (const other of next.get(at) ?? []) found.add(other)
  found.delete(card)
  return found
}
