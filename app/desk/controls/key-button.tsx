import { Hint } from '../../ui/button'

/** Sets or removes the key at the playhead: filled on a key, outlined between keys, faint where nothing is animated. */
export function KeyButton({
  label,
  keyed,
  onKey,
  onToggle,
}: {
  label: string
  keyed: boolean
  onKey: boolean
  onToggle(): void
}) {
  const name = onKey ? `Remove the key of ${label} here` : `Set a key for ${label} here`
  return (
    <Hint text={name}>
      <button
        type="button"
        aria-label={name}
        aria-pressed={onKey}
        onClick={onToggle}
        className="flex size-6 items-center justify-center rounded hover:bg-field"
      >
        <span
          className="size-2.5 rotate-45 border"
          style={{
            borderColor: keyed ? 'var(--color-when)' : '#6f6f6f',
            background: onKey ? 'var(--color-when)' : 'transparent',
          }}
        />
      </button>
    </Hint>
  )
}
