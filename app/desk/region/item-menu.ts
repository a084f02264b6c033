import { valueAt } from '@stilus/core/anim'
import { writeSvg } from '@stilus/core/formats'
import { type MaskItem, resolveItem, type Stage, type Step } from '@stilus/core/project'
import { corner, cornersOf, handlesOf, hasHandles, outlineOfShape } from '@stilus/core/region'
import { saveText } from '../../session/save-file'
import { setCorners } from '../../session/outlines'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { store } from '../../store/store'
import type { MenuItem } from '../../ui/overlays'
import { trackItem } from '../../motion/new-motion'
import { timeAt } from '../use-desk'

let copied: MaskItem[] | undefined

export const hasItems = (): boolean => copied !== undefined

/** Puts the copied items into a step's region. */
export function pasteItems(stepId: string): void {
  if (copied) store.dispatch(edit('region.paste', { stepId, items: copied, newId: uid() }))
}

/** The outlines of a step's shapes under the playhead as a drawing. */
export function drawingOf(stage: Stage, step: Step): string {
  const t = timeAt(stage, store.getState().view.frame)
  const list = (step.where?.items ?? []).flatMap((shape) => {
    const item = step.where && resolveItem(stage, step, step.where, shape, t, () => -1)
    if (item?.kind === 'outline') return [{ name: shape.name, corners: cornersOf(item.points) }]
    if (item?.kind !== 'ellipse' && item?.kind !== 'rectangle') return []
    return [
      {
        name: shape.name,
        corners: outlineOfShape(item.kind, item.centre, item.size, item.angle, item.round),
      },
    ]
  })
  return writeSvg(list, stage.size)
}

/** What can be done with an item of a region. */
export function itemMenu(stage: Stage, step: Step, shape: MaskItem): (MenuItem | null)[] {
  const { dispatch } = store
  const at = { itemId: shape.id }
  const t = timeAt(stage, store.getState().view.frame)
  const locked = Boolean(shape.locked)
  const drawn = shape.kind === 'ellipse' || shape.kind === 'rectangle'
  const outline = shape.kind === 'outline'
  const { corners: chosen } = store.getState().view
  const bend = (bezier: boolean) => {
    const points = shape.form.points
    if (!points) return
    const list = cornersOf(valueAt(points, t) as number[])
    const which = chosen.length ? chosen : list.map((_, i) => i)
    const next = list.map((c, i) => {
      if (!which.includes(i)) return c
      if (!bezier) return { ...corner(c.x, c.y, hasHandles(c) ? 0.5 : c.soft), width: c.width }
      const ways = handlesOf(
        list.map((x, j) => (j === i && !x.soft && !hasHandles(x) ? { ...x, soft: 0.5 } : x)),
        i,
      )
      return { ...c, in: ways.in, out: ways.out }
    })
    dispatch(setCorners(at, t, next))
  }
  return [
    ...(drawn || outline
      ? [{ label: 'Track what it surrounds', run: () => void trackItem(step, shape) }]
      : []),
    ...(drawn
      ? [
          {
            label: 'Make it a free outline',
            disabled: locked,
            run: () => void dispatch(edit('outline.free', at)),
          },
        ]
      : []),
    ...(outline
      ? [
          { label: 'Bezier handles', disabled: locked, run: () => bend(true) },
          { label: 'Softness instead of handles', disabled: locked, run: () => bend(false) },
          {
            label: 'Reverse its direction',
            disabled: locked,
            run: () => void dispatch(edit('outline.reverse', at)),
          },
        ]
      : []),
    null,
    { label: 'Copy', run: () => void (copied = [shape]) },
    { label: 'Copy all items', run: () => void (copied = step.where?.items) },
    {
      label: 'Put on the shelf',
      run: () =>
        void dispatch(
          edit('region.keep', {
            stepId: step.id,
            itemIds: [shape.id],
            shelfId: uid(),
            name: shape.name,
          }),
        ),
    },
    ...(shape.kind === 'region'
      ? [{ label: 'Make separate', run: () => void dispatch(edit('region.apart', { ...at, newId: uid() })) }]
      : []),
    {
      label: 'Write outlines to a drawing (SVG)',
      run: () => saveText(`${step.name} region.svg`, drawingOf(stage, step)),
    },
  ]
}
