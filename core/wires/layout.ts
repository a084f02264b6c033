import { graphlib, layout } from '@dagrejs/dagre'
import { LRUCache } from 'lru-cache'
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

/** The layouts made last, by all that they depend on: a control that is turned moves no card. */
const made = new LRUCache<string, ReadonlyMap<string, Place>>({ max: 8 })

/**
 * Where cards lie, by their upper left corners: in columns from left to right along the wires, by dagre (Gansner et al. 1993, "A Technique for Drawing Directed Graphs"). The same graph
 * gives the same places, in whatever order its cards come. Those placed by hand lie where they were put.
 * @param sizeOf how large a card is
 */
export function placesOf(
  graph: Graph,
  sizeOf: (card: string) => Box,
  byHand: ReadonlyMap<string, Place> = new Map(),
): Map<string, Place> {
  const cards = graph.cards.map(({ id, group }) => ({ id, group, ...sizeOf(id) }))
  cards.sort((a, b) => (a.id < b.id ? -1 : 1))
  const lines = new Map<string, { from: string; to: string; main: boolean }>()
  for (const { from, to, input } of graph.wires) {
    const name = JSON.stringify([from, to])
    const main = /before$|^result$/.test(input) || (lines.get(name)?.main ?? false)
    lines.set(name, { from, to, main })
  }
  const wires = [...lines].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, line]) => line)
  const key = JSON.stringify([cards, wires])
  const known = made.get(key) ?? laidOut(cards, wires)
  made.set(key, known)
  return new Map(graph.cards.map(({ id }) => [id, byHand.get(id) ?? known.get(id) ?? [0, 0]]))
}

/** Lays out cards and lines that come in an order of their own. */
function laidOut(
  cards: readonly (Box & { id: string; group?: string | undefined })[],
  wires: readonly { from: string; to: string; main: boolean }[],
): Map<string, Place> {
  const graph = new graphlib.Graph({ compound: true })
  graph.setGraph({ rankdir: 'LR', ranksep: GAP_ACROSS, nodesep: GAP_ALONG, ranker: 'network-simplex' })
  graph.setDefaultEdgeLabel(() => ({}))
  // Wires that go on run straight: every card hangs by its axis, as far below it as above.
  for (const { id, width, height, axis = height / 2 } of cards)
    graph.setNode(id, { width, height: 2 * Math.max(axis, height - axis), axis })
  // What is in an opened group lies together.
  for (const { id, group } of cards) {
    if (cards.some((c) => c.group === id)) graph.setParent(id, inside(graph, id))
    if (group !== undefined) graph.setParent(id, inside(graph, group))
  }
  // The picture that a card works on keeps its line straight.
  for (const { from, to, main } of wires) graph.setEdge(from, to, { weight: main ? 8 : 1 })
  layout(graph)
  const places = new Map<string, Place>()
  for (const { id } of cards) {
    const { x, y, width, axis } = graph.node(id) as Required<Box> & { x: number; y: number }
    places.set(id, [Math.round(x - width / 2), Math.round(y - axis)])
  }
  return places
}
