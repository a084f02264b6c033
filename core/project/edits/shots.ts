import { z } from 'zod'
import { deepCopy } from '../copies'
import { defineEdit } from '../define'
import { getMedium, getSequence, getShot, NotFound, sequenceOf } from '../find'
import { refuseLoops } from '../loops'
import { findOwner } from '../owners'
import { type Project, shotSchema, soundSchema, type Source, sourceSchema, VARIANTS } from '../schema'
import { handles, sameSource, sourceLength } from '../source'
import { id, name, onSequence, onShot } from './common'

/** Keeps a shot inside its source and off negative time. */
function fitShot(p: Project, shotId: string) {
  const shot = getShot(p, shotId)
  shot.start = Math.max(0, shot.start)
  shot.length = Math.max(1, shot.length)
  const total = sourceLength(p, shot.source, sequenceOf(p, 'shot', shotId).rate)
  if (total === Infinity || shot.fitted) return
  shot.in = Math.max(0, Math.min(shot.in, total - 1))
  shot.length = Math.max(1, Math.min(shot.length, total - shot.in))
}

/** @throws NotFound where a source names what is not there */
export function needSource(p: Project, source: Source): void {
  if (source.kind === 'medium') getMedium(p, source.mediaId)
  if (source.kind === 'comp') getSequence(p, source.sequenceId)
  if (source.kind === 'design' && !p.designs.some((d) => d.id === source.designId))
    throw new NotFound('design', source.designId)
}

/** Nothing stood in place of a shot that is not there any more. */
export function forgetStood(p: Project, gone: Source): void {
  for (const shot of p.sequences.flatMap((s) => s.shots))
    if (sameSource(shot.stood?.source, gone)) delete shot.stood
}

/** Takes shots off their sequences, with the transitions that stand on them. */
export function dropShots(p: Project, gone: (shot: { id: string; source: Source }) => boolean): void {
  for (const sequence of p.sequences) {
    const ids = new Set(sequence.shots.filter(gone).map((s) => s.id))
    if (!ids.size) continue
    sequence.shots = sequence.shots.filter((s) => !ids.has(s.id))
    sequence.transitions = sequence.transitions.filter(
      ({ from, to }) => !(from !== null && ids.has(from)) && !(to !== null && ids.has(to)),
    )
  }
}

const refuseShotLoops = (p: Project, shotId: string) => {
  refuseLoops(p, { kind: 'stack', stack: { kind: 'shot', id: shotId } })
  refuseLoops(p, { kind: 'sequence', id: sequenceOf(p, 'shot', shotId).id })
}

