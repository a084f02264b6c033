import { z } from 'zod'
import { dropKey, moveKey, putKey, setValue } from '../anim'
import { fit } from '../params'
import { findStep } from '../steps'
import { defineEdit } from './define'
import { getMedium, getShape, getShot, getStep, handles, materialLength, NotFound } from './find'
import { address, newShape, newStep, type Place, placeLabel } from './parts'
import { animatedSchema, projectSchema, type Project } from './schema'

const id = z.string().min(1)
const frame = z.number()
const onShot = { shotId: id }
const onStep = { shotId: id, stepId: id }
const onShape = { ...onStep, shapeId: id }
/** One animatable value: a control (what), the mix, or a form of a shape (where). */
const place = z.object({ ...onStep, shapeId: id.optional(), param: z.string() })
const value = animatedSchema.shape.value
const shape = projectSchema.shape

const stepOf = (p: Project, a: { shotId: string; stepId: string }) => getStep(getShot(p, a.shotId), a.stepId)

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

/** A control's value within its declared range; unknown controls take what they are given. */
function fitted(p: Project, at: Place, given: z.infer<typeof value>) {
  if (at.param === 'mix' && !at.shapeId) return Math.min(1, Math.max(0, Number(given) || 0))
  const param = at.shapeId ? undefined : findStep(stepOf(p, at).use)?.params[at.param]
  return param ? fit(param, given) : given
}

