import { valueAt } from '@stilus/core/anim'
import { formAddress, getItem } from '@stilus/core/project'
import { type Corner, valueOf } from '@stilus/core/region'
import { edit } from '../store/edit'
import type { Thunk } from '../store/store'

interface At {
  itemId: string
}

/** Gives an outline other corners at a treatment time: as a key of the whole outline, or, with "key by itself" off, by changing every key alike. */
export const setCorners =
  (at: At, time: number, corners: readonly Corner[], gesture?: string): Thunk =>
  (dispatch, getState) => {
    const { project, view } = getState()
    const value = valueOf(corners)
    if (view.keySelf) {
      dispatch(
        edit('key.put', { address: formAddress('item', at.itemId, 'points'), at: time, value }, gesture),
      )
      return
    }
    const { document } = project
    const points = document && getItem(document, at.itemId).form.points
    if (!points) return
    const before = valueAt(points, time) as number[]
    dispatch(
      edit('outline.shift', { itemId: at.itemId, by: value.map((v, i) => v - (before[i] ?? 0)) }, gesture),
    )
  }
