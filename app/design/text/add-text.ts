import { indexAt } from '@stilus/core/lettering'
import { invert, through } from '@stilus/core/matrix'
import {
  type Design,
  type DesignObject,
  type Easel,
  matrixOf,
  settingAt,
  stageOf,
} from '@stilus/core/project'
import { typesetterOf } from '../../session/fonts'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { store } from '../../store/store'
import { startTyping } from './typing'

type Point = [number, number]

/** Puts a new text where a hand pointed and begins to type in it; one drawn as a box keeps to that. */
export function addText(design: Design, place: Point, box: Point): void {
  const objectId = uid()
  const size = Math.max(8, Math.round(design.size.height / 10))
  const form = { place, size, box }
  if (store.dispatch(edit('object.add', { designId: design.id, objectId, kind: 'text', form })))
    startTyping(objectId)
}

/** The place between letters that is nearest to a point of the design. */
export function letterAt(easel: Easel, object: DesignObject, frame: number, at: Point): number {
  const setting = settingAt(
    stageOf(easel.project, { kind: 'object', id: object.id }),
    object,
    frame,
    'source',
  )
  const layout = typesetterOf(easel.project).layout(setting)
  return indexAt(layout, ...through(invert(matrixOf(easel, object, frame)), ...at))
}
