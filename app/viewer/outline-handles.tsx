import type { Size } from '@stilus/core/frame'
import { invert, type Matrix3, through } from '@stilus/core/matrix'
import {
  type Corner,
  flatten,
  flattenOpen,
  handlesOf,
  hasHandles,
  mapped,
  segmentOf,
} from '@stilus/core/region'
import { type KeyboardEvent, type PointerEvent, useRef } from 'react'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import type { Rect } from './layout'
import { arrowStep, newGesture, type Point, round, toPicture } from './on-picture'
import { TransformBox } from './transform-box'

/** Screen pixels between a corner and its softness handle when it is fully round. */
const SOFT_WAY = 46

export const pathOf = (contour: readonly number[], closed = true): string =>
  contour.length ? `M${contour.map((v) => round(v)).join(' ')}${closed ? 'Z' : ''}` : ''

/** What an outline is whose corners are taken in hand. */
export interface Outlined {
  name: string
  corners: readonly Corner[]
  /** Whether the last corner goes on to the first. */
  closed: boolean
  on: boolean
  locked: boolean
  /** The pixels that its edge is soft by, inwards and outwards. */
  feather?: Point | undefined
  colour: string
}

/** A free outline: corners to choose, drag, soften and bend; the whole of it; and a box that moves, scales, turns, shears and distorts what is chosen. */
export function OutlineHandles(props: {
  size: Size
  rect: Rect
  outline: Outlined
  /** From the pixels in which its corners are told to those of the picture. */
  map: Matrix3 | undefined
  active: boolean
  /** A place brought to what it should snap to. */
  toGuides(place: Point, px: number): Point
  onTake(): void
  onChange(corners: readonly Corner[], gesture: string): void
  onInsert(near: { after: number; share: number }): void
  /** Takes corners out; all of it where too few would be left. */
  onRemove(corners: readonly number[]): void
}) {
  const { size, rect, outline, map, active, onTake, onChange } = props
  const { corners, closed, locked, colour } = outline
  const dispatch = useAppDispatch()
  const { corners: chosen } = useView('corners')
  const drag = useRef<{ from: Point; corners: Corner[]; gesture: string } | null>(null)
  const lasso = useRef<{ from: Point; node: SVGRectElement | null }>({ from: [0, 0], node: null })
  const px = size.width / rect.width
  const back = map && invert(map)
  const own = ([x, y]: Point): Point => (back ? through(back, x, y) : [x, y])
  const shown = ([x, y]: Point): Point => (map ? through(map, x, y) : [x, y])
  const contour = mapped(closed ? flatten(corners, 0.3).contour : flattenOpen(corners, 0.3), map)
  const free = active && !locked

  const set = (next: readonly Corner[], gesture: string) =>
    onChange(
      next.map((c) => ({ ...c, x: round(c.x), y: round(c.y) })),
      gesture,
    )

  /** Handlers of one handle: `move` makes new corners from those at the beginning of the drag. */
  const grip = (
    move: (corners: Corner[], by: Point, to: Point, event: PointerEvent) => readonly Corner[],
  ) => ({
    onPointerDown(event: PointerEvent<SVGElement>) {
      if (event.button !== 0 || locked) return
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = {
        from: own(toPicture(event, size)),
        corners: [...corners],
        gesture: newGesture('outline'),
      }
      onTake()
      dispatch(viewActions.set({ hand: true }))
    },
    onPointerMove(event: PointerEvent<SVGElement>) {
      const d = drag.current
      if (!d) return
      const to = own(toPicture(event, size))
      set(move(d.corners, [to[0] - d.from[0], to[1] - d.from[1]], to, event), d.gesture)
    },
    onPointerUp: () => end(),
    onPointerCancel: () => end(),
  })
  const end = () => {
    drag.current = null
    dispatch(viewActions.set({ hand: false }))
  }
  const moved = (list: readonly Corner[], which: readonly number[], [dx, dy]: Point): Corner[] =>
    list.map((c, i) => (which.includes(i) ? { ...c, x: c.x + dx, y: c.y + dy } : c))
  const all = corners.map((_, i) => i)
  const choose = (i: number, also: boolean) => {
    onTake()
    const list = chosen.includes(i) ? chosen.filter((c) => c !== i) : [...chosen, i]
    dispatch(viewActions.set({ corners: also ? list : [i] }))
  }
  const whole = grip((list, by, _, event) => {
    const level = Math.abs(by[0]) > Math.abs(by[1])
    return moved(list, all, event.shiftKey ? (level ? [by[0], 0] : [0, by[1]]) : by)
  })
  const cornerGrip = (i: number) => {
    const drags = grip((list, by, _, event) => {
      const which = chosen.includes(i) ? chosen : [i]
      if (which.length > 1 || event.altKey) return moved(list, which, by)
      const from = list[i] as Corner
      const [x, y] = props.toGuides([from.x + by[0], from.y + by[1]], px)
      return moved(list, which, event.shiftKey ? by : [x - from.x, y - from.y])
    })
    return {
      ...drags,
      onPointerDown(event: PointerEvent<SVGElement>) {
        if (!chosen.includes(i) || event.shiftKey) choose(i, event.shiftKey)
        drags.onPointerDown(event)
      },
    }
  }
  const softGrip = (i: number) =>
    grip((list, _, to) => {
      const [a, b] = [shown([(list[i] as Corner).x, (list[i] as Corner).y]), shown(to)]
      const soft = Math.min(1, Math.max(0, (Math.hypot(b[0] - a[0], b[1] - a[1]) / px - 10) / SOFT_WAY))
      const which = chosen.includes(i) ? chosen : [i]
      return list.map((c, j) =>
        which.includes(j) ? { ...c, soft: round(soft), in: [0, 0], out: [0, 0] } : c,
      )
    })
  const handleGrip = (i: number, side: 'in' | 'out') =>
    grip((list, _, to, event) => {
      const c = list[i] as Corner
      const way: Point = [to[0] - c.x, to[1] - c.y]
      const other = side === 'in' ? 'out' : 'in'
      const long = Math.hypot(...c[other])
      const size = Math.max(1e-6, Math.hypot(...way))
      // The other handle turns along; Alt breaks them apart.
      const turned: Point = event.altKey ? [...c[other]] : [(-way[0] / size) * long, (-way[1] / size) * long]
      return list.map((x, j) => (j === i ? { ...x, [side]: way, [other]: turned } : x))
    })
  const insert = (event: PointerEvent) => {
    event.stopPropagation()
    const near = nearest(corners, closed, own(toPicture(event, size)))
    if (!locked && near) props.onInsert(near)
    dispatch(viewActions.set({ corners: near ? [near.after + 1] : [] }))
  }
  const remove = () => {
    props.onRemove(chosen)
    dispatch(viewActions.set({ corners: [] }))
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault()
      event.stopPropagation()
      return remove()
    }
    const by = arrowStep(event)
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    if (locked) return
    set(moved(corners, chosen.length ? chosen : all, by), `keys-${outline.name}`)
  }

  const line = { fill: 'none', vectorEffect: 'non-scaling-stroke' as const, d: pathOf(contour, closed) }
  const [ring0, ring1] = outline.feather ?? [0, 0]
  return (
    <g
      tabIndex={0}
      role="group"
      aria-label={`${outline.name}: arrow keys move what is chosen of it`}
      opacity={outline.on ? 1 : 0.4}
      className="touch-none outline-none focus-visible:[&>.outline-shape]:stroke-white"
      onKeyDown={onKeyDown}
      onFocus={onTake}
    >
      {free && (
        <rect
          data-testid="lasso"
          width={size.width}
          height={size.height}
          fill="transparent"
          onPointerDown={(event) => {
            if (event.button !== 0) return
            event.currentTarget.setPointerCapture(event.pointerId)
            lasso.current.from = toPicture(event, size)
          }}
          onPointerMove={(event) => {
            if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
            const [x, y] = toPicture(event, size)
            const [x0, y0] = lasso.current.from
            const box = {
              x: Math.min(x, x0),
              y: Math.min(y, y0),
              width: Math.abs(x - x0),
              height: Math.abs(y - y0),
            }
            for (const [name, v] of Object.entries(box)) lasso.current.node?.setAttribute(name, String(v))
          }}
          onPointerUp={(event) => {
            const [x, y] = toPicture(event, size)
            const [x0, y0] = lasso.current.from
            lasso.current.node?.setAttribute('width', '0')
            const inside = all.filter((i) => {
              const c = corners[i] as Corner
              const [u, v] = shown([c.x, c.y])
              return (
                u >= Math.min(x, x0) && u <= Math.max(x, x0) && v >= Math.min(y, y0) && v <= Math.max(y, y0)
              )
            })
            dispatch(
              viewActions.set({ corners: event.shiftKey ? [...new Set([...chosen, ...inside])] : inside }),
            )
          }}
        />
      )}
      <path {...line} stroke="#000000a0" strokeWidth={3} />
      <path
        {...line}
        fill="transparent"
        stroke={colour}
        strokeWidth={1.4}
        className="outline-shape cursor-move"
        onDoubleClick={insert as never}
        {...whole}
      />
      {active && ring1 > 0 && (
        <path {...line} stroke={colour} strokeOpacity={0.4} strokeWidth={(2 * ring1) / px} />
      )}
      {active && ring1 <= 0 && ring0 > 0 && (
        <path {...line} stroke={colour} strokeOpacity={0.4} strokeWidth={(2 * ring0) / px} />
      )}
      <rect
        ref={(node) => void (lasso.current.node = node)}
        fill="none"
        stroke={colour}
        strokeWidth={1}
        strokeDasharray="3 3"
        vectorEffect="non-scaling-stroke"
        pointerEvents="none"
      />
      {free && chosen.length > 1 && (
        <TransformBox
          corners={corners}
          chosen={chosen}
          map={map}
          px={px}
          colour={colour}
          at={(event) => own(toPicture(event, size))}
          onHand={(hand) => dispatch(viewActions.set({ hand }))}
          onChange={set}
        />
      )}
      {free &&
        corners.map((c, i) => (
          <CornerHandle
            key={i}
            {...{ corners, i, px, colour, shown }}
            chosen={chosen.includes(i)}
            alone={chosen.length === 1}
            grips={{
              corner: cornerGrip(i),
              soft: softGrip(i),
              in: handleGrip(i, 'in'),
              out: handleGrip(i, 'out'),
            }}
            softness={c.soft}
          />
        ))}
    </g>
  )
}

