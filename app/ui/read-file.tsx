import { useId } from 'react'
import { cx } from './classes'

/** A quiet button that lets a file be chosen; the same one can be chosen again. */
export function ReadFile(props: {
  /** What is read, as the button says it. */
  says: string
  /** For those who hear it. */
  label: string
  accept: string
  onFile(file: File): void
  className?: string
}) {
  const { says, label, accept, onFile, className } = props
  const id = useId()
  return (
    <label
      htmlFor={id}
      className={cx(
        'flex h-7 cursor-pointer items-center rounded px-2 text-dim focus-within:outline-2 hover:bg-field hover:text-text',
        className,
      )}
    >
      {says}
      <input
        id={id}
        type="file"
        accept={accept}
        aria-label={label}
        className="sr-only"
        onChange={(e) => {
          const [chosen] = e.target.files ?? []
          e.target.value = ''
          if (chosen) onFile(chosen)
        }}
      />
    </label>
  )
}
