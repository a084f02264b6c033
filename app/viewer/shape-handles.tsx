import { valueAt } from '@stilus/core/anim'
import { invert, type Matrix3, through } from '@stilus/core/matrix'
import { formAddress, type MaskItem } from '@stilus/core/project'
import { type KeyboardEvent, type PointerEvent, useRef } from 'react'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import {
  arrowStep,
  lineColour,
  newGesture,
  type OverlayProps,
  type Point,
  round,
  toGuides,
  toPicture,
} from './on-picture'

interface Form {
  centre: Point
  size: Point
  angle: number
  round: number
  feather: Point
}

const formAt = (shape: MaskItem, t: number): Form => {
  const get = (name: string, fallback: unknown) =>
    shape.form[name] ? valueAt(shape.form[name], t) : fallback
  return {
    centre: get('centre', [0, 0]) as Point,
    size: get('size', [1, 1]) as Point,
    angle: Number(get('angle', 0)),
    round: Number(get('round', 0)),
    feather: get('feather', [0, 0]) as Point,
  }
}

/** The affine map that is nearest to a perspective one around a place, as SVG writes it. */
function nearby(map: Matrix3, [x, y]: Point): number[] {
  const [o, a, b] = [through(map, x, y), through(map, x + 1, y), through(map, x, y + 1)]
  const [ax, ay, bx, by] = [a[0] - o[0], a[1] - o[1], b[0] - o[0], b[1] - o[1]]
  return [ax, ay, bx, by, o[0] - ax * x - bx * y, o[1] - ay * x - by * y]
}

