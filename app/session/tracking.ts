import { invert, through } from '@stilus/core/matrix'
import { type Bend, isBent, type Motion, placesAt, settled, spanOf, withPlace } from '@stilus/core/motion'
import {
  fitOf,
  getMotion,
  type MotionItem,
  motionFrame,
  motionOf,
  splitMotion,
  type Stage,
  stageOf,
} from '@stilus/core/project'
import { measureBend, track, type Watch } from '@stilus/engine'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { contourOf, frontOf, itemsOf } from './in-front'
import { session } from './session'
import { tell, uid } from './work'

const controllers = new Map<string, AbortController>()

/** Treatment time at which a shot shows a frame of a motion's medium. */
export function timeOfFrame(stage: Stage, item: MotionItem, frame: number): number {
  const { head } = stage
  const at = (f: number) => motionFrame(stage, item, head + f)
  let f = frame - at(0)
  for (let i = 0; i < 6; i++) f += frame - at(f)
  return head + Math.round(f)
}

/** Frames from the one under the playhead: to the end of the shot, to its beginning, or one. */
function framesOf(stage: Stage, item: MotionItem, from: number, direction: 1 | -1, count: number) {
  const { head, length } = stage
  const ends = [motionFrame(stage, item, head), motionFrame(stage, item, head + length - 1)]
  const [low, high] = [Math.min(...ends), Math.max(...ends)].map(Math.round) as [number, number]
  const list: number[] = []
  for (let n = from + direction; n >= low && n <= high && list.length < count; n += direction) list.push(n)
  return list
}

/** What a motion begins with: corrections are written in, so that what is found goes on from them. */
function begun(motion: Motion): Motion {
  if (!motion.fixes?.length) return motion
  const written = settled({ ...motion, smooth: 0 })
  return { ...written, ...(motion.smooth === undefined ? {} : { smooth: motion.smooth }) }
}

/** Stops a tracker; what it found stays. */
export const stopTracking = (motionId?: string): void => {
  for (const [id, controller] of controllers) if (!motionId || id === motionId) controller.abort()
}

/** A tracker at work on a motion: what it has so far, and what its pictures are read with. */
interface Work {
  stage: Stage
  item: MotionItem
  motion: Motion
  controller: AbortController
  /** The record of what was found last; the next one takes its place. */
  record?: string
  /** All that it changes is undone as one. */
  gesture: string
}

const timeIn = ({ stage, item }: Work, frame: number) => timeOfFrame(stage, item, frame)

/** What the tracker is told of a motion whose template is taken at a frame. */
function watchOf(work: Work, template: number, lens = work.item.track.lens): Watch {
  const { stage, item, motion, controller } = work
  const anchor = placesAt({ ...motion, smooth: 0 }, template)
  const items = itemsOf(stage, item)
  const contour = contourOf(items?.resolved(items.own, timeIn(work, template)))
  const toMedium = invert(fitOf(stage.project, stage.size, item.mediaId))
  const area =
    contour &&
    [...Array(contour.length / 2).keys()].flatMap((i) =>
      through(toMedium, contour[2 * i] as number, contour[2 * i + 1] as number),
    )
  const plane = motion.form === 'plane' && area ? { area } : {}
  return {
    mediaId: item.mediaId,
    template,
    signal: controller.signal,
    setup: { ...item.track, lens, form: motion.form, anchor, ...plane },
    front: (frame) => frontOf(stage, item, timeIn(work, frame), controller.signal),
  }
}

/** Follows through frames and writes what is found into the document as it comes. */
async function follow(work: Work, watched: Watch, frames: number[]): Promise<'done' | 'lost' | 'stopped'> {
  const { id } = work.item
  const began = performance.now()
  let told = -Infinity
  const commit = () => {
    const there = store.getState().project.document?.shelf?.some((s) => s.id === id)
    const { motion, records } = splitMotion(work.motion)
    const change = { motionId: id, motion, how: 'track' as const }
    const { record } = work
    const beside = record && record !== motion.record ? { ...records, [record]: undefined } : records
    work.record = motion.record
    if (!there || !store.dispatch(edit('motion.found', change, work.gesture, beside))) work.controller.abort()
  }
  const progress = (done: number) => {
    const fps = (done * 1000) / Math.max(1, performance.now() - began)
    store.dispatch(viewActions.run({ id, progress: { done, total: frames.length, fps } }))
  }
  progress(0)
  try {
    return await track(session().renderer.media, {
      ...watched,
      frames,
      found(frame, found, done) {
        // Where it is lost nothing is known.
        work.motion = withPlace(work.motion, frame, found.lost ? null : found.places, found.quality)
        const now = performance.now()
        if (now - told < 200 && done < frames.length) return
        told = now
        commit()
        progress(done)
      },
    })
  } finally {
    if (told > 0) commit()
  }
}

/** Frames from which a bend is measured, spread over what was tracked. */
const LOOKS = 8

/** Measures how the lens bends from where a plane was found; undefined where it was stopped or nothing can be told. */
async function bendOf(work: Work): Promise<Bend | undefined> {
  const { motion } = work
  const { reference } = motion
  const known = motion.places.flatMap((p, i) =>
    p && motion.first + i !== reference ? [motion.first + i] : [],
  )
  if (known.length < LOOKS) return undefined
  const looks = Array.from({ length: LOOKS }, (_, i) => {
    const frame = known[Math.round(((i + 1) / LOOKS) * (known.length - 1))] as number
    return { frame, places: placesAt({ ...motion, smooth: 0 }, frame) }
  })
  const { id } = work.item
  const looked = (done: number) =>
    void store.dispatch(viewActions.run({ id, progress: { done, total: LOOKS, fps: 0, lens: true } }))
  looked(0)
  return measureBend(session().renderer.media, { ...watchOf(work, reference, 0), looks, looked })
}

