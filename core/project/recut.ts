import { findStep, type StepDeclaration } from '../steps'
import { newStep } from './parts'
import { activeTransition } from './transitions'
import { findOwner } from './owners'
import { sameSource } from './source'
import type { Project, Sequence, Shot, SoundClip, Step } from './schema'

/** How an edit is to lie on a sequence. */
export interface Cutting {
  shots: readonly Shot[]
  sounds: readonly SoundClip[]
}

/** What becomes of a shot: nothing, or in which ways it changes; `new` and `gone` stand alone. */
export type Way = 'moved' | 'trimmed' | 'slipped' | 'speed' | 'medium' | 'new' | 'gone'

export interface ShotChange {
  /** The shot of the project; none where it is new. */
  old: Shot | null
  /** The shot as the edit has it now; none where it is gone. */
  now: Shot | null
  ways: Way[]
}

const SPEED = '-speed'

/** The step that gives a shot the speed that the edit says: 1 as shot, 0 held, negative backwards; its head stays on its picture. */
export function newSpeedStep(shotId: string, speed: number, head = 0): Step {
  const step = newStep(findStep('retime') as StepDeclaration, `${shotId}${SPEED}`)
  step.name = 'Speed of the edit'
  Object.assign(step.what, {
    speed: { value: speed },
    zero: { value: head },
    between: { value: 'nearest' },
  })
  return step
}

/** That step of a shot, if it has one. */
export const speedStep = (shot: Pick<Shot, 'steps'>): Step | undefined =>
  shot.steps.find((s) => s.use === 'retime' && s.id.endsWith(SPEED))

/** How fast a shot runs by its edit. */
export const speedOf = (shot: Pick<Shot, 'steps'>): number => Number(speedStep(shot)?.what.speed?.value ?? 1)

const ending = (of: { start: number; length: number }) => of.start + of.length

/** How many frames of their medium two clips both show. */
function common(a: Shot | SoundClip, b: Shot | SoundClip): number {
  const [p, q] = [a, b].map((c): [number, number] => {
    const reach = c.length * ('steps' in c ? speedOf(c) : 1)
    return reach < 0 ? [c.in + reach, c.in] : [c.in, c.in + Math.max(1, reach)]
  }) as [[number, number], [number, number]]
  return Math.min(p[1], q[1]) - Math.max(p[0], q[0])
}

/** A shot as an edit knows it: with what stood there before the user put something else in its place, unless the edit has that too by now. */
export const asEdited = (shot: Shot, now?: Shot): Shot =>
  shot.stood && !(now && sameSource(shot.source, now.source))
    ? { ...shot, source: shot.stood.source, in: shot.in + shot.stood.shift }
    : shot

/** Pairs by their rank, the best first, each thing once. */
function paired<A extends { id: string }, B extends { id: string }>(
  old: readonly A[],
  now: readonly B[],
  rank: (a: A, b: B) => number | undefined,
  pairs: Map<string, A>,
): void {
  const taken = new Set([...pairs.values()].map((a) => a.id))
  const left = old.filter((a) => !taken.has(a.id))
  const ranked: { a: A; b: B; rank: number }[] = []
  for (const b of now) {
    if (pairs.has(b.id)) continue
    for (const a of left) {
      const found = rank(a, b)
      if (found !== undefined) ranked.push({ a, b, rank: found })
    }
  }
  ranked.sort((p, q) => q.rank - p.rank)
  for (const { a, b } of ranked) {
    if (taken.has(a.id) || pairs.has(b.id)) continue
    taken.add(a.id)
    pairs.set(b.id, a)
  }
}

/** Nearness as a share: 1 in the same place. */
const near = (a: { start: number }, b: { start: number }) => 1 / (1 + Math.abs(a.start - b.start))

/**
 * Which shot of the project each shot of an edit is: first by what both show of the same medium, then by medium and name or place, then by the very same
 * place with another medium. @returns by the id that the edit gave it
 */
export function sameShots(old: readonly Shot[], now: readonly Shot[]): Map<string, Shot> {
  const pairs = new Map<string, Shot>()
  const same = (a: Shot, b: Shot) => sameSource(asEdited(a, b).source, b.source)
  paired(old, now, (a, b) => (same(a, b) ? likeness(asEdited(a, b), b) : undefined), pairs)
  paired(
    old,
    now,
    (a, b) => (same(a, b) && (a.name === b.name || a.start === b.start) ? near(a, b) : undefined),
    pairs,
  )
  const inPlace = (a: Shot, b: Shot) => a.start === b.start && a.lane === b.lane && a.length === b.length
  paired(old, now, (a, b) => (inPlace(a, b) ? Number(a.name === b.name) : undefined), pairs)
  return pairs
}

/** How much two shots of one medium are alike: what they share of it counts most, then name, lane and place; undefined where they share nothing. */
function likeness(a: Shot, b: Shot): number | undefined {
  const shared = common(a, b)
  if (shared <= 0) return undefined
  const exact = a.in === b.in && a.length === b.length
  const alike = (exact ? 1 : 0) + (a.name === b.name ? 0.5 : 0) + (a.lane === b.lane ? 0.1 : 0)
  return shared / Math.max(a.length, b.length) + alike + near(a, b) / 4
}

/** Which clip of sound each clip of an edit is, by its medium and what both play of it. */
export function sameSounds(old: readonly SoundClip[], now: readonly SoundClip[]): Map<string, SoundClip> {
  const pairs = new Map<string, SoundClip>()
  paired(
    old,
    now,
    (a, b) => (a.mediaId === b.mediaId && common(a, b) > 0 ? common(a, b) + near(a, b) : undefined),
    pairs,
  )
  return pairs
}

