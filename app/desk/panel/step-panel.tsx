import { type Blend, BLENDS } from '@stilus/core/kernels'
import {
  type Address,
  allSteps,
  animatedOf,
  controlAddress,
  getTransition,
  groupsAround,
  type Step,
} from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { Eye, EyeOff, MoreHorizontal } from 'lucide-react'
import { CutLength } from '../../sequence/cut-length'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { type Face, viewActions } from '../../store/view'
import { Button, IconButton } from '../../ui/button'
import { Choice, EditableText, EmptyState } from '../../ui/fields'
import { Menu } from '../../ui/overlays'
import { NumberField } from '../../ui/number-field'
import { KeyButton } from '../controls/key-button'
import { ModifiersPanel } from '../controls/modifiers-panel'
import { FaceTabs } from './face-tabs'
import { SharedPanel } from './shared-panel'
import { useStepMenu } from '../strip/step-menu'
import { useAnimated, useDesk, useSelectedStep, useSelectedSteps } from '../use-desk'
import { WhatFace } from './what-face'
import { WhenFace } from './when-face'
import { WhereFace } from './where-face'

/** The selected step: its name, switch and mix, and one of its three faces; or what several selected steps share. */
export function StepPanel() {
  const step = useSelectedStep()
  const steps = useSelectedSteps()
  const { face, modifiers } = useView('face', 'modifiers')
  if (!step) return <NoStep />
  if (steps.length > 1) return <SharedPanel steps={steps} />
  return (
    <section aria-label="Selected step" data-facet={face} className="flex min-h-0 flex-1 flex-col">
      <StepHead key={step.id} step={step} />
      {modifiers && belongs(modifiers, step) ? (
        <ModifiersPanel address={modifiers} step={step} />
      ) : (
        <FaceTabs
          summary={(id) => summary(step, id)}
          faces={{
            what: <WhatFace key={step.id} step={step} />,
            where: <WhereFace key={step.id} step={step} />,
            when: <WhenFace key={step.id} step={step} />,
          }}
        />
      )}
    </section>
  )
}

/** Whether an address is one of a step or of its mask items. */
const belongs = ({ owner }: Address, step: Step): boolean =>
  owner.kind === 'step' ? owner.id === step.id : (step.where?.items.some((i) => i.id === owner.id) ?? false)

const THINGS = { shot: 'shot', span: 'span', transition: 'transition', object: 'object' } as const

function NoStep() {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const transition = stage.stack.kind === 'transition' && getTransition(stage.project, stage.stack.id)
  if (transition && stage.sequence)
    return (
      <section
        aria-label="The cut"
        className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto p-3 *:shrink-0"
      >
        <h2 className="font-semibold">{transition.name}</h2>
        <CutLength project={stage.project} sequence={stage.sequence} transition={transition} />
        <p className="text-dim">
          Drop a treatment on the outgoing shot, on the incoming one, or behind the joint; or choose a state
          to work on it.
        </p>
        <Button onClick={() => dispatch(viewActions.set({ drawer: 'catalogue' }))}>Open the catalogue</Button>
      </section>
    )
  return (
    <EmptyState
      text={`Choose a state in the strip to work on it, or add a treatment to this ${THINGS[stage.stack.kind]}.`}
    >
      <Button look="main" onClick={() => dispatch(viewActions.set({ drawer: 'catalogue' }))}>
        Open the catalogue
      </Button>
    </EmptyState>
  )
}

/** One line on what a face holds, so that nobody needs to open it to know. */
export function summary(step: Step, face: Face): string {
  if (face === 'what') {
    if (step.use !== 'group') return findStep(step.use)?.name ?? 'Unknown treatment'
    const count = allSteps(step.steps ?? []).length
    return `${step.recipe ? 'Recipe' : 'Group'} of ${count} ${count === 1 ? 'step' : 'steps'}`
  }
  if (face === 'where') {
    const shapes = step.where?.items.length ?? 0
    if (!shapes) return 'Everywhere'
    return `${shapes} ${shapes === 1 ? 'item' : 'items'}${step.where?.invert ? ', inverted' : ''}`
  }
  if (step.passage) {
    const { way, frames } = step.passage
    return `${way === 'arrive' ? 'Arrives' : 'Leaves'} in ${frames}`
  }
  const values = [...animatedOf(step)]
  const keys = values.reduce((sum, v) => sum + (v.keys?.length ?? 0), 0)
  const span = step.when.start === null && step.when.end === null ? 'Whole' : 'Part'
  return keys ? `${span}, ${keys} ${keys === 1 ? 'key' : 'keys'}` : `${span} shot`
}

const PLAIN: NonNullable<Step['blend']> = { mode: 'normal', space: 'perceptual' }
const MODES: Partial<Record<Blend, string>> = { plus: 'Add' }
const capital = (text: string) => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`

function StepHead({ step }: { step: Step }) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const at = { stepId: step.id }
  const mix = useAnimated(controlAddress(step.id, 'mix'), step.mix)
  const group = groupsAround(stage.steps, step.id).at(-1)
  const { items, dialogs } = useStepMenu([step])
  const blend = step.blend ?? PLAIN
  const setBlend = (change: Partial<typeof blend>) =>
    void dispatch(edit('step.blend', { ...at, blend: { ...blend, ...change } }))
  return (
    <header className="px-2 py-1.5">
      {group && (
        <button
          type="button"
          className="px-1 text-xs text-dim hover:text-text"
          onClick={() => dispatch(viewActions.step(group.id))}
        >
          In {group.name} ›
        </button>
      )}
      <div className="flex items-center gap-1">
        <IconButton
          label={step.on ? 'Switch the step off' : 'Switch the step on'}
          shortcut="B"
          pressed={step.on}
          onClick={() => dispatch(edit('step.switch', { ...at, on: !step.on }))}
        >
          {step.on ? <Eye size={16} /> : <EyeOff size={16} />}
        </IconButton>
        <EditableText
          label="Name of the step"
          value={step.name}
          onChange={(name) => dispatch(edit('step.rename', { ...at, name }))}
          className="h-7 flex-1 px-1 text-base font-semibold"
        />
        <span className="text-dim">Mix</span>
        <NumberField
          label="Mix"
          value={Number(mix.value) * 100}
          min={0}
          max={100}
          step={0.5}
          digits={0}
          unit="%"
          onChange={(v, gesture) => mix.set(v / 100, gesture)}
          onHand={mix.hand}
          className="w-16"
        />
        <KeyButton label="mix" keyed={mix.keyed} onKey={mix.onKey} onToggle={mix.toggleKey} />
        <Menu
          align="end"
          trigger={
            <button
              type="button"
              aria-label="More for this step"
              className="flex size-7 items-center justify-center rounded text-dim hover:bg-field hover:text-text"
            >
              <MoreHorizontal size={16} />
            </button>
          }
          items={items}
        />
      </div>
      <div className="flex items-center gap-1.5 pl-1">
        <span className="text-dim">Lies on the picture as</span>
        <Choice
          label="Blend mode"
          value={blend.mode}
          options={BLENDS.map((mode) => ({ value: mode, label: MODES[mode] ?? capital(mode) }))}
          onChange={(mode) => setBlend({ mode: mode as Blend })}
          className="flex-1"
        />
        {blend.mode !== 'normal' && (
          <Choice
            label="Blends in"
            value={blend.space}
            options={[
              { value: 'perceptual', label: 'As seen' },
              { value: 'linear', label: 'As light' },
            ]}
            onChange={(space) => setBlend({ space: space as 'linear' })}
          />
        )}
      </div>
      {dialogs}
    </header>
  )
}
