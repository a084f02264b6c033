import { fit, sameValue } from '../params'
import { findStep, type StepDeclaration } from '../steps'
import { newStep } from './parts'
import type { Step } from './schema'

/** Another treatment in the place of a step: what both have by the same name and kind stays, with its keys and bindings; so does all that any step has, and a name of its own. */
export function inPlaceOf(before: Step, declaration: StepDeclaration): Step {
  const made = newStep(declaration, before.id)
  const old = findStep(before.use)
  for (const [name, param] of Object.entries(declaration.params)) {
    const value = before.what[name]
    const same = value && old?.params[name]?.type === param.type
    if (same && [value, ...(value.keys ?? [])].every((v) => sameValue(fit(param, v.value), v.value)))
      made.what[name] = value
  }
  const { mix, blend, where, when, on, passage } = before
  const inputs = Object.entries(before.inputs ?? {}).filter(([name]) => declaration.inputs?.[name])
  return {
    ...made,
    mix,
    where,
    when,
    on,
    ...(blend && { blend }),
    ...(passage && { passage }),
    ...(inputs.length && { inputs: Object.fromEntries(inputs) }),
    name: before.name === old?.name ? made.name : before.name,
  }
}