/** Every change that there is. The name goes into the code, the label into the history. */
export const EDITS = {
  'project.rename': defineEdit(
    { name: shape.name },
    () => 'Rename project',
    (p, a) => {
      p.name = a.name
    },
  ),
  'project.format': defineEdit(
    { rate: shape.rate, size: shape.size },
    () => 'Change picture size and rate',
    (p, a) => {
      p.rate = a.rate
      p.size = a.size
    },
  ),
  'project.highlights': defineEdit(
    { highlights: z.enum(['clip', 'soft']) },
    ({ highlights }) => (highlights === 'soft' ? 'Bend highlights below white' : 'Cut highlights at white'),
    (p, a) => {
      p.highlights = a.highlights
    },
  ),
  'project.marks': defineEdit(
    { in: frame.nullable(), out: frame.nullable() },
    () => 'Set in and out',
    (p, a) => {
      p.marks = { in: a.in, out: a.out !== null && a.in !== null && a.out <= a.in ? null : a.out }
    },
  ),
  'project.layout': defineEdit(
    {
      rate: shape.rate,
      startTimecode: z.int(),
      media: shape.media,
      shots: shape.shots,
      sounds: shape.sounds,
    },
    () => 'Lay out the edit',
    (p, a) => {
      p.rate = a.rate
      p.startTimecode = a.startTimecode
      p.media.push(...a.media)
      p.shots = a.shots
      p.sounds = a.sounds
    },
  ),

  'medium.add': defineEdit(
    { medium: shape.media.element },
    (a) => `Import ${a.medium.name}`,
    (p, a) => {
      if (!p.media.some((m) => m.id === a.medium.id)) p.media.push(a.medium)
    },
  ),
  'medium.found': defineEdit(
    { mediaId: id, medium: shape.media.element },
    (a) => `Find ${a.medium.name}`,
    (p, a) => {
      const old = getMedium(p, a.mediaId)
      Object.assign(old, a.medium, { id: old.id, name: old.name })
    },
  ),
  'medium.remove': defineEdit(
    { mediaId: id },
    () => 'Remove medium',
    (p, a) => {
      getMedium(p, a.mediaId)
      p.media = p.media.filter((m) => m.id !== a.mediaId)
      p.shots = p.shots.filter((s) => s.mediaId !== a.mediaId)
      p.sounds = p.sounds.filter((s) => s.mediaId !== a.mediaId)
    },
  ),

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

  'step.add': defineEdit(
    { ...onStep, use: z.string(), at: z.int().min(0) },
    (a) => `Add ${findStep(a.use)?.name ?? a.use}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const declaration = findStep(a.use)
      if (!declaration) throw new NotFound('treatment', a.use)
      if (shot.steps.some((s) => s.id === a.stepId)) return
      shot.steps.splice(a.at, 0, newStep(declaration, a.stepId))
      if (shot.state === 'untouched') shot.state = 'in work'
    },
  ),
  'step.remove': defineEdit(
    onStep,
    () => 'Remove step',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      getStep(shot, a.stepId)
      shot.steps = shot.steps.filter((s) => s.id !== a.stepId)
    },
  ),
  'step.copy': defineEdit(
    { ...onStep, newId: id },
    () => 'Duplicate step',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const index = shot.steps.indexOf(getStep(shot, a.stepId))
      const copy = structuredCopy(shot.steps[index])
      if (copy) shot.steps.splice(index + 1, 0, { ...copy, id: a.newId, name: `${copy.name} copy` })
    },
  ),
  'step.move': defineEdit(
    { ...onStep, to: z.int().min(0) },
    () => 'Reorder steps',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const step = getStep(shot, a.stepId)
      shot.steps.splice(shot.steps.indexOf(step), 1)
      shot.steps.splice(Math.min(a.to, shot.steps.length), 0, step)
    },
  ),
  'step.rename': defineEdit(
    { ...onStep, name: z.string().min(1).max(200) },
    (a) => `Rename step to ${a.name}`,
    (p, a) => {
      stepOf(p, a).name = a.name
    },
  ),
  'step.switch': defineEdit(
    { ...onStep, on: z.boolean() },
    (a) => (a.on ? 'Switch step on' : 'Switch step off'),
    (p, a) => {
      stepOf(p, a).on = a.on
    },
  ),
  'step.reset': defineEdit(
    onStep,
    () => 'Reset step',
    (p, a) => {
      const step = stepOf(p, a)
      const declaration = findStep(step.use)
      if (declaration) step.what = newStep(declaration, step.id).what
    },
  ),
  'step.when': defineEdit(
    { ...onStep, when: shape.shots.element.shape.steps.element.shape.when.partial() },
    () => 'Change timing',
    (p, a) => {
      const when = stepOf(p, a).when
      Object.assign(when, a.when)
      if (when.start !== null && when.end !== null && when.end <= when.start) when.end = when.start + 1
    },
  ),

  'value.set': defineEdit(
    { place, at: frame, value },
    (a) => `Change ${placeLabel(a.place)}`,
    (p, a) => {
      setValue(address(p, a.place), a.at, fitted(p, a.place, a.value))
    },
  ),
  'key.put': defineEdit(
    { place, at: frame, value },
    (a) => `Set key for ${placeLabel(a.place)}`,
    (p, a) => {
      putKey(address(p, a.place), a.at, fitted(p, a.place, a.value))
    },
  ),
  'key.drop': defineEdit(
    { place, at: frame },
    (a) => `Remove key of ${placeLabel(a.place)}`,
    (p, a) => {
      dropKey(address(p, a.place), a.at)
    },
  ),
  'key.move': defineEdit(
    { place, from: frame, to: frame },
    (a) => `Move key of ${placeLabel(a.place)}`,
    (p, a) => {
      moveKey(address(p, a.place), a.from, a.to)
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
      const key = address(p, a.place).keys?.find((k) => Math.abs(k.at - a.at) < 1e-6)
      if (key) Object.assign(key, { leave: a.leave, arrive: a.arrive })
    },
  ),

  'region.add': defineEdit(
    {
      ...onShape,
      kind: z.enum(['ellipse', 'rectangle']),
      centre: z.tuple([frame, frame]),
      size: z.tuple([frame, frame]),
    },
    (a) => `Add ${a.kind}`,
    (p, a) => {
      const step = stepOf(p, a)
      step.where ??= { invert: false, shapes: [] }
      if (step.where.shapes.some((s) => s.id === a.shapeId)) return
      step.where.shapes.push(
        newShape(a.shapeId, a.kind, a.centre, a.size, p.size.height, step.where.shapes.length),
      )
    },
  ),
  'region.remove': defineEdit(
    onShape,
    () => 'Remove shape',
    (p, a) => {
      const step = stepOf(p, a)
      getShape(step, a.shapeId)
      if (!step.where) return
      step.where.shapes = step.where.shapes.filter((s) => s.id !== a.shapeId)
      if (!step.where.shapes.length) step.where = null
    },
  ),
  'region.invert': defineEdit(
    { ...onStep, invert: z.boolean() },
    () => 'Invert region',
    (p, a) => {
      const step = stepOf(p, a)
      if (step.where) step.where.invert = a.invert
    },
  ),
  'region.shape': defineEdit(
    {
      ...onShape,
      change: z
        .object({ name: z.string(), on: z.boolean(), join: z.enum(['add', 'subtract', 'intersect']) })
        .partial(),
    },
    () => 'Change shape',
    (p, a) => {
      Object.assign(getShape(stepOf(p, a), a.shapeId), a.change)
    },
  ),
}

const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
