import {
  type Act,
  getSequence,
  type Medium,
  performAll,
  type Project,
  type Shot,
  type Source,
  sourceName,
  type Swap,
  swapIn,
  swapLacks,
  swapsByName,
  usualSwap,
} from '@stilus/core/project'
import { importFile } from '@stilus/engine'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { openSequence } from './where'
import { tell, uid, work } from './work'

export const SWAP_PATTERN = '{medium}*'

/** The act that puts another source under a shot, with everything on it kept. */
export function swapAct(project: Project, shot: Shot, source: Source, by?: Swap): Act {
  const from = swapIn(project, shot, source, by ?? usualSwap(project, shot, source))
  return ['shot.swap', { shotId: shot.id, source, in: from }]
}

/** Says where a source does not fill the shot that it came under. */
function sayLacks(project: Project, acts: readonly Act[]): void {
  for (const [name, args] of acts) {
    if (name !== 'shot.swap') continue
    const { shotId, source, in: from } = args as { shotId: string; source: Source; in: number }
    const shot = project.sequences.flatMap((s) => s.shots).find((s) => s.id === shotId)
    const lacks = shot ? swapLacks(project, shot, source, from) : 0
    if (shot && lacks)
      tell(
        'problem',
        `${sourceName(project, source)} lacks ${lacks} of the ${shot.length} frames of ${shot.name}. Trim the shot, or let it lie another way.`,
      )
  }
}

/** Swaps shots, all or none, as one act. */
function swapAll(acts: readonly Act[], label: string): boolean {
  const { document } = store.getState().project
  if (!document || !store.dispatch(editAll(acts, label))) return false
  sayLacks(store.getState().project.document ?? document, acts)
  return true
}

/** Shows another source in a shot. */
export function swapShot(project: Project, shot: Shot, source: Source, by?: Swap): void {
  swapAll([swapAct(project, shot, source, by)], 'Swap source')
}

const read = (project: Project, file: File): Promise<Medium | undefined> =>
  work(`Importing ${file.name}`, (_, signal) => importFile(project.id, file, uid(), signal)).then(
    (result) => result?.medium,
  )

/** Puts a file under a shot. */
export async function swapForFile(shotId: string, file: File): Promise<void> {
  const { document } = store.getState().project
  const medium = document && (await read(document, file))
  if (medium) swapFor([{ shotId, medium }])
}

function swapFor(pairs: readonly { shotId: string; medium: Medium }[]): boolean {
  const { document } = store.getState().project
  if (!document) return false
  const adding = [...new Set(pairs.map((p) => p.medium))].map((medium): Act => ['medium.add', { medium }])
  const there = performAll(document, adding, '').project
  const shots = there.sequences.flatMap((s) => s.shots)
  const swaps = pairs.flatMap(({ shotId, medium }) => {
    const shot = shots.find((s) => s.id === shotId)
    return shot ? [swapAct(there, shot, { kind: 'medium', mediaId: medium.id })] : []
  })
  return swapAll(
    [...adding, ...swaps],
    swaps.length === 1 ? 'Swap footage' : `Swap footage of ${swaps.length} shots`,
  )
}

/** Puts files under chosen shots, each under the one that its name says; tells which and what was for none. */
export async function swapFiles(
  shotIds: readonly string[],
  files: readonly File[],
  pattern: string,
): Promise<void> {
  const { document } = store.getState().project
  const sequence = openSequence() ?? (document && getSequence(document))
  if (!document || !sequence) return
  const inOrder = [...sequence.shots].sort((a, b) => a.lane - b.lane || a.start - b.start)
  const named = inOrder
    .map((s, i) => ({ id: s.id, shot: s.name, number: i + 1, medium: mediumName(document, s) }))
    .filter((s) => shotIds.includes(s.id))
  const found = swapsByName(
    named,
    files.map((f) => f.name),
    pattern,
  )
  const media = new Map<string, Medium>()
  for (const file of files) {
    if (![...found.values()].includes(file.name)) continue
    const medium = await read(document, file)
    if (medium) media.set(file.name, medium)
  }
  const pairs = [...found].flatMap(([shotId, name]) => {
    const medium = media.get(name)
    return medium ? [{ shotId, medium }] : []
  })
  const left = files.filter((f) => !media.has(f.name)).map((f) => f.name)
  if (!pairs.length)
    return void tell(
      'problem',
      `No file goes by "${pattern}" with one of the chosen shots, for example ${named[0]?.medium ?? ''}.`,
    )
  if (!swapFor(pairs)) return
  const shots = pairs.length === 1 ? 'One shot shows' : `${pairs.length} shots show`
  tell('info', `${shots} other footage.${left.length ? ` For none: ${left.join(', ')}.` : ''}`)
}

/** What a shot showed at first. */
const mediumName = (project: Project, { source, stood }: Shot) => sourceName(project, stood?.source ?? source)
