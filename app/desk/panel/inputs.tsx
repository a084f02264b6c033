import {
  allShots,
  allSteps,
  type Binding,
  boundValues,
  inputsOf,
  type OutputKind,
  outputsOf,
  type Source,
  type Stage,
  type Step,
} from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { keepStillOf } from '../../session/stills'
import { edit } from '../../store/edit'
import { useApp, useAppDispatch } from '../../store/store'
import { Button } from '../../ui/button'
import { Choice, Segments } from '../../ui/fields'
import { NumberField } from '../../ui/number-field'
import { Menu, type MenuItem } from '../../ui/overlays'
import { timeAt, useDesk } from '../use-desk'
import { bindingName, shelvedName } from './binding-name'

const material = (source: Source): Binding => ({
  kind: 'material',
  source,
  in: 0,
  fit: 'fit',
  beyond: 'hold',
})

/** Everything that an input of a step could take. */
export function pictureChoices(
  stage: Stage,
  step: Step,
  kind: OutputKind,
  take: (b: Binding) => void,
): (MenuItem | null)[] {
  const { project, stack } = stage
  const others = allSteps(stage.steps).filter((s) => s.id !== step.id)
  const offering = others.filter((s) => outputsOf(s).some((o) => o.kind === kind || kind === 'matte'))
  const list = (label: string, items: MenuItem[]): MenuItem[] => (items.length ? [{ label, items }] : [])
  const media = project.media.filter((m) => m.kind === 'video' || m.kind === 'still')
  const named = (id: string, name: string) => shelvedName(project, id) ?? name
  return [
    { label: 'The untouched source', run: () => take({ kind: 'source' }) },
    ...(stack.kind === 'span'
      ? []
      : [{ label: 'What lies below', run: () => take({ kind: 'below' as const }) }]),
    ...(stack.kind === 'transition' && !stack.list
      ? [
          { label: 'The outgoing shot', run: () => take({ kind: 'outgoing' as const }) },
          { label: 'The incoming shot', run: () => take({ kind: 'incoming' as const }) },
        ]
      : []),
    null,
    ...list(
      'The state after',
      others.map((s) => ({ label: s.name, run: () => take({ kind: 'step', stepId: s.id }) })),
    ),
    ...list(
      kind === 'matte' ? 'A matte or picture of' : 'A picture of',
      offering.map((s) => ({
        label: s.name,
        items: outputsOf(s).map((o) => ({
          label: o.label,
          run: () => take({ kind: 'step', stepId: s.id, output: o.id }),
        })),
      })),
    ),
    null,
    ...list(
      'A clip or still',
      media.map((m) => ({
        label: named(m.id, m.name),
        run: () => take(material({ kind: 'medium', mediaId: m.id })),
      })),
    ),
    ...list(
      'Another shot',
      allShots(project)
        .filter((s) => s.id !== stage.shot?.id)
        .map((s) => ({ label: s.name, run: () => take({ kind: 'shot', shotId: s.id, offset: 0 }) })),
    ),
    ...list(
      'A design',
      project.designs.map((d) => ({
        label: d.name,
        run: () => take(material({ kind: 'design', designId: d.id })),
      })),
    ),
    ...list(
      'Another sequence',
      project.sequences
        .filter((s) => s.id !== stage.sequence?.id)
        .map((s) => ({ label: s.name, run: () => take(material({ kind: 'comp', sequenceId: s.id })) })),
    ),
  ]
}

interface InputRowProps {
  label: string
  step: Step
  kind: OutputKind
  binding: Binding
  /** Null takes what the step takes by itself. */
  onChange(binding: Binding | null): void
  /** What it takes by itself, where that can be gone back to. */
  plain?: string | undefined
}

/** One input: what it takes, what it could take, and how. */
export function InputRow({ label, step, kind, binding, onChange, plain }: InputRowProps) {
  const { stage } = useDesk()
  const items = (): (MenuItem | null)[] => [
    ...(plain ? [{ label: plain, run: () => onChange(null) }, null] : []),
    ...pictureChoices(stage, step, kind, onChange),
    null,
    { label: 'Nothing', run: () => onChange({ kind: 'none' }) },
  ]
  const picture = kind === 'matte' && binding.kind !== 'none'
  const ready = binding.kind === 'step' && binding.output === 'region'
  return (
    <div className="grid gap-1 py-0.5">
      <div className="grid grid-cols-[92px_minmax(0,1fr)] items-center gap-2">
        <span className="truncate pl-2.5 text-dim">{label}</span>
        <Menu
          trigger={
            <Button
              aria-label={`${label}: ${bindingName(stage, binding)}`}
              className="justify-start! truncate"
            >
              <span className="truncate">{bindingName(stage, binding)}</span>
            </Button>
          }
          items={items}
        />
      </div>
      {picture && !ready && (
        <div className="flex items-center justify-between gap-2 pl-2.5">
          <span className="text-dim">Takes</span>
          <Segments
            label={`What of ${label.toLowerCase()} is the matte`}
            value={binding.channel ?? 'luminance'}
            options={[
              { value: 'luminance', label: 'Brightness' },
              { value: 'alpha', label: 'Alpha' },
            ]}
            onChange={(channel) => onChange({ ...binding, channel: channel as 'alpha' })}
          />
        </div>
      )}
      {binding.kind === 'shot' && (
        <div className="grid grid-cols-[92px_minmax(0,1fr)] items-center gap-2">
          <span className="truncate pl-2.5 text-dim">Frames later</span>
          <NumberField
            label={`How many frames later ${label.toLowerCase()} is taken`}
            value={binding.offset}
            min={-100_000}
            max={100_000}
            soft={[-120, 120]}
            step={1}
            digits={0}
            unit="fr"
            onChange={(v) => onChange({ ...binding, offset: Math.round(v) })}
          />
        </div>
      )}
      {binding.kind === 'material' && <MaterialForm label={label} binding={binding} onChange={onChange} />}
    </div>
  )
}

