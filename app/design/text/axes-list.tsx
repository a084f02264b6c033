import { axisNumber, axisParam } from '@stilus/core/lettering'
import { type DesignObject, formAddress, fontsOf, type Project } from '@stilus/core/project'
import { useState } from 'react'
import { ParamRow } from '../../desk/controls/param-row'
import { edit } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { Button } from '../../ui/button'
import { NumberField } from '../../ui/number-field'
import { Row } from './row'

/** Axes that most who set text know. */
const USUAL = ['wdth', 'slnt', 'ital', 'opsz', 'SOFT', 'WONK']

/** The axes of a variable font besides its weight; one that was set has keys like any number. */
export function AxesList({ project, object }: { project: Project; object: DesignObject }) {
  const dispatch = useAppDispatch()
  const axes = fontsOf(project).find(object.text?.family ?? '')?.axes ?? []
  const [all, setAll] = useState(false)
  const shown = axes.filter(({ tag }) => tag !== 'wght')
  const first = shown.filter(({ tag }) => USUAL.includes(tag) || object.form[axisNumber(tag)])
  const rest = shown.length - first.length
  const rows = (all ? shown : first).map((axis) => {
    const param = axisParam(axis)
    const name = axisNumber(axis.tag)
    const animated = object.form[name]
    if (animated)
      return (
        <ParamRow
          key={name}
          param={param}
          address={formAddress('object', object.id, name)}
          animated={animated}
        />
      )
    return (
      <Row key={name} label={param.label}>
        <NumberField
          label={param.label}
          value={param.default}
          {...{ min: param.min, max: param.max, step: param.step, digits: param.digits }}
          onChange={(value) =>
            void dispatch(edit('text.axis', { objectId: object.id, tag: axis.tag, value }))
          }
        />
      </Row>
    )
  })
  return (
    <>
      {rows}
      {rest > 0 && (
        <Button look="quiet" className="h-6! px-2" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Fewer axes' : `${rest} more axes`}
        </Button>
      )}
    </>
  )
}
