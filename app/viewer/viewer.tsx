import type { Target } from '@stilus/core/render'
import type { Project } from '@stilus/core/project'
import { present } from '@stilus/engine'
import {
  type PointerEvent,
  type ReactNode,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { frameListeners } from '../session/frames'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { cx } from '../ui/classes'
import { pictureRect, proxyScale, type Rect, visibleArea } from './layout'
import { usePicture } from './use-picture'

const SURROUND = { dark: 'bg-surround', grey: 'bg-[#767676]', black: 'bg-black', white: 'bg-white' }

export interface ViewerProps {
  project: Project
  target: Target
  frame: number
  /** The picture to compare with, shown left of the split. */
  against?: Target | undefined
  /** Drawn over the picture, in pixels of the full-size picture. */
  overlay?: ((rect: Rect) => ReactNode) | undefined
  empty?: ReactNode
}

/** Shows a target: fitted or zoomed, panned, split against another state, with handles on it. Playback draws here too. */
export function Viewer({ project, target, frame, against, overlay, empty }: ViewerProps) {
  const box = useRef<HTMLDivElement>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const other = useRef<HTMLCanvasElement>(null)
  const size = useBox(box)
  const { zoom, pan, quality, hand, playing, surround, split } = useApp((s) => s.view)
  const rect = pictureRect(size, project.size, zoom, pan)
  const scale = proxyScale(rect, project.size, quality)

  const seen = visibleArea(size, rect, project.size)
  const [x, y, wide, high] = seen ? [seen.x, seen.y, seen.width, seen.height] : []
  const area = useMemo(
    () =>
      wide === undefined ? undefined : ({ x, y, width: wide, height: high } as NonNullable<typeof seen>),
    [x, y, wide, high],
  )
  const request = useMemo(
    () => (playing ? null : { project, target, frame, scale, area, urgent: true }),
    [playing, project, target, frame, scale, area],
  )
  const otherRequest = useMemo(
    () => (against && !playing ? { project, target: against, frame, scale, area, urgent: true } : null),
    [against, playing, project, frame, scale, area],
  )
  const problem = usePicture(canvas, request, hand)
  usePicture(other, otherRequest)
  useEffect(() => {
    const show = (picture: Parameters<typeof present>[1]) =>
      canvas.current && present(canvas.current, picture)
    frameListeners.add(show)
    return () => void frameListeners.delete(show)
  }, [])
  const pointer = usePanZoom(box, size, project.size)

  const place = { left: rect.left, top: rect.top, width: rect.width, height: rect.height }
  const sharp = zoom !== 'fit' && zoom >= 2 ? ({ imageRendering: 'pixelated' } as const) : {}
  return (
    <div
      ref={box}
      data-testid="viewer"
      className={cx('relative min-h-0 flex-1 overflow-hidden', SURROUND[surround])}
      {...pointer}
    >
      <canvas
        ref={canvas}
        role="img"
        aria-label="The picture"
        className="checker absolute"
        style={{ ...place, ...sharp }}
      />
      <canvas
        ref={other}
        aria-hidden
        className={cx('absolute', !against && 'hidden')}
        style={{ ...place, ...sharp, clipPath: `inset(0 ${(1 - split) * 100}% 0 0)` }}
      />
      {overlay?.(rect)}
      {against && <SplitLine rect={rect} />}
      {problem && (
        <p
          role="alert"
          className="absolute inset-x-0 bottom-3 mx-auto w-fit max-w-[80%] rounded bg-ground px-3 py-1.5 text-alert"
        >
          {problem}
        </p>
      )}
      {empty && <div className="absolute inset-0 flex items-center justify-center">{empty}</div>}
    </div>
  )
}

function SplitLine({ rect }: { rect: Rect }) {
  const split = useApp((s) => s.view.split)
  const dispatch = useAppDispatch()
  const move = (event: PointerEvent) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
    const viewer = event.currentTarget.parentElement?.getBoundingClientRect()
    const share = (event.clientX - (viewer?.left ?? 0) - rect.left) / rect.width
    dispatch(viewActions.set({ split: Math.min(1, Math.max(0, share)) }))
  }
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label="Split between source and result"
      aria-valuenow={Math.round(split * 100)}
      aria-valuemin={0}
      aria-valuemax={100}
      className="absolute flex w-6 -translate-x-1/2 cursor-ew-resize touch-none justify-center"
      style={{ left: rect.left + rect.width * split, top: rect.top, height: rect.height }}
      onPointerDown={(e) => {
        e.stopPropagation()
        e.currentTarget.setPointerCapture(e.pointerId)
      }}
      onPointerMove={move}
      onKeyDown={(e) => {
        const by = e.key === 'ArrowLeft' ? -0.02 : e.key === 'ArrowRight' ? 0.02 : 0
        if (!by) return
        e.stopPropagation()
        dispatch(viewActions.set({ split: Math.min(1, Math.max(0, split + by)) }))
      }}
    >
      <div className="h-full w-px bg-white shadow-[0_0_0_1px_#00000080]" />
      <div className="absolute top-2 right-full mr-0 rounded-l bg-[#000000a0] px-1.5 text-xs text-white">
        Source
      </div>
      <div className="absolute top-2 left-full ml-0 rounded-r bg-[#000000a0] px-1.5 text-xs text-white">
        Result
      </div>
    </div>
  )
}

