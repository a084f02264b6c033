import { curveAt, type Param, SEEDS } from '@stilus/core/params'
import type { Address } from '@stilus/core/project'
import { Dices, Pipette } from 'lucide-react'
import { type ReactNode, useRef } from 'react'
import { readTable } from '../../session/tables'
import { uid } from '../../session/work'
import { edit, editAll } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { AngleDial } from '../../ui/angle-dial'
import { Button, IconButton } from '../../ui/button'
import { ColourField } from '../../ui/colour-field'
import { ColourWheel } from '../../ui/colour-wheel'
import { CurveField } from '../../ui/curve-field'
import { Choice, Segments, Toggle } from '../../ui/fields'
import { NumberField } from '../../ui/number-field'
import { RangeNumbers, TwoNumbers } from '../../ui/pair-fields'
import { startPicking } from '../../viewer/picking'
import type { Control } from '../use-desk'
import { useDesk } from '../use-desk'

interface ControlProps<T extends Param['type']> {
  param: Extract<Param, { type: T }>
  control: Control
  address: Address
}

/** Whether a control stands under its name, over the whole width. */
export const isWide = (param: Param): boolean =>
  ['rgb', 'curve', 'file', 'text', 'reference', 'picture'].includes(param.type)

/** The control that a declared parameter asks for. */
export function ParamControl({ param, control, address }: ControlProps<Param['type']>): ReactNode {
  const { value, set, hand } = control
  const common = { label: param.label, onChange: set, onHand: hand }
  switch (param.type) {
    case 'number': {
      const { min, max, soft, step, digits, unit } = param
      const field = (
        <NumberField
          {...common}
          {...{ min, max, soft, step, digits, unit }}
          value={Number(value)}
          className="flex-1"
        />
      )
      if (unit !== '°') return field
      return (
        <div className="flex min-w-0 items-center gap-1">
          <AngleDial {...common} value={Number(value)} />
          {field}
        </div>
      )
    }
    case 'seed':
      return (
        <div className="flex min-w-0 items-center gap-1">
          <NumberField
            {...common}
            value={Number(value)}
            min={0}
            max={SEEDS}
            step={1}
            digits={0}
            className="flex-1"
          />
          <IconButton
            label={`Another ${param.label.toLowerCase()}`}
            onClick={() => set((crypto.getRandomValues(new Uint16Array(1))[0] ?? 0) % (SEEDS + 1))}
          >
            <Dices size={15} />
          </IconButton>
        </div>
      )
    case 'toggle':
      return <Toggle label={param.label} value={value === true} onChange={(v) => set(v)} />
    case 'choice': {
      const choice = {
        ...common,
        value: String(value),
        options: param.options,
        onChange: (v: string) => set(v),
      }
      return param.options.length <= 2 ? <Segments {...choice} /> : <Choice {...choice} />
    }
    case 'colour':
      return <ColourControl param={param} control={control} address={address} />
    case 'pair':
      return (
        <TwoNumbers
          {...common}
          {...limits(param)}
          names={param.names}
          value={value as [number, number]}
          linkable
        />
      )
    case 'range':
      return (
        <RangeNumbers
          {...common}
          {...limits(param)}
          names={['From', 'To']}
          value={value as [number, number]}
        />
      )
    case 'point':
      return (
        <TwoNumbers
          {...common}
          {...{ min: -1000, max: 1000, soft: [0, 100], step: 0.2, digits: 1, unit: '%' }}
          names={['Across', 'Down']}
          value={(value as number[]).map((v) => v * 100) as [number, number]}
          onChange={(v, gesture) =>
            set(
              v.map((x) => x / 100),
              gesture,
            )
          }
        />
      )
    case 'rgb':
      return <RgbControl param={param} control={control} address={address} />
    case 'curve':
      return <CurveField {...common} channel={param.channel} over={param.over} value={value as number[]} />
    case 'text':
      return (
        <input
          key={String(value)}
          aria-label={param.label}
          defaultValue={String(value)}
          maxLength={param.most}
          className="h-7 min-w-0 rounded bg-field px-2 outline-none"
          onKeyDown={(e) => {
            e.stopPropagation()
            if (e.key === 'Enter') e.currentTarget.blur()
          }}
          onBlur={(e) => e.currentTarget.value !== value && set(e.currentTarget.value)}
        />
      )
    case 'file':
      return <FileControl param={param} control={control} address={address} />
    case 'stroke': {
      const points = Array.isArray(value) ? value.length / 2 : 0
      return <span className="text-dim">{points ? `${points} points, drawn on the picture` : 'None'}</span>
    }
    case 'reference':
      return <ReferenceControl param={param} control={control} address={address} />
  }
}

const limits = <P extends { min: number; max: number; step: number; digits: number }>(param: P) => {
  const { min, max, step, digits } = param
  const { soft, unit } = param as { soft?: readonly [number, number]; unit?: string }
  return { min, max, soft, step, digits, unit }
}

