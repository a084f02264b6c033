import { OBJECT_FORMS } from '@stilus/core/design'
import { type DesignObject, formAddress } from '@stilus/core/project'
import type { ReactNode } from 'react'
import { ParamRow } from '../../desk/controls/param-row'

/** Controls under a heading. */
export function Group({ title, end, children }: { title: string; end?: ReactNode; children: ReactNode }) {
  return (
    <fieldset className="min-w-0 border-b border-line pb-2 last:border-0">
      <legend className="float-left flex h-7 w-full items-center justify-between text-xs font-semibold text-faint">
        <span>{title}</span>
        {end}
      </legend>
      <div className="clear-both">{children}</div>
    </fieldset>
  )
}

/** A control with its name before it. */
export function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[92px_1fr_40px] items-center gap-x-2 py-0.5">
      <span className="pl-2.5 leading-tight text-dim">{label}</span>
      <div className="grid">{children}</div>
    </div>
  )
}

/** A number of an object by its name. */
export function FormRow({ object, name }: { object: DesignObject; name: string }) {
  const param = OBJECT_FORMS[object.kind][name]
  if (!param) return null
  const animated = object.form[name] ?? { value: param.default }
  return <ParamRow param={param} address={formAddress('object', object.id, name)} animated={animated} />
}
