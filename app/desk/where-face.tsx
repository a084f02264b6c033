import type { Param } from '@stilus/core/params'
import type { Shape, Step } from '@stilus/core/project'
import { Circle, Eye, EyeOff, Square, Trash2 } from 'lucide-react'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { cx } from '../ui/classes'
import { Choice, EditableText, Segments, Toggle } from '../ui/fields'
import { ParamRow } from './param-row'
import { useDesk } from './use-desk'

const length = { type: 'number', min: 0, max: 8000, soft: [0, 1200], step: 1, digits: 1, unit: 'px' } as const
const JOINS = [
  { value: 'add', label: 'Add' },
  { value: 'subtract', label: 'Subtract' },
  { value: 'intersect', label: 'Intersect' },
]

/** How the forms of a shape are edited: the same rows as the controls of a step. */
const FORMS: Record<string, Param> = {
  centre: {
    ...{
      type: 'pair',
      label: 'Centre',
      help: 'Middle of the shape, from the top left corner.',
      names: ['Across', 'Down'],
    },
    ...{ default: [0, 0], min: -16000, max: 16000, soft: [0, 2000], step: 1, digits: 0, unit: 'px' },
  },
  size: {
    ...{ type: 'pair', label: 'Size', help: 'Width and height.', names: ['Width', 'Height'] },
    ...{ default: [240, 240], min: 1, max: 16000, soft: [0, 1200], step: 1, digits: 0, unit: 'px' },
  },
  angle: {
    type: 'number',
    label: 'Angle',
    help: 'Clockwise turn.',
    default: 0,
    min: -3600,
    max: 3600,
    soft: [-180, 180],
    step: 0.5,
    digits: 1,
    unit: '°',
  },
  feather: {
    ...length,
    label: 'Feather',
    help: 'Width of the soft edge, half of it on either side of the outline.',
    default: 80,
    soft: [0, 400],
  },
}

/** Where a step acts: its shapes in order, how they join, and the forms of the chosen one. */
export function WhereFace({ step }: { step: Step }) {
  const { shot } = useDesk()
  const dispatch = useAppDispatch()
  const { drawing, shapeId } = useView('drawing', 'shapeId')
  const at = { shotId: shot.id, stepId: step.id }
  const shapes = step.where?.shapes ?? []
  const chosen = shapes.find((s) => s.id === shapeId) ?? shapes[0]
  const draw = (kind: 'ellipse' | 'rectangle') =>
    dispatch(viewActions.set({ drawing: drawing === kind ? null : kind, look: 'result' }))
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 gap-1.5">
        <Button
          aria-pressed={drawing === 'ellipse'}
          className={cx(drawing === 'ellipse' && 'ring-1 ring-where')}
          onClick={() => draw('ellipse')}
        >
          <Circle size={14} /> Ellipse
        </Button>
        <Button
          aria-pressed={drawing === 'rectangle'}
          className={cx(drawing === 'rectangle' && 'ring-1 ring-where')}
          onClick={() => draw('rectangle')}
        >
          <Square size={14} /> Rectangle
        </Button>
      </div>
      {drawing ? (
        <p className="text-where">Drag on the picture to draw the {drawing}. Escape leaves it.</p>
      ) : (
        !shapes.length && (
          <p className="text-dim">
            The step acts on the whole picture. Choose a shape and draw it on the picture to limit it.
          </p>
        )
      )}
      {shapes.length > 0 && (
        <>
          <label className="flex items-center justify-between">
            <span className="text-dim">Invert the region</span>
            <Toggle
              label="Invert the region"
              value={step.where?.invert ?? false}
              onChange={(invert) => dispatch(edit('region.invert', { ...at, invert }))}
            />
          </label>
          <ul className="grid gap-px" aria-label="Shapes">
            {shapes.map((shape) => (
              <ShapeRow
                key={shape.id}
                shape={shape}
                first={shape === shapes[0]}
                chosen={shape === chosen}
                at={at}
              />
            ))}
          </ul>
        </>
      )}
      {chosen && (
        <div key={chosen.id}>
          {Object.entries(FORMS).map(([param, declared]) => (
            <ParamRow
              key={param}
              param={declared}
              place={{ ...at, shapeId: chosen.id, param }}
              animated={chosen.form[param] ?? { value: declared.default }}
            />
          ))}
        </div>
      )}
    </div>
  )
}

function ShapeRow({
  shape,
  first,
  chosen,
  at,
}: {
  shape: Shape
  first: boolean
  chosen: boolean
  at: { shotId: string; stepId: string }
}) {
  const dispatch = useAppDispatch()
  const change = (change: Partial<Pick<Shape, 'name' | 'on' | 'join'>>) =>
    dispatch(edit('region.shape', { ...at, shapeId: shape.id, change }))
  return (
    <li
      className={cx('flex items-center gap-1 rounded px-1', chosen && 'bg-field')}
      onPointerDown={() => dispatch(viewActions.set({ shapeId: shape.id }))}
    >
      <IconButton
        label={shape.on ? `Hide ${shape.name}` : `Show ${shape.name}`}
        pressed={shape.on}
        onClick={() => change({ on: !shape.on })}
      >
        {shape.on ? <Eye size={14} /> : <EyeOff size={14} />}
      </IconButton>
      <EditableText
        label="Name of the shape"
        value={shape.name}
        onChange={(name) => change({ name })}
        className="h-7 flex-1 px-1"
      />
      {first ? (
        <Segments
          label={`How ${shape.name} begins`}
          value={shape.join === 'add' ? 'add' : 'subtract'}
          options={JOINS.slice(0, 2)}
          onChange={(join) => change({ join: join as Shape['join'] })}
        />
      ) : (
        <Choice
          label={`How ${shape.name} joins`}
          value={shape.join}
          options={JOINS}
          onChange={(join) => change({ join: join as Shape['join'] })}
          className="w-24"
        />
      )}
      <IconButton
        label={`Remove ${shape.name}`}
        onClick={() => dispatch(edit('region.remove', { ...at, shapeId: shape.id }))}
      >
        <Trash2 size={14} />
      </IconButton>
    </li>
  )
}