/** The lens that a measurement tells of: 0 where it is straight as far as one can see. */
const lensFrom = (bend: Bend): number => (isBent(bend) ? Math.round(bend.bend * 1000) / 1000 : 0)

/** Follows a plane anew through all frames in which it was found, with a lens that was measured from them. Where that is stopped, the frames beyond stay as they were. */
async function again(work: Work, lens: number): Promise<void> {
  const { item, gesture, motion } = work
  const [low, high] = spanOf(motion)
  const { reference } = motion
  store.dispatch(edit('motion.track', { motionId: item.id, change: { lens } }, gesture))
  const watched = watchOf(work, reference, lens)
  const on = Array.from({ length: high - reference }, (_, i) => reference + 1 + i)
  const back = Array.from({ length: reference - low }, (_, i) => reference - 1 - i)
  for (const frames of [on, back])
    if (frames.length && (await follow(work, watched, frames)) === 'stopped') return
  tell(
    'info',
    `The lens bends lines by ${lens.toFixed(3)}, as ${item.name} shows: it was tracked once more with that. Set the bend to 0 if you know better.`,
  )
}

/** Runs a piece of work for a motion unless one is running; its problems are told. */
async function running(motionId: string, on: Stage, act: (work: Work) => Promise<void>): Promise<void> {
  const project = store.getState().project.document
  if (!project || controllers.has(motionId)) return
  const item = getMotion(project, motionId)
  const controller = new AbortController()
  controllers.set(motionId, controller)
  try {
    const stage = stageOf(project, on.stack)
    await act({ stage, item, motion: motionOf(project, item), controller, gesture: `track-${uid()}` })
  } catch (error) {
    // Stopped, or the project was left: what was found until then is in it.
    if (!controller.signal.aborted && store.getState().project.document?.id === project.id)
      tell('problem', error instanceof Error ? error.message : String(error))
  } finally {
    controllers.delete(motionId)
    store.dispatch(viewActions.run({ id: motionId, progress: null }))
  }
}

/**
 * Follows a motion from a frame of its shot on, until it is lost, stopped or at the end. It goes on when the screen is left; what is found goes into the document as it comes. At a frame that was corrected by hand the
 * thing is looked at anew, elsewhere it is compared with how it looked at the reference. Where nothing is said of the lens and a plane that was followed to the end shows that it bends, the plane is
 * followed once more with that bend.
 */
export const startTracking = (
  motionId: string,
  on: Stage,
  t: number,
  direction: 1 | -1,
  count = Infinity,
): Promise<void> =>
  running(motionId, on, async (work) => {
    const { stage, item, motion } = work
    const start = Math.round(motionFrame(stage, item, t))
    const frames = framesOf(stage, item, start, direction, count)
    if (!frames.length) return
    const { reference } = motion
    const fixed = motion.fixes?.some((f) => f.at === start) ?? false
    if (start !== reference && !fixed && !motion.places[start - motion.first]) {
      const [low, high] = spanOf(motion)
      tell(
        'problem',
        `There is nothing measured at this frame to go on from. Go to frames ${low} to ${high} of the medium, or drag the place onto the picture here first.`,
      )
      return
    }
    work.motion = begun(motion)
    const watched = watchOf(work, fixed ? start : reference)
    const from = placesAt({ ...work.motion, smooth: 0 }, start)
    const sure = start === reference || fixed ? 1 : (work.motion.quality[start - work.motion.first] ?? 1)
    work.motion = withPlace(work.motion, start, from, sure)
    const end = await follow(work, { ...watched, setup: { ...watched.setup, from } }, frames)
    if (end === 'lost') sayLost(work, direction)
    const { form, fixes } = work.motion
    const unsaid = form === 'plane' && item.track.perspective && item.track.lens === undefined
    if (end !== 'done' || count === 1 || !unsaid || fixes?.length) return
    const bend = await bendOf(work)
    const lens = bend ? lensFrom(bend) : 0
    if (lens) await again(work, lens)
  })

/** Measures the lens from a plane that was tracked, and sets it for the next run. */
export const measureLens = (motionId: string, on: Stage): Promise<void> =>
  running(motionId, on, async (work) => {
    const bend = await bendOf(work)
    if (work.controller.signal.aborted) return
    if (!bend) {
      tell(
        'problem',
        `The lens is measured from how the plane moves: track ${work.item.name} over ${LOOKS} frames or more first.`,
      )
      return
    }
    const lens = lensFrom(bend)
    store.dispatch(edit('motion.track', { motionId, change: { lens } }, work.gesture))
    tell(
      'info',
      lens
        ? `The lens bends lines by ${lens.toFixed(3)}. Track again to use that.`
        : 'Nothing that moves here says that the lens bends lines: it counts as straight.',
    )
  })

/** Says where a thing was lost, and goes there if nobody has gone elsewhere meanwhile. */
function sayLost(work: Work, direction: 1 | -1): void {
  const { item, motion, stage } = work
  const [low, high] = spanOf(motion)
  const last = direction > 0 ? high : low
  const { view } = store.getState()
  if (view.shotId === stage.shot?.id && view.motionId === item.id && !view.playing)
    store.dispatch(viewActions.set({ frame: timeIn(work, last) - stage.head }))
  tell(
    'info',
    `${item.name} was lost after frame ${last}. Go there, put it right by hand and track on, or track from the other end.`,
  )
}
