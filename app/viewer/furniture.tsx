import type { Design, Sequence } from '@stilus/core/project'
import { type PointerEvent, useRef, useState } from 'react'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import type { Rect } from './layout'

type Guide = NonNullable<Sequence['guides']>[number]
interface Size {
  width: number
  height: number
}
/** What guides lie in. */
export interface Guided {
  of: { sequenceId: string } | { designId: string }
  guides: Sequence['guides'] | Design['guides']
}
/** Where the picture lies, how large it is, and whose guides are drawn on it. */
interface Drawn {
  rect: Rect
  picture: Size
  of: Guided['of']
}
const THICK = 18
const line = { stroke: '#ffffff', strokeWidth: 1, vectorEffect: 'non-scaling-stroke' as const }
const shade = { ...line, stroke: '#000000', strokeOpacity: 0.55, strokeWidth: 3 }

/** What lies over the picture and is not part of it: safe areas, the centre, guides and rulers. */
export function Furniture(props: {
  /** Whose guides they are. */
  guided: Guided | undefined
  picture: Size
  rect: Rect
  size: Size
}) {
  const { guided, picture, rect, size } = props
  const { safe, rulers, picking } = useView('safe', 'rulers', 'picking')
  const { width, height } = picture
  const guides = rulers ? (guided?.guides ?? []) : []
  return (
    <>
      <svg
        className="pointer-events-none absolute overflow-visible"
        style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
        viewBox={`0 0 ${width} ${height}`}
        aria-hidden
      >
        {safe && <SafeAreas width={width} height={height} />}
      </svg>
      {guides.map(
        (guide) => guided && <GuideLine key={guide.id} {...{ guide, rect, picture }} of={guided.of} />,
      )}
      {rulers && guided && <Rulers {...{ rect, size, picture }} of={guided.of} />}
      {picking !== null && (
        <p
          role="status"
          className="pointer-events-none absolute inset-x-0 top-3 mx-auto w-fit rounded bg-ground px-3 py-1.5"
        >
          Click the picture to take its colour, averaged over {picking} × {picking} pixels. Escape leaves it.
        </p>
      )}
    </>
  )
}

/** Action safe 93 %, title safe 90 %, and the centre. */
function SafeAreas({ width, height }: Size) {
  const box = (share: number) => ({
    x: (width * (1 - share)) / 2,
    y: (height * (1 - share)) / 2,
    width: width * share,
    height: height * share,
    fill: 'none',
  })
  const arm = height / 36
  const cross = `M${width / 2 - arm} ${height / 2}h${2 * arm}M${width / 2} ${height / 2 - arm}v${2 * arm}`
  return (
    <g data-testid="safe-areas">
      {[0.93, 0.9].map((share) => (
        <g key={share}>
          <rect {...box(share)} {...shade} />
          <rect {...box(share)} {...line} strokeDasharray={share === 0.9 ? '6 5' : ''} strokeOpacity={0.8} />
        </g>
      ))}
      <path d={cross} {...shade} />
      <path d={cross} {...line} />
    </g>
  )
}

const alongOf = (axis: 'x' | 'y', rect: Rect, picture: Size, at: number) =>
  axis === 'x'
    ? rect.left + (at / picture.width) * rect.width
    : rect.top + (at / picture.height) * rect.height

/** Pointer handlers that drag a guide; let go outside of the picture it is removed. */
function useGuideDrag(axis: 'x' | 'y', rect: Rect, picture: Size, done: (at: number | null) => void) {
  const [at, setAt] = useState<number | null>(null)
  const frame = useRef<DOMRect | undefined>(undefined)
  const read = (event: PointerEvent) => {
    const box = frame.current
    const raw =
      axis === 'x'
        ? ((event.clientX - (box?.left ?? 0) - rect.left) / rect.width) * picture.width
        : ((event.clientY - (box?.top ?? 0) - rect.top) / rect.height) * picture.height
    return Math.round(raw)
  }
  const most = axis === 'x' ? picture.width : picture.height
  return {
    at,
    handlers: {
      onPointerDown(event: PointerEvent) {
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        frame.current = event.currentTarget.closest('[data-testid="viewer"]')?.getBoundingClientRect()
        setAt(read(event))
      },
      onPointerMove: (event: PointerEvent) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) setAt(read(event))
      },
      onPointerUp(event: PointerEvent) {
        if (at === null) return
        const end = read(event)
        setAt(null)
        done(end >= 0 && end <= most ? end : null)
      },
    },
  }
}

