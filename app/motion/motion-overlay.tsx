import { invert, type Quad, squareToQuad, through } from '@stilus/core/matrix'
import { matrixAt, type Motion, placesAt, spanOf, planeAt } from '@stilus/core/motion'
import { fitOf, type MotionItem, motionFrame, motionOf, splitMotion } from '@stilus/core/project'
import { type PointerEvent, useRef } from 'react'
import { useDesk } from '../desk/use-desk'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { newGesture, type Point, toPicture } from '../viewer/on-picture'
import type { Rect } from '../viewer/layout'
import { anchored } from './motion-menu'

const GRID = 4
const points = (list: readonly number[]): Point[] =>
  Array.from({ length: list.length / 2 }, (_, i) => [list[2 * i] as number, list[2 * i + 1] as number])

/** What a correction must add so that the anchor comes to lie at new places at a frame. */
function fixFor(motion: Motion, frame: number, places: readonly number[]): number[] {
  const bare = placesAt({ ...motion, fixes: [], smooth: 0 }, frame)
  return places.map((v, i) => v - (bare[i] as number))
}

/** A motion on the picture: its way, the place or the plane with a grid at this frame, and the boxes that are looked at; drag to set or to correct. */
export function MotionOverlay({ item, rect }: { item: MotionItem; rect: Rect }) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const { frame: playhead, frozen, playing } = useView('frame', 'frozen', 'playing')
  const drag = useRef<{ from: Point; start: number[]; gesture: string } | null>(null)
  const motion = motionOf(project, item)
  const frame = Math.round(motionFrame(stage, item, stage.head + playhead))
  const fit = fitOf(project, stage.size, item.mediaId)
  const px = stage.size.width / rect.width
  const show = ([x, y]: Point): Point => through(fit, x, y)
  const back = invert(fit)
  const plane = motion.form === 'plane'
  const untouched = motion.places.filter(Boolean).length <= 1
  const atStart = frame === motion.reference

  /** Writes new places of the anchor (or corners of the plane) at this frame. */
  const put = (corners: readonly number[], gesture: string) => {
    const motionId = item.id
    if (atStart && untouched) {
      const split = splitMotion(anchored(motion, frame, [...corners]))
      const beside = { [item.motion.record]: undefined, ...split.records }
      dispatch(edit('motion.found', { motionId, motion: split.motion, how: 'anchor' }, gesture, beside))
    } else if (atStart && plane) dispatch(edit('motion.plane', { motionId, plane: [...corners] }, gesture))
    else {
      const now = placesAt(motion, frame)
      const places = plane ? carried(planeAt(motion, frame), corners, now) : [...corners]
      if (places)
        dispatch(edit('motion.fix', { motionId, at: frame, by: fixFor(motion, frame, places) }, gesture))
    }
  }
  const shown = frozen ? planeAt(motion, motion.reference) : planeAt(motion, frame)
  const places = frozen ? motion.anchor : placesAt(motion, frame)
  const handles = plane ? shown : places

  const grip = (move: (start: number[], by: Point) => number[]) => ({
    onPointerDown(event: PointerEvent<SVGElement>) {
      if (event.button !== 0 || frozen) return
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = {
        from: through(back, ...toPicture(event, stage.size)),
        start: [...handles],
        gesture: newGesture('motion'),
      }
      dispatch(viewActions.set({ hand: true }))
    },
    onPointerMove(event: PointerEvent<SVGElement>) {
      const d = drag.current
      if (!d) return
      const to = through(back, ...toPicture(event, stage.size))
      put(move(d.start, [to[0] - d.from[0], to[1] - d.from[1]]), d.gesture)
    },
    onPointerUp() {
      drag.current = null
      dispatch(viewActions.set({ hand: false }))
    },
  })
  const whole = grip((start, by) => start.map((v, i) => v + by[i % 2 ? 1 : 0]))
  const one = (corner: number) =>
    grip((start, by) => start.map((v, i) => (i >> 1 === corner ? v + by[i % 2 ? 1 : 0] : v)))

  const trail = plane ? [middleTrail(motion)] : points(motion.anchor).map((_, n) => pointTrail(motion, n))
  const quad = points(shown).map(show)
  const line = { vectorEffect: 'non-scaling-stroke' as const, pointerEvents: 'none' as const }
  return (
    <svg
      className="absolute overflow-visible"
      style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
      viewBox={`0 0 ${stage.size.width} ${stage.size.height}`}
      aria-label="Motion on the picture"
    >
      {!frozen &&
        trail.map((way, i) => (
          <g key={i} fill="none" {...line}>
            <polyline
              points={way.map((p) => show(p).join(',')).join(' ')}
              stroke="#000000a0"
              strokeWidth={3}
              {...line}
            />
            <polyline
              data-testid="motion-trail"
              points={way.map((p) => show(p).join(',')).join(' ')}
              stroke="var(--color-when)"
              strokeWidth={1.4}
              {...line}
            />
          </g>
        ))}
      {plane ? (
        <g className="touch-none">
          <Grid quad={quad} />
          <polygon
            points={quad.map((p) => p.join(',')).join(' ')}
            fill="transparent"
            stroke="var(--color-when)"
            strokeWidth={1.6}
            vectorEffect="non-scaling-stroke"
            className="cursor-move"
            {...whole}
          />
          {!playing &&
            quad.map((p, i) => (
              <Dot key={i} at={p} px={px} label={`Corner ${i + 1} of the plane`} handlers={one(i)} />
            ))}
        </g>
      ) : (
        points(places).map((p, i) => (
          <g key={i} className="touch-none">
            <Boxes at={show(p)} item={item} scale={fit[0]} px={px} />
            {!playing && (
              <Dot
                at={show(p)}
                px={px}
                label={places.length > 2 ? `Point ${i + 1}` : 'The point'}
                handlers={one(i)}
                cross
              />
            )}
          </g>
        ))
      )}
    </svg>
  )
}

