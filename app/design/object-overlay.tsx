import { allObjects, cornersOfBox, type Design, type Easel } from '@stilus/core/project'
import { invert, type Matrix3, multiply, shifted, through } from '@stilus/core/matrix'
import { corner } from '@stilus/core/region'
import { type KeyboardEvent, type PointerEvent, useRef } from 'react'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { BoxDrawing, OutlineDrawing } from '../viewer/drawing-surface'
import type { Rect } from '../viewer/layout'
import { arrowStep, newGesture, type Point, toPicture } from '../viewer/on-picture'
import { TransformBox } from '../viewer/transform-box'
import { addText, letterAt } from './text/add-text'
import { TypedText } from './text/typed-text'
import { startTyping } from './text/typing'
import { addObject, addOutline, carry, type Held, heldAt, objectAt } from './object-acts'

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

/** The objects of a design on the picture: click one to take it, drag to move it, pull its box, arrow keys; or draw a new one. */
export function ObjectOverlay(props: { easel: Easel; design: Design; frame: number; rect: Rect }) {
  const { easel, design, frame, rect } = props
  const dispatch = useAppDispatch()
  const { objectId, drawing, typing } = useView('objectId', 'drawing', 'typing')
  const { width, height } = design.size
  const px = width / rect.width
  const chosen = held(easel, design, objectId, frame)
  const drag = useRef<{ from: Point; held: Held; gesture: string } | null>(null)
  const start = useRef<Held | null>(null)
  const hand = (down: boolean) => void dispatch(viewActions.set({ hand: down }))
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
    if (hit.id !== objectId || also) dispatch(viewActions.object({ id: hit.id, also }))
    const own = heldAt(easel, hit, frame)
    if (own && !also) drag.current = { from: at, held: own, gesture: newGesture('object') }
  }
  const pull = (event: PointerEvent<SVGElement>) => {
    const d = drag.current
    if (!d) return
    const at = toPicture(event, design.size)
    const [x, y] = [at[0] - d.from[0], at[1] - d.from[1]]
    if (Math.hypot(x, y) < 3 * px && !event.currentTarget.hasAttribute('data-moved')) return
    event.currentTarget.setAttribute('data-moved', '')
    const across = Math.abs(x) > Math.abs(y)
    const [dx, dy] = event.shiftKey ? (across ? [x, 0] : [0, y]) : [x, y]
    hand(true)
    carry(d.held, shifted(dx, dy), d.gesture)
  }
  const release = (event: PointerEvent<SVGElement>) => {
    event.currentTarget.removeAttribute('data-moved')
    drag.current = null
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
    carry(chosen, shifted(...by), `nudge ${chosen.object.id}`)
  }
  const box = chosen && upright(chosen)
  const back = (event: PointerEvent): Point => {
    const map = (start.current ? upright(start.current) : box)?.map
    const at = toPicture(event, design.size)
    return map ? through(invert(map), ...at) : at
  }
  const typed = typing && allObjects(design.objects).find((o) => o.id === typing.objectId)
  if (typing && typed?.text) return <TypedText {...{ easel, typing, frame, rect }} object={typed} />
  return (
    <svg
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
        }}
      />
      {chosen && box && !chosen.object.locked && (
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
      {(drawing === 'rectangle' || drawing === 'ellipse') && (
        <BoxDrawing
          stage={design}
          round={drawing === 'ellipse'}
          onDraw={(place, drawn) => {
            const third = height / 3
            const small = drawn[0] < 8 && drawn[1] < 8
            addObject(design, drawing, { form: { place, box: small ? [third, third] : drawn } })
          }}
        />
      )}
      {drawing === 'text' && (
        <BoxDrawing
          stage={design}
          round={false}
          onDraw={(place, drawn) => addText(design, place, drawn[0] < 12 * px ? [0, 0] : drawn)}
        />
      )}
      {drawing === 'outline' && (
        <OutlineDrawing size={design.size} rect={rect} onDraw={(corners) => addOutline(design, corners)} />
      )}
    </svg>
  )
}

function held(easel: Easel, { objects }: Design, id: string | null, frame: number): Held | undefined {
  const object = allObjects(objects).find((o) => o.id === id)
  const there = object && frame >= object.start && frame < object.start + object.length
  return there ? heldAt(easel, object, frame) : undefined
}
