import { valueAt } from '@stilus/core/anim'
import type { Project, Shape, Step } from '@stilus/core/project'
import { type KeyboardEvent, type PointerEvent, useRef } from 'react'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import type { Rect } from './layout'

type Point = [number, number]
interface Form {
  centre: Point
  size: Point
  angle: number
  feather: number
}

interface OverlayProps {
  project: Project
  shotId: string
  step: Step
  /** Treatment time. */
  time: number
  rect: Rect
}

const formAt = (shape: Shape, t: number): Form => {
  const get = (name: string, fallback: unknown) =>
    shape.form[name] ? valueAt(shape.form[name], t) : fallback
  return {
    centre: get('centre', [0, 0]) as Point,
    size: get('size', [1, 1]) as Point,
    angle: Number(get('angle', 0)),
    feather: Number(get('feather', 0)),
  }
}

/** The shapes of a step's region on the picture: drag to move, size, turn and feather; draw new ones; arrow keys move. */
export function RegionOverlay(props: OverlayProps) {
  const { project, step, time, rect } = props
  const { shapeId, drawing } = useView('shapeId', 'drawing')
  const { width, height } = project.size
  const shapes = step.where?.shapes ?? []
  return (
    <svg
      className="absolute overflow-visible"
      style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
      viewBox={`0 0 ${width} ${height}`}
      aria-label="Region on the picture"
    >
      {shapes.map((shape) => (
        <ShapeHandles
          key={shape.id}
          {...props}
          shape={shape}
          form={formAt(shape, time)}
          active={shape.id === shapeId || shapes.length === 1}
        />
      ))}
      {drawing && <DrawingSurface {...props} kind={drawing} />}
    </svg>
  )
}

function toPicture(event: PointerEvent, project: Project): Point {
  const svg = (event.currentTarget as SVGElement).ownerSVGElement ?? (event.currentTarget as SVGSVGElement)
  const bounds = svg.getBoundingClientRect()
  return [
    ((event.clientX - bounds.left) / bounds.width) * project.size.width,
    ((event.clientY - bounds.top) / bounds.height) * project.size.height,
  ]
}

let gestures = 0

/** A point brought onto the guides that it comes near on the screen; `px` is the size of a screen pixel on the picture. */
export function toGuides({ guides }: Project, [x, y]: Point, px: number): Point {
  const near = (axis: 'x' | 'y', v: number) =>
    guides?.find((g) => g.axis === axis && Math.abs(g.at - v) < 6 * px)?.at ?? v
  return [near('x', x), near('y', y)]
}

