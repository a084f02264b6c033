import { type DesignObject, type Mover, moverFrames, stageOf } from '@stilus/core/project'
import { playPart } from '../../session/playback'
import type { Thunk } from '../../store/store'

/** Frames before and after a mover that are played with it. */
const AROUND = 6
/** Seconds of a stay that are played. */
const STAYS = 3

/** Plays what a mover does, once. */
export const watchMover =
  (object: DesignObject, mover: Mover): Thunk =>
  (dispatch, getState) => {
    const project = getState().project.document
    if (!project) return
    const stage = stageOf(project, { kind: 'object', id: object.id })
    const frames = Math.ceil(moverFrames(object, mover))
    const end = object.start + object.length
    const rate = Math.round(stage.rate.num / stage.rate.den)
    const [first, last] =
      mover.way === 'arrive'
        ? [object.start - AROUND, object.start + frames + AROUND]
        : mover.way === 'leave'
          ? [end - frames - AROUND, end + AROUND]
          : [object.start, Math.min(end, object.start + STAYS * rate)]
    dispatch(playPart(first, last))
  }
