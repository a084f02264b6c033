import { type DesignObject, type Easel, formAt, matrixOf, stageOf } from '@stilus/core/project'
import { cornersOf, valueOf } from '@stilus/core/region'
import { edit, editAll } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import type { Rect } from '../viewer/layout'
import { OutlineHandles } from '../viewer/outline-handles'
import { numberActs, removeObjects } from './object-acts'

/** Whether the corners of an object can be taken in hand. */
export const hasCorners = ({ kind, locked, text }: DesignObject): boolean =>
  (kind === 'outline' || kind === 'line' || text?.course !== undefined) && !locked

/** The corners of an outline or line of a design on the picture. */
export function ObjectCorners(props: { easel: Easel; object: DesignObject; frame: number; rect: Rect }) {
  const { easel, object, frame, rect } = props
  const dispatch = useAppDispatch()
  const own = stageOf(easel.project, { kind: 'object', id: object.id })
  const corners = cornersOf((formAt(own, object, 'points', frame) || []) as number[])
  const closed = object.text?.course?.closed ?? object.kind === 'outline'
  const at = { objectId: object.id }
  return (
    <OutlineHandles
      {...{ rect }}
      size={easel.size}
      outline={{
        name: object.name,
        on: object.on,
        locked: object.locked ?? false,
        corners,
        closed,
        colour: 'var(--color-what)',
      }}
      map={matrixOf(easel, object, frame)}
      active
      toGuides={(place) => place}
      onTake={() => dispatch(viewActions.object({ id: object.id }))}
      onChange={(next, gesture) => {
        const acts = numberActs(object, frame, { points: valueOf(next) })
        if (acts.length) dispatch(editAll(acts, `Change corners of ${object.name}`, gesture))
      }}
      onInsert={(near) => dispatch(edit('corners.insert', { ...at, ...near }))}
      onRemove={(chosen) => {
        const enough = chosen.length > 0 && corners.length - chosen.length >= (closed ? 3 : 2)
        if (enough) dispatch(edit('corners.delete', { ...at, corners: [...chosen] }))
        else removeObjects([object.id])
      }}
    />
  )
}
