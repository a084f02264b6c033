import { z } from 'zod'
import { findStep } from '../../steps'
import { defineEdit } from '../define'
import { allSteps, getStep, NotFound, Refused } from '../find'
import { everyList } from '../load'
import { type Binding, mediumSchema, type Project, type ScreenItem, shelfSchema } from '../schema'
import { mediumIn } from '../source'
import { id } from './common'
import { put, removeMedium } from './kept'

const screenSchema = shelfSchema.options.find(
  (o) => o.shape.kind.value === 'screen',
) as unknown as z.ZodType<ScreenItem>

/** The picture of a screen as a step takes it: as the shot's own picture lies in the canvas that it was read from. */
const takenAs = (mediaId: string): Binding => ({
  kind: 'material',
  source: { kind: 'medium', mediaId },
  in: 0,
  fit: 'fit',
  beyond: 'hold',
})

/** The picture of a screen goes. Steps that take it, also those of other versions, take the one in its place, or nothing. Mutates. */
export function removeScreen(p: Project, { mediaId }: ScreenItem, next?: string): void {
  if (!mediaId) return
  for (const { steps } of everyList(p))
    for (const { inputs } of allSteps(steps))
      for (const [name, binding] of Object.entries(inputs ?? {})) {
        if (!inputs || binding.kind !== 'material' || mediumIn(binding.source) !== mediaId) continue
        if (next) inputs[name] = takenAs(next)
        else delete inputs[name]
      }
  if (p.media.some((m) => m.id === mediaId)) removeMedium(p, mediaId)
}

function takeScreen(p: Project, stepId: string, mediaId: string): void {
  const step = getStep(p, stepId)
  if (!findStep(step.use)?.inputs?.empty)
    throw new Refused(`${step.name} takes no picture of an empty screen.`)
  step.inputs = { ...step.inputs, empty: takenAs(mediaId) }
}

/** Screens that were read, and the steps that take them. */
export const SCREEN_EDITS = {
  /** The screen of a shot, in the place of what was read before under its id; a step takes its picture where there is one. */
  'screen.keep': defineEdit(
    { item: screenSchema, medium: mediumSchema.nullable(), stepId: id.nullable() },
    (a) => `Read ${a.item.name}`,
    (p, { item, medium, stepId }) => {
      const old = p.shelf?.find((s): s is ScreenItem => s.kind === 'screen' && s.id === item.id)
      if (medium) p.media = put(p.media, medium)
      if (old && old.mediaId !== item.mediaId) removeScreen(p, old, item.mediaId)
      p.shelf = put(p.shelf, item)
      if (item.mediaId && stepId) takeScreen(p, stepId, item.mediaId)
    },
  ),
  'screen.take': defineEdit(
    { stepId: id, shelfId: id },
    () => 'Take a screen from the shelf',
    (p, a) => {
      const item = p.shelf?.find((s) => s.id === a.shelfId)
      if (item?.kind !== 'screen') throw new NotFound('screen', a.shelfId)
      if (!item.mediaId) throw new Refused(`${item.name} does not stand still: there is no picture of it.`)
      takeScreen(p, a.stepId, item.mediaId)
    },
  ),
}