/** How material from outside comes in: from which frame on, how it fits, and what shows beyond its ends. */
function MaterialForm(props: {
  label: string
  binding: Extract<Binding, { kind: 'material' }>
  onChange(binding: Binding): void
}) {
  const { label, binding, onChange } = props
  const { project } = useDesk()
  const { source } = binding
  const medium = source.kind === 'medium' ? project.media.find((m) => m.id === source.mediaId) : undefined
  const moves = source.kind !== 'solid' && medium?.kind !== 'still'
  return (
    <div className="grid grid-cols-3 gap-1 pl-2.5">
      {moves && (
        <NumberField
          label={`First frame of ${label.toLowerCase()}`}
          value={binding.in}
          min={-100_000}
          max={100_000}
          soft={[0, 240]}
          step={1}
          digits={0}
          unit="fr"
          onChange={(v) => onChange({ ...binding, in: Math.round(v) })}
        />
      )}
      <Choice
        label={`How ${label.toLowerCase()} fits`}
        value={binding.fit}
        options={[
          { value: 'fit', label: 'Seen whole' },
          { value: 'fill', label: 'Covers' },
          { value: 'stretch', label: 'Stretched' },
          { value: 'none', label: 'As it is' },
        ]}
        onChange={(fit) => onChange({ ...binding, fit: fit as 'fit' })}
      />
      {moves && (
        <Choice
          label={`Beyond the ends of ${label.toLowerCase()}`}
          value={binding.beyond}
          options={[
            { value: 'hold', label: 'Holds' },
            { value: 'loop', label: 'Loops' },
            { value: 'mirror', label: 'To and fro' },
            { value: 'empty', label: 'Nothing' },
          ]}
          onChange={(beyond) => onChange({ ...binding, beyond: beyond as 'hold' })}
        />
      )}
    </div>
  )
}

/** What a step takes: the picture that it works on, where that is chosen, and the named inputs of its declaration. */
export function Inputs({ step, only }: { step: Step; only?: readonly string[] | undefined }) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const bind = (input: string, binding: Binding | null) =>
    void dispatch(edit('input.bind', { stepId: step.id, input, binding }))
  const declared = findStep(step.use)?.inputs ?? {}
  // Which of them are asked for changes seldom; they are drawn again only when it does.
  const asked = useApp((s) => {
    const values = boundValues(stage, step, timeAt(stage, s.view.frame))
    const wanted = Object.entries(declared).filter(([, input]) => !input.when || input.when(values))
    return wanted.map(([name]) => name).join('\n')
  }).split('\n')
  const shown = (name: string) => asked.includes(name) && (only?.includes(name) ?? true)
  const named = inputsOf(step).filter(({ name }) => name !== 'before' && shown(name))
  const own = Object.entries(declared).filter(
    ([name, input]) => input.default === 'region' && shown(name) && !named.some((n) => n.name === name),
  )
  const before = step.inputs?.before
  // A plain step of the row says nothing of it; its menu can take it elsewhere.
  if ((!before || only) && !named.length && !own.length) return null
  const stills = named.some(({ input }) => input.default === 'none' && input.kind === 'frame')
  return (
    <section aria-label="What it takes" className="grid gap-0.5 border-b pb-1.5">
      {!only && (
        <InputRow
          label="Works on"
          step={step}
          kind="frame"
          binding={before ?? { kind: 'before' }}
          plain="The state before it"
          onChange={(binding) => bind('before', binding)}
        />
      )}
      {named.map(({ name, input, binding, plain }) => (
        <InputRow
          key={name}
          label={input.label}
          step={step}
          kind={input.kind}
          binding={binding}
          plain={plain ? undefined : input.default === 'region' ? 'Its own region' : 'As it takes by itself'}
          onChange={(next) => bind(name, next)}
        />
      ))}
      {own.map(([name, input]) => (
        <div key={name} className="grid grid-cols-[92px_minmax(0,1fr)] items-center gap-2 py-0.5">
          <span className="truncate pl-2.5 text-dim">{input.label}</span>
          <Menu
            trigger={
              <Button aria-label={`${input.label}: its own region`} className="justify-start!">
                Its own region
              </Button>
            }
            items={() => pictureChoices(stage, step, 'matte', (binding) => bind(name, binding))}
          />
        </div>
      ))}
      {stills && stage.shot && (
        <Button onClick={() => void keepStillOf(project, stage)}>Keep this frame as a still</Button>
      )}
    </section>
  )
}
