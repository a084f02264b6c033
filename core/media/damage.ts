/** Packets that are left out of one group at most; beyond that what follows is given up until the next key packet. */
const MOST = 16

/**
 * The packets of a group that keep it from being decoded: without them the rest can be. The first packet is a key packet. Each is found by halving, so that a group
 * of n packets costs about log2 n trials for each.
 * @param trial whether a list of packets, a key packet first, decodes without an error
 */
export async function undecodable<T>(
  group: readonly T[],
  trial: (packets: readonly T[]) => Promise<boolean>,
): Promise<Set<T>> {
  const bad = new Set<T>()
  let list = [...group]
  let good = 0
  while (list.length && !(await trial(list))) {
    let fails = list.length
    while (good + 1 < fails) {
      const middle = (good + fails) >> 1
      if (await trial(list.slice(0, middle))) good = middle
      else fails = middle
    }
    // Without its key packet nothing of a group is a picture.
    if (fails === 1) return new Set(group)
    if (bad.size === MOST) return new Set([...bad, ...list.slice(fails - 1)])
    bad.add(list[fails - 1] as T)
    list = list.filter((packet) => !bad.has(packet))
  }
  return bad
}

/** Frame numbers in words: "7", "80-83 and 90". */
export function framesInWords(frames: readonly number[]): string {
  const runs: [number, number][] = []
  for (const n of [...frames].sort((a, b) => a - b)) {
    const last = runs.at(-1)
    if (last && n <= last[1] + 1) last[1] = n
    else runs.push([n, n])
  }
  const words = runs.map(([from, to]) => (from === to ? String(from) : `${from}-${to}`))
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) as string}`
}
