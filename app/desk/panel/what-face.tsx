import { type Param, sameValue, shown } from '@stilus/core/params'
import {
  type Address,
  boundValues,
  controlAddress,
  getTransition,
  isKnown,
  paramsOf,
  type Project,
  type Step,
} from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { valueAt } from '@stilus/core/anim'
import { ChevronDown, RotateCcw } from 'lucide-react'
import { useState } from 'react'
import { CrossPicker } from '../../sequence/cross-picker'
import { OwnOfSides } from '../../sequence/own-passages'
import { edit } from '../../store/edit'
import { useApp, useAppDispatch, useView } from '../../store/store'
import { IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { EmptyState } from '../../ui/fields'
import { SearchField } from '../../ui/search-field'
import { ContentLists } from '../controls/content-list'
import { FrontEditor } from './front-editor'
import { Inputs } from './inputs'
import { KeyControls } from '../key/key-controls'
import { Stages } from '../key/stages'
import { ParamRow } from '../controls/param-row'
import { Presets } from './presets'
import { ProgressGraph } from './progress-graph'
import { timeAt, useDesk } from '../use-desk'

/** Steps with more controls than this can be searched. */
const MANY = 7

/** The controls of a step that matter for its values, under headings that open and shut. */
export function WhatFace({ step }: { step: Step }) {
  const { stage } = useDesk()
  const [text, setText] = useState('')
  const { part: chosen } = useView('part')
  const stages = findStep(step.use)?.stages
  const here = stages?.find((s) => s.label === chosen)
  const part = here?.label ?? null
  const params = paramsOf(step)
  // Which controls matter changes seldom; the face is drawn again only when it does.
  const ids = useApp((s) =>
    shown(params, boundValues(stage, step, timeAt(stage, s.view.frame)))
      .map(([id]) => id)
      .join('\n'),
  )
  if (!isKnown(step)) {
    return (
      <EmptyState
        text={`This version of Stilus does not know "${step.use}". The step is kept as it is and left out of the picture.`}
      />
    )
  }
  // The controls of one stage are few: they are not searched.
  const words = part ? [] : text.toLowerCase().split(/\s+/).filter(Boolean)
  const groups = new Map<string, [string, Param][]>()
  for (const id of ids.split('\n')) {
    const param = params[id]
    if (!param) continue
    const said = `${param.label} ${param.help} ${param.group ?? ''}`.toLowerCase()
    if (!words.every((word) => said.includes(word))) continue
    const group = param.group ?? ''
    if (part && group !== part) continue
    groups.set(group, [...(groups.get(group) ?? []), [id, param]])
  }
  return (
    <div className="grid gap-2">
      <Stages step={step} />
      {step.use !== 'group' && !part && <Presets step={step} />}
      <Inputs step={step} only={here && (here.inputs ?? [])} />
      {step.use === 'screen-key' && <KeyControls step={step} part={part} />}
      {(!part || part === 'Screen') && <ContentLists step={step} />}
      {stage.stack.kind === 'transition' && findStep(step.use)?.crosses && (
        <>
          <OtherTransition project={stage.project} id={stage.stack.id} />
          <OwnOfSides project={stage.project} transition={getTransition(stage.project, stage.stack.id)} />
          <ProgressGraph step={step} />
        </>
      )}
      {Object.keys(params).length > MANY && !part && (
        <SearchField label="Find a control" text={text} onText={setText} />
      )}
      {[...groups].map(([group, list]) => (
        <ParamGroup key={group} name={group} list={list} step={step} open={words.length > 0} />
      ))}
      {words.length > 0 && !groups.size && <p className="text-dim">No control is called that.</p>}
      {step.use === 'group' && <FrontEditor step={step} />}
    </div>
  )
}

/** The way from a transition to any other. Its pictures are made when they are asked for. */
function OtherTransition({ project, id }: { project: Project; id: string }) {
  const [open, setOpen] = useState(false)
  return (
    <details className="rounded border" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer px-2 py-1.5 hover:bg-field">Another transition …</summary>
      <div className="p-2">
        {open && <CrossPicker project={project} transition={getTransition(project, id)} />}
      </div>
    </details>
  )
}

/** Which headings are shut, from visit to visit. */
const shutKey = (use: string, group: string) => `stilus shut ${use} ${group}`

function ParamGroup({
  name,
  list,
  step,
  open,
}: {
  name: string
  list: [string, Param][]
  step: Step
  open: boolean
}) {
  const dispatch = useAppDispatch()
  const key = shutKey(step.use, name)
  const [shut, setShut] = useState(() => localStorage.getItem(key) === '1')
  const hidden = shut && !open
  const toggle = () => {
    setShut(!shut)
    localStorage.setItem(key, shut ? '0' : '1')
  }
  const changed = list.some(([id, param]) => {
    const animated = step.what[id]
    return (
      animated && (animated.keys || animated.modifiers || !sameValue(valueAt(animated, 0), param.default))
    )
  })
  const reset = () =>
    dispatch(
      edit('step.reset', {
        stepId: step.id,
        params: list.map(([id]) => id),
        what: name.toLowerCase() || 'controls',
      }),
    )
  return (
    <fieldset className="min-w-0">
      {name && (
        <div className="group/head mb-0.5 flex h-6 items-center gap-1">
          <button
            type="button"
            aria-expanded={!hidden}
            className="flex flex-1 items-center gap-1 text-left text-xs font-semibold text-faint hover:text-text"
            onClick={toggle}
          >
            <ChevronDown size={13} className={cx(hidden && '-rotate-90')} />
            {name}
            {hidden && changed && <span className="size-1 rounded-full bg-(--facet)" />}
          </button>
          {changed && (
            <IconButton
              label={`Reset ${name.toLowerCase()}`}
              className="size-6 opacity-0 group-hover/head:opacity-100 focus-visible:opacity-100"
              onClick={reset}
            >
              <RotateCcw size={12} />
            </IconButton>
          )}
        </div>
      )}
      {!hidden && list.map(([id, param]) => <StepParam key={id} id={id} param={param} step={step} />)}
    </fieldset>
  )
}

/** A control of a step, by its id. */
export function StepParam({
  id,
  param,
  step,
  also,
}: {
  id: string
  param: Param
  step: Step
  also?: readonly Address[]
}) {
  const animated = step.what[id] ?? { value: param.default }
  const address = controlAddress(step.id, id)
  return <ParamRow param={param} address={address} animated={animated} {...(also ? { also } : {})} />
}
