import { valueAt } from '@stilus/core/anim'
import type { Matrix3 } from '@stilus/core/matrix'
import type { MaskItem } from '@stilus/core/project'
import { cornersOf } from '@stilus/core/region'
import { setCorners } from '../session/outlines'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { lineColour, type OverlayProps, type Point, toGuides } from './on-picture'
import { OutlineHandles } from './outline-handles'

/** The outline of a region's item in hand. */
export function RegionOutline(
  props: OverlayProps & { shape: MaskItem; map: Matrix3 | undefined; active: boolean },
) {
  const { stage, step, time, rect, shape, map, active } = props
  const dispatch = useAppDispatch()
  const { points, feather } = shape.form
  const corners = cornersOf((points ? valueAt(points, time) : []) as number[])
  const at = { stepId: step.id, itemId: shape.id }
  const outline = {
    name: shape.name,
    corners,
    closed: true,
    on: shape.on,
    locked: shape.locked ?? false,
    feather: (points && feather ? valueAt(feather, time) : [0, 0]) as Point,
    colour: lineColour(shape.hue),
  }
  return (
    <OutlineHandles
      {...{ outline, rect, map, active }}
      size={stage.size}
      toGuides={(place, px) => toGuides(stage.sequence, place, px)}
      onTake={() => dispatch(viewActions.set({ itemId: shape.id }))}
      onChange={(next, gesture) => void dispatch(setCorners(at, time, next, gesture))}
      onInsert={(near) => dispatch(edit('outline.insert', { ...at, ...near }))}
      onRemove={(chosen) => {
        const enough = chosen.length > 0 && corners.length - chosen.length >= 3
        dispatch(enough ? edit('outline.delete', { ...at, corners: [...chosen] }) : edit('region.remove', at))
      }}
    />
  )
}
