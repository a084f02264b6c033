import { type Param, shown } from '@stilus/core/params'
import { type Step, stepValues } from '@stilus/core/project'

import { findStep } from '@stilus/core/steps'
import { EmptyState } from '../ui/fields'
import { ParamRow } from './param-row'
import { useDesk, useTime } from './use-desk'

/** The controls of a step that matter for its values, under their headings. */
export function WhatFace({ step }: { step: Step }) {
  const { project, shot } = useDesk()
  const time = useTime()
  const declaration = findStep(step.use)
  if (!declaration) {
    return (
      <EmptyState
        text={`This version of Stilus does not know "${step.use}". The step is kept as it is and left out of the picture.`}
      />
    )
  }
  const groups = new Map<string, [string, Param][]>()
  for (const [id, param] of shown(declaration.params, stepValues(project, shot, step, time))) {
    const group = param.group ?? ''
    groups.set(group, [...(groups.get(group) ?? []), [id, param]])
  }
  return (
    <div className="grid gap-2">
      {[...groups].map(([group, params]) => (
        <fieldset key={group} className="min-w-0">
          {group && <legend className="mb-1 text-xs font-semibold text-faint">{group}</legend>}
          {params.map(([id, param]) => (
            <ParamRow
              key={id}
              param={param}
              place={{ shotId: shot.id, stepId: step.id, param: id }}
              animated={step.what[id] ?? { value: param.default }}
            />
          ))}
        </fieldset>
      ))}
    </div>
  )
}
