import { type DesignObject, FIGURES, formAddress, VARIABLES } from '@stilus/core/project'
import { Braces } from 'lucide-react'
import { edit } from '../../store/edit'
import { store } from '../../store/store'
import { Button } from '../../ui/button'
import { Menu } from '../../ui/overlays'
import { putLetters, spanOf, startTyping } from './typing'

/** Puts what is filled in at the caret, or at the end of a text that is not being typed in. */
function insert(object: DesignObject, letters: string): void {
  if (store.getState().view.typing?.objectId !== object.id)
    startTyping(object.id, object.text?.text.length ?? 0)
  const { typing } = store.getState().view
  if (typing) putLetters(...spanOf(typing), letters)
}

/** Days since the beginning of 1970. */
const today = () => Math.floor(Date.now() / 86_400_000)

/** What a text can say by itself: names, times, numbers by format. */
export function InsertMenu({ object }: { object: DesignObject }) {
  const { number, ...others } = VARIABLES
  return (
    <Menu
      trigger={
        <Button className="h-7!" aria-label="Insert what is filled in">
          <Braces size={14} /> Insert
        </Button>
      }
      items={() => [
        {
          label: number ?? 'Number',
          items: FIGURES.map(([format, label]) => ({
            label,
            run: () => {
              insert(object, format ? `{number:${format}}` : '{number}')
              if (format !== 'date') return
              const address = formAddress('object', object.id, 'number')
              store.dispatch(edit('value.set', { address, at: 0, value: today() }))
            },
          })),
        },
        { label: 'A tab', run: () => insert(object, '\t') },
        ...Object.entries(others).map(([name, label]) => ({ label, run: () => insert(object, `{${name}}`) })),
      ]}
    />
  )
}
