import { invert, through } from '@stilus/core/matrix'
import {
  fitOf,
  getShot,
  getStep,
  holderOf,
  motionFrame,
  resolveItem,
  type MaskItem,
  treatmentTime,
} from '@stilus/core/project'
import { cornersOf, mapped } from '@stilus/core/region'
import { newMotion } from '../session/motions'
import { contourOf } from '../session/in-front'
import { tell, uid } from '../session/work'
import { edit, editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'

interface At {
  shotId: string
  stepId: string
  itemId: string
}

/** The frame of a shot's own medium under the playhead, and the way from the canvas into it. */
function underPlayhead(shotId: string) {
  const project = store.getState().project.document
  if (!project) return undefined
  const shot = getShot(project, shotId)
  const t = treatmentTime(shot, store.getState().view.frame)
  const probe = newMotion('', { mediaId: shot.mediaId, shotId, frame: 0 }, 'point', [0, 0])
  const frame = Math.round(motionFrame(project, shot, probe, t))
  return {
    project,
    shot,
    t,
    frame,
    back: invert(fitOf(project, shot.mediaId)),
    of: { mediaId: shot.mediaId, shotId, frame },
  }
}

/** The name with the first number that no motion has yet. */
const numbered = (name: string): string => {
  const taken = (store.getState().project.document?.shelf ?? []).map((s) => s.name)
  let n = 1
  while (taken.includes(`${name} ${n}`)) n++
  return `${name} ${n}`
}

/** Makes a motion of what an item of a region surrounds under the playhead; the item rides on it from now on. */
export function trackItem(at: At, shape: MaskItem): void {
  const here = underPlayhead(at.shotId)
  if (!here) return
  const step = getStep(here.shot, at.stepId)
  const region = holderOf(here.project, step, at.itemId)
  const resolved = region && resolveItem(here.project, here.shot, step, region, shape, here.t, () => -1)
  const contour = contourOf(resolved)
  if (!contour) {
    tell('problem', 'This item has no outline. Draw a shape around what should be tracked.')
    return
  }
  const [xs, ys] = [0, 1].map((c) => contour.filter((_, i) => i % 2 === c)) as [number[], number[]]
  const [l, t, r, b] = [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
  // An outline of four corners is the surface itself.
  const four = resolved?.kind === 'outline' ? cornersOf(resolved.points) : []
  const anchor =
    four.length === 4 && resolved?.kind === 'outline'
      ? mapped(
          four.flatMap((c) => [c.x, c.y]),
          resolved.map,
        )
      : [l, t, r, t, r, b, l, b]
  const item = newMotion(`Motion of ${shape.name}`, here.of, 'plane', inMedium(here.back, anchor), {
    item: at,
  })
  const ride = { motions: [item.id], at: here.frame, inverted: false, on: true }
  const made = store.dispatch(
    editAll(
      [['shelf.put', { item }], ...(shape.locked ? [] : ([['region.attach', { ...at, ride }]] as const))],
      `Track ${shape.name}`,
    ),
  )
  if (made) store.dispatch(viewActions.set({ motionId: item.id, drawing: null, corners: [] }))
}

const inMedium = (back: Parameters<typeof through>[0], list: readonly number[]) =>
  Array.from({ length: list.length / 2 }, (_, i) =>
    through(back, list[2 * i] as number, list[2 * i + 1] as number),
  ).flat()

/** Puts a new motion onto the shelf, from places on the canvas. */
export function putMotion(shotId: string, form: 'point' | 'pair' | 'plane', places: readonly number[]): void {
  const here = underPlayhead(shotId)
  if (!here) return
  const name = numbered(form === 'plane' ? 'Surface' : form === 'pair' ? 'Two points' : 'Point')
  const item = { ...newMotion(name, here.of, form, inMedium(here.back, places)), id: uid() }
  if (store.dispatch(edit('shelf.put', { item })))
    store.dispatch(viewActions.set({ motionId: item.id, drawing: null }))
}
