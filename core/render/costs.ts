import type { Node, Plan } from './graph'

/** What a step of a picture costs. */
export interface Cost {
  /** Milliseconds; where several steps are made in one pass, an equal share of it. */
  ms: number
  /** Its picture is kept, so that it costs nothing now. */
  kept: boolean
}

/** Adds up what nodes cost for the steps that they were planned for. */
export function costsOf(spent: readonly { of: Node['of']; ms: number }[]): Record<string, number> {
  const costs: Record<string, number> = {}
  for (const { of = [], ms } of spent)
    for (const step of of) costs[step] = (costs[step] ?? 0) + ms / of.length
  return costs
}

/** The steps of a plan of which a picture is kept. */
export const keptSteps = ({ nodes }: Plan, isKept: (key: string) => boolean): Set<string> =>
  new Set(nodes.flatMap(({ of = [], key }) => (of.length && isKept(key) ? of : [])))
