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
import { addressLabel, toChange } from '../parts'
import { type Address, addressSchema, animatedSchema, modifierSchema, type Project } from '../schema'
import { refuseCircle } from '../values'
import { fitted, frame, id, value } from './common'

const address = addressSchema
const keySchema = animatedSchema.shape.keys.unwrap().element
/** Chosen keys: addresses with the times of their keys. */
const lanes = z.array(z.object({ address, at: z.array(frame) })).min(1)
const plural = (list: readonly { at: readonly number[] }[]) =>
  list.reduce((sum, lane) => sum + lane.at.length, 0) === 1 ? 'key' : 'keys'
const side = z.enum(['leave', 'arrive'])

const indexAt = (animated: Animated, t: number): number => {
  const key = keyAt(animated, t)
  if (!key) throw new NotFound('key at frame', String(t))
  return animated.keys?.indexOf(key) ?? -1
}

/** Modifiers go onto a value; a list that is empty goes altogether. */
function setModifiers(
  p: Project,
  at: Address,
  change: (list: Animated['modifiers'] & object) => typeof list,
) {
  const animated = toChange(p, at)
  const next = change([...(animated.modifiers ?? [])])
  if (next.length) animated.modifiers = next
  else delete animated.modifiers
}

/** Values, their keys, and what else moves them. */
export const VALUE_EDITS = {
  'value.set': defineEdit(
    { address, at: frame, value },
    (a) => `Change ${addressLabel(a.address)}`,
    (p, a) => {
      setValue(toChange(p, a.address), a.at, fitted(p, a.address, a.value))
    },
  ),
  'key.put': defineEdit(
    { address, at: frame, value },
    (a) => `Set key for ${addressLabel(a.address)}`,
    (p, a) => {
      putKey(toChange(p, a.address), a.at, fitted(p, a.address, a.value))
    },
  ),
  'key.drop': defineEdit(
    { address, at: frame },
    (a) => `Remove key of ${addressLabel(a.address)}`,
    (p, a) => {
      dropKey(toChange(p, a.address), a.at)
    },
  ),
  'key.interpolation': defineEdit(
    {
      address,
      at: frame,
      leave: z.enum(['hold', 'linear', 'ease', 'free']),
      arrive: z.enum(['hold', 'linear', 'ease', 'free']),
    },
    () => 'Change how a key travels',
    (p, a) => {
      const key = toChange(p, a.address).keys?.find((k) => Math.abs(k.at - a.at) < 1e-6)
      if (key) Object.assign(key, { leave: a.leave, arrive: a.arrive })
    },
  ),
  'key.set': defineEdit(
    { address, from: frame, to: frame, value },
    (a) => `Set key of ${addressLabel(a.address)}`,
    (p, a) => {
      const animated = toChange(p, a.address)
      moveKey(animated, a.from, a.to)
      putKey(animated, a.to, fitted(p, a.address, a.value))
    },
  ),
  'key.handle': defineEdit(
    { address, at: frame, side, handle: z.object({ reach: z.number(), speed: z.array(z.number()) }) },
    (a) => `Turn a handle of ${addressLabel(a.address)}`,
    (p, a) => {
      const animated = toChange(p, a.address)
      setHandle(animated, indexAt(animated, a.at), a.side, a.handle)
    },
  ),
  'key.break': defineEdit(
    { address, at: frame, broken: z.boolean() },
    (a) => (a.broken ? 'Break handles' : 'Join handles'),
    (p, a) => {
      const key = keyAt(toChange(p, a.address), a.at)
      if (!key) throw new NotFound('key at frame', String(a.at))
      key.broken = a.broken
      if (!a.broken && key.leaveHandle && key.arriveHandle)
        key.arriveHandle = { ...key.arriveHandle, speed: key.leaveHandle.speed }
    },
  ),
  'keys.put': defineEdit(
    { lanes: z.array(z.object({ address, keys: z.array(keySchema).min(1) })).min(1), label: z.string() },
    (a) => a.label,
    (p, a) => {
      for (const lane of a.lanes) {
        const rising = lane.keys.every((k, i) => i === 0 || k.at > (lane.keys[i - 1]?.at ?? 0))
        if (!rising) throw new NotFound('order in time', 'of these keys')
        toChange(p, lane.address).keys = lane.keys
      }
    },
  ),
  'keys.drop': defineEdit(
    { lanes },
    (a) => `Remove ${plural(a.lanes)}`,
    (p, a) => {
      for (const lane of a.lanes) dropKeys(toChange(p, lane.address), lane.at)
    },
  ),
  'keys.paste': defineEdit(
    { lanes: z.array(z.object({ address, keys: z.array(keySchema).min(1) })).min(1), shift: frame },
    () => 'Paste keys',
    (p, a) => {
      for (const lane of a.lanes) pasteKeys(toChange(p, lane.address), lane.keys, a.shift)
    },
  ),
  'keys.ease': defineEdit(
    { lanes, ease: z.enum(EASES.map((e) => e.id)) },
    (a) => `Travel: ${EASES.find((e) => e.id === a.ease)?.label.toLowerCase() ?? a.ease}`,
    (p, a) => {
      const ease = EASES.find((e) => e.id === a.ease)
      for (const lane of a.lanes) {
        const animated = toChange(p, lane.address)
        for (const at of lane.at) if (ease) easeSegment(animated, indexAt(animated, at), ease)
      }
    },
  ),
  'keys.enable': defineEdit(
    { address, on: z.boolean() },
    (a) => `${a.on ? 'Heed' : 'Leave out'} the keys of ${addressLabel(a.address)}`,
    (p, a) => {
      const animated = toChange(p, a.address)
      if (a.on) delete animated.keysOff
      else animated.keysOff = true
    },
  ),
  'modifier.put': defineEdit(
    { address, modifier: modifierSchema },
    (a) =>
      `${a.modifier.kind === 'follow' ? 'Follow with' : a.modifier.kind === 'attach' ? 'Take along' : `Set ${a.modifier.kind} of`} ${addressLabel(a.address)}`,
    (p, a) => {
      if (a.modifier.kind === 'follow' && a.modifier.source.kind === 'value')
        refuseCircle(p, a.address, a.modifier.source.address)
      setModifiers(p, a.address, (list) =>
        list.some((m) => m.id === a.modifier.id)
          ? list.map((m) => (m.id === a.modifier.id ? a.modifier : m))
          : [...list, a.modifier],
      )
    },
  ),
  'modifier.switch': defineEdit(
    { address, modifierId: id, on: z.boolean() },
    (a) => `Switch a mover of ${addressLabel(a.address)} ${a.on ? 'on' : 'off'}`,
    (p, a) =>
      setModifiers(p, a.address, (list) => list.map((m) => (m.id === a.modifierId ? { ...m, on: a.on } : m))),
  ),
  'modifier.drop': defineEdit(
    { address, modifierId: id },
    (a) => `Remove a mover of ${addressLabel(a.address)}`,
    (p, a) => setModifiers(p, a.address, (list) => list.filter((m) => m.id !== a.modifierId)),
  ),
}