function ShapeHandles({
  project,
  shotId,
  step,
  time,
  rect,
  shape,
  form,
  active,
}: OverlayProps & { shape: Shape; form: Form; active: boolean }) {
  const dispatch = useAppDispatch()
  const drag = useRef<{ from: Point; form: Form; gesture: string } | null>(null)
  const px = project.size.width / rect.width
  const set = (param: keyof Form, value: number | number[], gesture: string) =>
    dispatch(
      edit(
        'value.set',
        { place: { shotId, stepId: step.id, shapeId: shape.id, param }, at: time, value },
        gesture,
      ),
    )

  /** Pointer handlers for one handle; `move` gets the pointer in the shape's own axes, from its centre. */
  const grip = (
    move: (local: Point, moved: Point, start: Form, gesture: string, event: PointerEvent) => void,
  ) => ({
    onPointerDown(event: PointerEvent<SVGElement>) {
      if (event.button !== 0) return
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = { from: toPicture(event, project), form, gesture: `shape-${++gestures}` }
      dispatch(viewActions.set({ shapeId: shape.id, hand: true }))
    },
    onPointerMove(event: PointerEvent<SVGElement>) {
      const d = drag.current
      if (!d) return
      const at = toPicture(event, project)
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
    set('centre', event.altKey ? at : toGuides(project, at, px), gesture)
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
    set('feather', round(Math.max(0, (Math.abs(x) - start.size[0] / 2) * 2)), gesture),
  )

  const onKeyDown = (event: KeyboardEvent) => {
    const by = (event.shiftKey ? 10 : 1) * (event.ctrlKey ? 0.1 : 1)
    const move: Record<string, Point> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, -by],
      ArrowDown: [0, by],
    }
    const delta = move[event.key]
    if (event.key === 'Delete')
      dispatch(edit('region.remove', { shotId, stepId: step.id, shapeId: shape.id }))
    if (!delta) return
    event.preventDefault()
    event.stopPropagation()
    set('centre', [round(form.centre[0] + delta[0]), round(form.centre[1] + delta[1])], `keys-${shape.id}`)
  }

  const [w, h] = [form.size[0] / 2, form.size[1] / 2]
  const soft = form.feather / 2
  const outline = (grow: number, extra: object) =>
    shape.kind === 'ellipse' ? (
      <ellipse rx={Math.max(0, w + grow)} ry={Math.max(0, h + grow)} {...extra} />
    ) : (
      <rect
        x={-w - grow}
        y={-h - grow}
        width={Math.max(0, 2 * (w + grow))}
        height={Math.max(0, 2 * (h + grow))}
        {...extra}
      />
    )
  const line = { fill: 'none', vectorEffect: 'non-scaling-stroke' as const }
  const dot = (x: number, y: number, label: string, handlers: object, cursor: string, filled = false) => (
    <g transform={`translate(${x} ${y})`} className={cursor} {...handlers} role="img" aria-label={label}>
      <circle r={10 * px} fill="transparent" />
      <circle
        r={5 * px}
        fill={filled ? 'var(--color-where)' : '#1b1b1b'}
        stroke="var(--color-where)"
        strokeWidth={1.6}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  )
  return (
    <g
      transform={`translate(${form.centre[0]} ${form.centre[1]}) rotate(${form.angle})`}
      opacity={shape.on ? 1 : 0.4}
      tabIndex={0}
      role="group"
      aria-label={`${shape.name}: arrow keys move it`}
      className="touch-none outline-none focus-visible:[&>.outline-shape]:stroke-white"
      onKeyDown={onKeyDown}
      onFocus={() => dispatch(viewActions.set({ shapeId: shape.id }))}
    >
      {outline(0, { ...line, stroke: '#000000a0', strokeWidth: 3 })}
      {outline(0, {
        fill: 'transparent',
        className: 'outline-shape cursor-move',
        stroke: 'var(--color-where)',
        strokeWidth: 1.4,
        vectorEffect: 'non-scaling-stroke',
        ...moveGrip,
      })}
      {active &&
        soft > 0 &&
        outline(soft, { ...line, stroke: 'var(--color-where)', strokeWidth: 1, strokeDasharray: '4 4' })}
      {active && (
        <>
          <line
            y1={-h}
            y2={-h - 26 * px}
            stroke="var(--color-where)"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
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

const round = (v: number) => Math.round(v * 10) / 10

/** Takes the next drag on the picture as the new shape's box; a click makes one of a third of the height. */
function DrawingSurface({ project, shotId, step, kind }: OverlayProps & { kind: 'ellipse' | 'rectangle' }) {
  const dispatch = useAppDispatch()
  const start = useRef<Point | null>(null)
  const box = useRef<SVGRectElement>(null)
  const shapeBox = (to: Point): [Point, Point] => {
    const [x0, y0] = start.current ?? to
    return [
      [round((x0 + to[0]) / 2), round((y0 + to[1]) / 2)],
      [Math.abs(to[0] - x0), Math.abs(to[1] - y0)],
    ]
  }
  return (
    <>
      <rect
        data-testid="drawing-surface"
        width={project.size.width}
        height={project.size.height}
        fill="transparent"
        className="cursor-crosshair touch-none"
        onPointerDown={(e) => {
          if (e.button !== 0) return
          e.stopPropagation()
          e.currentTarget.setPointerCapture(e.pointerId)
          start.current = toPicture(e, project)
        }}
        onPointerMove={(e) => {
          if (!start.current) return
          const [centre, size] = shapeBox(toPicture(e, project))
          const node = box.current
          node?.setAttribute('x', String(centre[0] - size[0] / 2))
          node?.setAttribute('y', String(centre[1] - size[1] / 2))
          node?.setAttribute('width', String(size[0]))
          node?.setAttribute('height', String(size[1]))
        }}
        onPointerUp={(e) => {
          const [centre, drawn] = shapeBox(toPicture(e, project))
          const third = project.size.height / 3
          const size: Point =
            drawn[0] < 8 && drawn[1] < 8
              ? [third, third]
              : [round(Math.max(8, drawn[0])), round(Math.max(8, drawn[1]))]
          const shapeId = uid()
          dispatch(edit('region.add', { shotId, stepId: step.id, shapeId, kind, centre, size }))
          dispatch(viewActions.set({ drawing: null, shapeId }))
        }}
      />
      <rect
        ref={box}
        rx={kind === 'ellipse' ? '50%' : 0}
        fill="none"
        stroke="var(--color-where)"
        strokeWidth={1.4}
        vectorEffect="non-scaling-stroke"
        pointerEvents="none"
      />
    </>
  )
}
