import { z } from 'zod'
import { defineEdit } from '../define'
import { getMotion } from '../find'
import { shelfSchema, trackSchema } from '../schema'
import { id } from './common'

const onMotion = { motionId: id }
const places = z.array(z.number()).max(8)
const motion = shelfSchema.options.find((o) => o.shape.kind.value === 'motion') as unknown as z.ZodObject<{
  motion: z.ZodType<ReturnType<typeof getMotion>['motion']>
}>

/** What trackers measured. What is found frame by frame lies in records beside the document. */
export const MOTION_EDITS = {
  /** What a run found so far, what was measured with corrections written in, or a new anchor with nothing measured. */
  'motion.found': defineEdit(
    { ...onMotion, motion: motion.shape.motion, how: z.enum(['track', 'settle', 'anchor']) },
    (a) =>
      ({
        track: 'Track',
        settle: 'Keep corrections and smoothing',
        anchor: 'Set what is tracked',
      })[a.how],
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
  'motion.plane': defineEdit(
    { ...onMotion, plane: z.array(z.number()).length(8) },
    () => 'Set the plane',
    (p, a) => {
      getMotion(p, a.motionId).motion.plane = a.plane
    },
  ),
}
