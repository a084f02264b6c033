import { listOf, type Step } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { ChevronsRightLeft, ChevronsLeftRight, Eye, EyeOff, Plus } from 'lucide-react'
import {
  type DragEvent,
  type KeyboardEvent,
  memo,
  type MouseEvent,
  type ReactNode,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Hint } from '../ui/button'
import { cx } from '../ui/classes'
import { EditableText } from '../ui/fields'
import { Menu } from '../ui/overlays'
import { Thumb } from '../viewer/thumb'
import { useStepMenu } from './step-menu'
import { useDesk } from './use-desk'

const WIDTH = 104
const DRAGGED = 'application/x-stilus-step'
const TREATMENT = 'application/x-stilus-treatment'

/** Arrow keys go from state to state; where they end they stay. */
function walk(event: KeyboardEvent<HTMLElement>) {
  const by = event.altKey || event.ctrlKey ? 0 : ({ ArrowLeft: -1, ArrowRight: 1 }[event.key] ?? 0)
  if (!by || !(event.target as Element).matches('[data-state-tile]')) return
  const tiles = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-state-tile]')]
  const next = tiles[tiles.indexOf(event.target as HTMLElement) + by]
  event.preventDefault()
  event.stopPropagation()
  next?.focus()
  next?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}

/** The states of the shot from source to result: choose, switch, mix, group, reorder, hold to look at the picture as of a state. */
export function Strip({ onAdd }: { onAdd(use: string, at?: number): void }) {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const { frame, face, stepIds } = useView('frame', 'face', 'stepIds')
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set())
  const source = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id, upTo: 'source' }), [shot.id])
  const result = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id }), [shot.id])
  const insert = (at: number) => dispatch(viewActions.set({ drawer: 'catalogue', insertAt: at }))
  const drop = (event: DragEvent, at: number) => {
    const moved = event.dataTransfer.getData(DRAGGED)
    const use = event.dataTransfer.getData(TREATMENT)
    const from = shot.steps.findIndex((s) => s.id === moved)
    if (use) onAdd(use, at)
    else if (from >= 0)
      dispatch(edit('step.move', { shotId: shot.id, stepId: moved, to: at > from ? at - 1 : at }))
  }
  const toggle = (id: string) => {
    const next = new Set(opened)
    if (!next.delete(id)) next.add(id)
    setOpened(next)
  }
  const tile = (step: Step): ReactNode => {
    const open = opened.has(step.id) || (step.steps ?? []).some((s) => stepIds.includes(s.id))
    return (
      <div key={step.id} className={cx('flex', step.use === 'group' && open && 'rounded bg-raised')}>
        {step.use === 'group' &&
          open &&
          (step.steps ?? []).map((inner) => (
            <div key={inner.id} className="mr-5 flex">
              {tile(inner)}
            </div>
          ))}
        <StepTile
          step={step}
          frame={frame}
          chosen={stepIds.includes(step.id)}
          open={open}
          onOpen={() => toggle(step.id)}
        />
      </div>
    )
  }
  return (
    <div
      data-facet={face}
      className="flex h-[104px] shrink-0 items-start overflow-x-auto border-t px-3 pt-2.5"
    >
      <div role="list" aria-label="States of the shot" className="flex" onKeyDown={walk}>
        <Tile label="Source" chosen={false} onChoose={() => dispatch(viewActions.step(null))} peek="source">
          <Thumb project={project} target={source} frame={frame} width={WIDTH} />
        </Tile>
        {shot.steps.map((step, i) => [
          <Gap key={`gap-${i}`} after={i} onInsert={() => insert(i)} onDrop={(e) => drop(e, i)} />,
          tile(step),
        ])}
        <Gap
          after={shot.steps.length}
          onInsert={() => insert(shot.steps.length)}
          onDrop={(e) => drop(e, shot.steps.length)}
        />
        <Tile label="Result" chosen={false} onChoose={() => dispatch(viewActions.step(null))} peek={null}>
          <Thumb project={project} target={result} frame={frame} width={WIDTH} />
        </Tile>
      </div>
    </div>
  )
}