/** An ellipse or rectangle: drag to move, size, turn, round and feather; arrow keys move it. */
export function ShapeHandles({
  stage,
  time,
  rect,
  shape,
  map,
  active,
}: OverlayProps & { shape: MaskItem; map: Matrix3 | undefined; active: boolean }) {
  const form = formAt(shape, time)
  const colour = lineColour(shape.hue)
  const dispatch = useAppDispatch()
  const drag = useRef<{ from: Point; form: Form; gesture: string } | null>(null)
  const px = stage.size.width / rect.width
  const back = map && invert(map)
  /** A place of the picture where the shape was drawn. */
  const own = ([x, y]: Point): Point => (back ? through(back, x, y) : [x, y])
  const set = (param: keyof Form, value: number | number[], gesture: string) =>
    dispatch(edit('value.set', { address: formAddress('item', shape.id, param), at: time, value }, gesture))

  /** Pointer handlers for one handle; `move` gets the pointer in the shape's own axes, from its centre. */
  const grip = (
    move: (local: Point, moved: Point, start: Form, gesture: string, event: PointerEvent) => void,
  ) => ({
    onPointerDown(event: PointerEvent<SVGElement>) {
      if (event.button !== 0 || shape.locked) return
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = { from: own(toPicture(event, stage.size)), form, gesture: newGesture('shape') }
      dispatch(viewActions.set({ itemId: shape.id, hand: true }))
    },
    onPointerMove(event: PointerEvent<SVGElement>) {
      const d = drag.current
      if (!d) return
      const at = own(toPicture(event, stage.size))
      const turn = (-d.form.angle * Math.PI) / 180
      const [x, y] = [at[0] - d.form.centre[0], at[1] - d.form.centre[1]]
      const local: Point = [x * Math.cos(turn) - y * Math.sin(turn), x * Math.sin(turn) + y * Math.cos(turn)]
      move(local, [at[0] - d.from[0], at[1] - d.from[1]], d.form, d.gesture, event)
    },
    onPointerUp() {
      drag.current = null
      dispatch(viewActions.set({ hand: false }))
    },
  })

  const moveGrip = grip((_, [dx, dy], start, gesture, event) => {
    const free: Point = event.shiftKey ? (Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy]) : [dx, dy]
    const at: Point = [round(start.centre[0] + free[0]), round(start.centre[1] + free[1])]
    set('centre', event.altKey ? at : toGuides(stage.sequence, at, px), gesture)
  })
  const sizeGrip = (axis: 'x' | 'y' | 'both') =>
    grip(([x, y], _, start, gesture, event) => {
      const w = axis === 'y' ? start.size[0] : Math.max(2, Math.abs(x) * 2)
      const h = axis === 'x' ? start.size[1] : Math.max(2, Math.abs(y) * 2)
      const keep = start.size[1] / start.size[0]
      set(
        'size',
        event.shiftKey ? [round(w), round(axis === 'y' ? h : w * keep)] : [round(w), round(h)],
        gesture,
      )
    })
  const turnGrip = grip(([x, y], _, start, gesture, event) => {
    const angle = start.angle + (Math.atan2(y, x) * 180) / Math.PI + 90
    set('angle', event.shiftKey ? Math.round(angle / 15) * 15 : round(angle), gesture)
  })
  const featherGrip = grip(([x], _, start, gesture) =>
    set('feather', [start.feather[0], round(Math.max(0, Math.abs(x) - start.size[0] / 2))], gesture),
  )

  const onKeyDown = (event: KeyboardEvent) => {
    const delta = arrowStep(event)
    if (event.key === 'Delete') dispatch(edit('region.remove', { itemId: shape.id }))
    if (!delta) return
    event.preventDefault()
    event.stopPropagation()
    if (shape.locked) return
    set('centre', [round(form.centre[0] + delta[0]), round(form.centre[1] + delta[1])], `keys-${shape.id}`)
  }

  const [w, h] = [form.size[0] / 2, form.size[1] / 2]
  const [inside, outside] = form.feather
  const soft = outside
  const outline = (grow: number, extra: object) =>
    shape.kind === 'ellipse' ? (
      <ellipse rx={Math.max(0, w + grow)} ry={Math.max(0, h + grow)} {...extra} />
    ) : (
      <rect
        x={-w - grow}
        y={-h - grow}
        width={Math.max(0, 2 * (w + grow))}
        height={Math.max(0, 2 * (h + grow))}
        rx={Math.max(0, Math.min(form.round, w, h) + grow)}
        {...extra}
      />
    )
  const line = { fill: 'none', vectorEffect: 'non-scaling-stroke' as const }
  const dot = (x: number, y: number, label: string, handlers: object, cursor: string, filled = false) => (
    <g transform={`translate(${x} ${y})`} className={cursor} {...handlers} role="img" aria-label={label}>
      <circle r={10 * px} fill="transparent" />
      <circle
        r={5 * px}
        fill={filled ? colour : '#1b1b1b'}
        stroke={colour}
        strokeWidth={1.6}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  )
  return (
    <g
      transform={`${map ? `matrix(${nearby(map, form.centre).join(' ')}) ` : ''}translate(${form.centre[0]} ${form.centre[1]}) rotate(${form.angle})`}
      opacity={shape.on ? 1 : 0.4}
      tabIndex={0}
      role="group"
      aria-label={`${shape.name}: arrow keys move it`}
      className="touch-none outline-none focus-visible:[&>.outline-shape]:stroke-white"
      onKeyDown={onKeyDown}
      onFocus={() => dispatch(viewActions.set({ itemId: shape.id }))}
    >
      {outline(0, { ...line, stroke: '#000000a0', strokeWidth: 3 })}
      {outline(0, {
        fill: 'transparent',
        className: 'outline-shape cursor-move',
        stroke: colour,
        strokeWidth: 1.4,
        vectorEffect: 'non-scaling-stroke',
        ...moveGrip,
      })}
      {active &&
        soft > 0 &&
        outline(soft, { ...line, stroke: colour, strokeWidth: 1, strokeDasharray: '4 4' })}
      {active &&
        inside > 0 &&
        outline(-inside, { ...line, stroke: colour, strokeWidth: 1, strokeDasharray: '2 4' })}
      {active && !shape.locked && (
        <>
          <line y1={-h} y2={-h - 26 * px} stroke={colour} strokeWidth={1} vectorEffect="non-scaling-stroke" />
          {dot(0, 0, 'Centre', moveGrip, 'cursor-move', true)}
          {dot(w, 0, 'Width', sizeGrip('x'), 'cursor-ew-resize')}
          {dot(0, h, 'Height', sizeGrip('y'), 'cursor-ns-resize')}
          {dot(
            w * (shape.kind === 'ellipse' ? 0.7071 : 1),
            h * (shape.kind === 'ellipse' ? 0.7071 : 1),
            'Size',
            sizeGrip('both'),
            'cursor-nwse-resize',
          )}
          {dot(0, -h - 26 * px, 'Turn', turnGrip, 'cursor-grab')}
          {dot(-w - soft - 4 * px, 0, 'Feather', featherGrip, 'cursor-ew-resize')}
        </>
      )}
    </g>
  )
}
