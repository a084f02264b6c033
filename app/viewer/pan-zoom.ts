import { type PointerEvent, type RefObject, useEffect, useRef } from 'react'
import { store, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { pictureRect } from './layout'

interface Size {
  width: number
  height: number
}

/** Space is held, and whether the picture was dragged with it since. */
export const spaceBar = { down: false, used: false }

/** Wheel zooms at the cursor; the middle button, or Space and drag, pans. `size` is that of one pane. */
export function usePanZoom(box: RefObject<HTMLElement | null>, size: Size, picture: Size) {
  const dispatch = useAppDispatch()
  const held = useRef({ size, picture })
  useEffect(() => {
    held.current = { size, picture }
  })
  const drag = useRef<{ x: number; y: number } | null>(null)

  useEffect(() => {
    const node = box.current
    if (!node) return
    const wheel = (event: WheelEvent) => {
      event.preventDefault()
      const { size, picture } = held.current
      const { view } = store.getState()
      const dpr = window.devicePixelRatio || 1
      const rect = pictureRect(size, picture, view.zoom, view.pan)
      const now = (rect.width / picture.width) * dpr
      const zoom = Math.min(8, Math.max(0.1, now * Math.exp(-event.deltaY * 0.0015)))
      const bounds = node.getBoundingClientRect()
      const [x, y] = [(event.clientX - bounds.left) % size.width, event.clientY - bounds.top]
      const ratio = zoom / now
      const left = x - (x - rect.left) * ratio
      const top = y - (y - rect.top) * ratio
      const centred = pictureRect(size, picture, zoom, [0, 0])
      dispatch(viewActions.set({ zoom, pan: [left - centred.left, top - centred.top] }))
    }
    node.addEventListener('wheel', wheel, { passive: false })
    return () => node.removeEventListener('wheel', wheel)
  }, [box, dispatch])

  return {
    onPointerDownCapture(event: PointerEvent) {
      if (event.button !== 1 && !(event.button === 0 && spaceBar.down)) return
      event.preventDefault()
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = { x: event.clientX, y: event.clientY }
    },
    onPointerMove(event: PointerEvent) {
      if (!drag.current) return
      spaceBar.used = true
      const { size, picture } = held.current
      const { view } = store.getState()
      const dpr = window.devicePixelRatio || 1
      const fit = view.zoom === 'fit'
      const zoom = fit ? (pictureRect(size, picture, 'fit', [0, 0]).width / picture.width) * dpr : view.zoom
      const pan: [number, number] = fit ? [0, 0] : view.pan
      const [dx, dy] = [event.clientX - drag.current.x, event.clientY - drag.current.y]
      dispatch(viewActions.set({ zoom, pan: [pan[0] + dx, pan[1] + dy] }))
      drag.current = { x: event.clientX, y: event.clientY }
    },
    onPointerUp: () => (drag.current = null),
    onPointerCancel: () => (drag.current = null),
  }
}
