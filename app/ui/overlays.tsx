import { ChevronRight, X } from 'lucide-react'
import { Dialog, DropdownMenu } from 'radix-ui'
import type { ReactNode } from 'react'
import { IconButton } from './button'
import { cx } from './classes'
import { keepFocusForKeys } from './last-input'

export function Modal(props: {
  title: string
  open: boolean
  onClose(): void
  children: ReactNode
  width?: string
  bare?: boolean
}) {
  return (
    <Dialog.Root open={props.open} onOpenChange={(open) => !open && props.onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[#000000a0]" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={keepFocusForKeys}
          className={cx(
            'fixed top-[16vh] left-1/2 z-50 -translate-x-1/2 overflow-hidden rounded-lg bg-raised shadow-2xl outline-none',
            props.width ?? 'w-[440px]',
          )}
        >
          <div className={props.bare ? 'sr-only' : 'flex items-center justify-between px-4 pt-3'}>
            <Dialog.Title className="text-base font-semibold">{props.title}</Dialog.Title>
            {!props.bare && (
              <IconButton label="Close" onClick={props.onClose}>
                <X size={16} />
              </IconButton>
            )}
          </div>
          {props.children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

export interface MenuItem {
  label: string
  shortcut?: string
  disabled?: boolean
  checked?: boolean
  danger?: boolean
  /** Says something and does nothing. */
  note?: boolean
  /** A menu of its own. */
  items?: (MenuItem | null)[]
  run?(): void
}

const PANEL = 'z-50 max-h-[70vh] min-w-44 overflow-y-auto rounded bg-[#3a3a3a] p-1 text-sm shadow-xl'
const ROW =
  'flex h-7 items-center justify-between gap-6 rounded px-2 outline-none data-[highlighted]:bg-[#4f4f4f] data-[state=open]:bg-[#4f4f4f]'

/** Items as they stand, or made when the menu opens. */
export type MenuItems = (MenuItem | null)[] | (() => (MenuItem | null)[])

function Items({ items }: { items: MenuItems }) {
  const list = typeof items === 'function' ? items() : items
  return list.map((item, i) =>
    item === null ? (
      <DropdownMenu.Separator key={i} className="my-1 h-px bg-line-strong" />
    ) : item.items ? (
      <DropdownMenu.Sub key={`${item.label}${i}`}>
        <DropdownMenu.SubTrigger className={ROW}>
          {item.label}
          <ChevronRight size={14} className="text-dim" />
        </DropdownMenu.SubTrigger>
        <DropdownMenu.Portal>
          <DropdownMenu.SubContent className={PANEL} collisionPadding={8}>
            <Items items={item.items} />
          </DropdownMenu.SubContent>
        </DropdownMenu.Portal>
      </DropdownMenu.Sub>
    ) : (
      <DropdownMenu.Item
        key={`${item.label}${i}`}
        disabled={item.disabled || item.note}
        onSelect={() => item.run?.()}
        className={cx(
          ROW,
          item.note ? 'text-dim' : 'data-[disabled]:opacity-40',
          item.danger && 'text-alert',
          item.checked && 'font-semibold',
        )}
      >
        <span className="truncate">{item.label}</span>
        {(item.shortcut || item.checked) && (
          <span className="flex shrink-0 gap-2 text-dim">
            {item.shortcut}
            {item.checked && <span aria-hidden>✓</span>}
          </span>
        )}
      </DropdownMenu.Item>
    ),
  )
}

export function Menu({
  trigger,
  items,
  align = 'start',
  open,
  onOpenChange,
}: {
  open?: boolean
  onOpenChange?(open: boolean): void
  trigger: ReactNode
  items: MenuItems
  align?: 'start' | 'end'
}) {
  return (
    <DropdownMenu.Root {...(open === undefined ? {} : { open })} {...(onOpenChange ? { onOpenChange } : {})}>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align={align}
          sideOffset={4}
          collisionPadding={8}
          className={PANEL}
          onCloseAutoFocus={keepFocusForKeys}
        >
          <Items items={items} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
