import { allObjects, type Design, type Easel } from '@stilus/core/project'
import { corner } from '@stilus/core/region'
import { useRef } from 'react'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { type Point, toPicture } from '../viewer/on-picture'
import { TransformBox } from '../viewer/transform-box'
import { boundsOf, union } from './arrange'
import { mapBetween } from './map-between'
import { carryAll, type Held, heldAt, outermost } from './object-acts'

/** One box about several chosen objects, which moves, sizes and turns them together; each has its own dashed one. */
export function ChosenBox(props: { easel: Easel; design: Design; frame: number; px: number }) {
  const { easel, design, frame, px } = props
  const dispatch = useAppDispatch()
  const { objectIds } = useView('objectIds')
  const start = useRef<{ held: Held[]; corners: Point[] } | null>(null)
  const all = allObjects(design.objects).filter((o) => objectIds.includes(o.id))
  const boxes = all.flatMap((o) => boundsOf(easel, o, frame) ?? [])
  if (!boxes.length) return null
  const { left, right, top, bottom } = union(boxes)
  const corners: Point[] = [
    [left, top],
    [right, top],
    [right, bottom],
    [left, bottom],
  ]
  return (
    <>
      {boxes.map((b, i) => (
        <rect
          key={i}
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
      ))}
      <TransformBox
        corners={corners.map(([x, y]) => corner(x, y))}
        chosen={[0, 1, 2, 3]}
        map={undefined}
        px={px}
        colour="var(--color-what)"
        at={(event) => toPicture(event, design.size)}
        onHand={(down) => {
          const held = outermost(design, objectIds).flatMap((o) => heldAt(easel, o, frame) ?? [])
          start.current = down ? { held: held.filter((h) => !h.object.locked), corners } : null
          dispatch(viewActions.set({ hand: down }))
        }}
        onChange={(next, gesture) => {
          const from = start.current
          if (!from) return
          const map = mapBetween(
            from.corners,
            next.map((c): Point => [c.x, c.y]),
          )
          carryAll(from.held, map, gesture)
        }}
      />
    </>
  )
}
