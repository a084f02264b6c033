import { z } from 'zod'
import { defineEdit } from '../define'
import { getSequence, getShot } from '../find'
import { refuseLoops } from '../loops'
import {
  asEdited,
  carried,
  freeLane,
  madeHere,
  resting,
  sameShots,
  sameSounds,
  newSpeedStep,
  speedOf,
  speedStep,
} from '../recut'
import { mediumSchema, type Sequence, sequenceSchema, type Shot, type SoundClip, type Step } from '../schema'
import { sameSource, sourceName } from '../source'
import { swapLacks } from '../swapping'
import { id, onSequence } from './common'
import { dropShots, needSource } from './shots'

const sequence = sequenceSchema.shape

/** A shot takes its place, its part and its medium from the edit, and keeps all that was made of it. Mutates. */
function takePlace(shot: Shot, now: Shot): void {
  const edited = asEdited(shot, now)
  if (!sameSource(edited.source, now.source)) {
    // With another medium the treatment keeps its distance to the head, else it stays on its pictures.
    Object.assign(shot, { source: now.source, zero: shot.zero + now.in - shot.in, in: now.in })
    delete shot.stood
  } else {
    shot.in += now.in - edited.in
    // What the user put there has come with the edit.
    if (sameSource(shot.source, now.source)) delete shot.stood
  }
  Object.assign(shot, { start: now.start, length: now.length, lane: now.lane })
  // At another speed the sound would not fit.
  if (speedOf(now) !== speedOf(shot)) shot.sound = now.sound
  for (const steps of [shot.steps, ...Object.values(shot.variants ?? {})]) takeSpeed(steps, shot, now)
}

/** Gives the steps of a shot, or of a variant of it, the speed that the edit says. Mutates. */
function takeSpeed(steps: Step[], shot: Shot, now: Shot): void {
  const own = speedStep({ steps })
  const head = shot.in - shot.zero
  if (own && !speedStep(now)) steps.splice(steps.indexOf(own), 1)
  else if (own) Object.assign(own.what, { speed: { value: speedOf(now) }, zero: { value: head } })
  else if (speedStep(now)) steps.unshift(newSpeedStep(shot.id, speedOf(now), head))
}

/** What lies over the edit goes along with the pictures that it began and ended on. Mutates; says what changed its length or its lane. */
function carryAlong(of: Sequence, to: (frame: number) => number, own: readonly Shot[]): string[] {
  const notes: string[] = []
  for (const span of of.spans) {
    const { name, length } = span
    const start = to(span.start)
    // The last frame and not the one behind it: that belongs to the next shot.
    const end = Math.max(start + 1, to(span.start + length - 1) + 1)
    Object.assign(span, { zero: span.zero + start - span.start, start, length: end - start })
    if (span.length !== length)
      notes.push(`${name} is ${span.length} frames long now, ${length} before: its shots changed.`)
  }
  for (const shot of own) {
    shot.start = to(shot.start)
    const lane = freeLane(of.shots, shot, shot.lane)
    if (lane !== shot.lane) notes.push(`${shot.name} lies on lane ${lane + 1} now: there was no room.`)
    shot.lane = lane
  }
  for (const marker of of.markers ?? []) marker.at = to(marker.at)
  const { marks } = of
  if (marks.in !== null) marks.in = to(marks.in)
  if (marks.out !== null) marks.out = Math.max((marks.in ?? 0) + 1, to(marks.out - 1) + 1)
  return notes
}

/** The clips of sound of an edit that has any, as loud as they were. Mutates; names what is gone. */
function takeSounds(of: Sequence, sounds: readonly SoundClip[]): string[] {
  if (!sounds.length) return []
  const pairs = sameSounds(of.sounds, sounds)
  const kept = new Set([...pairs.values()].map((s) => s.id))
  const gone = of.sounds.filter((s) => !kept.has(s.id))
  of.sounds = sounds.map((now) => {
    const old = pairs.get(now.id)
    return old ? { ...old, start: now.start, length: now.length, in: now.in } : now
  })
  return gone.map(({ name }) => `The sound ${name} is gone. Undo brings it back.`)
}

/** A changed edit over a sequence that has been worked on. */
export const RECUT_EDITS = {
  'sequence.recut': defineEdit(
    {
      ...onSequence,
      startTimecode: z.int(),
      media: z.array(mediumSchema),
      shots: sequence.shots,
      sounds: sequence.sounds,
      markers: sequence.markers,
      /** Shots that the edit no longer has and that stay, on a lane of their own. */
      stay: z.array(id).optional(),
    },
    () => 'Take in the changed edit',
    (p, a) => {
      const of = getSequence(p, a.sequenceId)
      p.media.push(...a.media)
      for (const { source } of a.shots) needSource(p, source)
      const pairs = sameShots(of.shots, a.shots)
      const before = of.shots.map((s) => ({ ...s }))
      const were = new Map(
        [...pairs].map(([now, { id: old }]) => [now, before.find((s) => s.id === old) as Shot]),
      )
      const to = carried(before, a.shots, were)
      const rested = resting(p, of)
      const kept = new Set([...were.values()].map((s) => s.id))
      const left = of.shots.filter((s) => !kept.has(s.id))
      const own = left.filter((s) => madeHere(s, a.shots))
      const stay = left.filter((s) => !own.includes(s) && a.stay?.includes(s.id))
      const gone = left.filter((s) => !own.includes(s) && !stay.includes(s))
      const notes = gone.flatMap((shot) => {
        const across = of.transitions.filter((t) => t.from === shot.id || t.to === shot.id)
        const lost = [
          ...(shot.steps.length
            ? [`${shot.steps.length} ${shot.steps.length === 1 ? 'step' : 'steps'}`]
            : []),
          ...across.map((t) => t.name),
        ]
        return lost.length ? [`${shot.name} is gone, with ${lost.join(', ')}. Undo brings it back.`] : []
      })
      const goes = new Set(gone.map((s) => s.id))
      dropShots(p, (s) => goes.has(s.id))
      for (const now of a.shots) {
        const old = were.get(now.id)
        if (!old) {
          of.shots.push(now)
          continue
        }
        const shot = getShot(p, old.id)
        takePlace(shot, now)
        const lacks = shot.stood ? swapLacks(p, shot, shot.source, shot.in) : 0
        if (lacks)
          notes.push(`${shot.name} asks for ${lacks} frames more than ${sourceName(p, shot.source)} has.`)
      }
      for (const shot of stay) {
        shot.lane = freeLane(of.shots, shot, Math.max(...a.shots.map((s) => s.lane), 0) + 1)
        notes.push(`${shot.name} stays on lane ${shot.lane + 1}.`)
      }
      notes.push(...carryAlong(of, to, own))
      notes.push(...takeSounds(of, a.sounds))
      const named = new Set(a.markers?.map((m) => m.name))
      if (a.markers)
        of.markers = [...(of.markers ?? []).filter((m) => !named.has(m.name)), ...a.markers].sort(
          (m, n) => m.at - n.at,
        )
      of.startTimecode = a.startTimecode
      refuseLoops(p, { kind: 'sequence', id: of.id })
      for (const [transitionId, what] of resting(p, of))
        if (!rested.has(transitionId)) notes.push(`${what} rests: its shots no longer meet.`)
      return notes
    },
  ),
}
