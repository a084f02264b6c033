import type { DesignObject } from '@stilus/core/project'
import { useId } from 'react'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'

/** The lines that the copies of a repeat say, one each. */
export function RepeatList({ object }: { object: DesignObject }) {
  const dispatch = useAppDispatch()
  const id = useId()
  const list = object.list ?? []
  return (
    <div className="grid gap-1 pb-2">
      <label htmlFor={id} className="pl-2.5 text-dim">
        A line for each copy
      </label>
      <textarea
        id={id}
        key={list.join('\n')}
        defaultValue={list.join('\n')}
        rows={Math.min(8, Math.max(3, list.length + 1))}
        placeholder={'Ida Om | Keeper of the tin\nPell | Rope and canvas'}
        className="w-full resize-y rounded bg-field p-2"
        onKeyDown={(event) => event.stopPropagation()}
        onBlur={(event) => {
          const lines = event.currentTarget.value.split('\n').map((l) => l.trim().slice(0, 500))
          while (lines.length && !lines.at(-1)) lines.pop()
          const next = lines.slice(0, 400)
          if (next.join('\n') !== list.join('\n'))
            dispatch(edit('repeat.list', { objectId: object.id, list: next }))
        }}
      />
      <p className="pl-2.5 text-xs text-faint">
        {'Texts in it say the line as {item}, its parts between bars as {item:1}, {item:2}.'}
      </p>
    </div>
  )
}
