import type { WireKind } from '@stilus/core/wires'
import { BaseEdge, type Edge, type EdgeProps, getBezierPath } from '@xyflow/react'
import { memo } from 'react'

export interface WireData extends Record<string, unknown> {
  kind: WireKind
  /** It leads to what is selected. */
  leads: boolean
  lit: boolean
  /** What it does to a number that it pulls. */
  says?: string | undefined
}
export type WireEdge = Edge<WireData, 'wire'>

/** Lines for pictures, dashes for mattes, dots for numbers. */
const LOOKS: Record<WireKind, { strokeWidth: number; strokeDasharray?: string; strokeLinecap?: 'round' }> = {
  frame: { strokeWidth: 2 },
  matte: { strokeWidth: 2, strokeDasharray: '7 5' },
  value: { strokeWidth: 2.5, strokeDasharray: '0.1 6', strokeLinecap: 'round' },
}

/** A wire between two cards. */
export const Wire = memo(function Wire(props: EdgeProps<WireEdge>) {
  const { sourceX, sourceY, targetX, targetY, sourcePosition, targetPosition, data, selected, id } = props
  const [path, x, y] = getBezierPath({
    sourceX,
    sourceY,
    targetX,
    targetY,
    sourcePosition,
    targetPosition,
    curvature: 0.3,
  })
  const { kind = 'frame', leads = false, lit = false, says } = data ?? {}
  const stroke = lit
    ? 'var(--color-alert)'
    : selected
      ? 'var(--facet)'
      : leads
        ? 'var(--color-dim)'
        : '#6a6a6a'
  return (
    <>
      <BaseEdge id={id} path={path} interactionWidth={14} style={{ ...LOOKS[kind], stroke }} />
      {says && selected && (
        <text
          x={x}
          y={y - 6}
          textAnchor="middle"
          className="fill-text text-xs"
          style={{ paintOrder: 'stroke', stroke: 'var(--color-ground)', strokeWidth: 4 }}
        >
          {says}
        </text>
      )}
    </>
  )
})