function CornerHandle(props: {
  corners: readonly Corner[]
  i: number
  px: number
  colour: string
  shown(p: Point): Point
  chosen: boolean
  alone: boolean
  softness: number
  grips: Record<'corner' | 'soft' | 'in' | 'out', object>
}) {
  const { corners, i, px, colour, shown, chosen, alone, grips } = props
  const c = corners[i] as Corner
  const [x, y] = shown([c.x, c.y])
  const bezier = hasHandles(c)
  const ways = bezier ? handlesOf(corners, i) : undefined
  const [before, after] = [
    corners[(i + corners.length - 1) % corners.length] as Corner,
    corners[(i + 1) % corners.length] as Corner,
  ]
  // The softness handle lies on the inside of the corner, half-way between its neighbours.
  const [mx, my] = shown([(before.x + after.x) / 2, (before.y + after.y) / 2])
  const far = Math.max(1e-6, Math.hypot(mx - x, my - y))
  const reach = (10 + props.softness * SOFT_WAY) * px
  const [sx, sy] = [x + ((mx - x) / far) * reach, y + ((my - y) / far) * reach]
  const grip = (px0: number, py0: number, label: string, handlers: object, mark: 'square' | 'dot') => (
    <g
      transform={`translate(${px0} ${py0})`}
      className="cursor-pointer"
      role="img"
      aria-label={label}
      {...handlers}
    >
      <circle r={9 * px} fill="transparent" />
      {mark === 'square' ? (
        <rect
          {...{ x: -4 * px, y: -4 * px, width: 8 * px, height: 8 * px }}
          fill={chosen ? colour : '#1b1b1b'}
          stroke={colour}
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
      ) : (
        <circle r={4 * px} fill="#1b1b1b" stroke="#fff" strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
      )}
    </g>
  )
  return (
    <>
      {chosen && alone && !bezier && (
        <>
          <line
            x1={x}
            y1={y}
            x2={sx}
            y2={sy}
            stroke="#fff"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
          {grip(sx, sy, `Softness of corner ${i + 1}`, grips.soft, 'dot')}
        </>
      )}
      {chosen &&
        ways &&
        (['in', 'out'] as const).map((side) => {
          const [hx, hy] = shown([c.x + ways[side][0], c.y + ways[side][1]])
          return (
            <g key={side}>
              <line
                x1={x}
                y1={y}
                x2={hx}
                y2={hy}
                stroke="#fff"
                strokeWidth={1}
                vectorEffect="non-scaling-stroke"
              />
              {grip(
                hx,
                hy,
                `${side === 'in' ? 'First' : 'Second'} handle of corner ${i + 1}`,
                grips[side],
                'dot',
              )}
            </g>
          )
        })}
      {grip(x, y, `Corner ${i + 1}`, grips.corner, 'square')}
    </>
  )
}

/** The segment and the share along it that lies nearest to a place, where that is near at all. */
function nearest(
  corners: readonly Corner[],
  closed: boolean,
  [x, y]: Point,
): { after: number; share: number } | undefined {
  let best: { after: number; share: number; far: number } | undefined
  for (let i = 0; i < corners.length - (closed ? 0 : 1); i++) {
    const [ax = 0, ay = 0, bx = 0, by = 0, cx = 0, cy = 0, dx = 0, dy = 0] = segmentOf(corners, i)
    for (let s = 1; s < 40; s++) {
      const [t, u] = [s / 40, 1 - s / 40]
      const [w0, w1, w2, w3] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t]
      const far = Math.hypot(
        w0 * ax + w1 * bx + w2 * cx + w3 * dx - x,
        w0 * ay + w1 * by + w2 * cy + w3 * dy - y,
      )
      if (!best || far < best.far) best = { after: i, share: t, far }
    }
  }
  return best && { after: best.after, share: best.share }
}
