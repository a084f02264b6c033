import { invert, through } from '@stilus/core/matrix'
import { fitOf, holderOf, type MaskItem, motionFrame, resolveItem, type Step } from '@stilus/core/project'
import { cornersOf, mapped } from '@stilus/core/region'
import { timeAt } from '../desk/use-desk'
import { newMotion } from '../session/motions'
import { contourOf } from '../session/in-front'
import { deskStage } from '../session/where'
import { tell } from '../session/work'
import { edit, editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'

/** The frame of the desk's own medium under the playhead, and the way from the canvas into it; undefined, and said, where there is no medium to track. */
function underPlayhead() {
  const stage = deskStage()
  const source = stage?.shot?.source
  if (!stage?.shot || source?.kind !== 'medium') {
    tell('problem', 'Only the pictures of a clip can be tracked: open a shot that shows one.')
    return undefined
  }
  const { mediaId } = source
  const t = timeAt(stage, store.getState().view.frame)
  const bare = { mediaId, shotId: stage.shot.id, frame: 0 }
  const probe = newMotion('', bare, { form: 'point', anchor: [0, 0] }).item
  const frame = Math.round(motionFrame(stage, probe, t))
  const back = invert(fitOf(stage.project, stage.size, mediaId))
  return { stage, t, frame, back, of: { ...bare, frame } }
}

/** The name with the first number that no motion has yet. */
const numbered = (name: string): string => {
  const taken = (store.getState().project.document?.shelf ?? []).map((s) => s.name)
  let n = 1
  while (taken.includes(`${name} ${n}`)) n++
  return `${name} ${n}`
}

/** Makes a motion of what an item of a region surrounds under the playhead; the item rides on it from now on. */
export function trackItem(step: Step, shape: MaskItem): void {
  const here = underPlayhead()
  if (!here) return
  const region = holderOf(here.stage.project, step, shape.id)
  const resolved = region && resolveItem(here.stage, step, region, shape, here.t, () => -1)
  const contour = contourOf(resolved)
  if (!contour) {
    tell('problem', 'This item has no outline. Draw a shape around what should be tracked.')
    return
  }
  const [xs, ys] = [0, 1].map((c) => contour.filter((_, i) => i % 2 === c)) as [number[], number[]]
  const [l, t, r, b] = [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
  // An outline of four corners is the plane itself.
  const four = resolved?.kind === 'outline' ? cornersOf(resolved.points) : []
  const anchor =
    four.length === 4 && resolved?.kind === 'outline'
      ? mapped(
          four.flatMap((c) => [c.x, c.y]),
          resolved.map,
        )
      : [l, t, r, t, r, b, l, b]
  const found = { form: 'plane' as const, anchor: inMedium(here.back, anchor) }
  const { item, records } = newMotion(`Motion of ${shape.name}`, here.of, found, { item: shape.id })
  const attach = { motions: [item.id], at: here.frame, inverted: false, on: true }
  const made = store.dispatch(
    editAll(
      [
        ['shelf.put', { item }],
        ...(shape.locked
          ? []
          : ([['region.attach', { stepId: step.id, itemId: shape.id, attach }]] as const)),
      ],
      `Track ${shape.name}`,
      undefined,
      records,
    ),
  )
  if (made) store.dispatch(viewActions.set({ motionId: item.id, drawing: null, corners: [] }))
}

const inMedium = (back: Parameters<typeof through>[0], list: readonly number[]) =>
  Array.from({ length: list.length / 2 }, (_, i) =>
    through(back, list[2 * i] as number, list[2 * i + 1] as number),
  ).flat()

/** Puts a new motion onto the shelf, from places on the canvas. */
export function putMotion(form: 'point' | 'pair' | 'plane', places: readonly number[]): void {
  const here = underPlayhead()
  if (!here) return
  const name = numbered(form === 'plane' ? 'Plane' : form === 'pair' ? 'Two points' : 'Point')
  const found = { form, anchor: inMedium(here.back, places) }
  const { item, records } = newMotion(name, here.of, found)
  if (store.dispatch(edit('shelf.put', { item }, undefined, records)))
    store.dispatch(viewActions.set({ motionId: item.id, drawing: null }))
}
