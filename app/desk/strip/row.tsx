import { type Act, type Stack, type Step } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { findStep } from '@stilus/core/steps'
import { CornerDownRight, CornerRightUp, Plus } from 'lucide-react'
import {
  type DragEvent,
  type KeyboardEvent,
  memo,
  type ReactNode,
  useCallback,
  useContext,
  useMemo,
  useState,
} from 'react'
import { moveInto } from '../../session/clipboard'
import { deskStage } from '../../session/where'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { Hint } from '../../ui/button'
import { cx } from '../../ui/classes'
import { Thumb } from '../../viewer/thumb'
import { addTreatment } from './add-step'
import { type Branch, rowsOf } from './branches'
import { DRAGGED, StepTile, Tile, TileWidth } from './step-tile'

const TREATMENT = 'application/x-stilus-treatment'
/** Width of what lies between two states. */
const GAP = 20

/** Arrow keys go from state to state; where they end they stay. */
export function walk(event: KeyboardEvent<HTMLElement>) {
  const by = event.altKey || event.ctrlKey ? 0 : ({ ArrowLeft: -1, ArrowRight: 1 }[event.key] ?? 0)
  if (!by || !(event.target as Element).matches('[data-state-tile]')) return
  const tiles = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-state-tile]')]
  const next = tiles[tiles.indexOf(event.target as HTMLElement) + by]
  event.preventDefault()
  event.stopPropagation()
  next?.focus()
  next?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}

export interface RowProps {
  /** Whose states these are: one object for as long as it is the same stack. */
  stack: Stack
  steps: readonly Step[]
  /** What the row is called, and its first and last state; without a name for one, that state is not shown. */
  label: string
  first?: string
  last?: string
  /** Of several rows, the one whose steps the panel and the lanes show. */
  inHand?: boolean
}

/** How much higher a row is for its branches. */
export const branchesOf = (steps: readonly Step[]): number => rowsOf(steps).branches.length

/** The states of a stack from first to last: choose, switch, mix, group, reorder, hold to look at the picture as of a state. A branch runs below, from where it leaves to where it returns. */
export function Row({ stack, steps, label, first, last, inHand }: RowProps) {
  const dispatch = useAppDispatch()
  const width = useContext(TileWidth)
  const { stepIds } = useView('stepIds')
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set())
  const toggle = useCallback(
    (id: string) =>
      setOpened((old) => new Set(old.has(id) ? [...old].filter((o) => o !== id) : [...old, id])),
    [],
  )
  const source = useMemo<Target>(() => ({ kind: 'stack', stack, upTo: 'source' }), [stack])
  const result = useMemo<Target>(() => ({ kind: 'stack', stack }), [stack])
  /** Everything that is done in a row takes it into the hand first. */
  const take = useCallback(() => void dispatch(viewActions.side(stack.list ?? null)), [dispatch, stack])
  const insert = useCallback(
    (at: number) => {
      take()
      dispatch(viewActions.set({ drawer: 'catalogue', insertAt: at, branch: null }))
    },
    [dispatch, take],
  )
  const drop = useCallback(
    (event: DragEvent, at: number) => {
      const moved = event.dataTransfer.getData(DRAGGED)
      const use = event.dataTransfer.getData(TREATMENT)
      take()
      // Read when it happens, so that this stays the same while the document changes.
      const stage = deskStage()
      if (!stage) return
      const from = stage.steps.findIndex((s) => s.id === moved)
      const stepId = uid()
      const act = (): Act => ['step.add', { stack: stage.stack, stepId, use, at }]
      if (use) dispatch(addTreatment(stage, stepId, act, findStep(use)?.name ?? use))
      else if (from >= 0) dispatch(edit('step.move', { stepId: moved, to: at > from ? at - 1 : at }))
      else moveInto(stage, moved, at)
    },
    [dispatch, take],
  )
  const { main, branches } = useMemo(() => rowsOf(steps), [steps])
  const whole = () => {
    take()
    dispatch(viewActions.step(null))
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
        <StepTile step={step} chosen={stepIds.includes(step.id)} open={open} onOpen={toggle} stack={stack} />
      </div>
    )
  }
  return (
    <div className={cx(inHand !== undefined && 'rounded-sm px-1 pt-1', inHand && 'bg-raised')}>
      <div
        role="list"
        aria-label={label}
        className="flex"
        onKeyDown={walk}
        onPointerDownCapture={take}
        onKeyDownCapture={take}
      >
        {first && (
          <div role="listitem">
            <Tile label={first} chosen={false} onChoose={whole} peek="source">
              <Thumb target={source} width={width} />
            </Tile>
          </div>
        )}
        {main.map((step) => (
          <div key={step.id} role="listitem" className="flex">
            <Gap after={steps.indexOf(step)} onInsert={insert} onDrop={drop} />
            {tile(step)}
          </div>
        ))}
        <div role="listitem" className="flex">
          <Gap after={steps.length} onInsert={insert} onDrop={drop} />
          {last && (
            <Tile label={last} chosen={false} onChoose={whole} peek={null}>
              <Thumb target={result} width={width} />
            </Tile>
          )}
        </div>
      </div>
      {branches.map((branch) => (
        <BranchRow key={branch.steps[0]?.id} branch={branch} main={main}>
          {branch.steps.map((step) => (
            <div key={step.id} role="listitem">
              {tile(step)}
            </div>
          ))}
        </BranchRow>
      ))}
    </div>
  )
}

/** A branch below the states: it begins under the one after which it leaves, and says where it returns. */
function BranchRow({ branch, main, children }: { branch: Branch; main: Step[]; children: ReactNode }) {
  const width = useContext(TileWidth)
  const leaves = branch.from ? main.findIndex((s) => s.id === branch.from) + 1 : 0
  const name = (id: string) => main.find((s) => s.id === id)?.name ?? 'a step'
  const from = branch.from === undefined ? 'outside' : branch.from === null ? 'the source' : name(branch.from)
  const into = branch.into.map(name).join(', ')
  return (
    <div className="relative flex pt-1" style={{ marginLeft: leaves * (width + GAP) + 44 }} onKeyDown={walk}>
      <Hint text={`Leaves after ${from}`}>
        <span className="flex h-[59px] w-8 shrink-0 items-center justify-center text-dim">
          <CornerDownRight size={16} aria-hidden />
        </span>
      </Hint>
      <div
        role="list"
        aria-label={`Branch from ${from}${into ? `, taken by ${into}` : ', taken by nothing yet'}`}
        className="flex gap-5"
      >
        {children}
      </div>
      <span className="flex h-[59px] items-center gap-1 pl-2 text-xs whitespace-nowrap text-dim">
        <CornerRightUp size={16} aria-hidden />
        {into ? `into ${into}` : 'taken by nothing yet'}
      </span>
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
