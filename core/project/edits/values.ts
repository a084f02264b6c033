import { z } from 'zod'
import {
  type Animated,
  dropKey,
  dropKeys,
  EASES,
  easeSegment,
  keyAt,
  moveKey,
  pasteKeys,
  putKey,
  setHandle,
  setValue,
} from '../../anim'
import { defineEdit } from '../define'
import { NotFound } from '../find'
import { type Place, placeLabel, toChange } from '../parts'
import { animatedSchema, moverSchema, placeSchema, type Project } from '../schema'
import { refuseCircle } from '../values'
import { fitted, frame, id, value } from './common'

const place = placeSchema
const keySchema = animatedSchema.shape.keys.unwrap().element
/** Chosen keys: places with the times of their keys. */
const lanes = z.array(z.object({ place, at: z.array(frame) })).min(1)
const plural = (list: readonly { at: readonly number[] }[]) =>
  list.reduce((sum, lane) => sum + lane.at.length, 0) === 1 ? 'key' : 'keys'
const side = z.enum(['leave', 'arrive'])

const indexAt = (animated: Animated, t: number): number => {
  const key = keyAt(animated, t)
  if (!key) throw new NotFound('key at frame', String(t))
  return animated.keys?.indexOf(key) ?? -1
}

/** Movers go onto a value; a list that is empty goes altogether. */
function setMovers(p: Project, at: Place, change: (list: Animated['movers'] & object) => typeof list) {
  const animated = toChange(p, at)
  const next = change([...(animated.movers ?? [])])
  if (next.length) animated.movers = next
  else delete animated.movers
}

/** Values, their keys, and what else moves them. */
export const VALUE_EDITS = {
  'value.set': defineEdit(
    { place, at: frame, value },
    (a) => `Change ${placeLabel(a.place)}`,
    (p, a) => {
      setValue(toChange(p, a.place), a.at, fitted(p, a.place, a.value))
    },
  ),
  'key.put': defineEdit(
    { place, at: frame, value },
    (a) => `Set key for ${placeLabel(a.place)}`,
    (p, a) => {
      putKey(toChange(p, a.place), a.at, fitted(p, a.place, a.value))
    },
  ),
  'key.drop': defineEdit(
    { place, at: frame },
    (a) => `Remove key of ${placeLabel(a.place)}`,
    (p, a) => {
      dropKey(toChange(p, a.place), a.at)
    },
  ),
  'key.travel': defineEdit(
    {
      place,
      at: frame,
      leave: z.enum(['hold', 'linear', 'ease', 'free']),
      arrive: z.enum(['hold', 'linear', 'ease', 'free']),
    },
    () => 'Change how a key travels',
    (p, a) => {
      const key = toChange(p, a.place).keys?.find((k) => Math.abs(k.at - a.at) < 1e-6)
      if (key) Object.assign(key, { leave: a.leave, arrive: a.arrive })
    },
  ),
  'key.set': defineEdit(
    { place, from: frame, to: frame, value },
    (a) => `Set key of ${placeLabel(a.place)}`,
    (p, a) => {
      const animated = toChange(p, a.place)
      moveKey(animated, a.from, a.to)
      putKey(animated, a.to, fitted(p, a.place, a.value))
    },
  ),
  'key.handle': defineEdit(
    { place, at: frame, side, handle: z.object({ reach: z.number(), speed: z.array(z.number()) }) },
    (a) => `Turn a handle of ${placeLabel(a.place)}`,
    (p, a) => {
      const animated = toChange(p, a.place)
      setHandle(animated, indexAt(animated, a.at), a.side, a.handle)
    },
  ),
  'key.break': defineEdit(
    { place, at: frame, broken: z.boolean() },
    (a) => (a.broken ? 'Break handles' : 'Join handles'),
    (p, a) => {
      const key = keyAt(toChange(p, a.place), a.at)
      if (!key) throw new NotFound('key at frame', String(a.at))
      key.broken = a.broken
      if (!a.broken && key.leaveHandle && key.arriveHandle)
        key.arriveHandle = { ...key.arriveHandle, speed: key.leaveHandle.speed }
    },
  ),
  'keys.put': defineEdit(
    { lanes: z.array(z.object({ place, keys: z.array(keySchema).min(1) })).min(1), label: z.string() },
    (a) => a.label,
    (p, a) => {
      for (const lane of a.lanes) {
        const rising = lane.keys.every((k, i) => i === 0 || k.at > (lane.keys[i - 1]?.at ?? 0))
        if (!rising) throw new NotFound('order in time', 'of these keys')
        toChange(p, lane.place).keys = lane.keys
      }
    },
  ),
  'keys.drop': defineEdit(
    { lanes },
    (a) => `Remove ${plural(a.lanes)}`,
    (p, a) => {
      for (const lane of a.lanes) dropKeys(toChange(p, lane.place), lane.at)
    },
  ),
  'keys.paste': defineEdit(
    { lanes: z.array(z.object({ place, keys: z.array(keySchema).min(1) })).min(1), shift: frame },
    () => 'Paste keys',
    (p, a) => {
      for (const lane of a.lanes) pasteKeys(toChange(p, lane.place), lane.keys, a.shift)
    },
  ),
  'keys.ease': defineEdit(
    { lanes, ease: z.enum(EASES.map((e) => e.id)) },
    (a) => `Travel: ${EASES.find((e) => e.id === a.ease)?.label.toLowerCase() ?? a.ease}`,
    (p, a) => {
      const ease = EASES.find((e) => e.id === a.ease)
      for (const lane of a.lanes) {
        const animated = toChange(p, lane.place)
        for (const at of lane.at) if (ease) easeSegment(animated, indexAt(animated, at), ease)
      }
    },
  ),
  'keys.heed': defineEdit(
    { place, on: z.boolean() },
    (a) => `${a.on ? 'Heed' : 'Leave out'} the keys of ${placeLabel(a.place)}`,
    (p, a) => {
      const animated = toChange(p, a.place)
      if (a.on) delete animated.keysOff
      else animated.keysOff = true
    },
  ),
  'mover.put': defineEdit(
    { place, mover: moverSchema },
    (a) =>
      `${a.mover.kind === 'follow' ? 'Follow with' : a.mover.kind === 'ride' ? 'Take along' : `Set ${a.mover.kind} of`} ${placeLabel(a.place)}`,
    (p, a) => {
      if (a.mover.kind === 'follow' && a.mover.source.kind === 'value')
        refuseCircle(p, a.place, a.mover.source.place)
      setMovers(p, a.place, (list) =>
        list.some((m) => m.id === a.mover.id)
          ? list.map((m) => (m.id === a.mover.id ? a.mover : m))
          : [...list, a.mover],
      )
    },
  ),
  'mover.switch': defineEdit(
    { place, moverId: id, on: z.boolean() },
    (a) => `Switch a mover of ${placeLabel(a.place)} ${a.on ? 'on' : 'off'}`,
    (p, a) => setMovers(p, a.place, (list) => list.map((m) => (m.id === a.moverId ? { ...m, on: a.on } : m))),
  ),
  'mover.drop': defineEdit(
    { place, moverId: id },
    (a) => `Remove a mover of ${placeLabel(a.place)}`,
    (p, a) => setMovers(p, a.place, (list) => list.filter((m) => m.id !== a.moverId)),
  ),
}
