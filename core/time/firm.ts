/** How a slack part gives: played slower or faster, its last frame held, again and again, or with its middle left out. */
export const GIVES = {
  stretch: 'Slower or faster',
  hold: 'Held',
  loop: 'Again and again',
  cut: 'Cut in its middle',
} as const
export type Give = keyof typeof GIVES
export const GIVE_KINDS = Object.keys(GIVES) as [Give, ...Give[]]

/** A part of a time that gives where it is used at another length, [start, end) in frames. */
export interface SlackPart {
  start: number
  end: number
  give: Give
}

/** A stretch of a used time: [from, to) of it shows [start, end) of the own time. */
export interface Run {
  from: number
  to: number
  start: number
  end: number
  /** Firm parts have none. */
  give?: Give | undefined
}

/** How a time is used at another length. */
export interface Fitted {
  runs: readonly Run[]
  /** By which factor firm parts are faster than their pace, because the use is shorter than all of them; 1 where they keep it. */
  faster: number
}

/** Slack parts in order within [0, own), none overlapping another, none empty. */
export function tidyParts(parts: readonly SlackPart[], own: number): SlackPart[] {
  const out: SlackPart[] = []
  for (const { start, end, give } of [...parts].sort((a, b) => a.start - b.start)) {
    const from = Math.max(0, start, out.at(-1)?.end ?? 0)
    const to = Math.min(own, end)
    if (to > from) out.push({ start: from, end: to, give })
  }
  return out
}

/**
 * A time of `own` frames used at `used` frames, both above 0. What lies between the slack parts is firm and keeps its speed; the slack parts share what is left by their lengths. Where all firm
 * parts do not fit, nothing is left of the slack ones and the firm ones are faster evenly. What has no slack part holds its last frame where it is used longer.
 * @param pace how fast firm parts are where there is room, above 0; 1 keeps their speed
 */
export function fitTime(parts: readonly SlackPart[], own: number, used: number, pace = 1): Fitted {
  const slack = tidyParts(parts, own)
  const gives = slack.reduce((sum, p) => sum + p.end - p.start, 0)
  const firm = (own - gives) / pace
  const left = used - firm
  const faster = left < 0 ? firm / used : 1
  const share = gives > 0 ? Math.max(0, left) / gives : 0
  const speed = faster * pace
  const runs: Run[] = []
  let at = 0
  const add = (start: number, end: number, length: number, give?: Give) => {
    if (end > start) runs.push({ from: at, to: at + length, start, end, ...(give ? { give } : {}) })
    at += length
  }
  let from = 0
  for (const { start, end, give } of slack) {
    add(from, start, (start - from) / speed)
    add(start, end, (end - start) * share, give)
    from = end
  }
  if (!slack.length && left > 0) {
    add(0, own - 1, (own - 1) / pace)
    add(own - 1, own, used - (own - 1) / pace, 'hold')
  } else add(from, own, (own - from) / speed)
  return { runs, faster }
}

/** The frame of the own time, with its fraction, that shows at a frame of the used one; before and after it the first and the last. */
export function frameOf({ runs }: Fitted, at: number): number {
  const first = runs[0]
  const last = runs.at(-1)
  if (!first || !last) return 0
  if (at <= first.from) return first.start
  const run = runs.find((r) => at < r.to) ?? last
  const into = Math.min(at, run.to) - run.from
  const [long, wide] = [run.end - run.start, run.to - run.from]
  const lastFrame = Math.max(run.start, run.end - 1)
  if (wide <= 0) return run.end
  switch (run.give) {
    case 'hold':
      return Math.min(lastFrame, run.start + into)
    case 'loop':
      return run.start + (into % long)
    case 'cut':
      if (into < Math.min(long, wide) / 2) return run.start + into
      return Math.max(run.start + long / 2, run.end - (wide - into))
    default:
      return run.start + (into * long) / wide
  }
}

/** The first frame of a used time at which a frame of the own one shows, or the nearest to it. */
export function usedFrameOf({ runs }: Fitted, frame: number): number {
  const run = runs.find((r) => frame < r.end && r.to > r.from) ?? runs.at(-1)
  if (!run) return 0
  const into = Math.max(0, Math.min(run.end, frame) - run.start)
  const [long, wide] = [run.end - run.start, run.to - run.from]
  if (run.give === 'stretch' || !run.give) return run.from + (long > 0 ? (into * wide) / long : 0)
  if (run.give === 'cut' && into >= long / 2) return Math.max(run.from + wide / 2, run.to - (long - into))
  return run.from + Math.min(wide, into)
}
