import { findOwner, type Project, stageOf, type Transition } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { find } from '@stilus/core/search'
import { CROSSINGS, findStep, type StepDeclaration } from '@stilus/core/steps'
import { memo, type PointerEvent, useDeferredValue, useMemo, useState } from 'react'
import { tryOn } from '../session/trying'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { cx } from '../ui/classes'
import { SearchField } from '../ui/search-field'
import { Thumb } from '../viewer/thumb'

/** The moment of a transition that is seen while nobody looks closer: in the middle some show nothing but a colour. */
const RESTS = 0.36
/** Width of a tile's picture. */
const WIDTH = 132

/** Every transition on the two shots themselves, at a moment of its time; under the pointer it runs. */
export function CrossPicker({ project, transition }: { project: Project; transition: Transition }) {
  const [text, setText] = useState('')
  // Each tile tries its transition on the whole document: a hand that moves does not wait for forty of them.
  const rested = useDeferredValue(project)
  const found = find(CROSSINGS, text, ({ name, words = [], purpose }) => ({
    name,
    words: words.join(' '),
    says: purpose,
  }))
  const current = transition.steps.find((s) => findStep(s.use)?.crosses)?.use
  return (
    <div className="grid gap-2">
      <SearchField label="Find a transition" text={text} onText={setText} />
      <ul aria-label="Transitions" className="grid grid-cols-2 gap-2">
        {found.map((crossing) => (
          <li key={crossing.id}>
            <CrossTile
              project={rested}
              transitionId={transition.id}
              crossing={crossing}
              chosen={crossing.id === current}
            />
          </li>
        ))}
      </ul>
      {!found.length && <p className="text-dim">No transition is called that.</p>}
    </div>
  )
}

interface CrossTileProps {
  project: Project
  transitionId: string
  crossing: StepDeclaration
  chosen: boolean
}

const CrossTile = memo(function CrossTile({ project, transitionId, crossing, chosen }: CrossTileProps) {
  const dispatch = useAppDispatch()
  const [at, setAt] = useState(RESTS)
  const use = crossing.id
  const target = useMemo<Target>(
    () => ({ kind: 'stack', stack: { kind: 'transition', id: transitionId } }),
    [transitionId],
  )
  const tried = useMemo(
    () => tryOn(project, ['transition.swap', { transitionId, stepId: 'tried', use }]),
    [project, transitionId, use],
  )
  const length = findOwner(project, 'transition', transitionId)
    ? stageOf(project, { kind: 'transition', id: transitionId }).length
    : 1
  const follow = ({ currentTarget, clientX }: PointerEvent) => {
    const { left, width } = currentTarget.getBoundingClientRect()
    setAt(Math.min(1, Math.max(0, (clientX - left) / width)))
  }
  return (
    <button
      type="button"
      title={crossing.purpose}
      aria-pressed={chosen}
      onClick={() => dispatch(edit('transition.swap', { transitionId, stepId: uid(), use }))}
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
})
