import { getDesign, getSequence, type Project, sequenceLength, stageOf } from '@stilus/core/project'
import { targetOf } from '../viewer/looks'
import type { Thunk } from '../store/store'
import { viewActions } from '../store/view'
import { frozen } from './motions'
import { session } from './session'
import { here, plainTarget, type Where } from './where'

/** The proxy scale that playback renders at. */
export const playScale = (quality: 'auto' | number): number => (quality === 'auto' ? 0.5 : quality)

/** How many frames a screen has. */
export function frameCount(project: Project, at: Where): number {
  if (at.kind === 'stack') return stageOf(project, at.stack).length
  if (at.kind === 'design') return getDesign(project, at.designId).length
  return Math.max(1, sequenceLength(getSequence(project, at.sequenceId)))
}

/** Takes the playhead to a frame of the screen. */
export const seek =
  (frame: number): Thunk =>
  (dispatch, getState) => {
    const project = getState().project.document
    const at = here()
    if (!project || !at) return
    if (getState().view.playing) dispatch(stop)
    const last = frameCount(project, at) - 1
    dispatch(viewActions.set({ frame: Math.min(last, Math.max(0, Math.round(frame))) }))
  }

export const stop: Thunk = (dispatch) => {
  session().player.stop()
  dispatch(viewActions.set({ playing: false }))
}

/** Plays what the screen shows. */
export const play =
  (scale: number, speed = 1): Thunk =>
  (dispatch, getState) => {
    const { view, project } = getState()
    const at = here()
    if (!project.document || !at) return
    const end = frameCount(project.document, at)
    // What is looked at is what plays.
    const target =
      at.kind === 'stack'
        ? {
            ...targetOf(stageOf(project.document, at.stack), view.stepId, { ...view, peek: null }),
            ...(view.inspect ? { inspect: view.inspect } : {}),
          }
        : plainTarget(at)
    const marks =
      at.kind === 'sequence' ? getSequence(project.document, at.sequenceId).marks : { in: null, out: null }
    const [from, to] = [marks.in ?? 0, Math.min(marks.out ?? end, end)]
    dispatch(viewActions.set({ playing: true, shown: null, peek: null }))
    const atEnd = view.frame >= to - 1 && speed > 0
    void session().player.play({
      project: at.kind === 'stack' ? frozen(project.document, at.stack, view) : project.document,
      target,
      first: from,
      last: to,
      frame: atEnd ? from : view.frame,
      scale,
      loop: view.loop,
      speed,
    })
  }
