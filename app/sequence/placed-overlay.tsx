import {
  type Box,
  type Design,
  type DesignObject,
  askedObject,
  frontOf,
  isThere,
  type Project,
  type Sequence,
  type Shot,
} from '@stilus/core/project'
import type { Matrix3 } from '@stilus/core/matrix'
import { pageOf } from '@stilus/core/shelf'
import { type PointerEvent, useEffect, useRef, useState } from 'react'
import { boundsOf, type Line, snapped, union } from '../design/arrange'
import { carry, carryAll, type Held, heldAt, moveAll } from '../design/object-acts'
import { openDesignFonts, useFonts } from '../session/fonts'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import type { Rect } from '../viewer/layout'
import { arrowStep, newGesture, type Point, toPicture } from '../viewer/on-picture'
import { usedDesign } from './used-design'

/** A design that takes up more of the picture than this, both ways, is not moved about in it. */
const ALL_OF_IT = 0.9
/** Pixels of the screen from which on it comes to lie on lines. */
const REACH = 7

/** What of a design is moved as one: the group that it asks a place for, or all that lies in it. */
function movable(project: Project, design: Design): DesignObject[] {
  const asked = frontOf(project, design).find((item) => item.kind === 'place')
  const object = asked && askedObject(project, asked)
  return object ? [object] : design.objects
}

/** Thirds, the middle and what is safe of a picture. */
function linesOf({ width, height }: Design['size']): Line[] {
  const { left, right, top, bottom } = pageOf({ width, height })
  const thirds = [1 / 3, 1 / 2, 2 / 3]
  return [
    ...[left, right, ...thirds.map((t) => t * width)].map((at): Line => ({ axis: 'x', at })),
    ...[top, bottom, ...thirds.map((t) => t * height)].map((at): Line => ({ axis: 'y', at })),
  ]
}

interface Drag {
  from: Point
  bounds: Box
  held: Held[]
  gesture: string
  /** The corner that stays where another one is pulled. */
  about?: Point
}

