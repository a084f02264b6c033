import { type Step } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { Plus } from 'lucide-react'
import {
  type DragEvent,
  type KeyboardEvent,
  memo,
  type ReactNode,
  useCallback,
  useMemo,
  useState,
} from 'react'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Hint } from '../ui/button'
import { cx } from '../ui/classes'
import { Thumb } from '../viewer/thumb'
import { useDesk } from './use-desk'
import { DRAGGED, shotIn, StepTile, Tile, WIDTH } from './step-tile'

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
  const { shot } = useDesk()
  const dispatch = useAppDispatch()
  const { face, stepIds } = useView('face', 'stepIds')
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set())
  const toggle = useCallback(
    (id: string) =>
      setOpened((old) => new Set(old.has(id) ? [...old].filter((o) => o !== id) : [...old, id])),
    [],
  )
  const source = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id, upTo: 'source' }), [shot.id])
  const result = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id }), [shot.id])
  const { id: shotId } = shot
  const insert = useCallback(
    (at: number) => void dispatch(viewActions.set({ drawer: 'catalogue', insertAt: at })),
    [dispatch],
  )
  const drop = useCallback(
    (event: DragEvent, at: number) => {
      const moved = event.dataTransfer.getData(DRAGGED)
      const use = event.dataTransfer.getData(TREATMENT)
      const steps = shotIn(shotId)?.steps ?? []
      const from = steps.findIndex((s) => s.id === moved)
      if (use) onAdd(use, at)
      else if (from >= 0) dispatch(edit('step.move', { shotId, stepId: moved, to: at > from ? at - 1 : at }))
    },
    [dispatch, onAdd, shotId],
  )
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
          chosen={stepIds.includes(step.id)}
          open={open}
          onOpen={toggle}
          shotId={shot.id}
        />
      </div>
    )
  }
  return (
    <div
      data-facet={face}
      className="apart flex h-[104px] shrink-0 items-start overflow-x-auto border-t px-3 pt-2.5"
    >
      <div role="list" aria-label="States of the shot" className="flex" onKeyDown={walk}>
        <div role="listitem">
          <Tile label="Source" chosen={false} onChoose={() => dispatch(viewActions.step(null))} peek="source">
            <Thumb target={source} width={WIDTH} />
          </Tile>
        </div>
        {shot.steps.map((step, i) => (
          <div key={step.id} role="listitem" className="flex">
            <Gap after={i} onInsert={insert} onDrop={drop} />
            {tile(step)}
          </div>
        ))}
        <div role="listitem" className="flex">
          <Gap after={shot.steps.length} onInsert={insert} onDrop={drop} />
          <Tile label="Result" chosen={false} onChoose={() => dispatch(viewActions.step(null))} peek={null}>
            <Thumb target={result} width={WIDTH} />
          </Tile>
        </div>
      </div>
    </div>
  )
}

interface GapProps {
  after: number
  onInsert(at: number): void
  onDrop(e: DragEvent, at: number): void
}

/** Between two states: drop a step or a treatment here, or press it to insert one. */
const Gap = memo(function Gap({ after, onInsert, onDrop }: GapProps) {
  const [over, setOver] = useState(false)
  return (
    <div
      className="group/gap relative flex h-[59px] w-5 shrink-0 items-center justify-center"
      onDragOver={(e) => {
        e.preventDefault()
        setOver(true)
      }}
      onDragLeave={(e) => {
        if (!e.currentTarget.contains(e.relatedTarget as Node | null)) setOver(false)
      }}
      onDrop={(e) => {
        e.preventDefault()
        setOver(false)
        onDrop(e, after)
      }}
    >
      <Hint text="Insert a treatment here">
        <button
          type="button"
          aria-label={`Insert a treatment at ${after + 1}`}
          className="flex size-5 items-center justify-center rounded text-line-strong group-hover/gap:text-text hover:bg-field focus-visible:text-text"
          onClick={() => onInsert(after)}
        >
          <Plus size={13} />
        </button>
      </Hint>
      {over && (
        <span aria-hidden className="pointer-events-none absolute inset-y-0 w-1 rounded-full bg-text" />
      )}
    </div>
  )
})
