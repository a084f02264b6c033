import type { Flaw } from '@stilus/core/key'
import type { MarkTool } from '../../store/view'

/** What helps against a flaw: a mark of a kind, or the clip read. */
export type Help = { label: string; mark: MarkTool['kind'] } | { label: string; read: true }

/** A sentence at the stage that it concerns, with what helps. */
export interface Sentence {
  stage: string
  text: string
  help?: Help
}

/** Light of what lies behind is asked for, and nothing does. */
export const NOTHING_BEHIND: Sentence = {
  stage: 'Wrap',
  text: 'Nothing lies below this shot, so there is no light to wrap round the subject, to give back or to match. Choose what will lie behind it under “Behind”.',
}

/** Each flaw as a sentence. */
export const FLAW_WORDS: Record<Flaw, Sentence> = {
  none: {
    stage: 'Screen',
    text: 'No screen is found here: the picture stays as it is. Set “Screen” to “As picked” and pick the colour of the cloth.',
  },
  little: {
    stage: 'Screen',
    text: 'Less than a seventh of the picture shows the screen, so its colour is a guess. Pick the colour, or read the clip.',
    help: { label: 'Read the clip', read: true },
  },
  moves: {
    stage: 'Screen',
    text: 'The screen does not stand still in this shot, so each frame is read by itself. Steady the shot before the key to use one picture of it.',
  },
  still: {
    stage: 'Screen',
    text: 'Nothing in this clip moves, so the set cannot be told from the subject: what touches the left, upper or right border goes. Mark what else is to go.',
    help: { label: 'Mark what goes', mark: 'drop' },
  },
  unseen: {
    stage: 'Screen',
    text: 'More than a third of the picture never shows the screen without the subject; there it is filled in. A longer shot of the same set-up shows more.',
  },
  clipped: {
    stage: 'Screen',
    text: 'The screen is as bright as the codes go, so edges before it look thin. Make alpha fuller by “Hair”, or light the cloth less.',
  },
  undecided: {
    stage: 'Tones',
    text: 'A large part of the picture is neither screen nor subject. Lower “Screen from”, or mark cloth that was not known.',
    help: { label: 'Mark screen', mark: 'screen' },
  },
  touches: {
    stage: 'Tones',
    text: 'The subject touches something of the set that goes. Look along that line, and mark what belongs to the subject.',
    help: { label: 'Mark subject', mark: 'subject' },
  },
  cut: {
    stage: 'Place',
    text: 'The subject is cut off by the edge of its own picture, and that edge now lies in the frame. Move or enlarge it until the edge is outside, or crop and feather it there.',
  },
  close: {
    stage: 'Alpha',
    text: 'Parts of the subject have nearly the colour of the screen. Mark them as subject so that they stay whole.',
    help: { label: 'Mark subject', mark: 'subject' },
  },
}
