import { type Entry, exampleOf } from '@stilus/core/catalogue'
import { type Animated, retimeAll } from '@stilus/core/anim'
import type { Preset } from '@stilus/core/formats'
import { type Act, deepCopy, type Shot, treatmentTime } from '@stilus/core/project'

/** A preset's values with their keys moved in time: presets count from the head of a shot, documents in treatment time. */
export function movedWhat(what: Preset['what'], by: number): Preset['what'] {
  const copy = deepCopy(what)
  for (const animated of Object.values(copy)) retimeAll(animated as Animated, { kind: 'move', by })
  return copy
}

/** The edit that uses an entry on a shot, as the step `stepId` at a place of its strip; with a preset in that state. */
export function actOf(entry: Entry, shot: Shot, stepId: string, at: number, preset?: Preset): Act {
  const on = { shotId: shot.id, stepId, at }
  if (entry.recipe) {
    const { id, name, revision, steps, panel, from } = entry.recipe
    return ['recipe.use', { ...on, recipe: { id, name, revision }, steps, panel, from }]
  }
  const state = preset && { name: preset.name, what: movedWhat(preset.what, treatmentTime(shot, 0)) }
  return ['step.add', { ...on, use: entry.step?.id ?? '', ...(state ? { preset: state } : {}) }]
}

/** The edit that shows what an entry can do, for its thumbnail. */
export const exampleAct = (entry: Entry, shot: Shot, at: number): Act =>
  actOf(entry, shot, 'trying', at, entry.step && exampleOf(entry.step))