/** The chosen title or graphic on the picture of the sequence: dragged to a place, pulled to a size, or moved by the arrow keys. */
export function PlacedOverlay(props: { project: Project; sequence: Sequence; shot: Shot; rect: Rect }) {
  const { project, sequence, shot, rect } = props
  const dispatch = useAppDispatch()
  const { frame, playing, carrying } = useView('frame', 'playing', 'carrying')
  const drag = useRef<Drag | null>(null)
  const [lines, setLines] = useState<Line[]>([])
  const used = usedDesign(project, sequence, shot, frame)
  useFonts()
  const { design } = used ?? {}
  useEffect(() => {
    if (design) void openDesignFonts(project, design, Math.floor(design.length / 2))
  }, [project, design])
  if (!used || playing || carrying) return null
  const { easel, frame: inside } = used
  const objects = movable(project, used.design).filter((o) => isThere(o, inside) && !o.locked)
  const boxes = objects.flatMap((o) => boundsOf(easel, o, inside) ?? [])
  if (!boxes.length) return null
  const bounds = union(boxes)
  const { width, height } = used.design.size
  if (bounds.right - bounds.left > ALL_OF_IT * width && bounds.bottom - bounds.top > ALL_OF_IT * height)
    return null
  const area = used.onSequence({ left: 0, top: 0, right: width, bottom: height })
  const per = rect.width / sequence.size.width
  const px = width / ((area.right - area.left) * per)
  const held = () => objects.flatMap((o) => heldAt(easel, o, inside) ?? [])

  const take = (about?: Point) => (event: PointerEvent<SVGElement>) => {
    if (event.button !== 0) return
    event.stopPropagation()
    event.currentTarget.setPointerCapture(event.pointerId)
    const from = toPicture(event, used.design.size)
    drag.current = { from, bounds, held: held(), gesture: newGesture('placed'), ...(about ? { about } : {}) }
    dispatch(viewActions.set({ hand: true }))
  }
  const move = (event: PointerEvent<SVGElement>) => {
    const d = drag.current
    if (!d) return
    const at = toPicture(event, used.design.size)
    if (d.about) {
      const map = sizedAbout(d.about, d.from, at)
      const [one, ...more] = d.held
      if (one && !more.length) carry(one, map, d.gesture)
      else carryAll(d.held, map, d.gesture)
      return
    }
    const by: Point = [at[0] - d.from[0], at[1] - d.from[1]]
    const free = event.ctrlKey || event.metaKey
    const found = free
      ? { move: by, lines: [] }
      : snapped(d.bounds, by, linesOf(used.design.size), REACH * px)
    setLines(found.lines)
    const name = `Place ${used.design.name}`
    moveAll(
      d.held.map((h): [Held, Point] => [h, found.move]),
      name,
      d.gesture,
    )
  }
  const release = () => {
    drag.current = null
    setLines([])
    dispatch(viewActions.set({ hand: false }))
  }
  const moving = { onPointerMove: move, onPointerUp: release, onPointerCancel: release }
  const { left, right, top, bottom } = bounds
  const corners: [string, Point, Point][] = [
    ['upper left', [left, top], [right, bottom]],
    ['upper right', [right, top], [left, bottom]],
    ['lower right', [right, bottom], [left, top]],
    ['lower left', [left, bottom], [right, top]],
  ]
  return (
    <svg
      className="pointer-events-none absolute overflow-visible outline-none"
      style={{
        left: rect.left + area.left * per,
        top: rect.top + area.top * per,
        width: (area.right - area.left) * per,
        height: (area.bottom - area.top) * per,
      }}
      viewBox={`0 0 ${width} ${height}`}
      aria-label={`${used.design.name} on the picture`}
      tabIndex={0}
      onKeyDown={(event) => {
        const by = arrowStep(event)
        if (!by) return
        event.preventDefault()
        event.stopPropagation()
        moveAll(
          held().map((h): [Held, Point] => [h, by]),
          `Place ${used.design.name}`,
          `nudge ${used.design.id}`,
        )
      }}
    >
      {lines.map(({ axis, at }) => (
        <line
          key={`${axis}${at}`}
          data-testid="snapped"
          {...(axis === 'x' ? { x1: at, x2: at, y1: 0, y2: height } : { x1: 0, x2: width, y1: at, y2: at })}
          stroke="var(--color-where)"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      <rect
        data-testid="placed"
        x={left}
        y={top}
        width={right - left}
        height={bottom - top}
        fill="transparent"
        stroke="#ffffff90"
        strokeDasharray="4 4"
        vectorEffect="non-scaling-stroke"
        className="pointer-events-auto cursor-move touch-none"
        onPointerDown={take()}
        {...moving}
      />
      {corners.map(([name, [x, y], about]) => (
        <g
          key={name}
          role="img"
          aria-label={`Size by the ${name} corner`}
          transform={`translate(${x} ${y})`}
          className="pointer-events-auto cursor-pointer touch-none"
          onPointerDown={take(about)}
          {...moving}
        >
          <circle r={9 * px} fill="transparent" />
          <circle r={3.5 * px} fill="#fff" stroke="#000" strokeWidth={1} vectorEffect="non-scaling-stroke" />
        </g>
      ))}
    </svg>
  )
}

/** What brings a point to another by sizing evenly about a third. */
export function sizedAbout([cx, cy]: Point, from: Point, to: Point): Matrix3 {
  const [ux, uy] = [from[0] - cx, from[1] - cy]
  const long = Math.max(1, ux * ux + uy * uy)
  // As far along the way out of the corner as the pointer has come.
  const by = Math.max(0.05, ((to[0] - cx) * ux + (to[1] - cy) * uy) / long)
  return [by, 0, cx - by * cx, 0, by, cy - by * cy, 0, 0, 1]
}
