import { Check, ChevronDown } from 'lucide-react'
import { Select, Switch, ToggleGroup } from 'radix-ui'
import { type ReactNode, useRef, useState } from 'react'
import { cx } from './classes'
import { keepFocusForKeys } from './last-input'

interface Option {
  value: string
  label: string
}

export function Choice(props: {
  label: string
  value: string
  options: readonly Option[]
  onChange(v: string): void
  className?: string
}) {
  const current = props.options.find((o) => o.value === props.value)
  return (
    <Select.Root value={props.value} onValueChange={props.onChange}>
      <Select.Trigger
        aria-label={props.label}
        className={cx(
          'flex h-7 min-w-0 items-center justify-between gap-2 rounded bg-field px-2 hover:bg-field-over',
          props.className,
        )}
      >
        <span className="truncate">
          <Select.Value>{current?.label ?? props.value}</Select.Value>
        </span>
        <ChevronDown size={14} className="shrink-0 text-dim" />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          onCloseAutoFocus={keepFocusForKeys}
          sideOffset={4}
          collisionPadding={8}
          className="z-50 flex max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) flex-col rounded bg-[#3a3a3a] p-1 shadow-xl"
        >
          <Select.Viewport>
            {props.options.map((o) => (
              <Select.Item
                key={o.value}
                value={o.value}
                className="flex h-7 items-center gap-2 rounded px-2 outline-none data-[highlighted]:bg-[#4f4f4f]"
              >
                <span className="w-4">
                  <Select.ItemIndicator>
                    <Check size={14} />
                  </Select.ItemIndicator>
                </span>
                <Select.ItemText>{o.label}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  )
}

/** A few alternatives side by side; one is always chosen. */
export function Segments(props: {
  label: string
  value: string
  options: readonly Option[]
  onChange(v: string): void
  className?: string
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={props.label}
      value={props.value}
      onValueChange={(v) => v && props.onChange(v)}
      className={cx('flex h-7 min-w-0 rounded bg-field p-0.5', props.className)}
    >
      {props.options.map((o) => (
        <ToggleGroup.Item
          key={o.value}
          value={o.value}
          className="flex-1 rounded-sm px-2.5 text-sm whitespace-nowrap text-dim hover:text-text data-[state=on]:bg-fill data-[state=on]:text-text"
        >
          {o.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}

export function Toggle(props: { label: string; value: boolean; onChange(v: boolean): void }) {
  return (
    <Switch.Root
      aria-label={props.label}
      checked={props.value}
      onCheckedChange={props.onChange}
      className="flex h-5 w-9 items-center rounded-full bg-field px-0.5 hover:bg-field-over data-[state=checked]:bg-[#6a6a6a]"
    >
      <Switch.Thumb className="size-4 rounded-full bg-dim data-[state=checked]:translate-x-4 data-[state=checked]:bg-white" />
    </Switch.Root>
  )
}

/** Text that becomes a field when clicked twice or when Enter is pressed on it. */
export function EditableText(props: {
  label: string
  value: string
  onChange(v: string): void
  className?: string
}) {
  const [editing, setEditing] = useState(false)
  const cancelled = useRef(false)
  if (!editing) {
    return (
      <button
        type="button"
        aria-label={`${props.label}: ${props.value}. Press Enter to rename.`}
        className={cx('min-w-0 truncate rounded text-left', props.className)}
        onDoubleClick={() => setEditing(true)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' && e.key !== 'F2') return
          e.preventDefault()
          setEditing(true)
        }}
      >
        {props.value}
      </button>
    )
  }
  return (
    <input
      autoFocus
      aria-label={props.label}
      defaultValue={props.value}
      className={cx('min-w-0 rounded bg-black px-1 outline-none', props.className)}
      onFocus={(e) => {
        cancelled.current = false
        e.currentTarget.select()
      }}
      onBlur={(e) => {
        setEditing(false)
        const text = e.currentTarget.value.trim()
        if (!cancelled.current && text && text !== props.value) props.onChange(text)
      }}
      onKeyDown={(e) => {
        e.stopPropagation()
        if (e.key === 'Escape') cancelled.current = true
        if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
      }}
    />
  )
}

/** What to do next, in one sentence, with the button that does it. */
export function EmptyState({ text, children }: { text: string; children?: ReactNode }) {
  return (
    <div className="flex flex-col items-start gap-3 p-4 text-dim">
      <p className="max-w-72">{text}</p>
      {children}
    </div>
  )
}
