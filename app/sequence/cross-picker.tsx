import { perform, type Project, stageOf, type Transition } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { CROSSINGS, findStep, type StepDeclaration } from '@stilus/core/steps'
import { Search } from 'lucide-react'
import { type PointerEvent, useMemo, useState } from 'react'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { cx } from '../ui/classes'
import { Thumb } from '../viewer/thumb'

/** The moment of a transition that is seen while nobody looks closer: in the middle some show nothing but a colour. */
const RESTS = 0.36
/** Width of a tile's picture. */
const WIDTH = 132

/** Every transition on the two shots themselves, in the middle of its time; under the pointer it runs. */
export function CrossPicker({ project, transition }: { project: Project; transition: Transition }) {
  const [text, setText] = useState('')
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const found = CROSSINGS.filter((c) => {
    const said = `${c.name} ${c.purpose} ${(c.words ?? []).join(' ')}`.toLowerCase()
    return words.every((word) => said.includes(word))
  })
  const current = transition.steps.find((s) => findStep(s.use)?.crosses)?.use
  return (
    <div className="grid gap-2">
      <label className="flex h-7 items-center gap-2 rounded bg-field px-2 text-dim">
        <Search size={13} />
        <input
          type="search"
          aria-label="Find a transition"
          placeholder="Find a transition"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.stopPropagation()}
          className="min-w-0 flex-1 bg-transparent text-text outline-none placeholder:text-faint"
        />
      </label>
      <ul aria-label="Transitions" className="grid grid-cols-2 gap-2">
        {found.map((crossing) => (
          <li key={crossing.id}>
            <CrossTile {...{ project, transition, crossing }} chosen={crossing.id === current} />
          </li>
        ))}
      </ul>
      {!found.length && <p className="text-dim">No transition is called that.</p>}
    </div>
  )
}

interface CrossTileProps {
  project: Project
  transition: Transition
  crossing: StepDeclaration
  chosen: boolean
}

function CrossTile({ project, transition, crossing, chosen }: CrossTileProps) {
  const dispatch = useAppDispatch()
  const [at, setAt] = useState(RESTS)
  const { id: transitionId } = transition
  const use = crossing.id
  const target = useMemo<Target>(
    () => ({ kind: 'stack', stack: { kind: 'transition', id: transitionId } }),
    [transitionId],
  )
  const tried = useMemo(
    () => perform(project, 'transition.by', { transitionId, stepId: 'tried', use }).project,
    [project, transitionId, use],
  )
  const { length } = stageOf(project, { kind: 'transition', id: transitionId })
  const follow = ({ currentTarget, clientX }: PointerEvent) => {
    const { left, width } = currentTarget.getBoundingClientRect()
    setAt(Math.min(1, Math.max(0, (clientX - left) / width)))
  }
  return (
    <button
      type="button"
      title={crossing.purpose}
      aria-pressed={chosen}
      onClick={() => dispatch(edit('transition.by', { transitionId, stepId: uid(), use }))}
      onPointerMove={follow}
      onPointerLeave={() => setAt(RESTS)}
      className={cx(
        'grid w-full gap-1 rounded p-0.5 text-left hover:bg-field',
        chosen && 'bg-field ring-1 ring-text',
      )}
    >
      <Thumb
        project={tried}
        target={target}
        frame={Math.min(length - 1, Math.floor(at * length))}
        width={WIDTH}
        className="rounded-sm"
      />
      <span className="px-1 pb-0.5 text-xs">{crossing.name}</span>
    </button>
  )
}
