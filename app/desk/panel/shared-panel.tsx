import { type Param, sameValue } from '@stilus/core/params'
import { type Act, controlAddress, paramsOf, type Step } from '@stilus/core/project'
import { Eye, EyeOff } from 'lucide-react'
import { editAll } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { Button } from '../../ui/button'
import { Menu } from '../../ui/overlays'
import { ParamRow } from '../controls/param-row'
import { RampFields } from '../controls/ramp-fields'
import { switchSteps, useStepMenu } from '../strip/step-menu'

/** The controls that all of some steps have, of the same kind. */
export function sharedParams(steps: readonly Step[]): [string, Param][] {
  const [first, ...rest] = steps.map(paramsOf)
  return Object.entries(first ?? {}).filter(([id, param]) =>
    rest.every((other) => other[id]?.type === param.type && sameValue(other[id].default, param.default)),
  )
}

const MIX: Param = {
  type: 'number',
  label: 'Mix',
  help: 'Share of each step in its result.',
  default: 1,
  min: 0,
  max: 1,
  step: 0.005,
  digits: 2,
}

/** What several selected steps share: changing it changes all of them. */
export function SharedPanel({ steps }: { steps: readonly Step[] }) {
  const dispatch = useAppDispatch()
  const { items, dialogs } = useStepMenu(steps)
  const on = steps.some((s) => s.on)
  return (
    <section aria-label="Selected steps" data-facet="what" className="flex min-h-0 flex-1 flex-col">
      <header className="flex items-center gap-1 border-b px-3 py-1.5">
        <h2 className="min-w-0 flex-1 truncate text-base font-semibold">{steps.length} steps</h2>
        <Button onClick={() => dispatch(switchSteps(steps, !on))}>
          {on ? <EyeOff size={14} /> : <Eye size={14} />} Switch {on ? 'off' : 'on'}
        </Button>
        <Menu align="end" trigger={<Button aria-label="More for these steps">⋯</Button>} items={items} />
      </header>
      <div className="grid min-h-0 content-start gap-3 overflow-y-auto px-3 py-2">
        <p className="text-dim">{steps.map((s) => s.name).join(', ')}</p>
        <SharedControls steps={steps} />
        <SharedTiming steps={steps} />
      </div>
      {dialogs}
    </section>
  )
}

/** Rows for what steps of one or of several shots have in common; each row shows the first one's value. */
export function SharedControls({ steps }: { steps: readonly Step[] }) {
  const [first] = steps
  if (!first) return null
  const rows: [string, Param][] = [['mix', MIX], ...sharedParams(steps)]
  return (
    <div>
      {rows.map(([id, param]) => {
        const [address, ...also] = steps.map((step) => controlAddress(step.id, id))
        const animated = id === 'mix' ? first.mix : (first.what[id] ?? { value: param.default })
        return (
          address && <ParamRow key={id} param={param} address={address} animated={animated} also={also} />
        )
      })}
      {rows.length === 1 && <p className="pt-1 text-dim">These steps share no other control.</p>}
    </div>
  )
}

function SharedTiming({ steps }: { steps: readonly Step[] }) {
  const dispatch = useAppDispatch()
  const [first] = steps
  if (!first) return null
  const set = (when: Partial<Step['when']>, gesture?: string) =>
    dispatch(
      editAll(
        steps.map((s): Act => ['step.when', { stepId: s.id, when }]),
        `Change timing of ${steps.length} steps`,
        gesture,
      ),
    )
  return (
    <div data-facet="when" className="border-t pt-2">
      <RampFields when={first.when} onChange={set} />
    </div>
  )
}
