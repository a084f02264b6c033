import { useState } from 'react'
import type { Stage } from '@stilus/core/project'
import { useView } from '../store/store'
import { BoxDrawing } from '../viewer/drawing-surface'
import type { Rect } from '../viewer/layout'
import { type Point, toPicture } from '../viewer/on-picture'
import { putMotion } from './new-motion'

/** Takes the next click as a point to track, two clicks as two points, or a drag as a plane. */
export function MotionDrawing({ stage, rect }: { stage: Stage; rect: Rect }) {
  const { drawing } = useView('drawing')
  const [first, setFirst] = useState<Point | null>(null)
  const { width, height } = stage.size
  const px = width / rect.width
  return (
    <svg
      className="absolute overflow-visible"
      style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
      viewBox={`0 0 ${width} ${height}`}
      aria-label="What to track on the picture"
    >
      {drawing === 'plane' ? (
        <BoxDrawing
          stage={stage}
          round={false}
          onDraw={([x, y], drawn) => {
            const [w, h] = drawn.map((v) => (v < 8 ? height / 6 : v / 2)) as Point
            putMotion('plane', [x - w, y - h, x + w, y - h, x + w, y + h, x - w, y + h])
          }}
        />
      ) : (
        <rect
          data-testid="drawing-surface"
          {...{ width, height }}
          fill="transparent"
          className="cursor-crosshair touch-none"
          onPointerDown={(event) => {
            if (event.button !== 0) return
            event.stopPropagation()
            const at = toPicture(event, stage.size)
            if (drawing === 'point') putMotion('point', at)
            else if (!first) setFirst(at)
            else putMotion('pair', [...first, ...at])
          }}
        />
      )}
      {first && (
        <circle cx={first[0]} cy={first[1]} r={5 * px} fill="var(--color-when)" pointerEvents="none" />
      )}
    </svg>
  )
}
