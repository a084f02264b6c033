import {
  allObjects,
  type Box,
  type Design,
  type DesignObject,
  type Easel,
  isThere,
} from '@stilus/core/project'
import { baselineOf } from './baselines'
import { type PointerEvent, useRef, useState } from 'react'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { newGesture, type Point, toPicture } from '../viewer/on-picture'
import { boundsOf, gapLines, type Line, snapLines, snapped, union } from './arrange'
import { copyObjects, noteMove } from './duplicating'
import { type Held, heldAt, moveAll, objectsAt, outermost } from './object-acts'

interface Drag {
  from: Point
  held: Held
  others: Held[]
  bounds: Box
  lines: Line[]
  baselines: number[]
  label: string
  gesture: string
  /** The first move makes copies, and moves those. */
  copies?: boolean
  copied?: boolean
  /** What a press that moves nothing chooses. */
  deeper?: string | undefined
}

/** What a drag says and shows besides the objects that it moves. */
export interface DragShown {
  lines: Line[]
  /** The box that chooses what it touches. */
  lasso: Box | null
  /** Numbers beside the pointer. */
  says: { at: Point; text: string } | null
}

const NOTHING: DragShown = { lines: [], lasso: null, says: null }
const whole = (v: number) => String(Math.round(v * 10) / 10)

/**
 * Pressing and dragging on the objects of a design: a press takes the one on top (again, the one below it), with Shift also; a drag moves all that are chosen, onto lines of the picture, its guides, other
 * objects, their baselines and gaps unless Ctrl is held; with Alt it moves copies. A drag from nothing chooses what its box touches.
 */
export function useObjectDrag(easel: Easel, design: Design, frame: number, px: number) {
  const dispatch = useAppDispatch()
  const { objectId, objectIds, rulers } = useView('objectId', 'objectIds', 'rulers')
  const drag = useRef<Drag | null>(null)
  const lasso = useRef<{ from: Point; also: string[] } | null>(null)
  const last = useRef<Point>([-1e6, -1e6])
  const [shown, show] = useState<DragShown>(NOTHING)
  const hand = (down: boolean) => void dispatch(viewActions.set({ hand: down }))

  /** What a drag takes along: an object that is one of several chosen takes them all. */
  const dragOf = (from: Point, own: Held): Drag => {
    const taken = objectIds.includes(own.object.id) ? objectIds : [own.object.id]
    const others = outermost(design, taken).filter((o) => o.id !== own.object.id)
    const still = design.objects.filter((o) => !taken.includes(o.id) && o.on)
    const boxes = still.flatMap((o) => boundsOf(easel, o, frame) ?? [])
    const moved = [own.object, ...others]
    const bounds = union(moved.flatMap((o) => boundsOf(easel, o, frame) ?? []))
    const guides: Line[] = rulers ? (design.guides ?? []).map(({ axis, at }) => ({ axis, at })) : []
    const baselines = (objects: readonly DesignObject[]) =>
      objects.flatMap((o) => baselineOf(easel, o, frame) ?? [])
    return {
      from,
      held: own,
      others: others.flatMap((o) => heldAt(easel, o, frame) ?? []),
      bounds,
      lines: [
        ...snapLines(design.size, boxes, guides),
        ...baselines(allObjects(still)).map((at): Line => ({ axis: 'y', at, of: 'baseline' })),
        ...guides.filter((g) => g.axis === 'y').map((g): Line => ({ ...g, of: 'baseline' })),
        ...gapLines(bounds, boxes, 'x'),
        ...gapLines(bounds, boxes, 'y'),
      ],
      baselines: baselines(moved),
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

  const onPointerDown = (event: PointerEvent<SVGElement>) => {
    if (event.button !== 0) return
    const at = toPicture(event, design.size)
    const hits = objectsAt(easel, design, at, frame)
    const also = event.shiftKey
    event.stopPropagation()
    event.currentTarget.setPointerCapture(event.pointerId)
    // Pressed again at the same place, what is chosen stays in hand; a press that moves nothing goes on to what lies below it.
    const again = Math.hypot(at[0] - last.current[0], at[1] - last.current[1]) < 4 * px
    last.current = at
    const found = hits.findIndex((o) => o.id === objectId)
    const chosen = again || found === 0 ? found : -1
    const hit = chosen >= 0 && !also ? hits[chosen] : hits[0]
    if (!hit) {
      lasso.current = { from: at, also: also ? objectIds : [] }
      return
    }
    const among = objectIds.includes(hit.id) && objectIds.length > 1
    if (also || (hit.id !== objectId && !among)) dispatch(viewActions.object({ id: hit.id, also }))
    const own = heldAt(easel, hit, frame)
    if (!own || also) return
    const deeper = again && chosen >= 0 && !among ? hits[(chosen + 1) % hits.length]?.id : undefined
    drag.current = { ...dragOf(at, own), copies: event.altKey, deeper }
  }

  const chooseWithin = (event: PointerEvent, { from, also }: { from: Point; also: string[] }) => {
    const to = toPicture(event, design.size)
    const box: Box = {
      left: Math.min(from[0], to[0]),
      right: Math.max(from[0], to[0]),
      top: Math.min(from[1], to[1]),
      bottom: Math.max(from[1], to[1]),
    }
    const touched = design.objects.filter((o) => {
      const b = isThere(o, frame) && !o.locked ? boundsOf(easel, o, frame) : undefined
      return b && b.left < box.right && b.right > box.left && b.top < box.bottom && b.bottom > box.top
    })
    dispatch(viewActions.objects([...new Set([...also, ...touched.map((o) => o.id)])]))
    show({ ...NOTHING, lasso: box })
  }

  const onPointerMove = (event: PointerEvent<SVGElement>) => {
    if (lasso.current) {
      const [x, y] = toPicture(event, design.size)
      const { from } = lasso.current
      if (shown.lasso || Math.hypot(x - from[0], y - from[1]) > 3 * px) chooseWithin(event, lasso.current)
      return
    }
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
    const by: Point = event.shiftKey ? (across ? [x, 0] : [0, y]) : [x, y]
    hand(true)
    const free = event.ctrlKey || event.metaKey
    const found = free ? { move: by, lines: [] } : snapped(d.bounds, by, d.lines, 6 * px, d.baselines)
    const [dx, dy] = found.move
    const { left, top } = d.bounds
    const text = `${whole(left + dx)}, ${whole(top + dy)}   ${dx < 0 ? '' : '+'}${whole(dx)}, ${dy < 0 ? '' : '+'}${whole(dy)}`
    show({ lines: found.lines, lasso: null, says: { at, text } })
    if (d.copied) noteMove(found.move)
    moveAll(
      [[d.held, found.move], ...d.others.map((o): [Held, Point] => [o, found.move])],
      d.label,
      d.gesture,
    )
  }

  const onPointerUp = (event: PointerEvent<SVGElement>) => {
    const moved = event.currentTarget.hasAttribute('data-moved')
    event.currentTarget.removeAttribute('data-moved')
    const deeper = drag.current?.deeper
    if (drag.current && !moved && deeper !== undefined) dispatch(viewActions.object({ id: deeper }))
    if (lasso.current && !shown.lasso && !lasso.current.also.length)
      dispatch(viewActions.object({ id: null }))
    drag.current = null
    lasso.current = null
    show(NOTHING)
    hand(false)
  }
  return { shown, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp } }
}
