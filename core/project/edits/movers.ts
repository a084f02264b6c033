import { z } from 'zod'
import { findMover, moverParams, WAYS } from '../../arrivals'
import { valueAt } from '../../anim'
import { deepCopy } from '../copies'
import { defineEdit } from '../define'
import { NotFound, Refused } from '../find'
import { newMover } from '../new-mover'
import type { DesignObject, Mover, Project } from '../schema'
import { id } from './common'
import { opened } from './in-design'

const onObject = { objectId: id }
const onMover = { ...onObject, moverId: id }
const way = z.enum(WAYS)
const VERBS = { arrive: 'Arrive', stay: 'Stay', leave: 'Leave' }
const MOST = 32

function moverOf(
  p: Project,
  a: { objectId: string; moverId: string },
): { object: DesignObject; mover: Mover } {
  const object = opened(p, a.objectId)
  const mover = object.movers?.find((m) => m.id === a.moverId)
  if (!mover) throw new NotFound('mover', a.moverId)
  return { object, mover }
}

function put(object: DesignObject, mover: Mover): void {
  const movers = (object.movers ??= [])
  if (movers.length >= MOST) throw new Refused(`An object has ${MOST} movers at most. Take one out first.`)
  movers.push(mover)
}

/** How objects come, move while they are there, and go. */
export const MOVER_EDITS = {
  'mover.add': defineEdit(
    { ...onMover, way, use: z.string().max(80) },
    (a) => `${VERBS[a.way]}: ${findMover(a.use)?.name ?? a.use}`,
    (p, a) => {
      const object = opened(p, a.objectId)
      if (object.movers?.some((m) => m.id === a.moverId)) return
      put(object, newMover(object, a.moverId, a.use, a.way))
    },
  ),
  'mover.use': defineEdit(
    { ...onMover, use: z.string().max(80) },
    (a) => `Move by ${findMover(a.use)?.name.toLowerCase() ?? a.use}`,
    (p, a) => {
      const { object, mover } = moverOf(p, a)
      const next = newMover(object, mover.id, a.use, mover.way)
      // What moves and how long it takes stay as they were; all else is as the new one begins.
      for (const name of ['unit', 'frames', 'seed']) {
        const own = mover.form[name]
        if (own && next.form[name]) next.form[name] = own
      }
      Object.assign(mover, next)
    },
  ),
  'mover.switch': defineEdit(
    { ...onMover, on: z.boolean() },
    (a) => (a.on ? 'Switch mover on' : 'Switch mover off'),
    (p, a) => {
      moverOf(p, a).mover.on = a.on
    },
  ),
  'mover.order': defineEdit(
    { ...onMover, to: z.int().min(0) },
    () => 'Reorder movers',
    (p, a) => {
      const { object, mover } = moverOf(p, a)
      const rest = (object.movers ?? []).filter((m) => m !== mover)
      rest.splice(Math.min(a.to, rest.length), 0, mover)
      object.movers = rest
    },
  ),
  'mover.remove': defineEdit(
    onMover,
    () => 'Remove mover',
    (p, a) => {
      const { object, mover } = moverOf(p, a)
      object.movers = object.movers?.filter((m) => m !== mover)
      if (!object.movers?.length) delete object.movers
    },
  ),
  'movers.copy': defineEdit(
    { ...onObject, objectIds: z.array(id).min(1), ways: z.array(way).min(1), newId: id },
    (a) =>
      `Copy how it ${a.ways.includes('arrive') ? 'arrives' : a.ways.includes('leave') ? 'leaves' : 'stays'}`,
    (p, a) => {
      const from = (opened(p, a.objectId).movers ?? []).filter((m) => a.ways.includes(m.way))
      if (!from.length) throw new Refused('It has nothing of that kind to copy. Give it an arrival first.')
      for (const [n, objectId] of a.objectIds.entries()) {
        if (objectId === a.objectId) continue
        const object = opened(p, objectId)
        object.movers = object.movers?.filter((m) => !a.ways.includes(m.way)) ?? []
        for (const [i, mover] of from.entries()) {
          const copy = { ...(deepCopy(mover) as Mover), id: `${a.newId}.${n}.${i}` }
          if (!object.text && object.kind !== 'group' && object.kind !== 'repeat' && copy.form['unit'])
            copy.form['unit'] = { value: 'whole' }
          put(object, copy)
        }
      }
    },
  ),
  'mover.back': defineEdit(
    { ...onObject, newId: id },
    () => 'Leave as it came',
    (p, a) => {
      const object = opened(p, a.objectId)
      const came = (object.movers ?? []).filter((m) => m.way === 'arrive')
      if (!came.length) throw new Refused('It has no arrival that could be turned round. Give it one first.')
      object.movers = object.movers?.filter((m) => m.way !== 'leave') ?? []
      for (const [i, mover] of came.entries()) {
        const back: Mover = { ...(deepCopy(mover) as Mover), id: `${a.newId}.${i}`, way: 'leave' }
        const declared = findMover(mover.use)
        if (declared && 'reverse' in moverParams(declared, 'leave')) back.form['reverse'] = { value: true }
        // Keys would run forwards: what they say where it rests is kept.
        for (const [name, animated] of Object.entries(back.form))
          if (animated.keys?.length)
            back.form[name] = { value: valueAt(animated, object.start - object.zero) }
        put(object, back)
      }
    },
  ),
  'objects.stagger': defineEdit(
    { objectIds: z.array(id).min(2), gap: z.int().min(-10_000).max(10_000) },
    () => 'Arrive one after another',
    (p, a) => {
      const objects = a.objectIds.map((objectId) => opened(p, objectId))
      const first = Math.min(...objects.map((o) => o.start))
      const shift = a.gap < 0 ? -a.gap * (objects.length - 1) : 0
      for (const [i, object] of objects.entries()) {
        const start = first + shift + i * a.gap
        const end = object.start + object.length
        if (end - start < 1)
          throw new Refused(`${object.name} would be gone before it came. Choose a smaller gap.`)
        object.start = start
        object.length = end - start
      }
    },
  ),
}
