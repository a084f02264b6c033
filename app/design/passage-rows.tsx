import { type DesignObject, type PassageWay, passageOf } from '@stilus/core/project'
import { CROSSINGS } from '@stilus/core/steps'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Choice } from '../ui/fields'
import { NumberField } from '../ui/number-field'

const AT_ONCE = ' '
const LABELS: Record<PassageWay, string> = { arrive: 'Arrives', leave: 'Leaves' }

/** How an object comes out of nothing and goes into it: by which transition, and how long that takes. */
export function PassageRows({ object }: { object: DesignObject }) {
  return (
    <>
      <PassageRow object={object} way="arrive" />
      <PassageRow object={object} way="leave" />
    </>
  )
}

function PassageRow({ object, way }: { object: DesignObject; way: PassageWay }) {
  const dispatch = useAppDispatch()
  const step = passageOf(object, way)
  const choose = (use: string) => {
    if (use !== AT_ONCE)
      dispatch(edit('passage.set', { objectId: object.id, way, stepId: step?.id ?? uid(), use }))
    else if (step) dispatch(edit('step.remove', { stepId: step.id }))
  }
  return (
    <>
      <span className="text-dim">{LABELS[way]}</span>
      <div className="grid min-w-0 grid-cols-[minmax(0,1fr)_76px] gap-1">
        <Choice
          label={`How the object ${LABELS[way].toLowerCase()}`}
          value={step?.use ?? AT_ONCE}
          options={[
            { value: AT_ONCE, label: 'At once' },
            ...CROSSINGS.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={choose}
          className={step ? '' : 'col-span-2'}
        />
        {step?.passage && (
          <NumberField
            label={`Frames in which it ${LABELS[way].toLowerCase()}`}
            value={step.passage.frames}
            min={1}
            max={100_000}
            soft={[1, Math.max(2, object.length)]}
            step={1}
            digits={0}
            unit="fr"
            onChange={(v, gesture) =>
              dispatch(edit('passage.length', { stepId: step.id, frames: Math.round(v) }, gesture))
            }
          />
        )}
      </div>
    </>
  )
}
