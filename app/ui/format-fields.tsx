import type { Size } from '@stilus/core/frame'
import { type Rate, rateName, RATES } from '@stilus/core/time'
import { Choice } from './fields'
import { NumberField } from './number-field'

interface Format {
  size: Size
  rate: Rate
}

/** Picture size and rate, as rows of a grid of a label and two fields. */
export function FormatFields(props: Format & { onChange(format: Partial<Format>, gesture?: string): void }) {
  const { size, rate, onChange } = props
  const side = (label: string, name: 'width' | 'height') => (
    <NumberField
      {...{ label, min: 16, max: 8192, soft: [0, 3840], step: 2, digits: 0, unit: 'px' }}
      value={size[name]}
      // Even sides can be written as video.
      onChange={(v, gesture) => onChange({ size: { ...size, [name]: Math.round(v / 2) * 2 } }, gesture)}
    />
  )
  return (
    <>
      <span className="text-dim">Picture</span>
      {side('Width', 'width')}
      {side('Height', 'height')}
      <span className="text-dim">Rate</span>
      <Choice
        label="Frames a second"
        value={rateName(rate)}
        options={Object.keys(RATES).map((name) => ({ value: name, label: name }))}
        onChange={(name) => onChange({ rate: RATES[name] ?? rate })}
        className="col-span-2"
      />
    </>
  )
}
