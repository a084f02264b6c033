import type { Step } from '@stilus/core/project'
import { Segments } from '../../ui/fields'
import { NumberField } from '../../ui/number-field'

type When = Step['when']

/** How a step arrives and leaves: the frames of its two ramps and their shape. */
export function RampFields({
  when,
  onChange,
}: {
  when: When
  onChange(change: Partial<When>, gesture?: string): void
}) {
  const ramp = (label: string, name: 'rampIn' | 'rampOut') => (
    <div className="grid grid-cols-[92px_1fr_36px] items-center gap-2 py-0.5">
      <span className="text-dim">{label}</span>
      <NumberField
        label={label}
        value={when[name]}
        min={0}
        max={9999}
        soft={[0, 48]}
        step={1}
        digits={0}
        unit="fr"
        onChange={(v, gesture) => onChange({ [name]: Math.round(v) }, gesture)}
      />
    </div>
  )
  return (
    <>
      {ramp('Ramp in', 'rampIn')}
      {ramp('Ramp out', 'rampOut')}
      <div className="grid grid-cols-[92px_1fr_36px] items-center gap-2 py-0.5">
        <span className="text-dim">Ramp shape</span>
        <Segments
          label="Ramp shape"
          value={when.shape}
          options={[
            { value: 'ease', label: 'Eased' },
            { value: 'linear', label: 'Even' },
          ]}
          onChange={(shape) => onChange({ shape: shape as When['shape'] })}
        />
      </div>
    </>
  )
}
