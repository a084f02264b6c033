import { encodeSrgb, toHsv } from '@stilus/core/colour'
import { targetSize } from '@stilus/core/render'
import type { RenderRequest } from '@stilus/engine'
import { type PointerEvent, useEffect, useRef, useState } from 'react'
import { useApp } from '../store/store'
import { Latest } from './latest'
import type { Rect } from './layout'
import { pickColour } from './picking'
import { readColour } from './read-colour'

/** A pixel of the picture: its place in the full-size picture, and linear premultiplied colour and alpha. */
export interface Reading {
  x: number
  y: number
  rgba: readonly [number, number, number, number]
}

const listeners = new Set<(reading: Reading | null) => void>()
const tell = (reading: Reading | null) => listeners.forEach((listener) => listener(reading))

/** Pointer handlers that read the pixel under the cursor, and pick colours when one is asked for. */
export function useProbe(request: RenderRequest | null, rect: Rect, offset: number) {
  const on = useApp((s) => s.view.probe)
  const held = useRef(request)
  const latest = useRef<Latest<{ x: number; y: number }> | null>(null)
  useEffect(() => {
    held.current = request
  })
  useEffect(() => {
    const reader = new Latest<{ x: number; y: number }>(async ({ x, y }, signal) => {
      if (!held.current) return
      tell({ x, y, rgba: await readColour(held.current, { x, y }, signal) })
    })
    latest.current = reader
    return () => reader.close()
  }, [])
  const pixel = (event: PointerEvent) => {
    const bounds = event.currentTarget.getBoundingClientRect()
    const { width, height } = request ? targetSize(request.project, request.target) : { width: 0, height: 0 }
    const x = Math.floor(((event.clientX - bounds.left - offset - rect.left) / rect.width) * width)
    const y = Math.floor(((event.clientY - bounds.top - rect.top) / rect.height) * height)
    return x >= 0 && y >= 0 && x < width && y < height ? { x, y } : null
  }
  return {
    onPointerMoveCapture(event: PointerEvent) {
      if (!on || !request || event.buttons) return
      const at = pixel(event)
      if (at) latest.current?.put(at)
      else tell(null)
    },
    onPointerLeave: () => tell(null),
    onClickCapture(event: React.MouseEvent) {
      const at = request && pixel(event as unknown as PointerEvent)
      if (at && pickColour(request, at)) event.stopPropagation()
    },
  }
}

const three = (values: readonly number[], digits: number) => values.map((v) => v.toFixed(digits)).join(' ')

/** What the pixel under the cursor is: 8-bit codes, linear light, and hue, saturation and value. */
export function ProbeLine() {
  const [reading, setReading] = useState<Reading | null>(null)
  useEffect(() => {
    listeners.add(setReading)
    return () => void listeners.delete(setReading)
  }, [])
  if (!reading) return <span className="min-w-0 flex-1" />
  const [r, g, b, a] = reading.rgba
  const straight = a > 0 ? [r / a, g / a, b / a] : [0, 0, 0]
  const codes = straight.map((v) => Math.round(Math.min(1, Math.max(0, encodeSrgb(v))) * 255))
  const [h, s, v] = toHsv(straight)
  return (
    <span
      role="status"
      aria-label="Pixel under the cursor"
      className="flex h-5 min-w-0 flex-1 flex-wrap items-center justify-end gap-x-3 overflow-hidden px-2 text-xs leading-5 whitespace-nowrap text-dim"
    >
      <span className="text-faint">
        {reading.x}, {reading.y}
      </span>
      <span
        aria-hidden
        className="size-3 shrink-0 rounded-xs border border-line-strong"
        style={{ background: `rgb(${codes.join(' ')})` }}
      />
      <span>8-bit {codes.join(' ')}</span>
      <span>linear {three(straight, 3)}</span>
      <span>
        HSV {h.toFixed(0)}° {(s * 100).toFixed(0)} {(v * 100).toFixed(0)}
      </span>
      {a < 0.9995 && <span>alpha {a.toFixed(3)}</span>}
    </span>
  )
}
