import { type Animated, valueAt } from '@stilus/core/anim'
import { type ListContent, shown } from '@stilus/core/params'
import { contentAddress, type Step } from '@stilus/core/project'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { type MarkTool, viewActions } from '../../store/view'
import { Button, IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { Segments } from '../../ui/fields'
import { NumberField } from '../../ui/number-field'
import { ParamRow } from '../controls/param-row'
import { timeAt, useDesk } from '../use-desk'
import { drawing, type Drawn, drawnIn, frameOnly, MARK_NAMES, onlyAt } from './mark'
import { MarkSign } from './mark-sign'

const HINTS: Record<MarkTool['kind'], string> = {
  screen: 'Drag over cloth that was not known as screen. Only what has its colour counts.',
  subject: 'Drag over what belongs to the subject: holes in it are filled.',
  drop: 'Drag over what is to go: stands, markers, walls.',
  hair: 'Drag over hair that was lost: what is thin there comes back.',
}

/** The marks of a key: a tool that draws them on the picture, and each as a line. */
export function Marks({ step, name, list }: { step: Step; name: string; list: ListContent }) {
  const dispatch = useAppDispatch()
  const { drawing: drawn, mark } = useView('drawing', 'mark')
  const things = drawnIn(step, name)
  const draws = drawn === 'mark'
  const take = (change: Partial<MarkTool>) => dispatch(viewActions.set(drawing({ ...mark, ...change })))
  return (
    <fieldset className="grid min-w-0 gap-1.5">
      <legend className="mb-1 text-xs font-semibold text-faint" title={list.help}>
        {list.label} ({things.length})
      </legend>
      <div className="grid grid-cols-4 gap-1">
        {MARK_NAMES.map(([kind, label]) => (
          <Button
            key={kind}
            aria-label={`Mark ${label.toLowerCase()}`}
            aria-pressed={draws && mark.kind === kind}
            className={cx('gap-1! px-0!', draws && mark.kind === kind && 'ring-1 ring-what')}
            onClick={() =>
              draws && mark.kind === kind ? dispatch(viewActions.set({ drawing: null })) : take({ kind })
            }
          >
            <MarkSign kind={kind} /> {label}
          </Button>
        ))}
      </div>
      {draws && (
        <>
          <Segments
            label="Shape of the next mark"
            value={mark.shape}
            options={[
              { value: 'dab', label: 'Dab' },
              { value: 'box', label: 'Box' },
              { value: 'brush', label: 'Brush' },
            ]}
            onChange={(shape) => take({ shape: shape as MarkTool['shape'] })}
          />
          {mark.shape === 'brush' && (
            <div className="flex items-center gap-2">
              <span className="flex-1 text-dim">How wide</span>
              <NumberField
                label="How wide the brush is"
                value={mark.wide}
                {...{ min: 1, max: 4000, soft: [2, 200], step: 1, digits: 0, unit: 'px' }}
                onChange={(wide) => take({ wide })}
                className="w-28"
              />
            </div>
          )}
          <p className="text-what">{HINTS[mark.kind]}</p>
        </>
      )}
      {things.map((thing, i) => (
        <MarkLine key={thing.id} {...{ step, name, list, thing }} number={i + 1} />
      ))}
    </fieldset>
  )
}

function MarkLine(props: { step: Step; name: string; list: ListContent; thing: Drawn; number: number }) {
  const { step, name, list, thing, number } = props
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const { frame } = useView('frame')
  const [open, setOpen] = useState(false)
  const t = timeAt(stage, frame)
  const kind = thing.kind.value as MarkTool['kind']
  const label = MARK_NAMES.find(([k]) => k === kind)?.[1] ?? kind
  const [w, h] = valueAt(thing.size, t) as [number, number]
  const brush = thing.shape.value === 'brush'
  const size = brush
    ? `brush of ${Math.round(Number(valueAt(thing.wide ?? { value: 24 }, t)))}`
    : `${Math.round(w)} × ${Math.round(h)}`
  const on = valueAt(thing.on, t) === true
  const address = (field: string) => contentAddress(step.id, name, thing.id, field)
  const only = onlyAt(thing.on.keys)
  const when = !thing.on.keys ? 'whole shot' : only === undefined ? 'keyed' : `frame ${only - stage.head + 1}`
  const says = `${label} ${number}`
  const turn = () => dispatch(edit('value.set', { address: address('on'), at: t, value: !on }))
  const limit = () =>
    dispatch(
      edit('keys.put', {
        lanes: [{ address: address('on'), keys: frameOnly(t) }],
        label: `${says} at this frame alone`,
      }),
    )
  return (
    <div role="group" aria-label={`Mark ${number}`} className="rounded bg-raised">
      <div className="flex h-7 items-center gap-1.5 pl-1.5">
        <input
          type="checkbox"
          aria-label={`${says} counts`}
          checked={on}
          onChange={turn}
          className="accent-[#8a8a8a]"
        />
        <button
          type="button"
          aria-expanded={open}
          className={cx(
            'flex min-w-0 flex-1 items-center gap-1.5 text-left',
            on ? 'text-text' : 'text-faint',
          )}
          onClick={() => setOpen(!open)}
        >
          <MarkSign kind={kind} />
          <span className="truncate">
            {label}, {size} px
          </span>
          <span className="ml-auto shrink-0 text-xs text-faint">{when}</span>
        </button>
        <IconButton
          label={`Remove ${says}`}
          className="size-6"
          onClick={() => dispatch(edit('content.remove', { stepId: step.id, list: name, thingId: thing.id }))}
        >
          <Trash2 size={13} />
        </IconButton>
      </div>
      {open && (
        <div className="px-1.5 pb-1.5">
          {shown(list.fields, { shape: thing.shape.value }).map(([field, param]) => (
            <ParamRow
              key={field}
              param={param}
              address={address(field)}
              animated={(thing as unknown as Record<string, Animated>)[field] ?? { value: param.default }}
            />
          ))}
          {!thing.on.keys && (
            <Button className="mt-1 w-full" onClick={limit}>
              At this frame alone
            </Button>
          )}
        </div>
      )}
    </div>
  )
}
