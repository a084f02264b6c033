import type { Step } from '@stilus/core/project'
import { useRef } from 'react'
import { edit } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { cx } from '../../ui/classes'
import { type TimeMap, useTimeDrag } from '../../ui/timeline'

interface Props {
  step: Step
  passage: NonNullable<Step['passage']>
  head: number
  length: number
  map: TimeMap
  chosen: boolean
}

/** When something arrives or leaves: its body moves that, and the end at which all of it is there makes it longer or shorter. */
export function PassageBar({ step, passage, head, length, map, chosen }: Props) {
  const dispatch = useAppDispatch()
  const arrives = passage.way === 'arrive'
  const { frames } = passage
  const start = arrives ? (step.when.start ?? head) - head : (step.when.end ?? head + length) - head - frames
  const from = useRef({ start, frames })
  const begin = () => {
    from.current = { start, frames }
    dispatch(viewActions.step(step.id))
  }
  const body = useTimeDrag(map, begin, (by, _, gesture) => {
    const first = from.current.start + by + head
    const when = arrives ? { start: first } : { end: first + frames }
    dispatch(edit('step.when', { stepId: step.id, when }, gesture))
  })
  const resize = useTimeDrag(
    map,
    begin,
    (by, _, gesture) => {
      const wanted = Math.max(1, from.current.frames + (arrives ? by : -by))
      dispatch(edit('passage.length', { stepId: step.id, frames: wanted }, gesture))
    },
    { anchor: () => from.current.start + (arrives ? from.current.frames : 0) },
  )
  const x0 = map.x(start)
  const width = Math.max(4, map.x(start + frames) - x0)
  return (
    <div
      className="absolute top-1 h-4"
      style={{ left: x0, width }}
      title={`${step.name}: drag to move, drag the end to change its length`}
    >
      <svg
        className={cx('absolute inset-0 touch-none', step.on ? '' : 'opacity-40')}
        width={width}
        height={16}
        {...body}
      >
        <rect width={width} height={16} rx={3} fill="#333333" />
        <polygon
          points={arrives ? `0,16 ${width},0 ${width},16` : `0,0 ${width},16 0,16`}
          fill={chosen ? 'color-mix(in srgb, var(--color-when) 46%, #333)' : '#4c4c4c'}
        />
      </svg>
      <div
        className={cx(
          'absolute inset-y-0 w-2 cursor-ew-resize touch-none hover:bg-[#ffffff50]',
          arrives ? 'right-0 rounded-r' : 'left-0 rounded-l',
        )}
        {...resize}
      />
    </div>
  )
}
