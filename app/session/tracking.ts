import { invert, through } from '@stilus/core/matrix'
import { type Motion, placesAt, settled, spanOf, withPlace } from '@stilus/core/motion'
import {
  fitOf,
  getMotion,
  getShot,
  getStep,
  holderOf,
  inFront,
  type MotionItem,
  motionFrame,
  type Project,
  resolveItem,
  type Shot,
  treatmentTime,
} from '@stilus/core/project'
import { cornersOf, flatten, mapped, outlineOfShape, type ResolvedItem } from '@stilus/core/region'
import { type Front, track } from '@stilus/engine'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { session } from './session'
import { tell, uid } from './work'

const running = new Map<string, AbortController>()

/** Treatment time at which a shot shows a frame of a motion's medium. */
export function timeOfFrame(project: Project, shot: Shot, item: MotionItem, frame: number): number {
  const head = treatmentTime(shot, 0)
  const at = (f: number) => motionFrame(project, shot, item, head + f)
  let f = frame - at(0)
  for (let i = 0; i < 6; i++) f += frame - at(f)
  return head + Math.round(f)
}

/** The outline of an item at a treatment time, in pixels of the canvas; undefined where it has none. */
export function contourOf(item: ResolvedItem | undefined): number[] | undefined {
  if (!item) return undefined
  if (item.kind === 'outline') return mapped(flatten(cornersOf(item.points), 0.2).contour, item.map)
  if (item.kind !== 'ellipse' && item.kind !== 'rectangle') return undefined
  return flatten(outlineOfShape(item.kind, item.centre, item.size, item.angle, item.round), 0.2).contour
}

/** The item of a region that a motion follows, resolved at a time; and what is in front of it. */
function itemAt(project: Project, item: MotionItem, t: number) {
  const at = item.track.item
  if (!at) return undefined
  try {
    const shot = getShot(project, at.shotId)
    const step = getStep(shot, at.stepId)
    const region = holderOf(project, step, at.shapeId)
    const shape = region?.shapes.find((s) => s.id === at.shapeId)
    if (!region || !shape) return undefined
    const resolved = (s: typeof shape) => resolveItem(project, shot, step, region, s, t, () => -1)
    const front = inFront(project, at).shapes.flatMap((s) => resolved(s) ?? [])
    return {
      own: resolved(shape),
      front: front.filter((f) => f.kind === 'outline' || f.kind === 'ellipse' || f.kind === 'rectangle'),
    }
  } catch {
    return undefined
  }
}

function frontOf(project: Project, item: MotionItem, items: ResolvedItem[]): Front {
  const fit = fitOf(project, item.mediaId)
  return { items, scale: fit[0], left: fit[2], top: fit[5] }
}

/** Frames from the one under the playhead: to the end of the shot, to its beginning, or one. */
function framesOf(
  project: Project,
  shot: Shot,
  item: MotionItem,
  from: number,
  direction: 1 | -1,
  count: number,
) {
  const head = treatmentTime(shot, 0)
  const ends = [
    motionFrame(project, shot, item, head),
    motionFrame(project, shot, item, head + shot.length - 1),
  ]
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

export const isTracking = (motionId: string): boolean => running.has(motionId)

/** Stops a tracker; what it found stays. */
export const stopTracking = (motionId?: string): void => {
  for (const [id, controller] of running) if (!motionId || id === motionId) controller.abort()
}

/**
 * Follows a motion from a frame of its shot on, until it is lost, stopped or at the end. It goes on when the screen is left; what is found goes into the document as it comes. At a frame that was corrected by hand the
 * thing is looked at anew, elsewhere it is compared with how it looked at the reference.
 */
export async function startTracking(
  motionId: string,
  shot: Shot,
  t: number,
  direction: 1 | -1,
  count = Infinity,
): Promise<void> {
  const project = store.getState().project.document
  if (!project || running.has(motionId)) return
  const item = getMotion(project, motionId)
  const start = Math.round(motionFrame(project, shot, item, t))
  const frames = framesOf(project, shot, item, start, direction, count)
  if (!frames.length) return
  const fixed = item.motion.fixes?.some((f) => f.at === start) ?? false
  const measured = start === item.motion.reference || item.motion.places[start - item.motion.first]
  if (!measured && !fixed) {
    const [low, high] = spanOf(item.motion)
    tell(
      'problem',
      `There is nothing measured at this frame to go on from. Go to frames ${low} to ${high} of the medium, or drag the place onto the picture here first.`,
    )
    return
  }
  let motion = begun(item.motion)
  const template = fixed ? start : item.motion.reference
  const anchor = placesAt({ ...motion, smooth: 0 }, template)
  const from = placesAt({ ...motion, smooth: 0 }, start)
  const toMedium = invert(fitOf(project, item.mediaId))
  const at = (frame: number) => itemAt(project, item, timeOfFrame(project, shot, item, frame))
  const contour = contourOf(at(template)?.own)
  const area =
    contour &&
    [...Array(contour.length / 2).keys()].flatMap((i) =>
      through(toMedium, contour[2 * i] as number, contour[2 * i + 1] as number),
    )
  motion = withPlace(
    motion,
    start,
    from,
    start === item.motion.reference || fixed ? 1 : (motion.quality[start - motion.first] ?? 1),
  )

  const controller = new AbortController()
  running.set(motionId, controller)
  const gesture = `track-${uid()}`
  const began = performance.now()
  let told = 0
  const commit = () => {
    const there = store.getState().project.document?.shelf?.some((s) => s.id === motionId)
    if (!there) controller.abort()
    else if (!store.dispatch(edit('motion.found', { motionId, motion }, gesture))) controller.abort()
  }
  const progress = (done: number) => ({
    done,
    total: frames.length,
    fps: (done * 1000) / Math.max(1, performance.now() - began),
  })
  store.dispatch(viewActions.run({ id: motionId, progress: progress(0) }))
  try {
    const end = await track(session().renderer.media, {
      ...{ mediaId: item.mediaId, template, frames, signal: controller.signal },
      setup: {
        ...item.track,
        form: motion.form,
        anchor,
        from,
        ...(motion.form === 'plane' && area ? { area } : {}),
      },
      front: (frame) => frontOf(project, item, at(frame)?.front ?? []),
      found(frame, found, done) {
        // Where it is lost nothing is known.
        motion = withPlace(motion, frame, found.lost ? null : found.places, found.quality)
        const now = performance.now()
        if (now - told < 200 && done < frames.length) return
        told = now
        commit()
        store.dispatch(viewActions.run({ id: motionId, progress: progress(done) }))
      },
    })
    if (end === 'lost') {
      const [low, high] = spanOf(motion)
      const last = direction > 0 ? high : low
      const { view } = store.getState()
      // The place to look at, if nobody has gone elsewhere meanwhile.
      if (view.shotId === shot.id && view.motionId === motionId && !view.playing)
        store.dispatch(
          viewActions.set({ frame: timeOfFrame(project, shot, item, last) - treatmentTime(shot, 0) }),
        )
      tell(
        'info',
        `${item.name} was lost after frame ${last}. Go there, put it right by hand and track on, or track from the other end.`,
      )
    }
  } catch (error) {
    // The project was left: what was found until then is in it.
    if (store.getState().project.document?.id === project.id)
      tell('problem', error instanceof Error ? error.message : String(error))
  } finally {
    running.delete(motionId)
    store.dispatch(viewActions.run({ id: motionId, progress: null }))
    if (told) commit()
  }
}
