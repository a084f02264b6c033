import { type Design, slackOf } from '@stilus/core/project'
import { GIVES, type SlackPart } from '@stilus/core/time'
import { useRef } from 'react'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { cx } from '../ui/classes'
import { type TimeMap, useTimeDrag } from '../ui/timeline'
import { namedParts } from './giving'

/** Which parts of the design keep their speed where it is used at another length, and which give; the borders of those are dragged. */
export function GivingBand({ design, map }: { design: Design; map: TimeMap }) {
  const parts = slackOf(design)
  const own = design.gives?.way ?? 'rest'
  return (
    <div className="flex h-6 shrink-0 border-b" role="group" aria-label="What gives at another length">
      <div className="flex w-[200px] shrink-0 items-center justify-between border-r px-2 text-xs text-dim">
        <span>Firm and slack</span>
        <span className="text-faint">
          {own === 'rest' ? 'by itself' : own === 'whole' ? 'all of it' : ''}
        </span>
      </div>
      <div className="relative flex-1 overflow-hidden">
        {parts.map((part, i) => (
          <Part key={i} {...{ design, parts, part, map, at: i }} />
        ))}
      </div>
    </div>
  )
}

function Part(props: {
  design: Design
  parts: readonly SlackPart[]
  part: SlackPart
  at: number
  map: TimeMap
}) {
  const { design, parts, part, at, map } = props
  const dispatch = useAppDispatch()
  const from = useRef(part)
  const begin = () => void (from.current = part)
  const hand = (down: boolean) => void dispatch(viewActions.set({ hand: down }))
  const place = (next: { start: number; end: number }, gesture: string) => {
    const [least, most] = [parts[at - 1]?.end ?? 0, parts[at + 1]?.start ?? design.length]
    const start = Math.max(least, Math.min(next.start, most - 1))
    const end = Math.min(most, Math.max(next.end, start + 1))
    const changed = parts.map((p, i) => (i === at ? { ...p, start, end } : p))
    dispatch(edit('design.gives', { designId: design.id, gives: namedParts(design, changed) }, gesture))
  }
  const head = useTimeDrag(
    map,
    begin,
    (by, _, g) =>
      place({ start: Math.min(from.current.start + by, from.current.end - 1), end: from.current.end }, g),
    { anchor: () => from.current.start, hand },
  )
  const tail = useTimeDrag(
    map,
    begin,
    (by, _, g) => place({ start: from.current.start, end: from.current.end + by }, g),
    { anchor: () => from.current.end, hand },
  )
  const x0 = map.x(part.start)
  const width = Math.max(6, map.x(part.end) - x0)
  const edge = 'absolute inset-y-0 w-2 cursor-ew-resize touch-none hover:bg-[#ffffff60]'
  const name = `Slack part ${at + 1}, frames ${part.start} to ${part.end}`
  return (
    <div
      role="group"
      aria-label={name}
      title={`${name}: ${GIVES[part.give].toLowerCase()}. Drag its borders.`}
      className="slack absolute inset-y-1 rounded-sm"
      style={{ left: x0, width }}
    >
      {width > 90 && (
        <span className="pointer-events-none absolute inset-x-2 top-0 truncate text-center text-xs leading-4 text-text">
          {GIVES[part.give].toLowerCase()}
        </span>
      )}
      <div className={cx(edge, 'left-0')} {...head} />
      <div className={cx(edge, 'right-0')} {...tail} />
    </div>
  )
}
