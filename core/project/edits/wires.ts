import { z } from 'zod'
import { defineEdit } from '../define'
import { allSteps, getStep, listOf, NotFound, Refused, stackSteps, stackWith } from '../find'
import { refuseLoops } from '../loops'
import { findOwner } from '../owners'
import { bindingSchema, placeSchema, type Project, type Stack, type Step, type Wiring } from '../schema'
import { take, taken } from '../takes'
import { placeName, wiringOf } from '../wiring'
import { cutOut, keepingWires, wireIn, workOn } from '../wires'
import { id, name, onStack, onStep } from './common'
import { take as takeOut } from './steps'

/** How the wires of a stack were laid out, to be changed. @throws NotFound */
function changing(p: Project, { kind, id }: Stack): Wiring {
  const owner = findOwner(p, kind, id)
  if (!owner) throw new NotFound(kind, id)
  return (owner.wiring ??= {})
}

/** Puts a step beside what leads to the result: before the last. */
const putBeside = (steps: Step[], list: Step[], step: Step): void =>
  keepingWires(steps, () => void list.splice(Math.max(0, list.length - 1), 0, step))

/** Wires between steps, and how they are laid out. */
export const WIRE_EDITS = {
  /** Takes a step off its wires and puts it on another: on the one that leads into an input of a step, or to the result. */
  'wire.put': defineEdit(
    { ...onStep, into: z.object({ stepId: id, input: z.string().min(1).max(120) }).nullable() },
    () => 'Put a step on a wire',
    (p, a) => {
      const stack = stackWith(p, a.stepId)
      const steps = stackSteps(p, stack)
      const step = getStep(p, a.stepId)
      if (a.into?.stepId === a.stepId || allSteps([step]).some((s) => s.id === a.into?.stepId))
        throw new Refused(`${step.name} cannot stand before itself. Choose another wire.`)
      takeOut(p, a.stepId)
      const { before: _, ...rest } = step.inputs ?? {}
      step.inputs = rest
      if (!a.into) wireIn(steps, steps, steps.length, step)
      else {
        const reader = getStep(p, a.into.stepId)
        const list = listOf(p, reader.id)
        const at = list.findIndex((s) => s.id === reader.id)
        if (a.into.input === 'before') wireIn(steps, list, at, step)
        else {
          const binding = taken(steps, reader, a.into.input)
          keepingWires(steps, () => void list.splice(at, 0, step))
          workOn(steps, step, binding)
          take(steps, reader, a.into.input, { kind: 'step', stepId: step.id })
        }
      }
      if (!Object.keys(step.inputs ?? {}).length) delete step.inputs
      refuseLoops(p, { kind: 'after', stepId: a.into?.stepId ?? a.stepId })
      refuseLoops(p, { kind: 'stack', stack })
    },
  ),
  /** Takes a step off its wires: what worked on it works on what it worked on, and it stays beside them, taking nothing. */
  'wire.out': defineEdit(
    onStep,
    () => 'Take a step off its wires',
    (p, a) => {
      const steps = stackSteps(p, stackWith(p, a.stepId))
      const list = listOf(p, a.stepId)
      const step = getStep(p, a.stepId)
      if (list.length < 2)
        throw new Refused(
          `${step.name} is the only one here, so that something must lead to the result through it. Add another one first, or remove it.`,
        )
      cutOut(steps, step)
      putBeside(steps, list, step)
      workOn(steps, step, { kind: 'none' })
    },
  ),
  /** Lets the result of the stack, or of the group that a step is in, be the state after it. */
  'wire.end': defineEdit(
    onStep,
    () => 'Choose what leads to the result',
    (p, a) => {
      const stack = stackWith(p, a.stepId)
      const list = listOf(p, a.stepId)
      const step = getStep(p, a.stepId)
      keepingWires(stackSteps(p, stack), () => {
        list.splice(list.indexOf(step), 1)
        list.push(step)
      })
      const group = allSteps(stackSteps(p, stack)).find((s) => s.steps?.includes(step))
      if (group) refuseLoops(p, { kind: 'after', stepId: group.id })
      refuseLoops(p, { kind: 'stack', stack })
    },
  ),
  /** Lets an input take something: the picture a step works on, a named input, or what an item of its region looks at. */
  'wire.lay': defineEdit(
    { ...onStep, input: z.string().min(1).max(120), binding: bindingSchema },
    (a) => (a.binding.kind === 'none' ? 'Cut a wire' : 'Lay a wire'),
    (p, a) => {
      const step = getStep(p, a.stepId)
      take(stackSteps(p, stackWith(p, a.stepId)), step, a.input, a.binding)
      refuseLoops(p, { kind: 'after', stepId: a.stepId })
    },
  ),
  'wires.swap': defineEdit(
    { ...onStep, inputs: z.tuple([z.string(), z.string()]) },
    () => 'Swap two inputs',
    (p, a) => {
      const steps = stackSteps(p, stackWith(p, a.stepId))
      const step = getStep(p, a.stepId)
      const [one, other] = a.inputs
      const [first, second] = [taken(steps, step, one), taken(steps, step, other)]
      take(steps, step, one, second)
      take(steps, step, other, first)
      refuseLoops(p, { kind: 'after', stepId: a.stepId })
    },
  ),
  /** Where cards lie; null for where the layout puts them. Cards of steps are named by their ids. */
  'wires.place': defineEdit(
    { ...onStack, places: z.record(z.string().max(200), placeSchema.nullable()) },
    () => 'Move cards',
    (p, a) => {
      const known = new Map(allSteps(stackSteps(p, a.stack)).map((s) => [s.id, s]))
      for (const [card, place] of Object.entries(a.places)) {
        const step = known.get(card)
        if (step) {
          if (place) step.place = place
          else delete step.place
          continue
        }
        const places = (changing(p, a.stack).places ??= {})
        const own = placeName(a.stack, card)
        if (place) places[own] = place
        else delete places[own]
      }
    },
  ),
  /** Everything lies where the layout puts it. */
  'wires.tidy': defineEdit(
    onStack,
    () => 'Lay all cards out anew',
    (p, a) => {
      for (const step of allSteps(stackSteps(p, a.stack))) delete step.place
      const places = wiringOf(p, a.stack)?.places ?? {}
      const { list } = a.stack
      // Those of a cut's other sides stay.
      const others = ['outgoing ', 'incoming '].filter((side) => side !== `${list} `)
      for (const card of Object.keys(places))
        if (list ? card.startsWith(`${list} `) : !others.some((side) => card.startsWith(side)))
          delete places[card]
    },
  ),
  'frame.put': defineEdit(
    { ...onStack, frameId: id, name, stepIds: z.array(id).min(1) },
    (a) => `Frame "${a.name}"`,
    (p, a) => {
      const frames = (changing(p, a.stack).frames ??= [])
      if (!frames.some((f) => f.id === a.frameId)) frames.push({ id: a.frameId, name: a.name })
      for (const stepId of a.stepIds) getStep(p, stepId).frame = a.frameId
    },
  ),
  'frame.rename': defineEdit(
    { ...onStack, frameId: id, name },
    (a) => `Name a frame ${a.name}`,
    (p, a) => {
      const frame = changing(p, a.stack).frames?.find((f) => f.id === a.frameId)
      if (!frame) throw new NotFound('frame', a.frameId)
      frame.name = a.name
    },
  ),
  'frame.drop': defineEdit(
    { ...onStack, frameId: id },
    () => 'Remove a frame',
    (p, a) => {
      const wiring = changing(p, a.stack)
      wiring.frames = wiring.frames?.filter((f) => f.id !== a.frameId)
      for (const step of allSteps(stackSteps(p, a.stack))) if (step.frame === a.frameId) delete step.frame
    },
  ),
  'frame.leave': defineEdit(
    { stepIds: z.array(id).min(1) },
    () => 'Take out of a frame',
    (p, a) => {
      for (const stepId of a.stepIds) delete getStep(p, stepId).frame
    },
  ),
  'note.put': defineEdit(
    { ...onStack, noteId: id, text: z.string().max(5000), place: placeSchema },
    () => 'Write a note',
    (p, a) => {
      const notes = (changing(p, a.stack).notes ??= [])
      const { list } = a.stack
      const note = { id: a.noteId, text: a.text, place: a.place, ...(list ? { list } : {}) }
      const at = notes.findIndex((n) => n.id === a.noteId)
      if (at < 0) notes.push(note)
      else notes[at] = note
    },
  ),
  'note.drop': defineEdit(
    { ...onStack, noteId: id },
    () => 'Remove a note',
    (p, a) => {
      const wiring = changing(p, a.stack)
      wiring.notes = wiring.notes?.filter((n) => n.id !== a.noteId)
    },
  ),
}
