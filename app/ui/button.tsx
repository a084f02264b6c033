import { Tooltip } from 'radix-ui'
import type { ComponentProps, ReactNode } from 'react'
import { cx } from './classes'

type Look = 'plain' | 'quiet' | 'main'

const LOOKS: Record<Look, string> = {
  plain: 'bg-field hover:bg-field-over text-text',
  quiet: 'hover:bg-field text-dim hover:text-text',
  main: 'bg-text text-ground hover:bg-white font-semibold',
}

export function Button({ look = 'plain', className, ...rest }: ComponentProps<'button'> & { look?: Look }) {
  return (
    <button
      type="button"
      className={cx(
        'inline-flex h-7 shrink-0 items-center justify-center gap-1.5 rounded px-3 text-sm whitespace-nowrap disabled:opacity-40',
        LOOKS[look],
        className,
      )}
      {...rest}
    />
  )
}

/** A button that shows only a picture; its name is read out and shown on hover, with its key. */
export function IconButton({
  label,
  shortcut,
  pressed,
  className,
  children,
  ...rest
}: ComponentProps<'button'> & { label: string; shortcut?: string; pressed?: boolean; children: ReactNode }) {
  return (
    <Hint text={label} shortcut={shortcut}>
      <button
        type="button"
        aria-label={label}
        aria-pressed={pressed}
        className={cx(
          'inline-flex size-7 shrink-0 items-center justify-center rounded hover:bg-field disabled:opacity-35',
          pressed ? 'bg-field text-text' : 'text-dim hover:text-text',
          className,
        )}
        {...rest}
      >
        {children}
      </button>
    </Hint>
  )
}

export function Hint({
  text,
  shortcut,
  children,
}: {
  text: string
  shortcut?: string | undefined
  children: ReactNode
}) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={6}
          collisionPadding={8}
          className="z-50 flex max-w-64 items-center gap-2 rounded bg-[#4a4a4a] px-2 py-1 text-sm text-white shadow-lg"
        >
          {text}
          {shortcut && <kbd className="font-sans text-[#d4d4d4]">{shortcut}</kbd>}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  )
}
