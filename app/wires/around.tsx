import type { Stack } from '@stilus/core/project'
import type { Node, NodeProps } from '@xyflow/react'
import { X } from 'lucide-react'
import { memo, useState } from 'react'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { cx } from '../ui/classes'
import { EditableText } from '../ui/fields'

export interface AroundData extends Record<string, unknown> {
  name: string
  kind: 'group' | 'frame'
  id: string
  stack: Stack
}
export type AroundNode = Node<AroundData, 'around'>

/** What lies around the cards of a frame, or of an opened group: a title by which all of them are dragged. */
export const Around = memo(function Around({ data: { name, kind, id, stack } }: NodeProps<AroundNode>) {
  const dispatch = useAppDispatch()
  return (
    <div
      className={cx(
        'pointer-events-none size-full rounded border',
        kind === 'group' ? 'border-line-strong bg-[#ffffff08]' : 'border-dashed border-faint',
      )}
    >
      <div className="drag-around pointer-events-auto flex h-6 cursor-grab items-center gap-1 px-2 text-sm text-dim">
        {kind === 'group' ? (
          <span className="truncate">{name}</span>
        ) : (
          <>
            <EditableText
              label="Title of the frame"
              value={name}
              onChange={(next) => dispatch(edit('frame.rename', { stack, frameId: id, name: next }))}
              className="min-w-0 flex-1 text-sm"
            />
            <button
              type="button"
              aria-label={`Remove the frame ${name}`}
              className="nodrag flex size-5 items-center justify-center rounded hover:text-text"
              onClick={() => dispatch(edit('frame.drop', { stack, frameId: id }))}
            >
              <X size={12} />
            </button>
          </>
        )}
      </div>
    </div>
  )
})

export interface NoteData extends Record<string, unknown> {
  text: string
  id: string
  stack: Stack
  place: [number, number]
}
export type NoteNode = Node<NoteData, 'note'>

/** A note among the cards: a press types in it; one that is left empty goes. */
export const Note = memo(function Note({ data: { text, id, stack, place } }: NodeProps<NoteNode>) {
  const dispatch = useAppDispatch()
  const [typed, setTyped] = useState<string | null>(text === '' ? '' : null)
  const done = () => {
    if (typed === null) return
    setTyped(null)
    if (typed.trim() === '') dispatch(edit('note.drop', { stack, noteId: id }))
    else if (typed !== text) dispatch(edit('note.put', { stack, noteId: id, text: typed, place }))
  }
  return (
    <div className="w-[200px] rounded-sm border-l-2 border-faint bg-raised px-2 py-1.5 text-sm">
      {typed === null ? (
        <button
          type="button"
          className="w-full cursor-text text-left whitespace-pre-wrap text-text"
          aria-label={`Note: ${text}`}
          onClick={() => setTyped(text)}
        >
          {text}
        </button>
      ) : (
        <textarea
          autoFocus
          aria-label="What the note says"
          value={typed}
          maxLength={5000}
          rows={Math.min(10, typed.split('\n').length + 1)}
          className="nodrag w-full resize-none bg-field p-1 text-text"
          onChange={(e) => setTyped(e.target.value)}
          onBlur={done}
          onKeyDown={(e) => {
            e.stopPropagation()
            if (e.key === 'Escape' || (e.key === 'Enter' && (e.ctrlKey || e.metaKey))) done()
          }}
        />
      )}
    </div>
  )
})
