import { allObjects, cornersOfBox, type Design, type Easel } from '@stilus/core/project'
import { invert, type Matrix3, multiply, through } from '@stilus/core/matrix'
import { corner } from '@stilus/core/region'
import { type KeyboardEvent, type PointerEvent, useEffect, useRef } from 'react'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import type { Rect } from '../viewer/layout'
import { arrowStep, type Point, toPicture } from '../viewer/on-picture'
import { TransformBox } from '../viewer/transform-box'
import { letterAt } from './text/add-text'
import { TypedText } from './text/typed-text'
import { startTyping } from './text/typing'
import { ChosenBox } from './chosen-box'
import { mapBetween } from './map-between'
import { hasCorners, ObjectCorners } from './object-corners'
import { ObjectDrawing } from './object-drawing'
import { useObjectDrag } from './object-drag'
import { ObjectPath } from './object-path'
import { carry, type Held, heldAt, moveAll, objectAt, outermost } from './object-acts'

/** The rigid part of an object's matrix, in which its box stands upright, and that box in it. */
function upright({ matrix, box }: Held): { map: Matrix3; corners: Point[] } {
  const [a, b, , d, e] = matrix
  const x = Math.hypot(a, d) || 1
  const [c, s] = [a / x, d / x]
  const map: Matrix3 = [c, -s, matrix[2], s, c, matrix[5], 0, 0, 1]
  // What is left of the matrix: size, and what a parent of uneven size shears.
  const rest: Matrix3 = [x, c * b + s * e, 0, 0, c * e - s * b, 0, 0, 0, 1]
  return { map, corners: cornersOfBox(box).map(([u, v]) => through(rest, u, v)) }
}

