import { type Follow, type Modifier, type Noise, NOISE_FORMS } from '@stilus/core/anim'
import { type Param, partNames } from '@stilus/core/params'
import { type Address, modifierAddress, stackOf, stepOfItem } from '@stilus/core/project'
import { ArrowRight } from 'lucide-react'
import { useNavigate } from 'react-router'
import { deskPath } from '../../session/where'
import { useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { Button } from '../../ui/button'
import { Choice, Segments, Toggle } from '../../ui/fields'
import { NumberField } from '../../ui/number-field'
import { ParamRow } from './param-row'
import { useDesk } from '../use-desk'

const line = 'grid grid-cols-[72px_1fr] items-center gap-2 py-0.5'

function PartChoice({
  modifier,
  param,
  onChange,
}: {
  modifier: Modifier
  param: Param | undefined
  onChange(modifier: Modifier): void
}) {
  const names = param ? partNames(param) : []
  if (!names.length) return null
  return (
    <label className={line}>
      <span className="text-dim">Moves</span>
      <Choice
        label="Which numbers it moves"
        value={String(modifier.part ?? 'all')}
        options={[{ value: 'all', label: 'All' }, ...names.map((label, i) => ({ value: String(i), label }))]}
        onChange={(v) => {
          const { part: _, ...rest } = modifier
          onChange((v === 'all' ? rest : { ...modifier, part: Number(v) }) as Modifier)
        }}
      />
    </label>
  )
}

/** How a value follows: factor, offset, delay, limits, and the way to what it follows. */
export function FollowForm({
  modifier,
  param,
  onChange,
}: {
  modifier: Follow
  param: Param | undefined
  onChange(m: Modifier, gesture?: string): void
}) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { source } = modifier
  const number = (label: string, name: 'factor' | 'offset' | 'delay', step: number, unit?: string) => (
    <label className={line}>
      <span className="text-dim">{label}</span>
      <NumberField
        label={label}
        value={modifier[name]}
        {...{
          min: -1e6,
          max: 1e6,
          soft: [-2 * Math.abs(modifier[name]) - 1, 2 * Math.abs(modifier[name]) + 1],
          step,
          unit,
        }}
        digits={name === 'delay' ? 0 : 3}
        onChange={(v, gesture) => onChange({ ...modifier, [name]: v }, gesture)}
      />
    </label>
  )
  const go = () => {
    if (source.kind !== 'value') return
    const { owner } = source.address
    const stepId = owner.kind === 'item' ? stepOfItem(project, owner.id)?.id : owner.id
    const stack =
      stepId === undefined || owner.kind === 'object' ? undefined : stackOf(project, 'step', stepId)
    if (!stack || stepId === undefined) return
    if (stack.id !== stage.stack.id) void navigate(deskPath(project, stack))
    // Entering a desk clears the selection; this comes after.
    setTimeout(() => dispatch(viewActions.step(stepId)))
  }
  const way = source.kind === 'value' && (
    <Button look="quiet" className="px-1" onClick={go}>
      Go to what it follows <ArrowRight size={14} />
    </Button>
  )
  if (modifier.settle !== undefined)
    return (
      <div>
        {way}
        <label className={line}>
          <span className="text-dim">Settles in</span>
          <NumberField
            label="Settles in"
            value={modifier.settle}
            {...{ min: 1, max: 10_000, soft: [1, 48], step: 1, digits: 0, unit: 'fr' }}
            onChange={(v, gesture) => onChange({ ...modifier, settle: Math.round(v) }, gesture)}
          />
        </label>
      </div>
    )
  return (
    <div>
      {way}
      {number('Times', 'factor', 0.01)}
      {number('Plus', 'offset', 0.01)}
      {number('Later by', 'delay', 1, 'fr')}
      <div className={line}>
        <span className="text-dim">Gives</span>
        <Segments
          label="What becomes of the value"
          value={modifier.join}
          options={[
            { value: 'replace', label: 'The value' },
            { value: 'add', label: 'Added to it' },
          ]}
          onChange={(join) => onChange({ ...modifier, join: join as 'add' })}
        />
      </div>
      <div className={line}>
        <span className="text-dim">Limits</span>
        <div className="flex items-center gap-1">
          <Toggle
            label="Limits"
            value={modifier.limits !== null}
            onChange={(on) => onChange({ ...modifier, limits: on ? [0, 1] : null })}
          />
          {modifier.limits &&
            ([0, 1] as const).map((i) => (
              <NumberField
                key={i}
                label={i ? 'Highest' : 'Lowest'}
                value={modifier.limits?.[i] ?? 0}
                {...{ min: -1e6, max: 1e6, soft: [-10, 10], step: 0.05, digits: 2 }}
                className="flex-1"
                onChange={(v, gesture) => {
                  const [low, high] = modifier.limits ?? [0, 1]
                  onChange(
                    { ...modifier, limits: i ? [low, Math.max(low, v)] : [Math.min(v, high), high] },
                    gesture,
                  )
                }}
              />
            ))}
        </div>
      </div>
      <PartChoice modifier={modifier} param={param} onChange={onChange} />
    </div>
  )
}

export const FORM_PARAMS: Record<(typeof NOISE_FORMS)[number], Param> = {
  amplitude: {
    type: 'number',
    label: 'Amplitude',
    help: 'The largest deviation.',
    default: 1,
    min: 0,
    max: 1e6,
    soft: [0, 10],
    step: 0.01,
    digits: 2,
  },
  frequency: {
    type: 'number',
    label: 'Frequency',
    help: 'Swings or jumps a second.',
    default: 1,
    min: 0,
    max: 240,
    soft: [0, 12],
    step: 0.05,
    digits: 2,
  },
  decay: {
    type: 'number',
    label: 'Decay',
    help: 'How fast it dies away: e to this power a second.',
    default: 0,
    min: 0,
    max: 100,
    soft: [0, 5],
    step: 0.02,
    digits: 2,
  },
}

/** The numbers of a wobble or flicker; those that move it can have keys. */
export function NoiseForm({
  modifier,
  address,
  param,
  onChange,
}: {
  modifier: Noise
  address: Address
  param: Param | undefined
  onChange(m: Modifier, gesture?: string): void
}) {
  return (
    <div>
      {NOISE_FORMS.map((form) => (
        <ParamRow
          key={form}
          param={FORM_PARAMS[form]}
          address={modifierAddress(address, modifier.id, form)}
          animated={modifier[form]}
        />
      ))}
      <div className="grid grid-cols-2 gap-2 py-0.5">
        {(['octaves', 'seed'] as const).map((name) => (
          <label key={name} className="grid grid-cols-[56px_1fr] items-center gap-1">
            <span className="text-dim">{name === 'octaves' ? 'Octaves' : 'Seed'}</span>
            <NumberField
              label={name === 'octaves' ? 'Octaves' : 'Seed'}
              value={modifier[name]}
              min={name === 'octaves' ? 1 : 0}
              max={name === 'octaves' ? 8 : 9999}
              step={1}
              digits={0}
              onChange={(v, gesture) => onChange({ ...modifier, [name]: Math.round(v) }, gesture)}
            />
          </label>
        ))}
      </div>
      <PartChoice modifier={modifier} param={param} onChange={onChange} />
    </div>
  )
}
