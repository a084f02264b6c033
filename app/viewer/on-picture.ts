import type { Project, Sequence, Stage, Step } from '@stilus/core/project'
import type { Size } from '@stilus/core/frame'
import { OUTLINE_COLOURS } from '@stilus/core/render'
import type { MouseEvent } from 'react'
import type { Rect } from './layout'

export type Point = [number, number]

/** What handles on the picture need to know. */
export interface OverlayProps {
  project: Project
  stage: Stage
  step: Step
  /** Treatment time. */
  time: number
  rect: Rect
}

/** Where a pointer is, in pixels of the picture. */
export function toPicture(event: MouseEvent, size: Size): Point {
  const svg = (event.currentTarget as SVGElement).ownerSVGElement ?? (event.currentTarget as SVGSVGElement)
  const bounds = svg.getBoundingClientRect()
  return [
    ((event.clientX - bounds.left) / bounds.width) * size.width,
    ((event.clientY - bounds.top) / bounds.height) * size.height,
  ]
}

let gestures = 0
/** A new name for what one drag changes. */
export const newGesture = (of: string): string => `${of}-${++gestures}`

/** A point brought onto the guides that it comes near on the screen; `px` is the size of a screen pixel on the picture. */
export function toGuides(sequence: Sequence | undefined, [x, y]: Point, px: number): Point {
  const guides = sequence?.guides
  const near = (axis: 'x' | 'y', v: number) =>
    guides?.find((g) => g.axis === axis && Math.abs(g.at - v) < 6 * px)?.at ?? v
  return [near('x', x), near('y', y)]
}

export const round = (v: number): number => Math.round(v * 100) / 100

/** The colour of an item's outline as CSS, bright enough for lines. */
export function lineColour(hue = 0): string {
  if (hue === 0) return 'var(--color-where)'
  const [r, g, b] = OUTLINE_COLOURS[hue] ?? [0, 0.4, 0.4]
  const most = Math.max(r, g, b)
  return `color(srgb-linear ${[r, g, b].map((c) => (0.15 + (0.85 * c) / most) * 0.8).join(' ')})`
}

/** How far the arrow keys move a thing. */
export function arrowStep(event: { key: string; shiftKey: boolean; ctrlKey: boolean }): Point | undefined {
  const by = (event.shiftKey ? 10 : 1) * (event.ctrlKey ? 0.1 : 1)
  const ways: Record<string, Point> = {
    ArrowLeft: [-by, 0],
    ArrowRight: [by, 0],
    ArrowUp: [0, -by],
    ArrowDown: [0, by],
  }
  return ways[event.key]
}
