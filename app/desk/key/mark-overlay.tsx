import { valueAt } from '@stilus/core/anim'
import { contentAddress, type Step } from '@stilus/core/project'
import { type PointerEvent, useRef } from 'react'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { type MarkTool, viewActions } from '../../store/view'
import { BoxDrawing } from '../../viewer/drawing-surface'
import type { Rect } from '../../viewer/layout'
import { newGesture, type Point, toPicture } from '../../viewer/on-picture'
import { ridden } from '../controls/ridden'
import { timeAt, useDesk } from '../use-desk'
import { BrushDrawing } from './brush-drawing'
import { type Drawn, drawnIn, MARK_NAMES, markFrom, pathOf, strokeFrom } from './mark'

/** Lines by what a mark says: whole, dashed, dotted, dash and dot. */
const DASHES: Record<MarkTool['kind'], string | undefined> = {
  screen: undefined,
  subject: '7 4',
  drop: '2 3',
  hair: '7 3 2 3',
}

/** The marks of a key on the picture, where they can be moved, and new ones in the drawing. */
export function MarkOverlay({ step, list, rect }: { step: Step; list: string; rect: Rect }) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const { frame, drawing, mark } = useView('frame', 'drawing', 'mark')
  const t = timeAt(stage, frame)
  const { width, height } = stage.size
  const things = drawnIn(step, list)
  const keep = (values: object) => {
    const at = { stepId: step.id, list, thingId: uid(), at: things.length }
    dispatch(edit('content.add', { ...at, values: { ...mark, ...values } }))
  }
  const add = (centre: Point, drawn: Point) => keep(markFrom(centre, drawn, stage.size))
  const paint = (way: readonly Point[]) => keep(strokeFrom(way, stage.size))
  return (
    <svg
      className="absolute overflow-visible"
      style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
      viewBox={`0 0 ${width} ${height}`}
      aria-label="Marks on the picture"
    >
      {things.map((thing, i) => (
        <MarkShape key={thing.id} {...{ step, list, thing, t }} number={i + 1} />
      ))}
      {drawing === 'mark' &&
        (mark.shape === 'brush' ? (
          <BrushDrawing stage={stage} wide={mark.wide} onDraw={paint} />
        ) : (
          <BoxDrawing stage={stage} round={mark.shape === 'dab'} onDraw={add} />
        ))}
    </svg>
  )
}

interface ShapeProps {
  step: Step
  list: string
  thing: Drawn
  t: number
  number: number
}

function MarkShape({ step, list, thing, t, number }: ShapeProps) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const drag = useRef<{ from: Point; at: Point; gesture: string } | null>(null)
  const { width, height } = stage.size
  const own = valueAt(thing.place, t) as Point
  const rides = ridden(stage, thing.place, t)
  const [x, y] = rides.seen([own[0] * width, own[1] * height])
  const [w, h] = valueAt(thing.size, t) as Point
  const kind = thing.kind.value as MarkTool['kind']
  const on = valueAt(thing.on, t) === true
  const name = `${MARK_NAMES.find(([k]) => k === kind)?.[1] ?? kind} ${number}`
  const move = (to: Point, gesture: string) => {
    const [u, v] = rides.drawn(to)
    const address = contentAddress(step.id, list, thing.id, 'place')
    dispatch(edit('value.set', { address, at: t, value: [u / width, v / height] }, gesture))
  }
  const end = () => {
    drag.current = null
    dispatch(viewActions.set({ hand: false }))
  }
  const lines = [
    { stroke: '#000', strokeWidth: 3, strokeDasharray: undefined },
    { stroke: on ? 'var(--color-what)' : '#9a9a9a', strokeWidth: 1.4, strokeDasharray: DASHES[kind] },
  ]
  const shape = (line: (typeof lines)[number], key: number) =>
    thing.shape.value === 'brush' ? (
      <path
        key={key}
        d={pathOf(valueAt(thing.stroke ?? { value: [] }, t) as number[], [x, y])}
        fill="none"
        strokeLinecap="round"
        {...line}
        vectorEffect="non-scaling-stroke"
      />
    ) : thing.shape.value === 'box' ? (
      <rect
        key={key}
        x={x - w / 2}
        y={y - h / 2}
        width={w}
        height={h}
        {...line}
        vectorEffect="non-scaling-stroke"
      />
    ) : (
      <ellipse key={key} cx={x} cy={y} rx={w / 2} ry={h / 2} {...line} vectorEffect="non-scaling-stroke" />
    )
  return (
    <g
      fill="transparent"
      className="cursor-move touch-none"
      role="img"
      aria-label={name}
      onPointerDown={(e: PointerEvent) => {
        if (e.button !== 0) return
        e.stopPropagation()
        e.currentTarget.setPointerCapture(e.pointerId)
        drag.current = { from: toPicture(e, stage.size), at: [x, y], gesture: newGesture('mark') }
        dispatch(viewActions.set({ hand: true }))
      }}
      onPointerMove={(e: PointerEvent) => {
        const d = drag.current
        if (!d) return
        const to = toPicture(e, stage.size)
        move([d.at[0] + to[0] - d.from[0], d.at[1] + to[1] - d.from[1]], d.gesture)
      }}
      onPointerUp={end}
      onPointerCancel={end}
    >
      {lines.map(shape)}
    </g>
  )
}
