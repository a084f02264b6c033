import { find } from '@stilus/core/search'
import { Command as Palette } from 'cmdk'
import { useEffect, useRef, useState } from 'react'
import { Guide } from '../guide/guide'
import { GUIDE } from '../guide/titles'
import { store, useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { Modal } from '../ui/overlays'
import { spaceBar } from '../viewer/pan-zoom'
import type { Command } from './command'
import { COMMANDS, shownKeys } from './commands'

const GROUPS = [...new Set(COMMANDS.map((c) => c.group))]

function chord(event: KeyboardEvent): string {
  const key = event.key.toLowerCase()
  const shifted = event.shiftKey && (key.length > 1 || /[a-z ]/.test(key))
  return `${event.ctrlKey || event.metaKey ? 'ctrl+' : ''}${event.altKey ? 'alt+' : ''}${shifted ? 'shift+' : ''}${key}`
}

/** The first command for some keys that makes sense now. */
const commandFor = (keys: string) => COMMANDS.find((c) => c.keys.includes(keys) && (c.when?.() ?? true))

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) &&
  (target as HTMLInputElement).type !== 'checkbox'

/** Listens for keys everywhere in a project, and shows the palette and the list of keys. */
export function Shortcuts() {
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (event.defaultPrevented || typing(event.target)) return
      const { view } = store.getState()
      if (view.palette || view.keys || view.guide !== null) return
      if (event.key === 's' && !event.ctrlKey && !event.metaKey && !event.altKey) {
        if (!event.repeat) store.dispatch(viewActions.set({ peek: 'source' }))
        return
      }
      const onControl =
        event.target instanceof HTMLElement &&
        event.target.closest('button, a, [role="tab"], [role="radio"], [role="switch"]')
      if (event.key === ' ' && onControl && !event.target.closest('[data-testid="viewer"]')) return
      if (event.key === ' ') {
        // Space plays when it is let go, unless the picture was dragged with it.
        event.preventDefault()
        if (!event.repeat) Object.assign(spaceBar, { down: true, used: false })
        return
      }
      const command = commandFor(chord(event))
      if (!command) return
      event.preventDefault()
      command.run()
    }
    const up = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() === 's') store.dispatch(viewActions.set({ peek: null }))
      if (event.key !== ' ' || !spaceBar.down) return
      spaceBar.down = false
      if (!spaceBar.used) commandFor(' ')?.run()
    }
    // After a click the keys belong to the desk again, so that Space plays; with the keyboard focus stays where it is.
    const clicked = (event: MouseEvent) => {
      const active = document.activeElement
      const control =
        active instanceof HTMLElement &&
        active.matches('button, a, [role="radio"], [role="tab"], [role="switch"], [type="checkbox"]')
      if (event.detail > 0 && control && !active.closest('[role="dialog"], [role="menu"]')) active.blur()
    }
    window.addEventListener('keydown', down)
    window.addEventListener('click', clicked)
    window.addEventListener('keyup', up)
    return () => {
      window.removeEventListener('keydown', down)
      window.removeEventListener('keyup', up)
      window.removeEventListener('click', clicked)
    }
  }, [])
  return (
    <>
      <CommandPalette />
      <KeySheet />
      <Guide />
    </>
  )
}

function CommandPalette() {
  const open = useApp((s) => s.view.palette)
  const dispatch = useAppDispatch()
  const close = () => dispatch(viewActions.set({ palette: false }))
  return (
    <Modal title="Find a command or a treatment" open={open} onClose={close} bare width="w-[520px]">
      <Finder close={close} />
    </Modal>
  )
}

function Finder({ close }: { close(): void }) {
  const [text, setText] = useState('')
  const here = COMMANDS.filter((c) => c.id !== 'palette' && (c.when?.() ?? true))
  const found = find(here, text, ({ label, words }) => ({ name: label, words: words?.join(' ') }))
  // The list chooses its first item a moment late: unless one has gone down it, Enter means what fits best.
  const walked = useRef(false)
  // What was typed for finds the best first, under no heading.
  const groups = text.trim() ? [null] : ['Treatments', ...GROUPS.filter((g) => g !== 'Treatments')]
  const run = (command: Command) => {
    close()
    command.run()
  }
  return (
    <Palette label="Commands and treatments" shouldFilter={false} className="flex max-h-[56vh] flex-col">
      <Palette.Input
        autoFocus
        value={text}
        onValueChange={(typed) => {
          setText(typed)
          walked.current = false
        }}
        onKeyDown={(event) => {
          if (event.key.startsWith('Arrow')) walked.current = true
          if (event.key !== 'Enter' || walked.current || !text.trim() || !found[0]) return
          event.preventDefault()
          run(found[0])
        }}
        placeholder="Find a command or a treatment"
        className="h-11 shrink-0 border-b bg-transparent px-4 text-base outline-none placeholder:text-faint"
      />
      <Palette.List className="overflow-y-auto p-1.5" onPointerMove={() => (walked.current = true)}>
        <Palette.Empty className="p-3 text-dim">Nothing of that name.</Palette.Empty>
        {groups.map((group) => (
          <Palette.Group
            key={group ?? 'found'}
            {...(group ? { heading: group } : {})}
            className="[&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-faint"
          >
            {found
              .filter((c) => group === null || c.group === group)
              .map((c) => (
                <Palette.Item
                  key={c.id}
                  value={c.label}
                  onSelect={() => run(c)}
                  className="flex h-8 items-center justify-between rounded px-2.5 data-[selected=true]:bg-fill"
                >
                  {c.label}
                  {c.keys[0] && <span className="text-dim">{shownKeys(c.keys[0])}</span>}
                </Palette.Item>
              ))}
          </Palette.Group>
        ))}
      </Palette.List>
    </Palette>
  )
}

function KeySheet() {
  const open = useApp((s) => s.view.keys)
  const dispatch = useAppDispatch()
  return (
    <Modal
      title="Keys and guide"
      open={open}
      onClose={() => dispatch(viewActions.set({ keys: false }))}
      width="w-[760px]"
    >
      <div className="flex flex-wrap gap-1.5 px-4 pt-2">
        {GUIDE.map(({ page, title }) => (
          <Button key={page} onClick={() => dispatch(viewActions.set({ keys: false, guide: page }))}>
            {title}
          </Button>
        ))}
      </div>
      <KeyList />
    </Modal>
  )
}

const KeyList = () => (
  <div className="max-h-[68vh] overflow-y-auto p-4">
    <div className="columns-2 gap-8">
      {GROUPS.filter((g) => g !== 'Treatments').map((group) => (
        <section key={group} className="mb-4 break-inside-avoid">
          <h3 className="mb-1 text-xs font-semibold text-faint">{group}</h3>
          <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
            {COMMANDS.filter((c) => c.group === group && c.keys.length).map((c) => (
              <div key={c.id} className="contents">
                <dt>{c.label}</dt>
                <dd className="text-right text-dim">{c.keys.map(shownKeys).join(', ')}</dd>
              </div>
            ))}
            {group === 'Look' && (
              <>
                <dt>Look at the source</dt>
                <dd className="text-right text-dim">hold S</dd>
              </>
            )}
          </dl>
        </section>
      ))}
    </div>
  </div>
)
