import { type Motion, qualityAt, spanOf } from '@stilus/core/motion'
import { motionOf } from '@stilus/core/project'
import { useDesk } from '../desk/use-desk'
import { timeOfFrame } from '../session/tracking'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import type { TimeMap } from '../ui/timeline'

/** A motion that a step uses, over the frames that were measured: the line stands as high as it is sure. */
export function MotionLane(props: { motionId: string; map: TimeMap; depth: number }) {
  const { motionId, map, depth } = props
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const item = useApp((s) => s.project.document?.shelf?.find((i) => i.id === motionId))
  if (item?.kind !== 'motion') return null
  return (
    <div className="lane flex h-6 bg-raised">
      <button
        type="button"
        aria-label={`Open motion ${item.name}`}
        className="w-[200px] shrink-0 truncate border-r py-0.5 pr-2 text-left text-dim hover:text-text"
        style={{ paddingLeft: 50 + depth * 14 }}
        onClick={() => dispatch(viewActions.set({ motionId, drawing: null }))}
      >
        {item.name}
      </button>
      <svg
        className="min-w-0 flex-1"
        role="img"
        aria-label={`${item.name}: measured frames and how sure they are`}
      >
        <polyline
          points={lineOf(
            motionOf(stage.project, item),
            (frame) => timeOfFrame(stage, item, frame) - stage.head,
            stage.length,
            map,
          )}
          fill="none"
          stroke="var(--color-when)"
          strokeWidth={1.4}
        />
      </svg>
    </div>
  )
}

/** Quality from the lane's foot (0) to its top (1), over the shot. */
function lineOf(motion: Motion, at: (frame: number) => number, length: number, map: TimeMap): string {
  const [low, high] = spanOf(motion)
  const [first, last] = [at(low), at(high)]
  const perFrame = high > low ? (last - first) / (high - low) : 1
  const places: string[] = []
  for (let n = low; n <= high; n++) {
    const f = first + (n - low) * perFrame
    if (f < 0 || f > length) continue
    places.push(`${map.x(f).toFixed(1)},${(20 - 16 * (qualityAt(motion, n) ?? 0)).toFixed(1)}`)
  }
  return places.join(' ')
}