/** Between two states: drop a step or a treatment here, or press it to insert one. */
function Gap({ after, onInsert, onDrop }: { after: number; onInsert(): void; onDrop(e: DragEvent): void }) {
  const [over, setOver] = useState(false)
  return (
    <div
      className="group/gap flex h-[59px] w-5 shrink-0 items-center justify-center"
      onDragOver={(e) => {
        e.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault()
        setOver(false)
        onDrop(e)
      }}
    >
      {over ? (
        <span aria-hidden className="h-full w-1 rounded-full bg-text" />
      ) : (
        <Hint text="Insert a treatment here">
          <button
            type="button"
            aria-label={`Insert a treatment at ${after + 1}`}
            className="flex size-5 items-center justify-center rounded text-line-strong group-hover/gap:text-text hover:bg-field focus-visible:text-text"
            onClick={onInsert}
          >
            <Plus size={13} />
          </button>
        </Hint>
      )}
    </div>
  )
}

/** A state. Holding the button down for a moment, or the P key, shows the picture as of that state. */
function Tile(props: {
  label: string
  chosen: boolean
  onChoose(event: MouseEvent): void
  peek: string | null
  children: ReactNode
  foot?: ReactNode
  dim?: boolean
  draggable?: boolean
  onDragStart?(e: DragEvent): void
}) {
  const dispatch = useAppDispatch()
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const peeking = useRef(false)
  const peek = () => {
    peeking.current = true
    dispatch(viewActions.set({ peek: props.peek }))
  }
  const release = () => {
    clearTimeout(timer.current)
    if (peeking.current) dispatch(viewActions.set({ peek: null }))
    peeking.current = false
  }
  return (
    <div role="listitem" className="shrink-0" style={{ width: WIDTH }}>
      <button
        type="button"
        data-state-tile
        aria-label={`${props.label}${props.chosen ? ', selected' : ''}. Hold, or hold P, to look at the picture as of this state.`}
        aria-current={props.chosen}
        draggable={props.draggable}
        className={cx(
          'relative block overflow-hidden rounded-sm outline-offset-2',
          props.chosen ? 'ring-2 ring-(--facet)' : 'ring-1 ring-transparent hover:ring-line-strong',
          props.dim && 'opacity-40',
        )}
        onClick={props.onChoose}
        onKeyDown={(e) => {
          if (e.key.toLowerCase() !== 'p' || e.ctrlKey || !props.peek) return
          e.preventDefault()
          e.stopPropagation()
          if (!e.repeat) peek()
        }}
        onKeyUp={(e) => e.key.toLowerCase() === 'p' && release()}
        onBlur={release}
        onDragStart={(e) => {
          release()
          props.onDragStart?.(e)
        }}
        onPointerDown={(e) => {
          if (e.button === 0 && props.peek) timer.current = setTimeout(peek, 250)
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
        {props.foot ?? <span className="truncate text-sm">{props.label}</span>}
      </div>
    </div>
  )
}

const StepTile = memo(function StepTile({
  step,
  frame,
  chosen,
  open,
  onOpen,
}: {
  step: Step
  frame: number
  chosen: boolean
  open: boolean
  onOpen(): void
}) {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const { solo, stepId } = useView('solo', 'stepId')
  const { items, dialogs } = useStepMenu([step])
  const [menu, setMenu] = useState(false)
  const at = { shotId: shot.id, stepId: step.id }
  const target = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id, upTo: step.id }), [shot.id, step.id])
  const region = useMemo<Target>(
    () => ({ kind: 'shot', shotId: shot.id, view: { stepId: step.id, view: 'region' } }),
    [shot.id, step.id],
  )
  const alone = solo.includes(step.id)
  const tile = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (chosen) tile.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  }, [chosen])
  const mix = step.mix.keys ? 1 : Number(step.mix.value)
  const choose = (event: MouseEvent) => {
    if (event.ctrlKey || event.metaKey) return dispatch(viewActions.alsoStep(step.id))
    if (!event.shiftKey || !stepId) return dispatch(viewActions.step(step.id))
    const list = listOf(shot, step.id).map((s) => s.id)
    const [a, b] = [list.indexOf(stepId), list.indexOf(step.id)]
    const run = a < 0 ? [step.id] : list.slice(Math.min(a, b), Math.max(a, b) + 1)
    return dispatch(viewActions.steps(a <= b ? run : run.reverse()))
  }
  return (
    <div
      ref={tile}
      className="group/tile relative"
      onContextMenu={(event) => {
        event.preventDefault()
        setMenu(true)
      }}
    >
      <Tile
        label={step.name}
        chosen={chosen}
        dim={!step.on && !alone}
        peek={step.id}
        draggable
        onChoose={choose}
        onDragStart={(e) => e.dataTransfer.setData(DRAGGED, step.id)}
        foot={
          <>
            <button
              type="button"
              aria-label={step.on ? `Switch ${step.name} off` : `Switch ${step.name} on`}
              aria-pressed={step.on}
              className="flex size-5 shrink-0 items-center justify-center rounded text-dim hover:text-text"
              onClick={() => dispatch(edit('step.switch', { ...at, on: !step.on }))}
            >
              {step.on ? <Eye size={13} /> : <EyeOff size={13} />}
            </button>
            <EditableText
              label="Name"
              value={step.name}
              onChange={(name) => dispatch(edit('step.rename', { ...at, name }))}
              className="flex-1 text-sm"
            />
            {step.use === 'group' && (
              <button
                type="button"
                aria-label={open ? `Shut ${step.name}` : `Show the steps of ${step.name}`}
                aria-expanded={open}
                className="flex size-5 shrink-0 items-center justify-center rounded text-dim hover:text-text"
                onClick={onOpen}
              >
                {open ? <ChevronsRightLeft size={13} /> : <ChevronsLeftRight size={13} />}
              </button>
            )}
          </>
        }
      >
        <Thumb project={project} target={target} frame={frame} width={WIDTH} />
        {step.where && (
          <span className="absolute right-1 bottom-1 rounded-xs border border-where">
            <Thumb project={project} target={region} frame={frame} width={32} />
          </span>
        )}
      </Tile>
      <div className="pointer-events-none absolute inset-x-1 top-1 flex justify-between [&>*]:pointer-events-auto">
        <MixTag step={step} mix={mix} shotId={shot.id} />
        <Hint text={alone ? 'Show all steps again' : `See only ${step.name}; with Shift beside others`}>
          <button
            type="button"
            aria-label={alone ? `Show all steps again` : `Solo ${step.name}`}
            aria-pressed={alone}
            className={cx(
              'h-4 rounded-xs px-1 text-[11px] leading-4',
              alone
                ? 'bg-text text-ground'
                : 'bg-[#000000b0] text-white opacity-0 group-hover/tile:opacity-100 focus-visible:opacity-100',
            )}
            onClick={(e) => {
              const rest = solo.filter((id) => id !== step.id)
              dispatch(viewActions.set({ solo: alone ? rest : e.shiftKey ? [...solo, step.id] : [step.id] }))
            }}
          >
            Solo
          </button>
        </Hint>
      </div>
      <div className="absolute right-0 bottom-0 size-0">
        <Menu align="end" open={menu} onOpenChange={setMenu} trigger={<span />} items={items} />
      </div>
      {dialogs}
    </div>
  )
})

