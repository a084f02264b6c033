import { controlAddress, layoutOf, type Stack, type Step } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { ChevronsRightLeft, ChevronsLeftRight, Eye, EyeOff } from 'lucide-react'
import {
  createContext,
  type DragEvent,
  memo,
  type MouseEvent,
  type ReactNode,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { deskStage } from '../../session/where'
import { edit } from '../../store/edit'
import { store, useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { Hint } from '../../ui/button'
import { cx } from '../../ui/classes'
import { EditableText } from '../../ui/fields'
import { Menu } from '../../ui/overlays'
import { Thumb } from '../../viewer/thumb'
import { useStepMenu } from './step-menu'
import { timeAt } from '../use-desk'

/** Width of a state in pixels. */
export const WIDTH = 104
/** What a dragged step is called while it is dragged. */
export const DRAGGED = 'application/x-stilus-step'

/** How wide the states of a row are. */
export const TileWidth = createContext(WIDTH)

/** A state. Holding the button down for a moment, or the P key, shows the picture as of that state. */
export function Tile(props: {
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
  const width = useContext(TileWidth)
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
    <div className="shrink-0" style={{ width }}>
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

export const StepTile = memo(function StepTile({
  step,
  stack,
  chosen,
  open,
  onOpen,
}: {
  step: Step
  stack: Stack
  chosen: boolean
  open: boolean
  onOpen(id: string): void
}) {
  const dispatch = useAppDispatch()
  const width = useContext(TileWidth)
  const { solo } = useView('solo')
  /** How often the menu was opened; each time it is a new one. */
  const [menu, setMenu] = useState(0)
  const at = { stepId: step.id }
  const target = useMemo<Target>(() => ({ kind: 'stack', stack, upTo: step.id }), [stack, step.id])
  const region = useMemo<Target>(
    () => ({ kind: 'stack', stack, view: { stepId: step.id, view: 'region matte' } }),
    [stack, step.id],
  )
  const alone = solo.includes(step.id)
  const tile = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (chosen) tile.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  }, [chosen])
  const mix = step.mix.keys ? 1 : Number(step.mix.value)
  const choose = (event: MouseEvent) => {
    if (event.ctrlKey || event.metaKey) return dispatch(viewActions.alsoStep(step.id))
    const { stepId } = store.getState().view
    const stage = deskStage()
    if (!event.shiftKey || !stepId || !stage) return dispatch(viewActions.step(step.id))
    const list =
      layoutOf(stage.steps)
        .get(step.id)
        ?.list.map((s) => s.id) ?? []
    const [a, b] = [list.indexOf(stepId), list.indexOf(step.id)]
    const run = a < 0 ? [step.id] : list.slice(Math.min(a, b), Math.max(a, b) + 1)
    return dispatch(viewActions.steps(a <= b ? run : run.reverse()))
  }
  return (
    <div
      ref={tile}
      className="tile group/tile relative"
      onContextMenu={(event) => {
        event.preventDefault()
        setMenu(menu + 1)
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
                onClick={() => onOpen(step.id)}
              >
                {open ? <ChevronsRightLeft size={13} /> : <ChevronsLeftRight size={13} />}
              </button>
            )}
          </>
        }
      >
        <Thumb target={target} width={width} />
        {step.where && (
          <span className="absolute right-1 bottom-1 rounded-xs border border-where">
            <Thumb target={region} width={32} />
          </span>
        )}
      </Tile>
      <div className="pointer-events-none absolute inset-x-1 top-1 flex justify-between [&>*]:pointer-events-auto">
        <MixTag step={step} mix={mix} />
        <Hint text={alone ? 'Show all steps again' : `See only ${step.name}; with Shift beside others`}>
          <button
            type="button"
            aria-label={alone ? `Show all steps again` : `Solo ${step.name}`}
            aria-pressed={alone}
            className={cx(
              'h-4 rounded-xs px-1 text-[11px] leading-4',
              alone
                ? 'bg-text text-ground'
                : 'text-transparent group-hover/tile:bg-[#000000b0] group-hover/tile:text-white focus-visible:bg-[#000000b0] focus-visible:text-white',
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
      {menu > 0 && <TileMenu key={menu} step={step} />}
    </div>
  )
})

/** What can be done with a state, opened at its corner. Its dialogs stay when it shuts. */
function TileMenu({ step }: { step: Step }) {
  const { items, dialogs } = useStepMenu([step])
  const [open, setOpen] = useState(true)
  return (
    <div className="absolute right-0 bottom-0 size-0">
      <Menu
        align="end"
        open={open}
        onOpenChange={(next) => {
          setOpen(next)
        }}
        trigger={<span />}
        items={items}
      />
      {dialogs}
    </div>
  )
}

/** The mix on a state: drag sideways to change it. It shows when it is not full, or under the pointer. */
function MixTag({ step, mix }: { step: Step; mix: number }) {
  const dispatch = useAppDispatch()
  const drag = useRef<{ x: number; mix: number } | null>(null)
  const percent = Math.round(mix * 100)
  const set = (value: number) =>
    dispatch((run, getState) => {
      const stage = deskStage()
      const at = stage ? timeAt(stage, getState().view.frame) : 0
      const address = controlAddress(step.id, 'mix')
      run(edit('value.set', { address, at, value: Math.min(1, Math.max(0, value)) }, `mix ${step.id}`))
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
        'h-4 cursor-ew-resize touch-none rounded-xs px-1 text-[11px] leading-4',
        percent === 100
          ? 'text-transparent group-hover/tile:bg-[#000000b0] group-hover/tile:text-white focus-visible:bg-[#000000b0] focus-visible:text-white'
          : 'bg-[#000000b0] text-white',
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
