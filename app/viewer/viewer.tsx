import { type Target, targetSize } from '@stilus/core/render'
import type { Project, Sequence } from '@stilus/core/project'
import { clockOf, type Delivered, present } from '@stilus/engine'
import { type ReactNode, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { frameListeners, tellShown } from '../session/frames'
import { useView } from '../store/store'
import { cx } from '../ui/classes'
import { Furniture, type Guided } from './furniture'
import { pictureRect, proxyScale, type Rect, visibleArea } from './layout'
import { usePanZoom } from './pan-zoom'
import { useProbe } from './probe'
import { polygon, sideOf } from './split'
import { SplitLine } from './split-line'
import { usePicture } from './use-picture'

const SURROUND = { dark: 'bg-surround', grey: 'bg-[#767676]', black: 'bg-black', white: 'bg-white' }
/** What shows where the picture is transparent. */
const BACKGROUND = {
  checker: 'checker',
  black: 'bg-black',
  grey: 'bg-[#767676]',
  white: 'bg-white',
  below: 'checker',
}

export interface ViewerProps {
  project: Project
  target: Target
  frame: number
  /** A second picture, how it stands beside the first, and what both are called. */
  against?: { target: Target; mode: 'split' | 'side'; names: readonly [string, string] } | undefined
  /** Drawn over the picture, in pixels of the full-size picture. */
  overlay?: ((rect: Rect) => ReactNode) | undefined
  /** Says what is shown where that is not the result. */
  badge?: ReactNode
  empty?: ReactNode
}

/** Shows a target: fitted or zoomed, panned, split against or beside another one, with handles on it. Playback draws here too. */
export function Viewer({ project, target, frame, against, overlay, badge, empty }: ViewerProps) {
  const box = useRef<HTMLDivElement>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const other = useRef<HTMLCanvasElement>(null)
  const whole = useBox(box)
  const view = useView('zoom', 'pan', 'quality', 'hand', 'playing', 'surround', 'background', 'compare')
  const side = against?.mode === 'side'
  const picture = useMemo(() => targetSize(project, target), [project, target])
  const { sequence } = useMemo(() => clockOf(project, target), [project, target])
  const size = side ? { width: Math.floor(whole.width / 2), height: whole.height } : whole
  const rect = pictureRect(size, picture, view.zoom, view.pan)
  const scale = proxyScale(rect, picture, view.quality)
  const area = useVisible(size, rect, picture)
  const request = useMemo(
    () => (view.playing ? null : { project, target, frame, scale, area, urgent: true }),
    [view.playing, project, target, frame, scale, area],
  )
  const second = against?.target
  const otherRequest = useMemo(
    () => (second && !view.playing ? { project, target: second, frame, scale, area, urgent: true } : null),
    [second, view.playing, project, frame, scale, area],
  )
  const problem = usePicture(canvas, request, view.hand, tellShown)
  usePicture(other, otherRequest, view.hand)
  useEffect(() => {
    const show = (delivered: Delivered) => {
      if (canvas.current) present(canvas.current, delivered)
      tellShown(delivered)
    }
    frameListeners.add(show)
    return () => void frameListeners.delete(show)
  }, [])
  const pointer = usePanZoom(box, size, picture)
  const probe = useProbe(request, rect, side ? size.width : 0)

  const place = { left: rect.left, top: rect.top, width: rect.width, height: rect.height }
  const sharp = view.zoom !== 'fit' && view.zoom > 2 ? ({ imageRendering: 'pixelated' } as const) : {}
  const background = BACKGROUND[view.background]
  const { x, y, angle } = view.compare
  const clip =
    against?.mode === 'split'
      ? { clipPath: polygon(sideOf(rect, [rect.width * x, rect.height * y], angle)) }
      : {}
  const pane = side
    ? 'absolute inset-y-0 right-0 w-1/2 overflow-hidden border-l border-line-strong'
    : 'absolute inset-0'
  return (
    <div
      ref={box}
      data-testid="viewer"
      className={cx('apart relative min-h-0 flex-1 overflow-hidden', SURROUND[view.surround])}
      {...pointer}
      {...probe}
    >
      {side && (
        <div className="absolute inset-y-0 left-0 w-1/2 overflow-hidden">
          <canvas
            ref={other}
            aria-hidden
            className={cx('absolute', background)}
            style={{ ...place, ...sharp }}
          />
          <PaneName name={against.names[0]} />
        </div>
      )}
      <div className={pane}>
        <canvas
          ref={canvas}
          role="img"
          aria-label="The picture"
          className={cx('absolute', background)}
          style={{ ...place, ...sharp }}
        />
        {!side && (
          <canvas
            ref={other}
            aria-hidden
            className={cx('absolute', background, !against && 'hidden')}
            style={{ ...place, ...sharp, ...clip }}
          />
        )}
        {side && <PaneName name={against.names[1]} />}
        <Furniture guided={guidedBy(project, target, sequence)} picture={picture} rect={rect} size={size} />
        {overlay?.(rect)}
        {against?.mode === 'split' && <SplitLine rect={rect} names={against.names} />}
      </div>
      {badge && <div className="pointer-events-none absolute top-2 left-2 z-10">{badge}</div>}
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

const PaneName = ({ name }: { name: string }) => (
  <span className="absolute bottom-2 left-2 rounded bg-[#000000b0] px-2 py-0.5 text-white">{name}</span>
)

/** The part of the picture that can be seen; the same object while it stays the same. */
function useVisible(
  size: { width: number; height: number },
  rect: Rect,
  picture: { width: number; height: number },
) {
  const seen = visibleArea(size, rect, picture)
  const [x, y, width, height] = seen ? [seen.x, seen.y, seen.width, seen.height] : []
  return useMemo(
    () => (width === undefined ? undefined : ({ x, y, width, height } as NonNullable<typeof seen>)),
    [x, y, width, height],
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

/** Whose guides lie on the picture: those of the design that is drawn, else of the sequence. */
function guidedBy(project: Project, target: Target, sequence: Sequence | undefined): Guided | undefined {
  const design = target.kind === 'design' ? project.designs.find((d) => d.id === target.designId) : undefined
  if (design) return { of: { designId: design.id }, guides: design.guides }
  return sequence && { of: { sequenceId: sequence.id }, guides: sequence.guides }
}
