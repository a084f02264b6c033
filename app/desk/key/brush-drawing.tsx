import type { Size } from '@stilus/core/frame'
import { useRef, useState } from 'react'
import { type Point, toPicture } from '../../viewer/on-picture'
import { drawnOn, pathOf } from './mark'

interface BrushProps {
  stage: { size: Size }
  /** In pixels of the picture. */
  wide: number
  onDraw(way: readonly Point[]): void
}

/** A way drawn by a drag, as wide as the brush is. */
export function BrushDrawing({ stage, wide, onDraw }: BrushProps) {
  const [way, setWay] = useState<readonly Point[]>([])
  const draws = useRef(false)
  const end = () => {
    if (draws.current && way.length) onDraw(way)
    draws.current = false
    setWay([])
  }
  return (
    <>
      <rect
        data-testid="drawing-surface"
        width={stage.size.width}
        height={stage.size.height}
        fill="transparent"
        className="cursor-crosshair touch-none"
        onPointerDown={(e) => {
          if (e.button !== 0) return
          e.stopPropagation()
          e.currentTarget.setPointerCapture(e.pointerId)
          draws.current = true
          setWay([toPicture(e, stage.size)])
        }}
        onPointerMove={(e) => {
          if (draws.current) setWay(drawnOn(way, toPicture(e, stage.size)) as readonly Point[])
        }}
        onPointerUp={end}
        onPointerCancel={end}
      />
      <path
        d={pathOf(way.flat(), [0, 0])}
        fill="none"
        stroke="var(--color-what)"
        strokeOpacity={0.45}
        strokeWidth={wide}
        strokeLinecap="round"
        strokeLinejoin="round"
        pointerEvents="none"
      />
    </>
  )
}