/** Whether a shot was made here and did not come with an edit: no medium stands in it, or it lies above all lanes of the edit. */
export function madeHere(shot: Shot, edit: readonly Shot[]): boolean {
  const top = edit.reduce((most, s) => Math.max(most, s.lane), 0)
  return asEdited(shot).source.kind !== 'medium' || shot.lane > top
}

/** Where one shot of a lane goes over into the next, as an edit says it. */
export interface Crossing {
  at: number
  lane: number
  before: number
  after: number
}

/**
 * Cuts that an edit has elsewhere within the same crossing, as the project has them: a list cuts where a dissolve begins, another file in its middle. What is seen stays
 * the same. @returns the shots and the crossings
 */
export function realigned<C extends Crossing>(
  sequence: Sequence,
  shots: readonly Shot[],
  crossings: readonly C[],
): { shots: Shot[]; crossings: C[] } {
  const pairs = sameShots(sequence.shots, shots)
  const moved = new Map(shots.map((s) => [s.id, { ...s }]))
  const all = [...moved.values()]
  const aligned = crossings.map((crossing) => {
    const on = all.filter((s) => s.lane === crossing.lane)
    const [out, into] = [on.find((s) => ending(s) === crossing.at), on.find((s) => s.start === crossing.at)]
    const [from, to] = [out, into].map((s) => s && pairs.get(s.id))
    const own = from && to && sequence.transitions.find((t) => t.from === from.id && t.to === to.id)
    if (!out || !into || !own || own.before + own.after !== crossing.before + crossing.after) return crossing
    const by = own.before - crossing.before
    if (!by || by >= into.length || -by >= out.length) return crossing
    out.length += by
    const shown = Math.round(by * speedOf(into))
    Object.assign(into, {
      start: into.start + by,
      in: into.in + shown,
      zero: into.zero + shown,
      length: into.length - by,
    })
    return { ...crossing, at: crossing.at + by, before: own.before, after: own.after }
  })
  return { shots: all, crossings: aligned }
}

function waysOf(old: Shot, b: Shot): Way[] {
  const a = asEdited(old, b)
  const ways: Way[] = []
  const [head, tail] = [b.in - a.in, b.in + b.length - a.in - a.length]
  if (!sameSource(a.source, b.source)) ways.push('medium')
  else if (speedOf(a) !== speedOf(b)) ways.push('speed')
  else if (a.length === b.length && head) ways.push('slipped')
  else if (head || tail) ways.push('trimmed')
  // The pictures that stay are where they were if the head moved by what was trimmed there.
  const stays = b.start - a.start === (ways.includes('trimmed') ? head : 0)
  if (!stays || a.lane !== b.lane) ways.push('moved')
  return ways
}

/** What an edit that comes again changes, in its order, then what it no longer has. */
export function compareEdit(sequence: Sequence, { shots }: Cutting): ShotChange[] {
  const pairs = sameShots(sequence.shots, shots)
  const kept = new Set([...pairs.values()].map((s) => s.id))
  const now = [...shots]
    .sort((a, b) => a.start - b.start || a.lane - b.lane)
    .map((shot): ShotChange => {
      const old = pairs.get(shot.id) ?? null
      return { old, now: shot, ways: old ? waysOf(old, shot) : ['new'] }
    })
  const gone = sequence.shots
    .filter((s) => !kept.has(s.id) && !madeHere(s, shots))
    .map((old): ShotChange => ({ old, now: null, ways: ['gone'] }))
  return [...now, ...gone]
}

/** Where a frame of the old edit lies in the new one: on the same picture, or as far behind the last one that stayed. */
export function carried(
  old: readonly Shot[],
  now: readonly Shot[],
  pairs: ReadonlyMap<string, Shot>,
): (frame: number) => number {
  const moved = now
    .flatMap((shot) => {
      const from = pairs.get(shot.id)
      return from ? [{ from: { ...from }, to: { ...shot } }] : []
    })
    .sort((a, b) => a.from.lane - b.from.lane || a.from.start - b.from.start)
  const lowest = Math.min(...old.map((s) => s.lane))
  const base = moved.filter(({ from }) => from.lane === lowest)
  return (frame) => {
    const on = moved.find(({ from }) => frame >= from.start && frame < ending(from))
    if (on) {
      const at = on.to.start + frame - on.from.start + on.from.in - on.to.in
      return Math.max(on.to.start, Math.min(at, ending(on.to)))
    }
    const before = base.findLast(({ from }) => ending(from) <= frame)
    return Math.max(0, before ? ending(before.to) + frame - ending(before.from) : frame)
  }
}

/** A lane from `lane` up on which nothing else lies over a range. */
export function freeLane(
  shots: readonly Shot[],
  of: Pick<Shot, 'id' | 'start' | 'length'>,
  lane: number,
): number {
  const free = (at: number) =>
    !shots.some((s) => s.id !== of.id && s.lane === at && s.start < ending(of) && of.start < ending(s))
  for (let at = lane; at < 32; at++) if (free(at)) return at
  return 32
}

/** The transitions of a sequence that do not act, by name with their shots. */
export const resting = (p: Project, sequence: Sequence): Map<string, string> =>
  new Map(
    sequence.transitions
      .filter((t) => !activeTransition(p, sequence, t))
      .map((t) => {
        const shot = (id: string | null) => (id === null ? undefined : findOwner(p, 'shot', id)?.name)
        return [t.id, `${t.name} ${[shot(t.from), shot(t.to)].filter(Boolean).join(' to ')}`]
      }),
  )
