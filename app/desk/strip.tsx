import type { Step } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { Eye, EyeOff, Plus } from 'lucide-react'
import { type DragEvent, useMemo, useRef, useState } from 'react'
import { edit } from '../store/edit'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { IconButton } from '../ui/button'
import { cx } from '../ui/classes'
import { Thumb } from '../viewer/thumb'
import { useDesk } from './use-desk'

const WIDTH = 104
const DRAGGED = 'application/x-stilus-step'
const TREATMENT = 'application/x-stilus-treatment'

/** The states of the shot from source to result: choose, switch, reorder, hold to look at the picture as of a state. */
export function Strip({ onAdd }: { onAdd(use: string, at: number): void }) {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const { frame, stepId, face } = useApp((s) => s.view)
  const [over, setOver] = useState<number | null>(null)
  const source = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id, upTo: 'source' }), [shot.id])
  const result = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id }), [shot.id])

  const drop = (event: DragEvent, at: number) => {
    event.preventDefault()
    setOver(null)
    const moved = event.dataTransfer.getData(DRAGGED)
    const use = event.dataTransfer.getData(TREATMENT)
    const from = shot.steps.findIndex((s) => s.id === moved)
    if (use) onAdd(use, at)
    else if (from >= 0)
      dispatch(edit('step.move', { shotId: shot.id, stepId: moved, to: at > from ? at - 1 : at }))
  }
  const gap = (at: number) => (
    <Gap
      key={`gap-${at}`}
      active={over === at}
      onOver={() => setOver(at)}
      onLeave={() => setOver(null)}
      onDrop={(e) => drop(e, at)}
    />
  )
  return (
    <div data-facet={face} className="flex h-[104px] items-start overflow-x-auto border-t px-3 pt-2.5">
      <div role="list" aria-label="States of the shot" className="flex">
        <Tile label="Source" chosen={false} onChoose={() => dispatch(viewActions.step(null))} peek="source">
          <Thumb project={project} target={source} frame={frame} width={WIDTH} />
        </Tile>
        {shot.steps.map((step, i) => [
          gap(i),
          <StepTile key={step.id} step={step} frame={frame} chosen={step.id === stepId} />,
        ])}
        {gap(shot.steps.length)}
        <Tile label="Result" chosen={false} onChoose={() => dispatch(viewActions.step(null))} peek={null}>
          <Thumb project={project} target={result} frame={frame} width={WIDTH} />
        </Tile>
      </div>
      <IconButton
        label="Add a treatment"
        shortcut="Ctrl K"
        className="mt-4 ml-2"
        onClick={() => dispatch(viewActions.set({ drawer: 'catalogue' }))}
      >
        <Plus size={18} />
      </IconButton>
    </div>
  )
}

function Gap({
  active,
  onOver,
  onLeave,
  onDrop,
}: {
  active: boolean
  onOver(): void
  onLeave(): void
  onDrop(e: DragEvent): void
}) {
  return (
    <div
      aria-hidden
      className="flex h-[59px] w-5 shrink-0 items-center justify-center"
      onDragOver={(e) => {
        e.preventDefault()
        onOver()
      }}
      onDragLeave={onLeave}
      onDrop={onDrop}
    >
      <span className={cx('rounded-full', active ? 'h-full w-1 bg-text' : 'h-px w-2 bg-line-strong')} />
    </div>
  )
}

/** A state. Holding the button down for a moment shows the picture as of that state. */
function Tile(props: {
  label: string
  chosen: boolean
  onChoose(): void
  peek: string | null
  children: React.ReactNode
  foot?: React.ReactNode
  dim?: boolean
  draggable?: boolean
  onDragStart?(e: DragEvent): void
}) {
  const dispatch = useAppDispatch()
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const release = () => {
    clearTimeout(timer.current)
    dispatch(viewActions.set({ peek: null }))
  }
  return (
    <div role="listitem" className="shrink-0" style={{ width: WIDTH }}>
      <button
        type="button"
        aria-label={`${props.label}${props.chosen ? ', selected' : ''}. Hold to look at the picture as of this state.`}
        aria-current={props.chosen}
        draggable={props.draggable}
        className={cx(
          'relative block overflow-hidden rounded-sm outline-offset-2',
          props.chosen ? 'ring-2 ring-(--facet)' : 'ring-1 ring-transparent hover:ring-line-strong',
          props.dim && 'opacity-40',
        )}
        onClick={props.onChoose}
        onDragStart={(e) => {
          release()
          props.onDragStart?.(e)
        }}
        onPointerDown={(e) => {
          if (e.button === 0 && props.peek)
            timer.current = setTimeout(() => dispatch(viewActions.set({ peek: props.peek })), 250)
        }}
        onPointerUp={release}
        onPointerLeave={release}
      >
        {props.children}
      </button>
      <div
        className={cx(
          'mt-0.5 flex h-5 items-center gap-0.5',
          props.chosen ? 'font-semibold text-text' : 'text-dim',
        )}
      >
        {props.foot}
        <span className="truncate text-sm">{props.label}</span>
      </div>
    </div>
  )
}

function StepTile({ step, frame, chosen }: { step: Step; frame: number; chosen: boolean }) {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const at = { shotId: shot.id, stepId: step.id }
  const target = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id, upTo: step.id }), [shot.id, step.id])
  const region = useMemo<Target>(
    () => ({ kind: 'shot', shotId: shot.id, view: { stepId: step.id, view: 'region' } }),
    [shot.id, step.id],
  )
  return (
    <Tile
      label={step.name}
      chosen={chosen}
      dim={!step.on}
      peek={step.id}
      draggable
      onChoose={() => dispatch(viewActions.step(step.id))}
      onDragStart={(e) => e.dataTransfer.setData(DRAGGED, step.id)}
      foot={
        <button
          type="button"
          aria-label={step.on ? `Switch ${step.name} off` : `Switch ${step.name} on`}
          aria-pressed={step.on}
          className="flex size-5 items-center justify-center rounded text-dim hover:text-text"
          onClick={() => dispatch(edit('step.switch', { ...at, on: !step.on }))}
        >
          {step.on ? <Eye size={13} /> : <EyeOff size={13} />}
        </button>
      }
    >
      <Thumb project={project} target={target} frame={frame} width={WIDTH} />
      {step.where && (
        <span className="absolute right-1 bottom-1 rounded-xs border border-where">
          <Thumb project={project} target={region} frame={frame} width={32} />
        </span>
      )}
    </Tile>
  )
}
