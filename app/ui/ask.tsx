import type { ReactNode } from 'react'
import { Button } from './button'
import { Modal } from './overlays'

/** Asks for one line of text. */
export function Ask(props: {
  title: string
  label: string
  open: boolean
  start: string
  /** What the button says. */
  done?: string
  onClose(): void
  onDone(text: string): void
  children?: ReactNode
}) {
  return (
    <Modal title={props.title} open={props.open} onClose={props.onClose} width="w-[420px]">
      <form
        className="grid gap-3 p-4"
        onSubmit={(event) => {
          event.preventDefault()
          const text = String(new FormData(event.currentTarget).get('text') ?? '').trim()
          if (text) props.onDone(text)
        }}
      >
        <label className="grid gap-1">
          <span className="text-dim">{props.label}</span>
          <input
            autoFocus
            name="text"
            defaultValue={props.start}
            maxLength={200}
            className="h-8 rounded bg-field px-2 outline-none"
            onFocus={(e) => e.currentTarget.select()}
            onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
          />
        </label>
        {props.children}
        <div className="flex justify-end gap-2">
          <Button onClick={props.onClose}>Cancel</Button>
          <Button look="main" type="submit">
            {props.done ?? 'Save'}
          </Button>
        </div>
      </form>
    </Modal>
  )
}
