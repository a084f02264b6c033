import { type Act, findOwner, type Span } from '@stilus/core/project'
import { here, openSequence } from '../session/where'
import { uid } from '../session/work'
import { edit, editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { chosenCuts } from './lay-transition'

/** The span chosen on the sequence. */
export function chosenSpan(): Span | undefined {
  const { acrossId } = store.getState().view
  return here()?.kind === 'sequence' ? openSequence()?.spans.find((s) => s.id === acrossId) : undefined
}

/** Lays the chosen span down on its shots. */
export function lowerSpan(): void {
  const span = chosenSpan()
  if (span) store.dispatch(edit('span.lower', { spanId: span.id, newId: uid() }))
}

/** Lifts the steps that the chosen shots share into a span over them, and chooses it. */
export function liftSpan(): void {
  const { shotIds } = store.getState().view
  const sequence = openSequence()
  if (!sequence) return
  const spanId = uid()
  const name = `Span ${sequence.spans.length + 1}`
  if (!store.dispatch(edit('span.lift', { spanId, shotIds: [...shotIds], name }))) return
  store.dispatch(viewActions.shot({ id: null }))
  store.dispatch(viewActions.set({ acrossId: spanId }))
}

/** A span of one frame before and one after each chosen cut, over all lanes; the last one made is chosen. */
export function oneFrameSpans(): void {
  const { document } = store.getState().project
  const sequence = openSequence()
  if (!document || !sequence) return
  const lane = Math.max(0, ...sequence.shots.map((s) => s.lane))
  const places = chosenCuts().flatMap(({ from, to }) => {
    const into = to === null ? undefined : findOwner(document, 'shot', to)
    const out = from === null ? undefined : findOwner(document, 'shot', from)
    const cut = into?.start ?? (out ? out.start + out.length : 0)
    return [
      ...(out ? [{ name: `Before ${into?.name ?? 'the end'}`, start: cut - 1 }] : []),
      ...(into ? [{ name: `After ${out?.name ?? 'the beginning'}`, start: cut }] : []),
    ]
  })
  const spans = places.map(({ name, start }): Span => ({
    id: uid(),
    name,
    on: true,
    lane,
    start,
    length: 1,
    zero: start,
    steps: [],
  }))
  const acts = spans.map((span): Act => ['span.add', { sequenceId: sequence.id, span }])
  if (!acts.length || !store.dispatch(editAll(acts, `Add ${acts.length} spans of one frame`))) return
  if (here()?.kind !== 'sequence') return
  store.dispatch(viewActions.shot({ id: null }))
  store.dispatch(viewActions.set({ acrossId: spans.at(-1)?.id ?? null }))
}
