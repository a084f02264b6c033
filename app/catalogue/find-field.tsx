import { useRef } from 'react'
import { importRecipe } from '../session/library'
import { Button } from '../ui/button'

/** Where one types to find an entry: Enter uses the first found, Escape closes, the arrow down goes to the first. */
export function FindField(props: {
  text: string
  onText(text: string): void
  onEnter(): void
  onClose(): void
}) {
  return (
    <input
      autoFocus
      type="search"
      aria-label="Find a treatment"
      placeholder="Find a treatment or a look"
      value={props.text}
      onChange={(e) => props.onText(e.target.value)}
      onKeyDown={(e) => {
        e.stopPropagation()
        if (e.key === 'Enter') props.onEnter()
        if (e.key === 'Escape') props.onClose()
        if (e.key === 'ArrowDown') {
          e.preventDefault()
          document.querySelector<HTMLElement>('[data-entry] button')?.focus()
        }
      }}
      className="h-7 w-full rounded bg-field px-2 placeholder:text-faint focus:outline-none"
    />
  )
}

/** Reads a recipe from a file into the library. */
export function ReadRecipe() {
  const picker = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button look="quiet" onClick={() => picker.current?.click()}>
        Read a recipe from a file …
      </Button>
      <input
        ref={picker}
        type="file"
        hidden
        data-testid="recipe-input"
        accept=".json"
        onChange={(e) => {
          const file = e.target.files?.[0]
          if (file) void importRecipe(file)
          e.target.value = ''
        }}
      />
    </>
  )
}
