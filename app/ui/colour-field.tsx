import { decodeSrgb, encodeSrgb, fromHsv, toHsv } from '@stilus/core/colour'
import { Pipette } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import { Button } from './button'
import { Segments } from './fields'
import { HueField } from './hue-field'
import { keepFocusForKeys } from './last-input'
import { NumberField } from './number-field'
import { noteColour, recentColours } from './recent-colours'

type Rgb = [number, number, number]

const toHex = (rgb: readonly number[]) =>
  `#${rgb
    .map((v) =>
      Math.round(Math.min(1, Math.max(0, encodeSrgb(v))) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`

const fromHex = (text: string): Rgb | undefined => {
  const hex = /^#?([\da-f]{6})$/i.exec(text.trim())?.[1]
  return hex ? ([0, 2, 4].map((i) => decodeSrgb(parseInt(hex.slice(i, i + 2), 16) / 255)) as Rgb) : undefined
}

/** A linear colour, shown as its sRGB swatch and set by hue, saturation and value, by red, green and blue, or by hex. */
export function ColourField(props: {
  label: string
  value: readonly number[]
  onChange(v: Rgb, gesture: string): void
  onHand?(down: boolean): void
  /** Lets a colour be taken from the picture, averaged over a square of this side. */
  onPick?(side: number): void
  /** Colours that are kept by name. */
  kept?: readonly { name: string; value: readonly number[] }[]
  onKeep?(): void
}) {
  const [open, setOpen] = useState(false)
  const [side, setSide] = useState('3')
  const hex = toHex(props.value)
  const hsv = toHsv(props.value)
  const encoded = props.value.map((v) => encodeSrgb(v) * 255)
  const [typed, setTyped] = useState<string | null>(null)
  const choose = ({ value, exact }: Swatch) => {
    const colour = (exact as Rgb | undefined) ?? fromHex(value)
    if (colour) props.onChange([...colour] as Rgb, `swatch-${value}`)
  }
  const row = (label: string, value: number, max: number, unit: string, set: (v: number) => Rgb) => (
    <label className="grid grid-cols-[76px_1fr] items-center gap-2">
      <span className="text-dim">{label}</span>
      <NumberField
        label={`${props.label} ${label.toLowerCase()}`}
        {...{ value, min: 0, max, step: max / 200, digits: 0, unit }}
        onHand={props.onHand}
        onChange={(v, gesture) => props.onChange(set(v), gesture)}
      />
    </label>
  )
  const channel = (label: string, i: number) =>
    row(
      label,
      encoded[i] ?? 0,
      255,
      '',
      (v) => props.value.map((old, j) => (j === i ? decodeSrgb(v / 255) : old)) as Rgb,
    )
  return (
    <Popover.Root
      open={open}
      onOpenChange={(next) => {
        setOpen(next)
        if (!next) noteColour(hex)
      }}
    >
      <Popover.Trigger
        aria-label={`${props.label}: ${hex}`}
        className="flex h-7 w-full items-center gap-2 rounded bg-field px-1.5 hover:bg-field-over"
      >
        <span className="h-4 flex-1 rounded-sm border border-line-strong" style={{ background: hex }} />
        <span className="text-xs text-dim">{hex}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          onCloseAutoFocus={keepFocusForKeys}
          sideOffset={4}
          collisionPadding={8}
          className="z-50 grid w-64 gap-1.5 rounded bg-raised p-3 shadow-xl"
        >
          <HueField
            label={props.label}
            hsv={hsv}
            onHand={props.onHand}
            onChange={(next, gesture) => props.onChange(fromHsv(next), gesture)}
          />
          {props.onPick && (
            <div className="flex gap-1.5">
              <Button
                className="flex-1"
                onClick={() => {
                  setOpen(false)
                  props.onPick?.(Number(side))
                }}
              >
                <Pipette size={14} /> From the picture
              </Button>
              <Segments
                label="Pixels averaged, across"
                value={side}
                options={['1', '3', '9', '25'].map((value) => ({ value, label: value }))}
                onChange={setSide}
              />
            </div>
          )}
          {row('Hue', hsv[0], 360, '°', (v) => fromHsv([v % 360, hsv[1], hsv[2]]))}
          {row('Saturation', hsv[1] * 100, 100, '%', (v) => fromHsv([hsv[0], v / 100, hsv[2]]))}
          {row('Value', hsv[2] * 100, 100, '%', (v) => fromHsv([hsv[0], hsv[1], v / 100]))}
          <div className="my-1 h-px bg-line" />
          {channel('Red', 0)}
          {channel('Green', 1)}
          {channel('Blue', 2)}
          <label className="grid grid-cols-[76px_1fr] items-center gap-2">
            <span className="text-dim">Hex</span>
            <input
              aria-label={`${props.label} hex`}
              value={typed ?? hex}
              className="h-7 min-w-0 rounded bg-field px-2 text-right outline-none"
              onChange={(e) => {
                setTyped(e.target.value)
                const colour = fromHex(e.target.value)
                if (colour) props.onChange(colour, 'hex')
              }}
              onBlur={() => setTyped(null)}
              onKeyDown={(e) => e.stopPropagation()}
            />
          </label>
          <Swatches
            label="Chosen last"
            list={recentColours().map((value) => ({ name: value, value }))}
            onChoose={choose}
          />
          {props.kept && (
            <Swatches
              label="On the shelf"
              list={props.kept.map(({ name, value }) => ({ name, value: toHex(value), exact: value }))}
              onChoose={choose}
            />
          )}
          {props.onKeep && (
            <Button look="quiet" onClick={props.onKeep}>
              Put this colour on the shelf
            </Button>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

interface Swatch {
  name: string
  value: string
  exact?: readonly number[]
}

function Swatches({
  label,
  list,
  onChoose,
}: {
  label: string
  list: readonly Swatch[]
  onChoose(s: Swatch): void
}) {
  if (!list.length) return null
  return (
    <div role="group" aria-label={label} className="flex flex-wrap items-center gap-1">
      <span className="w-19 text-dim">{label}</span>
      {list.map((swatch) => (
        <button
          key={swatch.name}
          type="button"
          aria-label={swatch.name}
          title={swatch.name}
          className="size-5 rounded-sm border border-line-strong"
          style={{ background: swatch.value }}
          onClick={() => onChoose(swatch)}
        />
      ))}
    </div>
  )
}
