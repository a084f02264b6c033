import { allObjects, type Design, moverFrames } from '@stilus/core/project'

/** Pictures of an arrival, and of a departure. */
const COMING = 10
const GOING = 3

/** Frames in which a design is seen as it moves, and the one at which it stands; `held` says how many ticks each is seen. */
export function momentsOf(design: Design): { rest: number; moving: { frame: number; held: number }[] } {
  const { length } = design
  const ends = allObjects(design.objects).flatMap((object) =>
    (object.movers ?? []).map((mover) => {
      const n = moverFrames(object, mover)
      return { way: mover.way, at: mover.way === 'arrive' ? object.start + n : n }
    }),
  )
  for (const { form, zero } of allObjects(design.objects))
    for (const { keys = [] } of Object.values(form)) {
      const [landed, leaves] = [zero + (keys[1]?.at ?? Infinity), zero + (keys.at(-2)?.at ?? -Infinity)]
      if (landed < length / 2) ends.push({ way: 'arrive', at: Math.ceil(landed) })
      if (leaves > length / 2) ends.push({ way: 'leave', at: Math.ceil(length - leaves) })
    }
  const most = (way: string) => Math.max(0, ...ends.filter((e) => e.way === way).map((e) => e.at))
  const come = Math.min(length - 1, Math.max(12, most('arrive')))
  const leave = Math.min(length - 1 - come, Math.max(6, most('leave')))
  const rest = Math.min(length - 1, come + Math.max(0, Math.floor((length - come - leave) / 2)))
  const spread = (from: number, frames: number, n: number) =>
    Array.from({ length: n }, (_, i) => ({ frame: Math.round(from + ((i + 0.5) * frames) / n), held: 1 }))
  return {
    rest,
    moving: [
      ...spread(0, come, COMING),
      { frame: rest, held: 9 },
      ...(leave > 0 ? spread(length - leave, leave, GOING) : []),
    ],
  }
}

/** Frames in the order in which they are worth having: how it stands, a few moments far apart so that it moves soon, then those between. */
export function inOrder({ rest, moving }: ReturnType<typeof momentsOf>): number[] {
  const frames = moving.map((m) => m.frame)
  const coarse = frames.filter((_, i) => i % 4 === 1)
  const finer = frames.filter((_, i) => i % 4 === 3)
  return [...new Set([rest, ...coarse, ...finer, ...frames])]
}
