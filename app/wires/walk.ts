import type { Graph, Place } from '@stilus/core/wires'

export type Way = 'left' | 'right' | 'up' | 'down'

/** The card that arrow keys go to from one: against the wires and along them, or to the next one over or under it. */
export function walkFrom(
  { cards, wires }: Graph,
  places: ReadonlyMap<string, Place>,
  from: string | null,
  way: Way,
): string | undefined {
  const at = (id: string): Place => places.get(id) ?? [0, 0]
  if (from === null || !places.has(from)) return cards.find((c) => c.kind === 'source')?.id
  const [x, y] = at(from)
  const nearest = (ids: readonly string[], far: (place: Place) => number) =>
    [...new Set(ids)].sort((a, b) => far(at(a)) - far(at(b)) || a.localeCompare(b))[0]
  if (way === 'left') {
    // What it works on comes first of what it takes.
    const before = wires.filter((w) => w.to === from)
    const main = before.find((w) => w.input === 'before' || w.input === 'result')
    return (
      main?.from ??
      nearest(
        before.map((w) => w.from),
        ([, v]) => Math.abs(v - y),
      )
    )
  }
  if (way === 'right')
    return nearest(
      wires.filter((w) => w.from === from).map((w) => w.to),
      ([, v]) => Math.abs(v - y),
    )
  const side = cards.map((c) => c.id).filter((id) => (way === 'up' ? at(id)[1] < y : at(id)[1] > y))
  return nearest(side, ([u, v]) => Math.abs(v - y) + 2 * Math.abs(u - x))
}
