import { findOwner, LAID_PARTS, usesLike } from '@stilus/core/project'
import { openSequence } from '../session/where'
import {
  changeUses,
  chosenCuts,
  copiedTransition,
  copyTransition,
  cutsOfLane,
  layTransition,
  pasteTransition,
  transitionInHand,
} from '../sequence/lay-transition'
import { chosenSpan, liftSpan, lowerSpan, oneFrameSpans } from '../sequence/spans'
import { store } from '../store/store'
import type { Command } from './command'

const plain = { group: 'Cuts and spans', keys: [] }
const pasting = () => copiedTransition() !== undefined && chosenCuts().length > 0
const inHand = () => transitionInHand() !== undefined

const held = () => openSequence()?.transitions.find((t) => t.id === transitionInHand())
const others = () => {
  const [sequence, transition] = [openSequence(), held()]
  return sequence && transition ? usesLike(sequence, transition) : []
}

const WORDS = {
  length: 'its length',
  outgoing: 'its outgoing side',
  incoming: 'its incoming side',
  joined: 'what joins it',
} as const

/** What is done with whole transitions and spans: copied, laid on other cuts, laid down, lifted. */
export const CUTTING: readonly Command[] = [
  {
    ...plain,
    id: 'copy-transition',
    label: 'Copy the transition',
    words: ['cut', 'duplicate'],
    when: inHand,
    run: copyTransition,
  },
  {
    ...plain,
    id: 'paste-transition',
    label: 'Paste the transition on the chosen cuts',
    words: ['several', 'apply', 'repeat'],
    when: pasting,
    run: () => pasteTransition(chosenCuts()),
  },
  ...LAID_PARTS.map((part): Command => ({
    ...plain,
    id: `paste-transition-${part}`,
    label: `Paste of the transition ${WORDS[part]} on the chosen cuts`,
    words: ['part', 'side'],
    when: pasting,
    run: () => pasteTransition(chosenCuts(), [part]),
  })),
  {
    ...plain,
    id: 'transition-uses',
    label: 'Change the other uses of the transition like this one',
    words: ['all', 'same', 'update', 'recipe'],
    when: () => others().length > 0,
    run: () => {
      const transition = held()
      if (transition) changeUses(transition)
    },
  },
  {
    ...plain,
    id: 'transition-everywhere',
    label: 'Lay the transition on every cut of the lane',
    words: ['all', 'apply', 'repeat'],
    when: inHand,
    run: () => {
      const { document } = store.getState().project
      const id = transitionInHand()
      const transition = document && id !== undefined && findOwner(document, 'transition', id)
      if (transition) layTransition(transition, cutsOfLane())
    },
  },
  {
    ...plain,
    id: 'one-frame-spans',
    label: 'Spans of one frame before and after the chosen cuts',
    words: ['jolt', 'flash frame', 'single', 'strobe'],
    when: () => chosenCuts().length > 0,
    run: oneFrameSpans,
  },
  {
    ...plain,
    id: 'lower-span',
    label: 'Lay the span down on its shots',
    words: ['flatten', 'steps', 'apply'],
    when: () => chosenSpan() !== undefined,
    run: lowerSpan,
  },
  {
    ...plain,
    id: 'lift-span',
    label: 'Lift what the chosen shots share into a span',
    words: ['scene', 'look', 'common', 'adjustment'],
    when: () => store.getState().view.shotIds.length > 1,
    run: liftSpan,
  },
]
