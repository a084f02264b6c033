import { allObjects, type Box, cornersOfBox, type Design, type Easel } from '@stilus/core/project'
import { invert, type Matrix3, multiply, through } from '@stilus/core/matrix'
import { corner } from '@stilus/core/region'
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import type { Rect } from '../viewer/layout'
import { arrowStep, newGesture, type Point, toPicture } from '../viewer/on-picture'
import { TransformBox } from '../viewer/transform-box'
import { letterAt } from './text/add-text'
import { TypedText } from './text/typed-text'
import { startTyping } from './text/typing'
import { copyObjects, noteMove } from './duplicating'
import { hasCorners, ObjectCorners } from './object-corners'
import { ObjectDrawing } from './object-drawing'
import { boundsOf, type Line, snapLines, snapped, union } from './arrange'
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

/** The map that takes three corners of a box to three others. */
function mapBetween(from: readonly Point[], to: readonly Point[]): Matrix3 {
  const [o, x, , y] = from as [Point, Point, Point, Point]
  const [p, q, , r] = to as [Point, Point, Point, Point]
  const frame = (o: Point, x: Point, y: Point): Matrix3 => [
    ...([x[0] - o[0], y[0] - o[0], o[0]] as const),
    ...([x[1] - o[1], y[1] - o[1], o[1]] as const),
    ...([0, 0, 1] as const),
  ]
  return multiply(frame(p, q, r), invert(frame(o, x, y)))
}

interface Drag {
  from: Point
  held: Held
  others: Held[]
  bounds: Box
  lines: Line[]
  label: string
  gesture: string
  /** The first move makes copies, and moves those. */
  copies?: boolean
  copied?: boolean
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
  const drag = useRef<Drag | null>(null)
  const [lines, setLines] = useState<Line[]>([])
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
  /** What a drag takes along: an object that is one of several chosen takes them all. */
  const dragOf = (from: Point, own: Held): Drag => {
    const taken = objectIds.includes(own.object.id) ? objectIds : [own.object.id]
    const others = outermost(design, taken).filter((o) => o.id !== own.object.id)
    const still = design.objects.filter((o) => !taken.includes(o.id) && o.on)
    const boxes = still.flatMap((o) => boundsOf(easel, o, frame) ?? [])
    const bounds = [own.object, ...others].flatMap((o) => boundsOf(easel, o, frame) ?? [])
    return {
      from,
      held: own,
      others: others.flatMap((o) => heldAt(easel, o, frame) ?? []),
      bounds: union(bounds),
      lines: snapLines(design.size, boxes),
      label: others.length ? `Move ${others.length + 1} objects` : `Move ${own.object.name}`,
      gesture: newGesture('object'),
    }
  }
  /** Lets a drag go on with copies of what it holds; they stand where that stands. */
  const copyFirst = (d: Drag) => {
    const made = copyObjects(
      [d.held, ...d.others].map((h) => h.object.id),
      d.gesture,
    )
    const copyOf = (h: Held): Held => ({
      ...h,
      object: { ...h.object, id: made.get(h.object.id) ?? h.object.id },
    })
    d.held = copyOf(d.held)
    d.others = d.others.map(copyOf)
    d.copied = made.size > 0
    d.label = made.size > 1 ? `Duplicate ${made.size} objects` : 'Duplicate object'
  }
  const press = (event: PointerEvent<SVGElement>) => {
    if (event.button !== 0) return
    const at = toPicture(event, design.size)
    const hit = objectAt(easel, design, at, frame)
    const also = event.shiftKey
    if (!hit) {
      if (!also) dispatch(viewActions.object({ id: null }))
      return
    }
    event.stopPropagation()
    event.currentTarget.setPointerCapture(event.pointerId)
    const among = objectIds.includes(hit.id) && objectIds.length > 1
    if (also || (hit.id !== objectId && !among)) dispatch(viewActions.object({ id: hit.id, also }))
    const own = heldAt(easel, hit, frame)
    if (own && !also) drag.current = { ...dragOf(at, own), copies: event.altKey }
  }
  const pull = (event: PointerEvent<SVGElement>) => {
    const d = drag.current
    if (!d) return
    const at = toPicture(event, design.size)
    const [x, y] = [at[0] - d.from[0], at[1] - d.from[1]]
    if (Math.hypot(x, y) < 3 * px && !event.currentTarget.hasAttribute('data-moved')) return
    event.currentTarget.setAttribute('data-moved', '')
    if (d.copies) {
      d.copies = false
      copyFirst(d)
    }
    const across = Math.abs(x) > Math.abs(y)
    const [dx, dy] = event.shiftKey ? (across ? [x, 0] : [0, y]) : [x, y]
    hand(true)
    const free = event.ctrlKey || event.metaKey
    const found = free ? { move: [dx, dy] as Point, lines: [] } : snapped(d.bounds, [dx, dy], d.lines, 6 * px)
    setLines(found.lines)
    if (d.copied) noteMove(found.move)
    moveAll(
      [[d.held, found.move], ...d.others.map((o): [Held, Point] => [o, found.move])],
      d.label,
      d.gesture,
    )
  }
  const release = (event: PointerEvent<SVGElement>) => {
    event.currentTarget.removeAttribute('data-moved')
    drag.current = null
    setLines([])
    hand(false)
  }
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
        onPointerDown={press}
        onPointerMove={pull}
        onPointerUp={release}
        onDoubleClick={(event) => {
          const at = toPicture(event, design.size)
          const hit = objectAt(easel, design, at, frame)
          if (hit?.text) startTyping(hit.id, letterAt(easel, hit, frame, at))
          else if (hit && hasCorners(hit)) dispatch(viewActions.set({ reshaping: true }))
        }}
      />
      {lines.map(({ axis, at }) => (
        <line
          key={`${axis}${at}`}
          data-testid="snapped"
          {...(axis === 'x' ? { x1: at, x2: at, y1: 0, y2: height } : { x1: 0, x2: width, y1: at, y2: at })}
          stroke="var(--color-where)"
          vectorEffect="non-scaling-stroke"
          className="pointer-events-none"
        />
      ))}
      {objectIds.length > 1 &&
        objectIds.map((id) => {
          const object = allObjects(design.objects).find((o) => o.id === id)
          const b = object && boundsOf(easel, object, frame)
          return (
            b && (
              <rect
                key={id}
                x={b.left}
                y={b.top}
                width={b.right - b.left}
                height={b.bottom - b.top}
                fill="none"
                stroke="var(--color-what)"
                strokeDasharray="3 3"
                vectorEffect="non-scaling-stroke"
                className="pointer-events-none"
              />
            )
          )
        })}
      {chosen && cornered && <ObjectCorners {...{ easel, frame, rect }} object={chosen.object} />}
      {chosen && box && !cornered && !chosen.object.locked && (
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
      <ObjectDrawing {...{ design, rect }} />
    </svg>
  )
}

function held(easel: Easel, { objects }: Design, id: string | null, frame: number): Held | undefined {
  const object = allObjects(objects).find((o) => o.id === id)
  const there = object && frame >= object.start && frame < object.start + object.length
  return there ? heldAt(easel, object, frame) : undefined
}
