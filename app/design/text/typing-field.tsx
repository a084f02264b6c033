import { caretAt, type CaretMove, type TextRange } from '@stilus/core/lettering'
import {
  type ClipboardEvent,
  type KeyboardEvent,
  type RefObject,
  useEffect,
  useLayoutEffect,
  useRef,
} from 'react'
import { redo, undo } from '../../store/edit'
import { store } from '../../store/store'
import { type Typing, viewActions } from '../../store/view'
import { laidOut, moveBy, putLetters, selectAll, selected, spanOf, stopTyping, switchStyle } from './typing'

/** Letters with their styles, from one text to another. */
const OWN = 'web application/x-stilus-letters'

const MOVES: Record<string, CaretMove> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
  Home: 'home',
  End: 'end',
}
/** What arrows do where lines run down, the next one on the left. */
const DOWN: Record<string, string> = {
  ArrowDown: 'ArrowRight',
  ArrowUp: 'ArrowLeft',
  ArrowLeft: 'ArrowDown',
  ArrowRight: 'ArrowUp',
}
const BY_WORD: Record<string, CaretMove> = {
  ArrowLeft: 'wordLeft',
  ArrowRight: 'wordRight',
  Home: 'first',
  End: 'last',
}
const STYLES = {
  b: { weight: 700 },
  i: { italic: true },
  u: { underline: true },
  e: { role: 'emphasis' },
} as const

/** What takes the keys while letters are typed on the picture: an unseen field at the caret, so that input methods open there. */
export function TypingField({
  field,
  typing,
  text,
  at,
}: {
  field: RefObject<HTMLTextAreaElement | null>
  typing: Typing
  text: string
  at: { left: number; top: number }
}) {
  const goal = useRef<number | undefined>(undefined)
  const [start, end] = spanOf(typing)
  useEffect(() => {
    field.current?.focus({ preventScroll: true })
  }, [field, typing.objectId])
  useLayoutEffect(() => {
    const own = field.current
    if (!own) return
    if (own.value !== text) own.value = text
    if (own.selectionStart !== start || own.selectionEnd !== end)
      own.setSelectionRange(start, end, typing.focus < typing.anchor ? 'backward' : 'forward')
  })
  const changed = (own: HTMLTextAreaElement) => {
    const { value, selectionEnd } = own
    // What is after the caret was not typed; before it the first letter that differs was.
    let tail = 0
    const most = Math.min(value.length - selectionEnd, text.length)
    while (tail < most && value[value.length - 1 - tail] === text[text.length - 1 - tail]) tail++
    let from = 0
    const room = Math.min(value.length, text.length) - tail
    while (from < room && value[from] === text[from]) from++
    putLetters(from, text.length - tail, value.slice(from, value.length - tail))
  }
  const keys = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    event.stopPropagation()
    if (event.nativeEvent.isComposing) return
    const ctrl = event.ctrlKey || event.metaKey
    const key = event.key.toLowerCase()
    const act = (run: () => void) => {
      event.preventDefault()
      run()
    }
    const { layout, setting } = laidOut(typing.objectId)
    const arrow = setting.down ? (DOWN[event.key] ?? event.key) : event.key
    const move = (ctrl ? BY_WORD : MOVES)[arrow]
    if (event.key === 'Escape') return act(stopTyping)
    if (move)
      return act(() => {
        const vertical = move === 'up' || move === 'down'
        if (vertical) goal.current ??= caretAt(layout, typing.focus).x
        moveBy(move, event.shiftKey, goal.current)
        if (!vertical) goal.current = undefined
      })
    goal.current = undefined
    if (ctrl && key === 'z') return act(() => void store.dispatch(event.shiftKey ? redo : undo))
    if (ctrl && key === 'y') return act(() => void store.dispatch(redo))
    if (ctrl && key === 'k') return act(() => void store.dispatch(viewActions.set({ palette: true })))
    if (ctrl && key === 'a') return act(selectAll)
    if (ctrl && key in STYLES) return act(() => switchStyle(STYLES[key as keyof typeof STYLES]))
    if (event.key === 'Enter') return act(() => putLetters(start, end, event.shiftKey ? '\u2028' : '\n'))
  }
  const copy = (event: ClipboardEvent) => {
    const letters = selected()
    if (!letters) return
    event.preventDefault()
    event.clipboardData.setData('text/plain', letters.text)
    event.clipboardData.setData(OWN, JSON.stringify(letters))
    if (event.type === 'cut') putLetters(start, end, '')
  }
  const paste = (event: ClipboardEvent) => {
    event.preventDefault()
    const plain = event.clipboardData.getData('text/plain').replace(/\r\n?/g, '\n')
    const own = read(event.clipboardData.getData(OWN))
    if (own?.text === plain) putLetters(start, end, plain, own.ranges)
    else if (plain) putLetters(start, end, plain)
  }
  return (
    <textarea
      ref={field}
      aria-label="Text on the picture"
      spellCheck={false}
      autoComplete="off"
      className="pointer-events-none absolute h-[1em] w-px resize-none overflow-hidden border-0 bg-transparent p-0 text-base text-transparent caret-transparent opacity-0 outline-none"
      style={at}
      onInput={(event) => changed(event.currentTarget)}
      onKeyDown={keys}
      onKeyUp={(event) => event.stopPropagation()}
      onCopy={copy}
      onCut={copy}
      onPaste={paste}
    />
  )
}

function read(data: string): { text: string; ranges: TextRange[] } | undefined {
  try {
    return data ? (JSON.parse(data) as { text: string; ranges: TextRange[] }) : undefined
  } catch {
    return undefined
  }
}