function GuideLine({ guide, rect, picture, of }: Drawn & { guide: Guide }) {
  const dispatch = useAppDispatch()
  const { axis } = guide
  const put = (at: number | null) =>
    dispatch(
      at === null
        ? edit('guide.remove', { ...of, guideId: guide.id })
        : edit('guide.put', { ...of, guideId: guide.id, axis, at }),
    )
  const drag = useGuideDrag(axis, rect, picture, put)
  const at = alongOf(axis, rect, picture, drag.at ?? guide.at)
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`${axis === 'x' ? 'Upright' : 'Level'} guide. Arrow keys move it, Delete removes it.`}
      aria-valuenow={guide.at}
      className={
        axis === 'x'
          ? 'absolute inset-y-0 flex w-4 -translate-x-1/2 cursor-col-resize touch-none justify-center'
          : 'absolute inset-x-0 flex h-4 -translate-y-1/2 cursor-row-resize touch-none flex-col justify-center'
      }
      style={axis === 'x' ? { left: at } : { top: at }}
      onKeyDown={(event) => {
        const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key]
        if (event.key === 'Delete' || event.key === 'Backspace') put(null)
        else if (by) put(guide.at + by * (event.shiftKey ? 10 : 1))
        else return
        event.preventDefault()
        event.stopPropagation()
      }}
      {...drag.handlers}
    >
      <span className={axis === 'x' ? 'h-full w-px bg-where' : 'h-px w-full bg-where'} />
    </div>
  )
}

/** Pixels of the picture along its upper and left edge; dragging out of a ruler makes a guide. */
function Rulers(props: Drawn & { size: Size }) {
  return (
    <>
      <Ruler axis="y" {...props} />
      <Ruler axis="x" {...props} />
    </>
  )
}

/** `axis` is that of the guides which it makes: the ruler above makes level ones. */
function Ruler({ axis, rect, size, picture, of }: Drawn & { axis: 'x' | 'y'; size: Size }) {
  const dispatch = useAppDispatch()
  const drag = useGuideDrag(axis, rect, picture, (at) => {
    if (at !== null) dispatch(edit('guide.put', { ...of, guideId: uid(), axis, at }))
  })
  const level = axis === 'y'
  const perPixel = level ? rect.width / picture.width : rect.height / picture.height
  const step = [10, 20, 50, 100, 200, 500, 1000, 2000].find((s) => s * perPixel >= 46) ?? 5000
  const most = level ? picture.width : picture.height
  const marks = Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step)
  const from = level ? rect.left : rect.top
  return (
    <>
      <div
        data-testid={level ? 'ruler-above' : 'ruler-left'}
        title="Drag out of the ruler to set a guide"
        className={
          level
            ? 'absolute inset-x-0 top-0 cursor-row-resize touch-none border-b bg-[#1b1b1be0]'
            : 'absolute inset-y-0 left-0 cursor-col-resize touch-none border-r bg-[#1b1b1be0]'
        }
        style={level ? { height: THICK } : { width: THICK }}
        {...drag.handlers}
      >
        <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden>
          {marks.map((mark) => {
            const at = from + mark * perPixel
            if (at < 0 || at > (level ? size.width : size.height)) return null
            return level ? (
              <g key={mark}>
                <line x1={at} x2={at} y1={10} y2={THICK} stroke="#979797" />
                <text x={at + 3} y={12} className="fill-dim text-[10px]">
                  {mark}
                </text>
              </g>
            ) : (
              <g key={mark}>
                <line y1={at} y2={at} x1={10} x2={THICK} stroke="#979797" />
                <text
                  x={12}
                  y={at - 3}
                  transform={`rotate(-90 12 ${at - 3})`}
                  className="fill-dim text-[10px]"
                >
                  {mark}
                </text>
              </g>
            )
          })}
        </svg>
      </div>
      {drag.at !== null && (
        <div
          className="pointer-events-none absolute bg-where"
          style={
            level
              ? { top: alongOf('y', rect, picture, drag.at), left: 0, right: 0, height: 1 }
              : { left: alongOf('x', rect, picture, drag.at), top: 0, bottom: 0, width: 1 }
          }
        />
      )}
    </>
  )
}