/** The objects of a design on the picture: click one to take it, drag to move it, pull its box, arrow keys; or draw a new one. */
export function ObjectOverlay(props: { easel: Easel; design: Design; frame: number; rect: Rect }) {
  const { easel, design, frame, rect } = props
  const dispatch = useAppDispatch()
  const { objectId, objectIds, drawing, typing, reshaping } = useView(
    'objectId',
    'objectIds',
    'drawing',
    'typing',
    'reshaping',
  )
  const { width, height } = design.size
  const px = width / rect.width
  const chosen = held(easel, design, objectId, frame)
  const { shown, handlers } = useObjectDrag(easel, design, frame, px)
  const start = useRef<Held | null>(null)
  const svg = useRef<SVGSVGElement>(null)
  const wasTyping = useRef(false)
  useEffect(() => {
    // When typing ends the keys are the object's again.
    if (!typing && wasTyping.current && document.activeElement === document.body)
      svg.current?.focus({ preventScroll: true })
    wasTyping.current = typing !== null
  }, [typing])
  const hand = (down: boolean) => void dispatch(viewActions.set({ hand: down }))
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && chosen?.object.text && !chosen.object.locked) {
      event.preventDefault()
      event.stopPropagation()
      return startTyping(chosen.object.id)
    }
    const by = arrowStep(event)
    if (!by || !chosen) return
    event.preventDefault()
    event.stopPropagation()
    const all = outermost(design, objectIds).flatMap((o) => held(easel, design, o.id, frame) ?? [])
    moveAll(
      all.map((h): [Held, Point] => [h, by]),
      'Nudge',
      `nudge ${objectIds.join()}`,
    )
  }
  const box = chosen && upright(chosen)
  // A line is taken by its ends; an outline when it is asked for.
  const single = objectIds.length === 1 && !drawing
  const cornered =
    single && chosen && hasCorners(chosen.object) && (reshaping || chosen.object.kind === 'line')
  const back = (event: PointerEvent): Point => {
    const map = (start.current ? upright(start.current) : box)?.map
    const at = toPicture(event, design.size)
    return map ? through(invert(map), ...at) : at
  }
  const typed = typing && allObjects(design.objects).find((o) => o.id === typing.objectId)
  if (typing && typed?.text) return <TypedText {...{ easel, typing, frame, rect }} object={typed} />
  return (
    <svg
      ref={svg}
      className="absolute overflow-visible outline-none"
      style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
      viewBox={`0 0 ${width} ${height}`}
      aria-label="Objects on the picture"
      tabIndex={0}
      onKeyDown={keys}
    >
      <rect
        data-testid="objects"
        width={width}
        height={height}
        fill="transparent"
        className="touch-none"
        {...handlers}
        onDoubleClick={(event) => {
          const at = toPicture(event, design.size)
          const hit = objectAt(easel, design, at, frame)
          if (hit?.text) startTyping(hit.id, letterAt(easel, hit, frame, at))
          else if (hit && hasCorners(hit)) {
            dispatch(viewActions.object({ id: hit.id }))
            dispatch(viewActions.set({ reshaping: true }))
          }
        }}
      />
      {shown.lines.map(({ axis, at, gap }) => (
        <line
          key={`${axis}${at}${gap ?? false}`}
          data-testid="snapped"
          {...(axis === 'x' ? { x1: at, x2: at, y1: 0, y2: height } : { x1: 0, x2: width, y1: at, y2: at })}
          stroke="var(--color-where)"
          strokeDasharray={gap ? '2 4' : undefined}
          vectorEffect="non-scaling-stroke"
          className="pointer-events-none"
        />
      ))}
      {shown.lasso && (
        <rect
          data-testid="choosing"
          x={shown.lasso.left}
          y={shown.lasso.top}
          width={shown.lasso.right - shown.lasso.left}
          height={shown.lasso.bottom - shown.lasso.top}
          fill="#ffffff14"
          stroke="#ffffff"
          strokeDasharray="3 3"
          vectorEffect="non-scaling-stroke"
          className="pointer-events-none"
        />
      )}
      {shown.says && <Says {...{ px }} {...shown.says} />}
      {objectIds.length > 1 && !drawing && <ChosenBox {...{ easel, design, frame, px }} />}
      {chosen && cornered && <ObjectCorners {...{ easel, frame, rect }} object={chosen.object} />}
      {chosen && box && !cornered && !chosen.object.locked && objectIds.length === 1 && (
        <TransformBox
          corners={box.corners.map(([x, y]) => corner(x, y))}
          chosen={[0, 1, 2, 3]}
          map={box.map}
          px={px}
          colour="var(--color-what)"
          at={back}
          onHand={(down) => {
            start.current = down ? chosen : null
            hand(down)
          }}
          onChange={(corners, gesture) => {
            const from = start.current
            if (!from) return
            const was = upright(from)
            const own = mapBetween(
              was.corners,
              corners.map((c): Point => [c.x, c.y]),
            )
            carry(from, multiply(was.map, multiply(own, invert(was.map))), gesture)
          }}
        />
      )}
      {single && chosen && !cornered && !chosen.object.locked && (
        <ObjectPath {...{ easel, frame, px }} object={chosen.object} />
      )}
      <ObjectDrawing {...{ design, rect }} />
    </svg>
  )
}

/** Numbers beside the pointer. */
function Says({ at: [x, y], text, px }: { at: Point; text: string; px: number }) {
  return (
    <g transform={`translate(${x + 14 * px} ${y + 18 * px}) scale(${px})`} className="pointer-events-none">
      <rect x={0} y={0} width={text.length * 6.4 + 12} height={20} rx={4} fill="#000000c8" />
      <text x={6} y={14} fill="#ffffff" className="text-[12px]" xmlSpace="preserve">
        {text}
      </text>
    </g>
  )
}

function held(easel: Easel, { objects }: Design, id: string | null, frame: number): Held | undefined {
  const object = allObjects(objects).find((o) => o.id === id)
  const there = object && frame >= object.start && frame < object.start + object.length
  return there ? heldAt(easel, object, frame) : undefined
}
