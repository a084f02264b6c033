import { getShot, type Project, sequenceLength } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import type { Thunk } from '../store/store'
import { viewActions } from '../store/view'
import { targetOf } from '../viewer/looks'
import { frozen } from './motions'
import { session } from './session'

/** The shot that the desk works on, or undefined on the sequence. */
export const deskShot = (path: string): string | undefined => /\/shot\/([^/]+)/.exec(path)?.[1]

/** The proxy scale that playback renders at. */
export const playScale = (quality: 'auto' | number): number => (quality === 'auto' ? 0.5 : quality)

/** First and last frame that the playhead reaches on this screen. */
export function frameRange(project: Project, shotId: string | undefined): [first: number, end: number] {
  if (shotId) return [0, getShot(project, shotId).length]
  return [0, Math.max(1, sequenceLength(project))]
}

export const seek =
  (frame: number, shotId: string | undefined): Thunk =>
  (dispatch, getState) => {
    const project = getState().project.document
    if (!project) return
    const [first, end] = frameRange(project, shotId)
    if (getState().view.playing) dispatch(stop)
    dispatch(viewActions.set({ frame: Math.min(end - 1, Math.max(first, Math.round(frame))) }))
  }

export const stop: Thunk = (dispatch) => {
  session().player.stop()
  dispatch(viewActions.set({ playing: false }))
}

export const play =
  (shotId: string | undefined, scale: number, speed = 1): Thunk =>
  (dispatch, getState) => {
    const { view, project } = getState()
    if (!project.document) return
    const [first, end] = frameRange(project.document, shotId)
    // What is looked at is what plays.
    const target: Target = shotId
      ? {
          ...targetOf(getShot(project.document, shotId), view.stepId, { ...view, peek: null }),
          ...(view.inspect ? { inspect: view.inspect } : {}),
        }
      : { kind: 'sequence' }
    const marks = project.document.marks
    const [from, to] = shotId ? [first, end] : [marks.in ?? first, Math.min(marks.out ?? end, end)]
    dispatch(viewActions.set({ playing: true, shown: null, peek: null }))
    const atEnd = view.frame >= to - 1 && speed > 0
    const frame = atEnd ? from : view.frame
    void session().player.play({
      ...{
        project: shotId ? frozen(project.document, shotId, view) : project.document,
        target,
        first: from,
        last: to,
        frame,
        scale,
      },
      loop: view.loop,
      speed,
    })
  }
