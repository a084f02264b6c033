import { Search } from 'lucide-react'

/** Where one types to find something among what is below; Escape empties it. */
export function SearchField({
  label,
  text,
  onText,
}: {
  label: string
  text: string
  onText(text: string): void
}) {
  return (
    <label className="flex h-7 items-center gap-2 rounded bg-field px-2 text-dim">
      <Search size={13} />
      <input
        type="search"
        aria-label={label}
        placeholder={label}
        value={text}
        onChange={(e) => onText(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Escape') onText('')
        }}
        className="min-w-0 flex-1 bg-transparent text-text outline-none placeholder:text-faint"
      />
    </label>
  )
}
