import { decodeSrgb, encodeSrgb } from '@stilus/core/colour'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import { NumberField } from './number-field'

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

/** Hue in degrees, saturation and value from 0 to 1, of the encoded colour. */
function toHsv(rgb: readonly number[]): Rgb {
  const [r, g, b] = rgb.map((v) => Math.min(1, Math.max(0, encodeSrgb(v)))) as Rgb
  const max = Math.max(r, g, b)
  const d = max - Math.min(r, g, b)
  const h = d === 0 ? 0 : max === r ? ((g - b) / d) % 6 : max === g ? (b - r) / d + 2 : (r - g) / d + 4
  return [(h * 60 + 360) % 360, max ? d / max : 0, max]
}

function fromHsv([h, s, v]: Rgb): Rgb {
  const f = (n: number) => {
    const k = (n + h / 60) % 6
    return decodeSrgb(v - v * s * Math.max(0, Math.min(k, 4 - k, 1)))
  }
  return [f(5), f(3), f(1)]
}

/** A linear colour, shown as its sRGB swatch and set by hue, saturation and value, by red, green and blue, or by hex. */
export function ColourField(props: {
  label: string
  value: readonly number[]
  onChange(v: Rgb, gesture: string): void
  onHand?(down: boolean): void
}) {
  const hex = toHex(props.value)
  const hsv = toHsv(props.value)
  const encoded = props.value.map((v) => encodeSrgb(v) * 255)
  const [typed, setTyped] = useState<string | null>(null)
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
    <Popover.Root>
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
          sideOffset={4}
          collisionPadding={8}
          className="z-50 grid w-64 gap-1.5 rounded bg-raised p-3 shadow-xl"
        >
          <div className="mb-1 h-10 rounded border border-line-strong" style={{ background: hex }} />
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
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
