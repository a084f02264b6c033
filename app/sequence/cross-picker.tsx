import type { TransitionFile } from '@stilus/core/formats'
import { type Act, findOwner, homeOf, type Project, stageOf, type Transition } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { find } from '@stilus/core/search'
import { CROSSINGS, findStep, type StepDeclaration } from '@stilus/core/steps'
import { memo, type PointerEvent, useDeferredValue, useMemo, useRef, useState } from 'react'
import { useTransitions } from '../session/library'
import { tryOn } from '../session/trying'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { cx } from '../ui/classes'
import { SearchField } from '../ui/search-field'
import { Thumb, useOnScreen } from '../viewer/thumb'
import { layTransition } from './lay-transition'
import { TransitionMenu } from './transition-menu'

/** The moment of a transition that is seen while nobody looks closer: in the middle some show nothing but a colour. */
const RESTS = 0.36
/** Width of a tile's picture. */
const WIDTH = 132

/** One that can be chosen: declared, or built from steps. */
interface Choice {
  id: string
  name: string
  says: string
  words: readonly string[]
  /** What makes the transition that is there to it. */
  act(transition: Transition, project: Project): Act
  choose(transition: Transition): void
}

const declared = ({ id, name, purpose, words = [] }: StepDeclaration): Choice => {
  const swap = (t: Transition) => ({ transitionId: t.id, stepId: uid(), use: id })
  return {
    id,
    name,
    says: purpose,
    words,
    act: (t) => ['transition.swap', swap(t)],
    choose: (t) => void store.dispatch(edit('transition.swap', swap(t))),
  }
}
const DECLARED = CROSSINGS.map(declared)

const PARTS = ['outgoing', 'incoming', 'joined'] as const

const built = ({ id, value }: { id: string; value: TransitionFile }): Choice => {
  const all = [...value.outgoing, ...value.incoming, ...value.steps]
  const { name, timing } = value
  return {
    id,
    name,
    says: `Built from ${[...new Set(all.map((s) => s.name))].join(', ') || 'a plain cut'}.`,
    words: all.map((s) => findStep(s.use)?.name ?? ''),
    act: ({ id: transitionId, from, to }, project) => {
      const sequenceId = homeOf(project, 'transition', transitionId)
      const lay = { transitionId, sequenceId, from, to, laid: value, timing, newId: 'tried' }
      return ['transition.lay', { ...lay, parts: [...PARTS] }]
    },
    choose: ({ from, to }) => layTransition(value, [{ from, to }], { parts: PARTS, timing }),
  }
}

/** Every transition on the two shots themselves, at a moment of its time; under the pointer it runs. */
export function CrossPicker({ project, transition }: { project: Project; transition: Transition }) {
  const [text, setText] = useState('')
  // Each tile tries its transition on the whole document: a hand that moves does not wait for all of them.
  const rested = useDeferredValue(project)
  const kept = useTransitions()
  const fromSteps = useMemo(() => kept.map(built), [kept])
  const search = (list: readonly Choice[]) =>
    find(list, text, ({ name, words, says }) => ({ name, words: words.join(' '), says }))
  const parts = [
    { title: 'Transitions', list: search(DECLARED) },
    { title: 'Built from steps', list: search(fromSteps) },
  ]
  const current = transition.steps.find((s) => findStep(s.use)?.crosses)?.use
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
      <div className="flex items-center gap-2">
        <div className="min-w-0 flex-1">
          <SearchField label="Find a transition" text={text} onText={setText} />
        </div>
        <TransitionMenu transition={transition} />
      </div>
      {parts.map(
        ({ title, list }) =>
          list.length > 0 && (
            <section key={title} className="grid gap-1.5">
              <h3 className="text-xs font-semibold text-faint">{title}</h3>
              <ul aria-label={title} className="grid grid-cols-2 gap-2">
                {list.map((choice) => (
                  <li key={choice.id}>
                    <CrossTile
                      project={rested}
                      transitionId={transition.id}
                      choice={choice}
                      chosen={choice.id === current}
                    />
                  </li>
                ))}
              </ul>
            </section>
          ),
      )}
      {parts.every(({ list }) => !list.length) && <p className="text-dim">No transition is called that.</p>}
    </div>
  )
}

interface CrossTileProps {
  project: Project
  transitionId: string
  choice: Choice
  chosen: boolean
}

const CrossTile = memo(function CrossTile({ project, transitionId, choice, chosen }: CrossTileProps) {
  const [at, setAt] = useState(RESTS)
  const target = useMemo<Target>(
    () => ({ kind: 'stack', stack: { kind: 'transition', id: transitionId } }),
    [transitionId],
  )
  const transition = findOwner(project, 'transition', transitionId)
  const tile = useRef<HTMLButtonElement>(null)
  const seen = useOnScreen(tile)
  // What is out of sight is not even tried.
  const tried = useMemo(
    () => (transition && seen ? tryOn(project, choice.act(transition, project)) : undefined),
    [project, transition, choice, seen],
  )
  const length = transition ? stageOf(tried ?? project, { kind: 'transition', id: transitionId }).length : 1
  const follow = ({ currentTarget, clientX }: PointerEvent) => {
    const { left, width } = currentTarget.getBoundingClientRect()
    setAt(Math.min(1, Math.max(0, (clientX - left) / width)))
  }
  return (
    <button
      ref={tile}
      type="button"
      title={choice.says}
      aria-pressed={chosen}
      onClick={() => transition && choice.choose(transition)}
      onPointerMove={follow}
      onPointerLeave={() => setAt(RESTS)}
      className={cx(
        'grid w-full gap-1 rounded p-0.5 text-left hover:bg-field',
        chosen && 'bg-field ring-1 ring-text',
      )}
    >
      {tried ? (
        <Thumb
          project={tried}
          target={target}
          frame={Math.min(length - 1, Math.floor(at * length))}
          width={WIDTH}
          className="rounded-sm"
        />
      ) : (
        <span className="checker block rounded-sm" style={{ width: WIDTH, height: (WIDTH * 9) / 16 }} />
      )}
      <span className="px-1 pb-0.5 text-xs">{choice.name}</span>
    </button>
  )
})
