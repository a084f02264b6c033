import { allSteps, everyStep, type PanelControl, paramsOf, type Step } from '@stilus/core/project'
import { ArrowDown, ArrowUp, ChevronDown, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { saveRecipeFile } from '../../session/library'
import { edit } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { Button, IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { EditableText } from '../../ui/fields'
import { NumberField } from '../../ui/number-field'
import { recipeOf, updateAllUses } from './recipe-dialog'
import { useDesk } from '../use-desk'

/** Under the front panel of a group: the steps in it, the arrangement of the panel, and what concerns all uses of a recipe. */
export function FrontEditor({ step }: { step: Step }) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const [arranging, setArranging] = useState(false)
  const panel = step.panel ?? []
  const set = (next: PanelControl[]) => dispatch(edit('group.panel', { stepId: step.id, panel: next }))
  const uses = everyStep(project).filter((s) => step.recipe && s.recipe?.id === step.recipe.id)
  return (
    <div className="grid gap-3 border-t pt-2">
      {!panel.length && (
        <p className="text-dim">
          The front panel is empty. Open a step below and choose “Show on the front” in the menu of a control.
        </p>
      )}
      <section aria-label="Steps of the group">
        <h3 className="mb-1 text-xs font-semibold text-faint">Steps in it</h3>
        <ul>
          {(step.steps ?? []).map((inner) => (
            <li key={inner.id}>
              <button
                type="button"
                className={cx(
                  'flex h-7 w-full items-center rounded px-2 text-left hover:bg-field',
                  !inner.on && 'text-faint',
                )}
                onClick={() => dispatch(viewActions.step(inner.id))}
              >
                {inner.name}
              </button>
            </li>
          ))}
        </ul>
      </section>
      {panel.length > 0 && (
        <section aria-label="Arrange the front panel">
          <button
            type="button"
            aria-expanded={arranging}
            className="mb-1 flex items-center gap-1 text-xs font-semibold text-faint hover:text-text"
            onClick={() => setArranging(!arranging)}
          >
            <ChevronDown size={13} className={cx(!arranging && '-rotate-90')} /> Arrange the front panel
          </button>
          {arranging &&
            panel.map((control, i) => (
              <FrontRow
                key={control.id}
                step={step}
                control={control}
                first={i === 0}
                last={i === panel.length - 1}
                onChange={(next) => set(panel.map((c) => (c === control ? next : c)))}
                onRemove={() => set(panel.filter((c) => c !== control))}
                onMove={(by) => {
                  const list = panel.filter((c) => c !== control)
                  list.splice(i + by, 0, control)
                  set(list)
                }}
              />
            ))}
        </section>
      )}
      {step.recipe && (
        <section aria-label="Recipe" className="grid gap-1.5">
          <p className="text-dim">
            Recipe “{step.recipe.name}”, used{' '}
            {uses.length === 1 ? 'here only' : `${uses.length} times in this project`}. What you change here
            is changed in this use only.
          </p>
          <Button disabled={uses.length < 2} onClick={() => updateAllUses(step)}>
            {uses.length < 2 ? 'No other uses' : `Update all ${uses.length} uses from this one`}
          </Button>
          <Button
            onClick={() => {
              const made = recipeOf(stage, step)
              if (made) saveRecipeFile(made)
            }}
          >
            Write the recipe to a file
          </Button>
        </section>
      )}
    </div>
  )
}

function FrontRow(props: {
  step: Step
  control: PanelControl
  first: boolean
  last: boolean
  onChange(control: PanelControl): void
  onRemove(): void
  onMove(by: 1 | -1): void
}) {
  const { step, control, onChange } = props
  const target = control.targets[0]
  const inner = target && allSteps(step.steps ?? []).find((s) => s.id === target.stepId)
  const param = inner && target ? paramsOf(inner)[target.param] : undefined
  const range =
    control.limits ?? (param?.type === 'number' ? (param.soft ?? [param.min, param.max]) : undefined)
  const end = (i: 0 | 1) =>
    range &&
    param?.type === 'number' && (
      <NumberField
        label={`${i ? 'Highest' : 'Lowest'} of ${control.label.toLowerCase()}`}
        value={range[i]}
        min={param.min}
        max={param.max}
        step={param.step}
        digits={param.digits}
        onChange={(v) =>
          onChange({
            ...control,
            limits: i ? [range[0], Math.max(v, range[0])] : [Math.min(v, range[1]), range[1]],
          })
        }
      />
    )
  return (
    <div className="mb-1 rounded bg-raised p-1.5">
      <div className="flex items-center gap-0.5">
        <EditableText
          label="Name of the control"
          value={control.label}
          onChange={(label) => onChange({ ...control, label })}
          className="h-6 flex-1 px-1"
        />
        <IconButton
          label={`${control.label} up`}
          disabled={props.first}
          className="size-6"
          onClick={() => props.onMove(-1)}
        >
          <ArrowUp size={13} />
        </IconButton>
        <IconButton
          label={`${control.label} down`}
          disabled={props.last}
          className="size-6"
          onClick={() => props.onMove(1)}
        >
          <ArrowDown size={13} />
        </IconButton>
        <IconButton label={`Take ${control.label} off the front`} className="size-6" onClick={props.onRemove}>
          <Trash2 size={13} />
        </IconButton>
      </div>
      <div className="grid grid-cols-[1fr_64px_64px] items-center gap-1">
        <input
          aria-label={`Group of ${control.label.toLowerCase()}`}
          defaultValue={control.group ?? ''}
          placeholder="Group"
          className="h-7 min-w-0 rounded bg-field px-2 outline-none placeholder:text-faint"
          onKeyDown={(e) => e.stopPropagation()}
          onBlur={(e) => {
            const { group: _, ...rest } = control
            const group = e.currentTarget.value.trim()
            if (group !== (control.group ?? '')) onChange(group ? { ...rest, group } : rest)
          }}
        />
        {end(0)}
        {end(1)}
      </div>
    </div>
  )
}