/** Shots and clips of sound on a sequence. */
export const SHOT_EDITS = {
  'shot.place': defineEdit(
    { ...onSequence, shot: shotSchema },
    (a) => `Place ${a.shot.name}`,
    (p, a) => {
      needSource(p, a.shot.source)
      if (findOwner(p, 'shot', a.shot.id)) return
      getSequence(p, a.sequenceId).shots.push(a.shot)
      refuseShotLoops(p, a.shot.id)
    },
  ),
  'shot.move': defineEdit(
    { ...onShot, start: z.int(), lane: z.int().min(0).max(32).optional() },
    () => 'Move shot',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      shot.start = Math.max(0, a.start)
      if (a.lane === undefined || a.lane === shot.lane) return
      shot.lane = a.lane
      refuseShotLoops(p, a.shotId)
    },
  ),
  'shot.trim': defineEdit(
    { ...onShot, edge: z.enum(['head', 'tail']), by: z.int() },
    (a) => `Trim ${a.edge}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      if (a.edge === 'tail') shot.length = Math.max(1, shot.length + a.by)
      else {
        const room = Math.min(shot.fitted ? Infinity : handles(p, shot).before, shot.start)
        const by = Math.max(-room, Math.min(a.by, shot.length - 1))
        shot.start += by
        if (!shot.fitted) shot.in += by
        shot.length -= by
      }
      fitShot(p, a.shotId)
    },
  ),
  'shot.slip': defineEdit(
    { ...onShot, by: z.int() },
    () => 'Slip shot',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const room = handles(p, shot)
      shot.in += Math.max(-room.before, Math.min(a.by, room.after))
    },
  ),
  'shot.remove': defineEdit(
    onShot,
    () => 'Remove shot',
    (p, a) => {
      getShot(p, a.shotId)
      dropShots(p, (s) => s.id === a.shotId)
    },
  ),
  'shot.rename': defineEdit(
    { ...onShot, name },
    (a) => `Rename shot to ${a.name}`,
    (p, a) => {
      getShot(p, a.shotId).name = a.name
    },
  ),
  'shot.swap': defineEdit(
    { ...onShot, source: sourceSchema, in: z.int() },
    () => 'Swap source',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      needSource(p, a.source)
      const before = shot.source
      const stood = shot.stood ?? { source: before, shift: 0 }
      const by = a.in - shot.in
      // Treatment time keeps its distance to the head, so keys and spans stay where they were.
      Object.assign(shot, { source: a.source, in: a.in, zero: shot.zero + by })
      if (a.source.kind !== 'design') delete shot.fitted
      if (!sameSource(a.source, before)) delete shot.row
      if (sameSource(stood.source, a.source)) delete shot.stood
      else shot.stood = { source: stood.source, shift: stood.shift - by }
      refuseShotLoops(p, a.shotId)
    },
  ),
  'shot.state': defineEdit(
    { ...onShot, state: z.enum(['untouched', 'in work', 'done']) },
    (a) => `Mark as ${a.state}`,
    (p, a) => {
      getShot(p, a.shotId).state = a.state
    },
  ),
  'shot.note': defineEdit(
    { ...onShot, note: z.string().max(5000) },
    () => 'Write note',
    (p, a) => {
      getShot(p, a.shotId).note = a.note
    },
  ),
  'shot.sound': defineEdit(
    { ...onShot, sound: z.number().min(-100).max(24).nullable() },
    () => 'Change sound level',
    (p, a) => {
      getShot(p, a.shotId).sound = a.sound
    },
  ),
  'sound.place': defineEdit(
    { ...onSequence, sound: soundSchema },
    (a) => `Place ${a.sound.name}`,
    (p, a) => {
      getMedium(p, a.sound.mediaId)
      const { sounds } = getSequence(p, a.sequenceId)
      if (!sounds.some((s) => s.id === a.sound.id)) sounds.push(a.sound)
    },
  ),
  'sound.remove': defineEdit(
    { soundId: id },
    () => 'Remove sound',
    (p, a) => {
      const sequence = p.sequences.find((s) => s.sounds.some((c) => c.id === a.soundId))
      if (!sequence) throw new NotFound('sound', a.soundId)
      sequence.sounds = sequence.sounds.filter((s) => s.id !== a.soundId)
    },
  ),
  'sound.gain': defineEdit(
    { soundId: id, gain: z.number().min(-100).max(24) },
    () => 'Change sound level',
    (p, a) => {
      const clip = p.sequences.flatMap((s) => s.sounds).find((s) => s.id === a.soundId)
      if (!clip) throw new NotFound('sound', a.soundId)
      clip.gain = a.gain
    },
  ),
  'variant.switch': defineEdit(
    { ...onShot, to: z.enum(VARIANTS) },
    (a) => `Switch to version ${a.to}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const from = shot.variant ?? 'A'
      if (from === a.to) return
      // A variant that was never used begins as a copy of the one that is left.
      const next = shot.variants?.[a.to] ?? deepCopy(shot.steps)
      const { [a.to]: _, ...others } = shot.variants ?? {}
      shot.variants = { ...others, [from]: shot.steps }
      shot.steps = next
      shot.variant = a.to
      refuseShotLoops(p, a.shotId)
    },
  ),
  'variant.clear': defineEdit(
    { ...onShot, variant: z.enum(VARIANTS) },
    (a) => `Clear version ${a.variant}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const { [a.variant]: gone, ...others } = shot.variants ?? {}
      if (!gone) throw new NotFound('version', a.variant)
      shot.variants = others
    },
  ),
}
