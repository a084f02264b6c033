import { type Address, addressName, type Stage, type Step } from '@stilus/core/project'
import { ChevronDown, Eye, EyeOff } from 'lucide-react'
import { memo, type PointerEvent, useEffect, useRef, useState } from 'react'
import { edit } from '../../store/edit'
import { store, useApp, useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { cx } from '../../ui/classes'
import type { TimeMap } from '../../ui/timeline'
import { choose, gather } from './chosen-keys'
import { KeyLane } from './key-lane'
import { MotionLane } from '../../motion/motion-lane'
import { animatedValues, motionsOf } from '../controls/modifiers'
import { PassageBar } from './passage-bar'
import { SpanBar } from './span-bar'
import { useDesk } from '../use-desk'

interface Box {
  x: number
  y: number
  width: number
  height: number
}

/** A lane for each step, opened to its keys; drag over empty lanes to choose keys with a box. */
export function LaneList({ map }: { map: TimeMap }) {
  const { stage } = useDesk()
  const list = useRef<HTMLDivElement>(null)
  const from = useRef<{ x: number; y: number } | null>(null)
  const [box, setBox] = useState<Box | null>(null)
  const address = (event: PointerEvent) => {
    const bounds = list.current?.getBoundingClientRect()
    return {
      x: event.clientX - (bounds?.left ?? 0),
      y: event.clientY - (bounds?.top ?? 0) + (list.current?.scrollTop ?? 0),
    }
  }
  const end = (event: PointerEvent) => {
    if (from.current && box) choose(gather(within(list.current, box)))
    else if (from.current && !event.shiftKey) choose([])
    from.current = null
    setBox(null)
  }
  return (
    <div
      ref={list}
      data-testid="lanes"
      className="apart relative min-h-0 flex-1 overflow-x-hidden overflow-y-auto"
      onPointerDown={(event) => {
        if (event.button !== 0 || (event.target as Element).closest('button, [role="slider"], svg')) return
        event.currentTarget.setPointerCapture(event.pointerId)
        from.current = address(event)
      }}
      onPointerMove={(event) => {
        const start = from.current
        if (!start) return
        const now = address(event)
        const next = {
          x: Math.min(start.x, now.x),
          y: Math.min(start.y, now.y),
          width: Math.abs(start.x - now.x),
          height: Math.abs(start.y - now.y),
        }
        if (next.width > 3 || next.height > 3) setBox(next)
      }}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <StepLanes steps={stage.steps} stage={stage} map={map} depth={0} />
      {!stage.steps.length && (
        <p className="py-3 pl-[224px] text-dim">
          Each treatment gets a lane here: when it acts, how it ramps in and out, and its keys.
        </p>
      )}
      {box && (
        <div
          className="pointer-events-none absolute border border-when bg-[#a394f430]"
          style={{ left: box.x, top: box.y, width: box.width, height: box.height }}
        />
      )}
    </div>
  )
}

/** The keys on the page whose marks a box touches. */
function within(list: HTMLElement | null, box: Box): { address: Address; at: number }[] {
  if (!list) return []
  const bounds = list.getBoundingClientRect()
  return [...list.querySelectorAll<HTMLElement>('[data-key]')].flatMap((node) => {
    const r = node.getBoundingClientRect()
    const x = r.left + r.width / 2 - bounds.left
    const y = r.top + r.height / 2 - bounds.top + list.scrollTop
    const inside = x >= box.x && x <= box.x + box.width && y >= box.y - 8 && y <= box.y + box.height + 8
    return inside ? [JSON.parse(node.dataset.key ?? '') as { address: Address; at: number }] : []
  })
}

export function StepLanes({
  steps,
  stage,
  map,
  depth,
}: {
  steps: readonly Step[]
  stage: Stage
  map: TimeMap
  depth: number
}) {
  return steps.map((step) => (
    <div key={step.id}>
      <StepLane step={step} head={stage.head} length={stage.length} map={map} depth={depth} />
      {step.steps && <GroupLanes group={step} stage={stage} map={map} depth={depth + 1} />}
    </div>
  ))
}

function GroupLanes({
  group,
  stage,
  map,
  depth,
}: {
  group: Step
  stage: Stage
  map: TimeMap
  depth: number
}) {
  const open = useApp(
    (s) =>
      [...s.view.openLanes, ...s.view.stepIds].includes(group.id) ||
      (group.steps ?? []).some((i) => i.id === s.view.stepId),
  )
  return open && <StepLanes steps={group.steps ?? []} stage={stage} map={map} depth={depth} />
}

interface StepLaneProps {
  step: Step
  head: number
  length: number
  map: TimeMap
  depth: number
}

const StepLane = memo(function StepLane({ step, head, length, map, depth }: StepLaneProps) {
  const dispatch = useAppDispatch()
  const chosen = useApp((s) => s.view.stepIds.includes(step.id))
  const opened = useApp((s) => s.view.openLanes.includes(step.id))
  const modifiers = animatedValues(step)
  const motions = motionsOf(step)
  const openable = modifiers.length + motions.length > 0 || step.use === 'group'
  const open = opened || chosen
  const row = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (chosen) row.current?.scrollIntoView({ block: 'nearest' })
  }, [chosen])
  const toggle = () => {
    const { openLanes } = store.getState().view
    const rest = openLanes.filter((id) => id !== step.id)
    dispatch(viewActions.set({ openLanes: opened ? rest : [...rest, step.id] }))
  }
  return (
    <>
      <div ref={row} className={cx('lane flex h-6', chosen && 'bg-raised')}>
        <div
          className="flex w-[200px] shrink-0 items-center border-r pr-2"
          style={{ paddingLeft: 4 + depth * 14 }}
        >
          <button
            type="button"
            aria-label={opened ? `Shut the lane of ${step.name}` : `Open the lane of ${step.name}`}
            aria-expanded={open}
            disabled={!openable}
            className="flex size-5 items-center justify-center text-dim hover:text-text disabled:opacity-0"
            onClick={toggle}
          >
            <ChevronDown size={13} className={cx(!open && '-rotate-90')} />
          </button>
          <button
            type="button"
            aria-label={step.on ? `Switch ${step.name} off` : `Switch ${step.name} on`}
            className="flex size-5 items-center justify-center text-dim hover:text-text"
            onClick={() => dispatch(edit('step.switch', { stepId: step.id, on: !step.on }))}
          >
            {step.on ? <Eye size={13} /> : <EyeOff size={13} />}
          </button>
          <button
            type="button"
            className={cx(
              'ml-1 min-w-0 flex-1 truncate text-left',
              chosen ? 'font-semibold' : 'text-dim hover:text-text',
            )}
            onClick={(event) =>
              dispatch(
                event.ctrlKey || event.metaKey ? viewActions.alsoStep(step.id) : viewActions.step(step.id),
              )
            }
          >
            {step.name}
          </button>
        </div>
        <div className="relative flex-1 overflow-hidden">
          {step.passage ? (
            <PassageBar {...{ step, head, length, map, chosen }} passage={step.passage} />
          ) : (
            <SpanBar step={step} head={head} length={length} map={map} chosen={chosen} />
          )}
        </div>
      </div>
      {open &&
        modifiers.map(({ address, label, animated }) => (
          <KeyLane key={addressName(address)} {...{ address, label, animated, head, map, depth }} />
        ))}
      {open && motions.map((id) => <MotionLane key={id} {...{ motionId: id, map, depth }} />)}
    </>
  )
})
