import type { Sequence } from '@stilus/core/project'
import { fps } from '@stilus/core/time'
import { type PointerEvent, useRef, useState } from 'react'
import { NumberField } from '../ui/number-field'
import { Row } from './front-value'
import { drawnRange, type Range, roomAt } from './range'

/** When what is chosen shows: drawn with one drag over the shot under the playhead, or typed. */
export function RangeBand(props: {
  sequence: Sequence
  at: number
  /** What it is as long as no part is drawn, in frames. */
  usual: number
  range: Range | null
  onRange(range: Range | null): void
}) {
  const { sequence, at, usual, range, onRange } = props
  const band = useRef<HTMLDivElement>(null)
  const [from, setFrom] = useState<number | null>(null)
  const second = fps(sequence.rate)
  const room = roomAt(sequence, at)
  const { start, length } = range ?? { start: at, length: usual }
  const share = (frame: number) => Math.max(0, Math.min(1, (frame - room.start) / room.length)) * 100
  const frameAt = (e: PointerEvent) => {
    const { left, width } = band.current?.getBoundingClientRect() ?? { left: 0, width: 1 }
    return room.start + ((e.clientX - left) / width) * room.length
  }
  const near = (6 / (band.current?.clientWidth ?? 300)) * room.length
  const set = (change: Partial<Range>) => onRange({ start, length, ...change })
  return (
    <section aria-label="When it shows" className="grid gap-1.5">
      <div className="flex justify-between gap-2 text-dim">
        <span className="truncate">
          {room.name === undefined ? 'From the playhead on' : `In ${room.name}`}
        </span>
        {range && (
          <button type="button" className="shrink-0 hover:text-text" onClick={() => onRange(null)}>
            At the playhead
          </button>
        )}
      </div>
      <div
        ref={band}
        role="presentation"
        data-testid="when-band"
        title="Drag over the time in which it shows"
        className="relative h-7 cursor-crosshair touch-none overflow-hidden rounded bg-field"
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId)
          setFrom(frameAt(e))
        }}
        onPointerMove={(e) => {
          if (from !== null && Math.abs(frameAt(e) - from) > near / 2)
            onRange(drawnRange(room, from, frameAt(e), second, near))
        }}
        onPointerUp={() => setFrom(null)}
        onPointerCancel={() => setFrom(null)}
      >
        {Array.from({ length: Math.floor(room.length / second) }, (_, i) => (
          <span
            key={i}
            aria-hidden
            className="absolute bottom-0 h-1.5 w-px bg-line-strong"
            style={{ left: `${share(room.start + (i + 1) * second)}%` }}
          />
        ))}
        <span
          aria-hidden
          className="absolute inset-y-0 rounded-sm border border-text bg-fill opacity-80"
          style={{ left: `${share(start)}%`, width: `${share(start + length) - share(start)}%` }}
        />
      </div>
      <Row label="Begins">
        <NumberField
          label="It begins"
          value={(start - room.start) / second}
          min={-room.start / second}
          max={100_000}
          soft={[0, room.length / second]}
          step={1 / second}
          digits={2}
          unit="s in"
          onChange={(s) => set({ start: Math.max(0, Math.round(room.start + s * second)) })}
        />
      </Row>
      <Row label="Lasts">
        <NumberField
          label="It lasts"
          value={length / second}
          min={1 / second}
          max={100_000}
          soft={[0, room.length / second]}
          step={1 / second}
          digits={2}
          unit="s"
          onChange={(s) => set({ length: Math.max(1, Math.round(s * second)) })}
        />
      </Row>
    </section>
  )
}
