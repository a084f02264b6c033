import type { Size } from '@stilus/core/frame'
import { type Corner, corner, valueOf } from '@stilus/core/region'
import { type PointerEvent, useEffect, useRef, useState } from 'react'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import type { Rect } from './layout'
import { type OverlayProps, type Point, round, toPicture } from './on-picture'

/** Takes the next drag on the picture as the new shape's box; a click makes one of a third of the height. */
export function BoxSurface(props: OverlayProps & { kind: 'ellipse' | 'rectangle' }) {
  const { stage, step, kind } = props
  const dispatch = useAppDispatch()
  return (
    <BoxDrawing
      {...props}
      round={kind === 'ellipse'}
      onDraw={(centre, drawn) => {
        const third = stage.size.height / 3
        const small = drawn[0] < 8 && drawn[1] < 8
        const size: Point = small
          ? [third, third]
          : [round(Math.max(8, drawn[0])), round(Math.max(8, drawn[1]))]
        const itemId = uid()
        dispatch(edit('region.add', { stepId: step.id, itemId, kind, form: { centre, size } }))
        dispatch(viewActions.set({ drawing: null, itemId }))
      }}
    />
  )
}

/** A box drawn by a drag: its middle and size. */
export function BoxDrawing({
  stage,
  round: oval,
  onDraw,
}: { stage: { size: Size } } & { round: boolean; onDraw(centre: Point, size: Point): void }) {
  const start = useRef<Point | null>(null)
  const box = useRef<SVGRectElement>(null)
  const boxTo = (to: Point): [Point, Point] => {
    const [x0, y0] = start.current ?? to
    return [
      [round((x0 + to[0]) / 2), round((y0 + to[1]) / 2)],
      [Math.abs(to[0] - x0), Math.abs(to[1] - y0)],
    ]
  }
  return (
    <>
      <rect
        data-testid="drawing-surface"
        width={stage.size.width}
        height={stage.size.height}
        fill="transparent"
        className="cursor-crosshair touch-none"
        onPointerDown={(e) => {
          if (e.button !== 0) return
          e.stopPropagation()
          e.currentTarget.setPointerCapture(e.pointerId)
          start.current = toPicture(e, stage.size)
        }}
        onPointerMove={(e) => {
          if (!start.current) return
          const [centre, size] = boxTo(toPicture(e, stage.size))
          const place = {
            x: centre[0] - size[0] / 2,
            y: centre[1] - size[1] / 2,
            width: size[0],
            height: size[1],
          }
          for (const [name, v] of Object.entries(place)) box.current?.setAttribute(name, String(v))
        }}
        onPointerUp={(e) => {
          if (!start.current) return
          const [centre, size] = boxTo(toPicture(e, stage.size))
          start.current = null
          for (const name of ['width', 'height']) box.current?.setAttribute(name, '0')
          onDraw(centre, size)
        }}
      />
      <rect
        ref={box}
        rx={oval ? '50%' : 0}
        fill="none"
        stroke="var(--color-where)"
        strokeWidth={1.4}
        vectorEffect="non-scaling-stroke"
        pointerEvents="none"
      />
    </>
  )
}

/** Screen pixels within which a click closes the outline. */
const CLOSE = 12

/** Draws a new outline of a step's region. */
export function OutlineSurface({ stage, step, time, rect }: OverlayProps) {
  const dispatch = useAppDispatch()
  const { keySelf } = useView('keySelf')
  const draw = (corners: Corner[]) => {
    const itemId = uid()
    dispatch(
      edit('region.add', {
        stepId: step.id,
        itemId,
        kind: 'outline',
        form: { points: valueOf(corners) },
        ...(keySelf ? { keyed: time } : {}),
      }),
    )
    dispatch(viewActions.set({ drawing: null, itemId, corners: [] }))
  }
  return <OutlineDrawing size={stage.size} rect={rect} onDraw={draw} />
}

/** Draws a free outline: each click is a hard corner, each drag a soft one; a click on the first corner, a double click or Enter closes it, Backspace takes the last one back. */
export function OutlineDrawing(props: { size: Size; rect: Rect; onDraw(corners: Corner[]): void }) {
  const { size, rect, onDraw } = props
  const [list, setList] = useState<[number, number, number][]>([])
  const [pointer, setPointer] = useState<Point | null>(null)
  const pressed = useRef<Point | null>(null)
  const px = size.width / rect.width
  const close = (corners: readonly [number, number, number][]) => {
    if (corners.length > 2) onDraw(corners.map(([x, y, soft]) => corner(round(x), round(y), soft)))
  }
  const latest = useRef({ list, close })
  useEffect(() => {
    latest.current = { list, close }
  })
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.key === 'Enter') latest.current.close(latest.current.list)
      else if (event.key === 'Backspace') setList((l) => l.slice(0, -1))
      else return
      event.preventDefault()
      event.stopPropagation()
    }
    window.addEventListener('keydown', key, true)
    return () => window.removeEventListener('keydown', key, true)
  }, [])
  const [first] = list
  const path = [
    ...list.map(([x, y]) => `${x} ${y}`),
    ...(pointer && list.length ? [`${pointer[0]} ${pointer[1]}`] : []),
  ]
  return (
    <>
      <rect
        data-testid="drawing-surface"
        width={size.width}
        height={size.height}
        fill="transparent"
        className="cursor-crosshair touch-none"
        onPointerDown={(e: PointerEvent<SVGElement>) => {
          if (e.button !== 0) return
          e.stopPropagation()
          e.currentTarget.setPointerCapture(e.pointerId)
          pressed.current = toPicture(e, size)
        }}
        onPointerMove={(e) => {
          const at = toPicture(e, size)
          setPointer(at)
        }}
        onPointerUp={(e) => {
          const from = pressed.current
          pressed.current = null
          if (!from) return
          if (first && list.length > 2 && Math.hypot(from[0] - first[0], from[1] - first[1]) < CLOSE * px)
            return close(list)
          const last = list.at(-1)
          if (last && Math.hypot(from[0] - last[0], from[1] - last[1]) < 3 * px) return close(list)
          const [x, y] = toPicture(e, size)
          const soft = Math.min(1, Math.max(0, Math.hypot(x - from[0], y - from[1]) / px / 60))
          setList([...list, [from[0], from[1], round(soft < 0.08 ? 0 : soft)]])
        }}
      />
      <g pointerEvents="none" fill="none" stroke="var(--color-where)" strokeWidth={1.4}>
        {path.length > 1 && <path d={`M${path.join('L')}`} vectorEffect="non-scaling-stroke" />}
        {list.map(([x, y, soft], i) => (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={(i === 0 ? 6 : 4) * px}
            fill={soft ? 'var(--color-where)' : '#1b1b1b'}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
    </>
  )
}
