import { graphlib, layout } from '@dagrejs/dagre'
import type { Graph } from './graph'

export interface Box {
  width: number
  height: number
  /** How far below its upper edge the main wire comes in and leaves; in the middle unless given. */
  axis?: number | undefined
}
export type Place = [number, number]

/** The name in the layout of what holds an opened group and what is in it. */
function inside(graph: graphlib.Graph, group: string): string {
  const name = `in ${group}`
  if (!graph.hasNode(name)) graph.setNode(name, {})
  return name
}

/** Between cards that follow each other, and between those that stand over each other. */
const GAP_ACROSS = 56
const GAP_ALONG = 6

/**
 * Where cards lie, by their upper left corners: in columns from left to right along the wires, by dagre (Gansner et al. 1993, "A Technique for Drawing Directed Graphs"). The same graph
 * gives the same places, in whatever order its cards come. Those placed by hand lie where they were put.
 * @param sizeOf how large a card is
 */
export function placesOf(
  { cards, wires }: Graph,
  sizeOf: (card: string) => Box,
  byHand: ReadonlyMap<string, Place> = new Map(),
): Map<string, Place> {
  const graph = new graphlib.Graph({ compound: true })
  graph.setGraph({ rankdir: 'LR', ranksep: GAP_ACROSS, nodesep: GAP_ALONG, ranker: 'network-simplex' })
  graph.setDefaultEdgeLabel(() => ({}))
  // Wires that go on run straight: every card hangs by its axis, as far below it as above.
  const hung = (id: string) => {
    const { width, height, axis = height / 2 } = sizeOf(id)
    return { width, height: 2 * Math.max(axis, height - axis), axis }
  }
  for (const id of cards.map((c) => c.id).sort()) graph.setNode(id, hung(id))
  // What is in an opened group lies together.
  for (const { id, group } of cards) {
    if (cards.some((c) => c.group === id)) graph.setParent(id, inside(graph, id))
    if (group !== undefined) graph.setParent(id, inside(graph, group))
  }
  const lines = [...new Set(wires.map(({ from, to }) => JSON.stringify([from, to])))].sort()
  for (const line of lines) {
    const [from, to] = JSON.parse(line) as [string, string]
    // The picture that a card works on keeps its line straight.
    const main = wires.some((w) => w.from === from && w.to === to && /before$|^result$/.test(w.input))
    graph.setEdge(from, to, { weight: main ? 8 : 1 })
  }
  layout(graph)
  const places = new Map<string, Place>()
  for (const { id } of cards) {
    const { x, y, width, axis } = graph.node(id) as Required<Box> & { x: number; y: number }
    places.set(id, byHand.get(id) ?? [Math.round(x - width / 2), Math.round(y - axis)])
  }
  return places
}
