import type { Animated } from '@stilus/core/anim'
import { type Param, sameValue } from '@stilus/core/params'
import type { Place } from '@stilus/core/project'
import { Link, Unlink } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { Hint, IconButton } from '../ui/button'
import { cx } from '../ui/classes'
import { ColourField } from '../ui/colour-field'
import { Choice, Segments, Toggle } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import { KeyButton } from './key-button'
import { useAnimated } from './use-desk'

type Control = ReturnType<typeof useAnimated>

/** One declared parameter: its name (double-click resets), its control and its key button. */
export function ParamRow({ param, place, animated }: { param: Param; place: Place; animated: Animated }) {
  const control = useAnimated(place, animated)
  const changed = control.keyed || !sameValue(control.value, param.default)
  const wide = param.type === 'rgb'
  const name = (
    <Hint text={`${param.help} Double-click to reset.`}>
      <button
        type="button"
        className={cx(
          'flex min-w-0 items-center gap-1.5 truncate text-left',
          changed ? 'text-text' : 'text-dim',
        )}
        onDoubleClick={() => control.set(param.default)}
      >
        <span className={cx('size-1 shrink-0 rounded-full', changed ? 'bg-(--facet)' : 'bg-transparent')} />
        <span className="truncate">{param.label}</span>
      </button>
    </Hint>
  )
  const keyButton = (
    <KeyButton
      label={param.label.toLowerCase()}
      keyed={control.keyed}
      onKey={control.onKey}
      onToggle={control.toggleKey}
    />
  )
  if (wide) {
    return (
      <div className="grid grid-cols-[1fr_24px] items-center gap-x-2 gap-y-1 py-0.5">
        {name}
        {keyButton}
        <ParamControl param={param} control={control} />
      </div>
    )
  }
  return (
    <div className="grid grid-cols-[92px_1fr_24px] items-center gap-x-2 py-0.5">
      {name}
      <ParamControl param={param} control={control} />
      {keyButton}
    </div>
  )
}

function ParamControl({ param, control }: { param: Param; control: Control }): ReactNode {
  const { value, set, hand } = control
  switch (param.type) {
    case 'number': {
      const { label, min, max, soft, step, digits, unit } = param
      return (
        <NumberField
          {...{ label, min, max, soft, step, digits, unit }}
          value={Number(value)}
          onChange={set}
          onHand={hand}
        />
      )
    }
    case 'toggle':
      return <Toggle label={param.label} value={value === true} onChange={(v) => set(v)} />
    case 'choice': {
      const common = {
        label: param.label,
        value: String(value),
        options: param.options,
        onChange: (v: string) => set(v),
      }
      return param.options.length <= 2 ? <Segments {...common} /> : <Choice {...common} />
    }
    case 'colour':
      return <ColourField label={param.label} value={value as number[]} onChange={set} onHand={hand} />
    case 'pair':
      return <PairControl param={param} control={control} />
    case 'rgb':
      return <RgbControl param={param} control={control} />
  }
}

function PairControl({ param, control }: { param: Extract<Param, { type: 'pair' }>; control: Control }) {
  const [a = 0, b = 0] = control.value as number[]
  const [linked, setLinked] = useState(a === b)
  const { min, max, soft, step, digits, unit } = param
  const field = (i: 0 | 1) => (
    <NumberField
      label={`${param.label} ${param.names[i].toLowerCase()}`}
      {...{ min, max, soft, step, digits, unit }}
      value={i ? b : a}
      onChange={(v, gesture) => control.set(linked ? [v, v] : i ? [a, v] : [v, b], gesture)}
      onHand={control.hand}
      className="flex-1"
    />
  )
  return (
    <div className="flex min-w-0 items-center gap-1">
      {field(0)}
      <IconButton
        label={linked ? 'Unlink the two' : 'Link the two'}
        pressed={linked}
        className="w-5"
        onClick={() => setLinked(!linked)}
      >
        {linked ? <Link size={13} /> : <Unlink size={13} />}
      </IconButton>
      {field(1)}
    </div>
  )
}

/** A master that moves all three together, and one field a channel. */
function RgbControl({ param, control }: { param: Extract<Param, { type: 'rgb' }>; control: Control }) {
  const rgb = control.value as number[]
  const mean = rgb.reduce((s, v) => s + v, 0) / 3
  const { min, max, step, digits } = param
  const middle = param.default[0]
  const soft = [middle - (middle || 0.25), middle + (middle || 0.25)] as const
  const field = (name: string, value: number, to: (v: number) => number[]) => (
    <label key={name} className="grid gap-0.5">
      <NumberField
        label={`${param.label} ${name.toLowerCase()}`}
        {...{ min, max, soft, step, digits, value }}
        onChange={(v, gesture) => control.set(to(v), gesture)}
        onHand={control.hand}
      />
      <span className="text-center text-xs text-faint">{name}</span>
    </label>
  )
  return (
    <div className="col-span-2 grid grid-cols-4 gap-1 pl-2.5">
      {field('All', mean, (v) => rgb.map((c) => c + v - mean))}
      {['Red', 'Green', 'Blue'].map((name, i) =>
        field(name, rgb[i] ?? 0, (v) => rgb.map((c, j) => (j === i ? v : c))),
      )}
    </div>
  )
}