function useColours() {
  const { project } = useDesk()
  return (project.shelf ?? []).flatMap((item) => (item.kind === 'colour' ? [item] : []))
}

function ColourControl({ param, control }: ControlProps<'colour'>) {
  const dispatch = useAppDispatch()
  const colours = useColours()
  const value = control.value as [number, number, number]
  return (
    <ColourField
      label={param.label}
      value={value}
      onChange={control.set}
      onHand={control.hand}
      kept={colours}
      onPick={(side) => startPicking(side, (colour) => control.set(colour))}
      onKeep={() => {
        const item = { id: uid(), name: `Colour ${colours.length + 1}`, kind: 'colour', value } as const
        dispatch(edit('shelf.put', { item }))
      }}
    />
  )
}

/** A wheel for the hue, a master for the lightness of all three, and one field a channel. */
function RgbControl({ param, control }: ControlProps<'rgb'>) {
  const rgb = control.value as number[]
  const mean = rgb.reduce((s, v) => s + v, 0) / 3
  const middle = param.default[0]
  const reach = middle || 0.25
  const field = (name: string, value: number, to: (v: number) => number[]) => (
    <label key={name} className="grid grid-cols-[40px_1fr] items-center gap-1">
      <span className="text-xs text-faint">{name}</span>
      <NumberField
        label={`${param.label} ${name.toLowerCase()}`}
        {...{ min: param.min, max: param.max, step: param.step, digits: param.digits, value }}
        soft={[middle - reach, middle + reach]}
        onChange={(v, gesture) => control.set(to(v), gesture)}
        onHand={control.hand}
      />
    </label>
  )
  return (
    <div className="flex items-center gap-3">
      <ColourWheel
        label={param.label}
        value={rgb}
        reach={reach * 0.5}
        onChange={control.set}
        onHand={control.hand}
      />
      <div className="grid flex-1 gap-0.5">
        {field('All', mean, (v) => rgb.map((c) => c + v - mean))}
        {['Red', 'Green', 'Blue'].map((name, i) =>
          field(name, rgb[i] ?? 0, (v) => rgb.map((c, j) => (j === i ? v : c))),
        )}
      </div>
    </div>
  )
}

const NONE = ' none'

function FileControl({ param, control, address }: ControlProps<'file'>) {
  const { project } = useDesk()
  const picker = useRef<HTMLInputElement>(null)
  const tables = project.tables ?? []
  return (
    <div className="grid gap-1">
      {tables.length > 0 && (
        <Choice
          label={param.label}
          value={String(control.value) || NONE}
          options={[
            { value: NONE, label: 'None' },
            ...tables.map((t) => ({ value: t.id, label: `${t.name}, ${t.size} nodes` })),
          ]}
          onChange={(v) => control.set(v === NONE ? '' : v)}
        />
      )}
      <Button onClick={() => picker.current?.click()}>Read a {param.accept.join(' or ')} file …</Button>
      <input
        ref={picker}
        type="file"
        hidden
        data-testid="table-input"
        accept={param.accept.join()}
        onChange={(e) => {
          const file = e.target.files?.[0]
          if (file) void readTable(file, address)
          e.target.value = ''
        }}
      />
    </div>
  )
}

function ReferenceControl({ param, control, address }: ControlProps<'reference'>) {
  const dispatch = useAppDispatch()
  const colours = useColours()
  const sample = () =>
    startPicking(9, (colour) => {
      const item = { id: uid(), name: `Sample ${colours.length + 1}`, kind: 'colour', value: colour } as const
      dispatch(
        editAll(
          [
            ['shelf.put', { item }],
            ['value.set', { address, at: 0, value: item.id }],
          ],
          `Sample for ${param.label.toLowerCase()}`,
        ),
      )
    })
  return (
    <div className="grid gap-1">
      {colours.length > 0 && (
        <Choice
          label={param.label}
          value={String(control.value) || NONE}
          options={[{ value: NONE, label: 'None' }, ...colours.map((c) => ({ value: c.id, label: c.name }))]}
          onChange={(v) => control.set(v === NONE ? '' : v)}
        />
      )}
      <Button onClick={sample}>
        <Pipette size={14} /> Sample from the picture
      </Button>
    </div>
  )
}

/** A value in a few characters. */
export function shortly(value: unknown): string {
  const one = (v: number) => String(Number(v.toFixed(2)))
  if (Array.isArray(value))
    return value.length > 4
      ? `${value.length / 2} points, ${one(curveAt(value as number[], 0.5))} in the middle`
      : value.map(one).join(', ')
  return typeof value === 'number'
    ? one(value)
    : value === true
      ? 'on'
      : value === false
        ? 'off'
        : String(value)
}
