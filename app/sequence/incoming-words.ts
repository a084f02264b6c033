import {
  asEdited,
  type Project,
  type Shot,
  type ShotChange,
  sourceName,
  speedOf,
  type Way,
} from '@stilus/core/project'

const frames = (n: number) => `${n} ${n === 1 ? 'frame' : 'frames'}`
const later = (by: number) => `${frames(Math.abs(by))} ${by > 0 ? 'later' : 'earlier'}`

/** What a way of changing is called in a list. */
export const WAYS: Record<Way, string> = {
  moved: 'Moved',
  trimmed: 'Trimmed',
  slipped: 'Slipped',
  speed: 'Other speed',
  medium: 'Other medium',
  new: 'New',
  gone: 'Gone',
}

/** What a changed edit does to a shot, in words with numbers; nothing where it stays as it is. */
export function saidOf(project: Project, { old, now, ways }: ShotChange): string {
  if (!old) return now ? `${frames(now.length)} of ${sourceName(project, now.source)}` : ''
  if (!now) return goneWith(old)
  const head = now.in - asEdited(old, now).in
  const tail = head + now.length - old.length
  const said: string[] = []
  for (const way of ways) {
    if (way === 'moved') said.push(...movedBy(old, now, ways.includes('trimmed') ? head : 0))
    if (way === 'trimmed' && head) said.push(`begins ${later(head)}`)
    if (way === 'trimmed' && tail) said.push(`ends ${later(tail)}`)
    if (way === 'slipped') said.push(`shows what is ${later(head)}`)
    if (way === 'speed') said.push(`runs at ${Number((speedOf(now) * 100).toFixed(1))} %`)
    if (way === 'medium') said.push(`shows ${sourceName(project, now.source)}`)
  }
  return said.join(', ')
}

function movedBy(old: Shot, now: Shot, trimmed: number): string[] {
  const by = now.start - old.start - trimmed
  return [
    ...(by ? [`lies ${later(by)}`] : []),
    ...(old.lane === now.lane ? [] : [now.lane ? `on lane ${now.lane + 1}` : 'on the lowest lane']),
  ]
}

function goneWith({ steps }: Shot): string {
  return steps.length
    ? `has ${steps.length === 1 ? 'one step' : `${steps.length} steps`}`
    : 'nothing was done to it'
}

/** How many shots a changed edit touches in which way, in one sentence. */
export function summed(changes: readonly ShotChange[]): string {
  const stay = changes.filter((c) => !c.ways.length).length
  const counted = (Object.keys(WAYS) as Way[]).flatMap((way) => {
    const n = changes.filter((c) => c.ways.includes(way)).length
    return n ? [`${n} ${WAYS[way].toLowerCase()}`] : []
  })
  return [`${stay} of ${changes.length} shots stay as they are`, ...counted].join(', ')
}
