import type { Step } from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { valueAt } from '@stilus/core/anim'
import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { cx } from '../../ui/classes'
import { timeAt, useDesk } from '../use-desk'

/** The stages in which a step works, in their order: one that is chosen is what the viewer shows, and its controls alone are there. Chosen again it is let go. */
export function Stages({ step }: { step: Step }) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const { part, frame } = useView('part', 'frame')
  const stages = findStep(step.use)?.stages
  if (!stages) return null
  const isOff = (off: string | undefined) =>
    !!off && !!step.what[off] && valueAt(step.what[off], timeAt(stage, frame)) === true
  const choose = (label: string, look = 'result') => {
    const again = part === label
    dispatch(viewActions.set({ part: again ? null : label, look: again ? 'result' : look, drawing: null }))
  }
  return (
    <div role="group" aria-label="Stages" className="flex items-center rounded bg-field p-0.5">
      {stages.map(({ label, view, off }) => (
        <div key={label} className="flex min-w-0 flex-1 items-center">
          <button
            type="button"
            aria-pressed={part === label}
            onClick={() => choose(label, view)}
            className={cx(
              'h-6 flex-1 truncate rounded-sm px-0.5 text-xs',
              part === label ? 'bg-fill text-text' : 'text-dim hover:text-text',
              isOff(off) && 'line-through',
            )}
            title={isOff(off) ? `${label} is left out` : undefined}
          >
            {label}
          </button>
        </div>
      ))}
    </div>
  )
}
