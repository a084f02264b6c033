import { valueAt } from '@stilus/core/anim'
import type { MaskItem } from '@stilus/core/project'
import { type Corner, cornersOf, hasHandles } from '@stilus/core/region'
import { setCorners } from '../../session/outlines'
import { useAppDispatch, useView } from '../../store/store'
import { NumberField } from '../../ui/number-field'
import { useTime } from '../use-desk'

/** Numbers of the corners of an outline that are chosen on the picture: their softness, and what they multiply the feather by. */
export function CornerPanel({ shape, at }: { shape: MaskItem; at: { stepId: string; itemId: string } }) {
  const dispatch = useAppDispatch()
  const { corners: chosen } = useView('corners')
  const t = useTime()
  const { points } = shape.form
  const corners = cornersOf((points ? valueAt(points, t) : []) as number[])
  const first = corners[chosen[0] ?? -1]
  if (!first) return <p className="text-dim">Choose corners on the picture to set how soft each is.</p>
  const set = (change: Partial<Corner>, gesture: string) =>
    void dispatch(
      setCorners(
        at,
        t,
        corners.map((c, i) => (chosen.includes(i) ? { ...c, ...change } : c)),
        gesture,
      ),
    )
  return (
    <div className="grid grid-cols-[92px_1fr] items-center gap-x-2 gap-y-1">
      <span className="pl-2.5 text-dim">Softness</span>
      {hasHandles(first) ? (
        <span className="text-dim">Bent by its handles</span>
      ) : (
        <NumberField
          label="Softness of the corner"
          value={first.soft}
          min={0}
          max={1}
          step={0.01}
          digits={2}
          onChange={(soft, gesture) => set({ soft }, gesture)}
        />
      )}
      <span className="pl-2.5 text-dim">Its feather</span>
      <NumberField
        label="Feather of the corner"
        value={first.width}
        min={0}
        max={10}
        soft={[0, 4]}
        step={0.05}
        digits={2}
        unit="×"
        onChange={(width, gesture) => set({ width }, gesture)}
      />
    </div>
  )
}
