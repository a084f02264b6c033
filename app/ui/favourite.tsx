import { Star } from 'lucide-react'
import { cx } from './classes'

/** A star that marks a favourite; where it is none it shows under the pointer or the focus. `className` says under which pointer. */
export function Favourite(props: {
  name: string
  on: boolean
  className: string
  onChange(on: boolean): void
}) {
  const { name, on } = props
  return (
    <button
      type="button"
      aria-label={on ? `${name} is a favourite` : `Make ${name} a favourite`}
      aria-pressed={on}
      className={cx(
        'flex size-6 items-center justify-center rounded bg-[#000000a0] text-white focus-visible:opacity-100',
        !on && `opacity-0 ${props.className}`,
      )}
      onClick={() => props.onChange(!on)}
    >
      <Star size={13} fill={on ? 'currentColor' : 'none'} />
    </button>
  )
}
