import { z } from 'zod'
import { settled } from '../../motion'
import { defineEdit } from '../define'
import { getMotion } from '../find'
import { motionSchema, trackSchema } from '../schema'
import { id } from './common'

const onMotion = { motionId: id }
const places = z.array(z.number()).max(8)

/** What trackers measured. */
export const MOTION_EDITS = {
  /** What a run found so far, in the order of its frames. */
  'motion.found': defineEdit(
    { ...onMotion, motion: motionSchema },
    () => 'Track',
    (p, a) => {
      getMotion(p, a.motionId).motion = a.motion
    },
  ),
  'motion.track': defineEdit(
    { ...onMotion, change: trackSchema.partial() },
    () => 'Change how a motion is tracked',
    (p, a) => {
      Object.assign(getMotion(p, a.motionId).track, a.change)
    },
  ),
  /** A correction by hand: what is added to the places at a frame. */
  'motion.fix': defineEdit(
    { ...onMotion, at: z.int(), by: places },
    () => 'Correct the motion',
    (p, a) => {
      const { motion } = getMotion(p, a.motionId)
      const rest = (motion.fixes ?? []).filter((f) => f.at !== a.at)
      motion.fixes = [...rest, { at: a.at, by: a.by }].sort((x, y) => x.at - y.at)
    },
  ),
  'motion.unfix': defineEdit(
    { ...onMotion, at: z.int() },
    () => 'Take a correction back',
    (p, a) => {
      const { motion } = getMotion(p, a.motionId)
      motion.fixes = (motion.fixes ?? []).filter((f) => f.at !== a.at)
    },
  ),
  'motion.smooth': defineEdit(
    { ...onMotion, smooth: z.number().min(0).max(200) },
    () => 'Smooth the motion',
    (p, a) => {
      getMotion(p, a.motionId).motion.smooth = a.smooth
    },
  ),
  'motion.trim': defineEdit(
    { ...onMotion, trim: z.tuple([z.int().nullable(), z.int().nullable()]) },
    () => 'Trim the motion',
    (p, a) => {
      getMotion(p, a.motionId).motion.trim = a.trim
    },
  ),
  /** The four corners that are shown and pinned to, as they lie at the reference. */
  'motion.surface': defineEdit(
    { ...onMotion, surface: z.array(z.number()).length(8) },
    () => 'Set the surface',
    (p, a) => {
      getMotion(p, a.motionId).motion.surface = a.surface
    },
  ),
  /** Sets the anchor anew: what was measured goes. */
  'motion.anchor': defineEdit(
    { ...onMotion, reference: z.int(), anchor: z.array(z.number()).min(2).max(8) },
    () => 'Set what is tracked',
    (p, a) => {
      const { motion } = getMotion(p, a.motionId)
      const { form, smooth } = motion
      getMotion(p, a.motionId).motion = {
        ...{
          form,
          reference: a.reference,
          anchor: a.anchor,
          first: a.reference,
          places: [a.anchor],
          quality: [1],
        },
        ...(smooth === undefined ? {} : { smooth }),
      }
    },
  ),
  'motion.settle': defineEdit(
    onMotion,
    () => 'Keep corrections and smoothing',
    (p, a) => {
      const item = getMotion(p, a.motionId)
      item.motion = settled(item.motion)
    },
  ),
}
