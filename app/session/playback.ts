import {
  activeTransition,
  getDesign,
  getSequence,
  getTransition,
  type Project,
  sequenceLength,
  type Shot,
  stageOf,
} from '@stilus/core/project'
import { targetOf } from '../viewer/looks'
import type { RootState, Thunk } from '../store/store'
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

/** The frames that a screen shows, [first, end): at a cut those before and after the transition that are its run-up, as far as the two shots last. */
export function frameRange(project: Project, at: Where, runUp: number): [number, number] {
  const end = frameCount(project, at)
  if (at.kind !== 'stack' || at.stack.kind !== 'transition') return [0, end]
  const { sequence, rate } = stageOf(project, { kind: 'transition', id: at.stack.id })
  const active = sequence && activeTransition(project, sequence, getTransition(project, at.stack.id))
  if (!active) return [0, end]
  const { from, to, before, after } = active
  const most = Math.round((runUp * rate.num) / rate.den)
  const room = (shot: Shot | undefined, taken: number) =>
    shot ? Math.max(0, Math.min(most, shot.length - taken)) : 0
  return [0 - room(from, before), end + room(to, after)]
}

/** Takes the playhead to a frame of the screen. */
export const seek =
  (frame: number): Thunk =>
  (dispatch, getState) => {
    const project = getState().project.document
    const at = here()
    if (!project || !at) return
    if (getState().view.playing) dispatch(stop)
    const [first, end] = frameRange(project, at, getState().view.runUp)
    dispatch(viewActions.set({ frame: Math.min(end - 1, Math.max(first, Math.round(frame))) }))
  }

export const stop: Thunk = (dispatch) => {
  session().player.stop()
  dispatch(viewActions.set({ playing: false }))
}

/** Plays a part of the screen once, as fine as playback is; the part is cut to what there is. */
export const playPart =
  (first: number, last: number): Thunk =>
  (dispatch, getState) => {
    const range = playable(getState())
    if (!range) return
    if (getState().view.playing) dispatch(stop)
    const part = { first: Math.max(range.first, first), last: Math.min(range.last, last) }
    if (part.last - part.first < 2) return
    dispatch(viewActions.set({ playing: true, shown: null, peek: null, frame: part.first }))
    const scale = playScale(getState().view.quality)
    void session().player.play({ ...range, ...part, frame: part.first, scale, loop: false, speed: 1 })
  }

/** What plays on the screen: what is looked at, from in to out where these are set, else all of it. Undefined where nothing is open. */
export function playable({ view, project }: RootState) {
  const at = here()
  const { document } = project
  if (!document || !at) return undefined
  const [first, end] = frameRange(document, at, view.runUp)
  const target =
    at.kind === 'stack'
      ? {
          ...targetOf(stageOf(document, at.stack), view.stepId, { ...view, peek: null }),
          ...(view.inspect ? { inspect: view.inspect } : {}),
        }
      : plainTarget(at)
  const marks = at.kind === 'sequence' ? getSequence(document, at.sequenceId).marks : { in: null, out: null }
  return {
    project: at.kind === 'stack' ? frozen(document, at.stack, view) : document,
    target,
    first: marks.in ?? first,
    last: Math.min(marks.out ?? end, end),
  }
}

/** Plays what the screen shows. */
export const play =
  (scale: number, speed = 1): Thunk =>
  (dispatch, getState) => {
    const range = playable(getState())
    if (!range) return
    const { view } = getState()
    dispatch(viewActions.set({ playing: true, shown: null, peek: null }))
    const atEnd = view.frame >= range.last - 1 && speed > 0
    const frame = atEnd ? range.first : view.frame
    void session().player.play({ ...range, frame, scale, loop: view.loop, speed })
  }
