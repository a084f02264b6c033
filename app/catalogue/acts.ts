import { type Entry, exampleOf } from '@stilus/core/catalogue'
import { type Animated, retimeAll } from '@stilus/core/anim'
import type { Preset } from '@stilus/core/formats'
import { type Act, deepCopy, type Stage } from '@stilus/core/project'
import { contentLeaves } from '@stilus/core/params'

/** A preset with its keys moved in time: presets count from the head of a shot, documents in treatment time. */
export function movedPreset<P extends Pick<Preset, 'what' | 'content'>>(preset: P, by: number): P {
  const copy = deepCopy(preset) as P
  const held = contentLeaves(copy.content as never).map(({ animated }) => animated)
  for (const animated of [...Object.values(copy.what), ...held])
    retimeAll(animated as Animated, { kind: 'move', by })
  return copy
}

/** The edit that uses an entry on a stage, as the step `stepId` at a place of its strip; with a preset in that state. */
export function actOf(entry: Entry, stage: Stage, stepId: string, at: number, preset?: Preset): Act {
  const on = { stack: stage.stack, stepId, at }
  if (entry.recipe) {
    const { id, name, revision, steps, panel, from } = entry.recipe
    return ['recipe.use', { ...on, recipe: { id, name, revision }, steps, panel, from }]
  }
  const state = preset && movedPreset(preset, stage.head)
  return ['step.add', { ...on, use: entry.step?.id ?? '', ...(state ? { preset: state } : {}) }]
}

/** The edit that shows what an entry can do, for its thumbnail. */
export const exampleAct = (entry: Entry, stage: Stage, at: number): Act =>
  actOf(entry, stage, 'trying', at, entry.step && exampleOf(entry.step))
