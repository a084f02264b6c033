import { type Act, homeOf, type Project, type Shot } from '@stilus/core/project'
import { editAll } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { NumberField } from '../ui/number-field'
import { SharedSteps, sharedTreatments } from './shared-steps'

/** What the transitions at the heads of several shots share: their length, and the treatments that all of them have. */
export function SharedCuts({ project, shots }: { project: Project; shots: readonly Shot[] }) {
  const dispatch = useAppDispatch()
  const ids = new Set(shots.map((s) => s.id))
  const sequence = project.sequences.find((s) => s.id === homeOf(project, 'shot', shots[0]?.id ?? ''))
  const cuts = sequence?.transitions.filter((t) => t.to !== null && ids.has(t.to)) ?? []
  const [first] = cuts
  if (!first || cuts.length < 2) return null
  const shared = sharedTreatments(cuts.map((t) => [...t.outgoing, ...t.incoming, ...t.steps]))
  const length = (change: { before?: number; after?: number }, merge?: string) => {
    const acts = cuts.flatMap(({ id: transitionId, before, after }): Act[] => {
      const next = { before, after, ...change }
      return next.before + next.after > 0 ? [['transition.length', { transitionId, ...next }]] : []
    })
    dispatch(editAll(acts, `Length of ${cuts.length} transitions`, merge))
  }
  const field = (label: string, side: 'before' | 'after') => (
    <>
      <span className="text-dim">{label}</span>
      <NumberField
        label={`${label} of all`}
        value={first[side]}
        {...{ min: 0, max: 100_000, soft: [0, 48], step: 1, digits: 0, unit: 'frames' }}
        onChange={(v, merge) => length({ [side]: Math.round(v) }, merge)}
      />
    </>
  )
  return (
    <section aria-label="Their transitions" className="grid gap-2 border-t pt-3">
      <h3 className="font-semibold">{cuts.length} transitions at their heads</h3>
      <div className="grid grid-cols-[84px_1fr] items-center gap-x-2 gap-y-1.5">
        {field('Before the cut', 'before')}
        {field('After the cut', 'after')}
      </div>
      {!shared.length && <p className="text-dim">Nothing that makes them is common to all.</p>}
      <SharedSteps {...{ project, shared, stack: { kind: 'transition', id: first.id } }} />
    </section>
  )
}
