import { Link, Unlink } from 'lucide-react'
import { useState } from 'react'
import { IconButton } from './button'
import { NumberField, type NumberFieldProps } from './number-field'

type Shared = Pick<NumberFieldProps, 'label' | 'min' | 'max' | 'soft' | 'step' | 'digits' | 'unit' | 'onHand'>

interface TwoProps extends Shared {
  value: readonly [number, number]
  names: readonly [string, string]
  onChange(value: [number, number], gesture: string): void
}

/** Two numbers side by side; `link` moves both together. */
export function TwoNumbers({
  value,
  names,
  onChange,
  linkable,
  ...shared
}: TwoProps & { linkable?: boolean }) {
  const [linked, setLinked] = useState(linkable === true && value[0] === value[1])
  const field = (i: 0 | 1) => (
    <NumberField
      {...shared}
      label={`${shared.label} ${names[i].toLowerCase()}`}
      value={value[i]}
      onChange={(v, gesture) => onChange(linked ? [v, v] : i ? [value[0], v] : [v, value[1]], gesture)}
      className="flex-1"
    />
  )
  return (
    <div className="flex min-w-0 items-center gap-1">
      {field(0)}
      {linkable && (
        <IconButton
          label={linked ? 'Unlink the two' : 'Link the two'}
          pressed={linked}
          className="w-5"
          onClick={() => setLinked(!linked)}
        >
          {linked ? <Link size={13} /> : <Unlink size={13} />}
        </IconButton>
      )}
      {field(1)}
    </div>
  )
}

/** A range: neither end passes the other. */
export const RangeNumbers = (props: TwoProps) => (
  <TwoNumbers
    {...props}
    onChange={([low, high], gesture) =>
      props.onChange(
        low !== props.value[0] ? [Math.min(low, high), high] : [low, Math.max(low, high)],
        gesture,
      )
    }
  />
)
