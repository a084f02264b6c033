import { getSequence } from '@stilus/core/project'
import { MOVING } from './moving'
import { SHAPING } from './shaping'
import { TEXTING } from './texting'
import { groupObjects, letPass, orderObject, removeObjects } from '../design/object-acts'
import { newDesign, newSequence } from '../session/made'
import { here } from '../session/where'
import { addSpan, dissolveChosen } from '../sequence/new-across'
import { edit } from '../store/edit'
import { store } from '../store/store'
import type { Command } from './command'
import { onDesk, onStep, set, view } from './acts'

const at = (kind: 'sequence' | 'design') => () => here()?.kind === kind
const onShot = () => at('sequence')() && view().shotId !== null
const onObject = () => at('design')() && view().objectId !== null
const plain = { group: 'Between pictures', keys: [] }

/** The transition or span in hand on the sequence. */
function across() {
  const place = here()
  const { document } = store.getState().project
  const { acrossId } = view()
  if (!document || place?.kind !== 'sequence' || acrossId === null) return undefined
  const sequence = getSequence(document, place.sequenceId)
  if (sequence.transitions.some((t) => t.id === acrossId))
    return edit('transition.remove', { transitionId: acrossId })
  return sequence.spans.some((s) => s.id === acrossId) ? edit('span.remove', { spanId: acrossId }) : undefined
}

/** What makes pictures meet: branches, dissolves, spans, designs and sequences. */
export const BETWEEN: readonly Command[] = [
  {
    ...plain,
    id: 'branch',
    label: 'Branch from this state',
    words: ['split', 'parallel', 'second row'],
    when: onStep,
    run: () => set({ drawer: 'catalogue', branch: { from: view().stepId }, insertAt: null }),
  },
  {
    ...plain,
    id: 'branch-source',
    label: 'Branch from the source',
    words: ['split', 'parallel'],
    when: onDesk,
    run: () => set({ drawer: 'catalogue', branch: { from: null }, insertAt: null }),
  },
  {
    ...plain,
    id: 'dissolve-in',
    label: 'Dissolve into this shot',
    words: ['crossfade', 'fade in', 'transition'],
    when: onShot,
    run: () => dissolveChosen('head'),
  },
  {
    ...plain,
    id: 'dissolve-out',
    label: 'Dissolve out of this shot',
    words: ['crossfade', 'fade out', 'transition'],
    when: onShot,
    run: () => dissolveChosen('tail'),
  },
  {
    ...plain,
    id: 'span',
    label: 'Lay a span of steps over the sequence',
    words: ['adjustment', 'range', 'treat'],
    when: at('sequence'),
    run: addSpan,
  },
  {
    ...plain,
    id: 'remove-across',
    label: 'Remove the transition or span',
    keys: ['delete'],
    when: () => across() !== undefined,
    run: () => {
      const remove = across()
      if (remove) store.dispatch(remove)
    },
  },
  {
    ...plain,
    id: 'new-design',
    label: 'New design',
    words: ['title', 'graphic', 'shapes', 'lower third'],
    run: newDesign,
  },
  {
    ...plain,
    id: 'titles',
    label: 'Choose a title or graphic from the shelf',
    keys: ['shift+t'],
    words: [
      'lower third',
      'name',
      'own',
      'yours',
      'read a design from a file',
      'caption',
      'credits',
      'opener',
      'template',
      'countdown',
      'quote',
      'bulletin',
    ],
    when: at('sequence'),
    run: () => set({ titles: true }),
  },
  {
    ...plain,
    id: 'new-sequence',
    label: 'New sequence',
    words: ['nest', 'compose', 'sub'],
    run: newSequence,
  },
  ...TEXTING,
  ...SHAPING,
  ...MOVING,
  ...(['rectangle', 'ellipse', 'outline'] as const).map((drawing): Command => ({
    ...plain,
    id: `draw-${drawing}`,
    label: `Draw an object: ${drawing}`,
    words: ['shape'],
    when: at('design'),
    run: () => set({ drawing }),
  })),
  {
    ...plain,
    id: 'group-objects',
    label: 'Group the objects',
    words: ['together'],
    when: () => at('design')() && view().objectIds.length > 1,
    run: () => groupObjects(view().objectIds),
  },
  ...(
    [
      ['forward', 'Bring the object one forward', 1],
      ['back', 'Send the object one back', -1],
    ] as const
  ).map(([way, label, by]): Command => ({
    ...plain,
    id: `object-${way}`,
    label,
    words: ['order', 'above', 'below', 'layer'],
    when: onObject,
    run: () => orderObject(view().objectId ?? '', by),
  })),
  ...(['arrive', 'leave'] as const).map((way): Command => ({
    ...plain,
    id: `object-${way}s`,
    label: `Let the object ${way} by a dissolve`,
    words: ['in', 'out', 'appear', 'fade', 'transition', 'animate', 'entrance', 'exit'],
    when: onObject,
    run: () => letPass(view().objectId ?? '', way),
  })),
  {
    ...plain,
    id: 'remove-object',
    label: 'Remove the object',
    keys: ['delete', 'backspace'],
    when: () => onObject() && !onStep(),
    run: () => removeObjects(view().objectIds),
  },
]
