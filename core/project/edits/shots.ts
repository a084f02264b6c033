import { z } from 'zod'
import { defineEdit } from '../define'
import { getMedium, getShot, handles, materialLength, NotFound } from '../find'
import { deepCopy } from '../copies'
import { type Project, projectSchema, VERSIONS } from '../schema'
import { id, onShot } from './common'

const shape = projectSchema.shape

/** Keeps a shot inside its medium and off negative time. */
function fitShot(p: Project, shotId: string) {
  const shot = getShot(p, shotId)
  shot.start = Math.max(0, shot.start)
  shot.length = Math.max(1, shot.length)
  const total = materialLength(p, shot.mediaId)
  if (total === Infinity) return
  shot.in = Math.max(0, Math.min(shot.in, total - 1))
  shot.length = Math.max(1, Math.min(shot.length, total - shot.in))
}

/** Shots and clips of sound on the sequence. */
export const SHOT_EDITS = {
  'shot.place': defineEdit(
    { shot: shape.shots.element },
    (a) => `Place ${a.shot.name}`,
    (p, a) => {
      getMedium(p, a.shot.mediaId)
      if (!p.shots.some((s) => s.id === a.shot.id)) p.shots.push(a.shot)
    },
  ),
  'shot.move': defineEdit(
    { ...onShot, start: z.int(), lane: z.int().min(0).optional() },
    () => 'Move shot',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      shot.start = Math.max(0, a.start)
      if (a.lane !== undefined) shot.lane = a.lane
    },
  ),
  'shot.trim': defineEdit(
    { ...onShot, edge: z.enum(['head', 'tail']), by: z.int() },
    (a) => `Trim ${a.edge}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      if (a.edge === 'tail') shot.length = Math.max(1, shot.length + a.by)
      else {
        const room = Math.min(handles(p, shot).before, shot.start)
        const by = Math.max(-room, Math.min(a.by, shot.length - 1))
        shot.start += by
        shot.in += by
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
      p.shots = p.shots.filter((s) => s.id !== a.shotId)
    },
  ),
  'shot.rename': defineEdit(
    { ...onShot, name: z.string().min(1).max(200) },
    (a) => `Rename shot to ${a.name}`,
    (p, a) => {
      getShot(p, a.shotId).name = a.name
    },
  ),
  'shot.swap': defineEdit(
    { ...onShot, mediaId: id, in: z.int() },
    () => 'Swap media',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      getMedium(p, a.mediaId)
      // Treatment time keeps its distance to the head, so keys and spans stay where they were.
      shot.zero += a.in - shot.in
      shot.in = a.in
      shot.mediaId = a.mediaId
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
    { sound: shape.sounds.element },
    (a) => `Place ${a.sound.name}`,
    (p, a) => {
      getMedium(p, a.sound.mediaId)
      if (!p.sounds.some((s) => s.id === a.sound.id)) p.sounds.push(a.sound)
    },
  ),
  'sound.remove': defineEdit(
    { soundId: id },
    () => 'Remove sound',
    (p, a) => {
      if (!p.sounds.some((s) => s.id === a.soundId)) throw new NotFound('sound', a.soundId)
      p.sounds = p.sounds.filter((s) => s.id !== a.soundId)
    },
  ),
  'sound.gain': defineEdit(
    { soundId: id, gain: z.number().min(-100).max(24) },
    () => 'Change sound level',
    (p, a) => {
      const clip = p.sounds.find((s) => s.id === a.soundId)
      if (!clip) throw new NotFound('sound', a.soundId)
      clip.gain = a.gain
    },
  ),
  'version.switch': defineEdit(
    { ...onShot, to: z.enum(VERSIONS) },
    (a) => `Switch to version ${a.to}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const from = shot.version ?? 'A'
      if (from === a.to) return
      // A version that was never used begins as a copy of the one that is left.
      const next = shot.versions?.[a.to] ?? deepCopy(shot.steps)
      const { [a.to]: _, ...others } = shot.versions ?? {}
      shot.versions = { ...others, [from]: shot.steps }
      shot.steps = next
      shot.version = a.to
    },
  ),
  'version.clear': defineEdit(
    { ...onShot, version: z.enum(VERSIONS) },
    (a) => `Clear version ${a.version}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const { [a.version]: gone, ...others } = shot.versions ?? {}
      if (!gone) throw new NotFound('version', a.version)
      shot.versions = others
    },
  ),
}
