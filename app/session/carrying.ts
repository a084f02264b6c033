import type { Source } from '@stilus/core/project'
import type { DragEvent } from 'react'
import { store } from '../store/store'
import { viewActions } from '../store/view'

const TYPE = 'application/x-stilus-source'

/** What lets a thing that stands for a source be dragged to where pictures go. */
export const carries = (source: Source) => ({
  draggable: true,
  onDragStart(e: DragEvent) {
    e.dataTransfer.setData(TYPE, JSON.stringify(source))
    e.dataTransfer.effectAllowed = 'copy'
    // The places to drop it appear once the drag is on its way: what changes under the pointer at once would end it.
    setTimeout(() => store.dispatch(viewActions.set({ carrying: true })))
  },
  onDragEnd: () => void store.dispatch(viewActions.set({ carrying: false })),
})

/** What lets something take a source that is dropped on it. */
export const takes = (take: (source: Source) => void) => ({
  onDragOver(e: DragEvent) {
    if (!e.dataTransfer.types.includes(TYPE)) return
    e.preventDefault()
    e.dataTransfer.dropEffect = 'copy'
  },
  onDrop(e: DragEvent) {
    const data = e.dataTransfer.getData(TYPE)
    if (!data) return
    e.preventDefault()
    store.dispatch(viewActions.set({ carrying: false }))
    take(JSON.parse(data) as Source)
  },
})