function useBox(ref: React.RefObject<HTMLElement | null>) {
  const [size, setSize] = useState({ width: 800, height: 450 })
  useLayoutEffect(() => {
    const node = ref.current
    if (!node) return
    const observer = new ResizeObserver(() => setSize({ width: node.clientWidth, height: node.clientHeight }))
    observer.observe(node)
    setSize({ width: node.clientWidth, height: node.clientHeight })
    return () => observer.disconnect()
  }, [ref])
  return size
}

/** Wheel zooms at the cursor; the middle button, or Space and drag, pans. */
function usePanZoom(
  box: React.RefObject<HTMLElement | null>,
  size: { width: number; height: number },
  picture: { width: number; height: number },
) {
  const dispatch = useAppDispatch()
  const view = useApp((s) => s.view)
  const state = useRef({ view, size })
  useEffect(() => {
    state.current = { view, size }
  })
  const drag = useRef<{ x: number; y: number } | null>(null)

  useEffect(() => {
    const node = box.current
    if (!node) return
    const wheel = (event: WheelEvent) => {
      event.preventDefault()
      const { view, size } = state.current
      const dpr = window.devicePixelRatio || 1
      const rect = pictureRect(size, picture, view.zoom, view.pan)
      const now = (rect.width / picture.width) * dpr
      const zoom = Math.min(8, Math.max(0.1, now * Math.exp(-event.deltaY * 0.0015)))
      const bounds = node.getBoundingClientRect()
      const [x, y] = [event.clientX - bounds.left, event.clientY - bounds.top]
      const ratio = zoom / now
      const left = x - (x - rect.left) * ratio
      const top = y - (y - rect.top) * ratio
      const centred = pictureRect(size, picture, zoom, [0, 0])
      dispatch(viewActions.set({ zoom, pan: [left - centred.left, top - centred.top] }))
    }
    node.addEventListener('wheel', wheel, { passive: false })
    return () => node.removeEventListener('wheel', wheel)
  }, [box, dispatch, picture])

  return {
    onPointerDown(event: PointerEvent) {
      if (event.button !== 1 && !(event.button === 0 && event.altKey && state.current.view.zoom !== 'fit'))
        return
      event.preventDefault()
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = { x: event.clientX, y: event.clientY }
    },
    onPointerMove(event: PointerEvent) {
      if (!drag.current) return
      const { view, size } = state.current
      const dpr = window.devicePixelRatio || 1
      const zoom =
        view.zoom === 'fit'
          ? (pictureRect(size, picture, 'fit', [0, 0]).width / picture.width) * dpr
          : view.zoom
      const pan: [number, number] = view.zoom === 'fit' ? [0, 0] : view.pan
      dispatch(
        viewActions.set({
          zoom,
          pan: [pan[0] + event.clientX - drag.current.x, pan[1] + event.clientY - drag.current.y],
        }),
      )
      drag.current = { x: event.clientX, y: event.clientY }
    },
    onPointerUp: () => (drag.current = null),
  }
}