/** The mix on a state: drag sideways to change it. It shows when it is not full, or under the pointer. */
function MixTag({ step, mix, shotId }: { step: Step; mix: number; shotId: string }) {
  const dispatch = useAppDispatch()
  const drag = useRef<{ x: number; mix: number } | null>(null)
  const percent = Math.round(mix * 100)
  const set = (value: number) =>
    dispatch((run, getState) => {
      const { document } = getState().project
      const shot = document?.shots.find((s) => s.id === shotId)
      const at = shot ? shot.in + getState().view.frame - shot.zero : 0
      const place = { shotId, stepId: step.id, param: 'mix' }
      run(edit('value.set', { place, at, value: Math.min(1, Math.max(0, value)) }, `mix ${step.id}`))
    })
  return (
    <span
      role="slider"
      tabIndex={0}
      aria-label={`Mix of ${step.name}`}
      aria-valuenow={percent}
      aria-valuemin={0}
      aria-valuemax={100}
      className={cx(
        'h-4 cursor-ew-resize touch-none rounded-xs bg-[#000000b0] px-1 text-[11px] leading-4 text-white',
        percent === 100 && 'opacity-0 group-hover/tile:opacity-100 focus-visible:opacity-100',
      )}
      onKeyDown={(event) => {
        const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key]
        if (!by) return
        event.preventDefault()
        event.stopPropagation()
        set(mix + by * (event.shiftKey ? 0.01 : 0.05))
      }}
      onPointerDown={(event) => {
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        drag.current = { x: event.clientX, mix }
      }}
      onPointerMove={(event) => {
        if (drag.current) set(drag.current.mix + (event.clientX - drag.current.x) / 120)
      }}
      onPointerUp={() => (drag.current = null)}
    >
      {step.mix.keys ? 'Mix moves' : `${percent} %`}
    </span>
  )
}
