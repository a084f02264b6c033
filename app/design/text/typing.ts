import {
  type CaretMove,
  cutText,
  moveCaret,
  paragraphAt,
  sharedStyle,
  type LetterStyle,
  type TextRange,
  wordAt,
} from '@stilus/core/lettering'
import { findOwner, getObject, type Project, settingAt, stageOf } from '@stilus/core/project'
import { typesetterOf } from '../../session/fonts'
import { edit } from '../../store/edit'
import { store } from '../../store/store'
import { type Typing, viewActions } from '../../store/view'

const typing = () => store.getState().view.typing
const project = () => store.getState().project.document as Project

/** Words typed in a row are one entry of the history. */
let word = 0

const select = (next: Typing) => void store.dispatch(viewActions.set({ typing: next }))

/** Begins to type in a text, with all of it selected or the caret at a place. */
export function startTyping(objectId: string, at?: number): void {
  const { text } = getObject(project(), objectId)
  if (!text) return
  word++
  store.dispatch(viewActions.object({ id: objectId }))
  store.dispatch(viewActions.set({ drawing: null, look: 'result', face: 'what' }))
  select({ objectId, anchor: at ?? 0, focus: at ?? text.text.length })
}

/** Ends typing; a text in which nothing was written goes. */
export function stopTyping(): void {
  const now = typing()
  if (!now) return
  store.dispatch(viewActions.set({ typing: null }))
  const object = findOwner(project(), 'object', now.objectId)
  if (object?.text && !object.text.text.trim())
    if (store.dispatch(edit('object.remove', { objectId: now.objectId })))
      store.dispatch(viewActions.object({ id: null }))
}

/** The selection in rising order. */
export const spanOf = ({ anchor, focus }: Typing): [number, number] => [
  Math.min(anchor, focus),
  Math.max(anchor, focus),
]

/** Puts letters in the place of [start, end), the caret after them. */
export function putLetters(start: number, end: number, insert: string, ranges?: readonly TextRange[]): void {
  const now = typing()
  if (!now) return
  // A space, a line or a paste begins another entry.
  if (insert.length !== 1 || /\s/.test(insert) || end - start > 1) word++
  const args = {
    objectId: now.objectId,
    start,
    end,
    insert,
    ...(ranges?.length ? { ranges: [...ranges] } : {}),
  }
  if (!store.dispatch(edit('text.type', args as never, `type ${now.objectId} ${word}`))) return
  const at = start + insert.length
  select({ objectId: now.objectId, anchor: at, focus: at })
}

/** Moves the caret; with `extend` the selection reaches to it. */
export function moveBy(move: CaretMove, extend: boolean, goal?: number): void {
  const now = typing()
  if (!now) return
  word++
  const [start, end] = spanOf(now)
  const sideways = move === 'left' || move === 'right'
  const { text, layout } = laidOut(now.objectId)
  const from = !extend && sideways && start !== end ? undefined : now.focus
  // Without extending, a selection is left at the side that the hand goes to.
  const to = from === undefined ? sideOf(layout, start, end, move) : moveCaret(layout, text, from, move, goal)
  select({ ...now, focus: to, anchor: extend ? now.anchor : to })
}

function sideOf(
  layout: Parameters<typeof moveCaret>[0],
  start: number,
  end: number,
  move: CaretMove,
): number {
  const line = layout.lines.findLast((l) => l.start <= start)
  return (move === 'left') !== (line?.rightToLeft ?? false) ? start : end
}

/** Puts the caret at a place, or selects to it, or the word or paragraph there. */
export function caretTo(at: number, how: 'place' | 'extend' | 'word' | 'paragraph'): void {
  const now = typing()
  if (!now) return
  word++
  const { text } = laidOut(now.objectId)
  if (how === 'place') select({ ...now, anchor: at, focus: at })
  else if (how === 'extend') select({ ...now, focus: at })
  else {
    const [anchor, focus] = how === 'word' ? wordAt(text, at) : paragraphAt(text, at)
    select({ ...now, anchor, focus })
  }
}

export function selectAll(): void {
  const now = typing()
  if (now) select({ ...now, anchor: 0, focus: getObject(project(), now.objectId).text?.text.length ?? 0 })
}

/** The text that is typed as it is laid out, what stands in braces as it was written. */
export function laidOut(objectId: string) {
  const p = project()
  const object = getObject(p, objectId)
  const stage = stageOf(p, { kind: 'object', id: objectId })
  const setting = settingAt(stage, object, store.getState().view.frame, 'source')
  return { text: setting.text, setting, layout: typesetterOf(p).layout(setting) }
}

/** The letters that a style goes to: those selected, or all of a text that is not typed in. */
export function chosenLetters(objectId: string, length: number): [number, number] {
  const now = typing()
  if (now?.objectId !== objectId) return [0, length]
  const [start, end] = spanOf(now)
  return start === end ? [0, length] : [start, end]
}

/** Gives letters a style, or takes it from them where it is `undefined`. */
export function styleLetters(
  objectId: string,
  start: number,
  end: number,
  style: LetterStyle,
  gesture?: string,
): void {
  if (start === end) return
  const entries = Object.entries(style)
  const set = Object.fromEntries(entries.filter(([, v]) => v !== undefined))
  const clear = entries.filter(([, v]) => v === undefined).map(([name]) => name)
  store.dispatch(edit('text.style', { objectId, start, end, style: set, clear } as never, gesture))
}

/** Switches a style of the selected letters: off where all have it. */
export function switchStyle(style: LetterStyle): void {
  const now = typing()
  const text = now && getObject(project(), now.objectId).text
  if (!now || !text) return
  const [start, end] = spanOf(now)
  const [from, to] = start === end ? wordAt(text.text, start) : [start, end]
  const shared = sharedStyle(text, from, to)
  const on = Object.entries(style).every(([name, v]) => shared[name as keyof LetterStyle] === v)
  const off = Object.fromEntries(Object.keys(style).map((name) => [name, undefined]))
  styleLetters(now.objectId, from, to, on ? off : style)
}

/** The selected letters with their styles. */
export function selected(): ReturnType<typeof cutText> | undefined {
  const now = typing()
  const text = now && getObject(project(), now.objectId).text
  if (!now || !text) return undefined
  const [start, end] = spanOf(now)
  return start === end ? undefined : cutText(text, start, end)
}