/** Places under the map that takes one quad to another; undefined where a quad is crossed. */
function carried(
  from: readonly number[],
  to: readonly number[],
  places: readonly number[],
): number[] | undefined {
  const [a, b] = [from, to].map((q) => squareToQuad(points(q) as unknown as Quad))
  if (!a || !b) return undefined
  const inverse = invert(a)
  return points(places).flatMap((p) => through(b, ...through(inverse, ...p)))
}

function middleTrail(motion: Motion): Point[] {
  const [low, high] = spanOf(motion)
  const middle = points(motion.plane ?? motion.anchor).reduce<Point>(
    (s, p) => [s[0] + p[0] / 4, s[1] + p[1] / 4],
    [0, 0],
  )
  return Array.from({ length: high - low + 1 }, (_, i) => through(matrixAt(motion, low + i), ...middle))
}

function pointTrail(motion: Motion, n: number): Point[] {
  const [low, high] = spanOf(motion)
  return Array.from({ length: high - low + 1 }, (_, i) => {
    const list = placesAt(motion, low + i)
    return [list[2 * n] as number, list[2 * n + 1] as number]
  })
}

/** Lines across a plane, in its own perspective. */
function Grid({ quad }: { quad: readonly Point[] }) {
  const map = squareToQuad(quad as unknown as Quad)
  if (!map) return null
  const lines = Array.from({ length: GRID - 1 }, (_, i) => (i + 1) / GRID).flatMap((s): [Point, Point][] => [
    [through(map, s, 0), through(map, s, 1)],
    [through(map, 0, s), through(map, 1, s)],
  ])
  return (
    <g stroke="var(--color-when)" strokeOpacity={0.55} strokeWidth={1} pointerEvents="none">
      {lines.map(([a, b], i) => (
        <line key={i} x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} vectorEffect="non-scaling-stroke" />
      ))}
    </g>
  )
}

function Dot(props: { at: Point; px: number; label: string; handlers: object; cross?: boolean }) {
  const { at, px, label, handlers, cross } = props
  return (
    <g
      transform={`translate(${at[0]} ${at[1]})`}
      role="img"
      aria-label={label}
      className="cursor-move"
      {...handlers}
    >
      <circle r={10 * px} fill="transparent" />
      {cross ? (
        <path
          d={`M${-9 * px} 0H${9 * px}M0 ${-9 * px}V${9 * px}`}
          stroke="var(--color-when)"
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
      ) : (
        <circle
          r={5 * px}
          fill="#1b1b1b"
          stroke="var(--color-when)"
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
      )}
    </g>
  )
}

/** The boxes of a point tracker: the pattern, and where it is looked for; each has a corner to drag. */
function Boxes({ at: [x, y], item, scale, px }: { at: Point; item: MotionItem; scale: number; px: number }) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const gesture = useRef('')
  const { pattern, search } = item.track
  const sizes = { pattern, search: [pattern[0] + search[0], pattern[1] + search[1]] as Point }
  const grip = (which: 'pattern' | 'search') => ({
    onPointerDown(event: PointerEvent<SVGElement>) {
      if (event.button !== 0) return
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      gesture.current = newGesture('box')
    },
    onPointerMove(event: PointerEvent<SVGElement>) {
      if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
      const [u, v] = toPicture(event, stage.size)
      const size: Point = [Math.abs(u - x) / scale, Math.abs(v - y) / scale]
      const change =
        which === 'pattern'
          ? { pattern: size.map((s) => Math.round(Math.min(80, Math.max(5, s)))) as Point }
          : {
              search: size.map((s, i) =>
                Math.round(Math.min(300, Math.max(2, s - (pattern[i] as number)))),
              ) as Point,
            }
      dispatch(edit('motion.track', { motionId: item.id, change }, gesture.current))
    },
  })
  return (
    <>
      {(['search', 'pattern'] as const).map((which) => {
        const [w, h] = sizes[which].map((s) => s * scale) as Point
        return (
          <g key={which}>
            <rect
              {...{ x: x - w, y: y - h, width: 2 * w, height: 2 * h }}
              fill="none"
              stroke="var(--color-when)"
              strokeWidth={1.2}
              strokeDasharray={which === 'search' ? '5 4' : undefined}
              vectorEffect="non-scaling-stroke"
              pointerEvents="none"
            />
            <g
              transform={`translate(${x + w} ${y + h})`}
              role="img"
              aria-label={which === 'search' ? 'Size of the search' : 'Size of the pattern'}
              className="cursor-nwse-resize"
              {...grip(which)}
            >
              <circle r={9 * px} fill="transparent" />
              <rect {...{ x: -3 * px, y: -3 * px, width: 6 * px, height: 6 * px }} fill="var(--color-when)" />
            </g>
          </g>
        )
      })}
    </>
  )
}
