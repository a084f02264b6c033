import { valueAt } from '@stilus/core/anim'
import { intoFrame, SIDES, type Side, type Standing } from '@stilus/core/key'
import { invert, through } from '@stilus/core/matrix'
import { controlAddress, type Step, stepValues } from '@stilus/core/project'
import { type PointerEvent, useRef } from 'react'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import type { Rect } from '../../viewer/layout'
import { arrowStep, newGesture, type Point, toPicture } from '../../viewer/on-picture'
import { timeAt, useDesk } from '../use-desk'
import { cropTo } from './crop'

/** Which control a side of a crop belongs to, and which end of it. */
const ENDS: Record<Side, ['across' | 'down', 0 | 1]> = {
  left: ['across', 0],
  right: ['across', 1],
  top: ['down', 0],
  bottom: ['down', 1],
}

/** The four edges of a key's crop on the picture: each is dragged, or moved with the arrow keys. */
export function CropOverlay({ step, rect }: { step: Step; rect: Rect }) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const { frame } = useView('frame')
  const drag = useRef<string | null>(null)
  const t = timeAt(stage, frame)
  const { width, height } = stage.size
  const ranges = {
    across: valueAt(step.what.across ?? { value: [0, 1] }, t) as Point,
    down: valueAt(step.what.down ?? { value: [0, 1] }, t) as Point,
  }
  // The crop lies on the subject's own picture, wherever that is put.
  const { place, size, turn } = stepValues(stage, step, t)
  const put = intoFrame({ place, size, turn } as unknown as Standing, stage.size)
  const set = (side: Side, [x, y]: Point, gesture: string) => {
    const [name, end] = ENDS[side]
    const to = name === 'across' ? x / width : y / height
    const address = controlAddress(step.id, name)
    dispatch(edit('value.set', { address, at: t, value: cropTo(ranges[name], end, to) }, gesture))
  }
  const end = () => {
    drag.current = null
    dispatch(viewActions.set({ hand: false }))
  }
  const [left, right] = ranges.across.map((v) => v * width) as Point
  const [top, bottom] = ranges.down.map((v) => v * height) as Point
  const lines: Record<Side, [number, number, number, number]> = {
    left: [left, top, left, bottom],
    right: [right, top, right, bottom],
    top: [left, top, right, top],
    bottom: [left, bottom, right, bottom],
  }
  return (
    <svg
      className="pointer-events-none absolute overflow-visible"
      style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
      viewBox={`0 0 ${width} ${height}`}
      aria-label="Crop on the picture"
    >
      {SIDES.map((side) => {
        const [x1, y1, x2, y2] = lines[side]
        const upright = x1 === x2
        const [cx, cy] = [(x1 + x2) / 2, (y1 + y2) / 2]
        const at = upright ? x1 / width : y1 / height
        return (
          <g
            key={side}
            transform={`matrix(${[0, 3, 1, 4, 2, 5].map((i) => put[i]).join(' ')})`}
            role="slider"
            tabIndex={0}
            aria-label={`Crop at the ${side}: arrow keys move it`}
            aria-valuenow={Math.round(at * 100)}
            className={`pointer-events-auto touch-none ${upright ? 'cursor-ew-resize' : 'cursor-ns-resize'}`}
            onPointerDown={(e: PointerEvent) => {
              if (e.button !== 0) return
              e.stopPropagation()
              e.currentTarget.setPointerCapture(e.pointerId)
              drag.current = newGesture('crop')
              dispatch(viewActions.set({ hand: true }))
            }}
            onPointerMove={(e: PointerEvent) => {
              if (!drag.current) return
              const [x, y] = toPicture(e, stage.size)
              set(side, through(invert(put), x, y), drag.current)
            }}
            onPointerUp={end}
            onPointerCancel={end}
            onKeyDown={(e) => {
              const by = arrowStep(e)
              if (!by) return
              e.preventDefault()
              e.stopPropagation()
              set(side, [cx + by[0], cy + by[1]], `crop-keys-${step.id}-${side}`)
            }}
          >
            <line
              {...{ x1, y1, x2, y2 }}
              stroke="transparent"
              strokeWidth={12}
              vectorEffect="non-scaling-stroke"
            />
            <line {...{ x1, y1, x2, y2 }} stroke="#000" strokeWidth={3} vectorEffect="non-scaling-stroke" />
            <line
              {...{ x1, y1, x2, y2 }}
              stroke="var(--color-what)"
              strokeWidth={1.4}
              vectorEffect="non-scaling-stroke"
            />
          </g>
        )
      })}
    </svg>
  )
}
