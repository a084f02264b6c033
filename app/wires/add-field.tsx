import { type Entry, entriesOf, findEntries, HEADINGS } from '@stilus/core/catalogue'
import type { Place } from '@stilus/core/wires'
import { useMemo, useState } from 'react'
import { useRecent } from '../catalogue/recent'
import { useRecipes, useStarred } from '../session/library'
import { cx } from '../ui/classes'
import type { Spot } from './acts'

/** A field that is open: where, what was typed already, and where what is chosen comes. */
export interface Adding {
  at: { x: number; y: number }
  start: string
  spot: Spot
  place?: Place | undefined
  says: string
}

/** How many are offered at once. */
const MOST = 9

/** Everything that can be added, favourites first, then what was used last. */
function useOffered(): Entry[] {
  const recipes = useRecipes()
  const starred = useStarred()
  const recent = useRecent()
  return useMemo(() => {
    const own = new Set(recipes.filter((r) => r.favourite && !r.shipped).map((r) => `look ${r.id}`))
    const rank = ({ id }: Entry) =>
      starred.has(id) || own.has(id) ? -1 : recent.includes(id) ? recent.indexOf(id) : MOST * 10
    return [...entriesOf(recipes.map((r) => r.value))].sort((a, b) => rank(a) - rank(b))
  }, [recipes, starred, recent])
}

/** A field at a place of the wires: what is typed finds what can be added; arrows choose, Enter adds, Escape leaves. */
export function AddField(props: {
  at: { x: number; y: number }
  start: string
  says: string
  onAdd(entry: Entry): void
  onClose(): void
}) {
  const [text, setText] = useState(props.start)
  const [chosen, setChosen] = useState(0)
  const offered = useOffered()
  const found = useMemo(() => findEntries(offered, text).slice(0, MOST), [offered, text])
  return (
    <div
      className="absolute z-20 w-64 overflow-hidden rounded bg-[#3a3a3a] shadow-xl"
      style={{ left: props.at.x, top: props.at.y }}
      onPointerDown={(e) => e.stopPropagation()}
    >
      <input
        autoFocus
        role="combobox"
        aria-expanded
        aria-controls="wires-found"
        aria-activedescendant={found[chosen] ? `found-${chosen}` : undefined}
        aria-label={props.says}
        placeholder={props.says}
        value={text}
        className="h-8 w-full bg-transparent px-2.5 outline-none placeholder:text-faint"
        onChange={(e) => {
          setText(e.target.value)
          setChosen(0)
        }}
        onBlur={props.onClose}
        onKeyDown={(e) => {
          e.stopPropagation()
          const by = { ArrowDown: 1, ArrowUp: -1 }[e.key]
          if (by) setChosen(Math.min(found.length - 1, Math.max(0, chosen + by)))
          else if (e.key === 'Escape') props.onClose()
          else if (e.key === 'Enter' && found[chosen]) props.onAdd(found[chosen])
          else return
          e.preventDefault()
        }}
      />
      <div
        id="wires-found"
        role="listbox"
        aria-label="What can be added"
        className="border-t border-line-strong p-1"
      >
        {found.map((entry, i) => (
          <div
            key={entry.id}
            id={`found-${i}`}
            role="option"
            aria-selected={i === chosen}
            className={cx(
              'flex h-7 items-center justify-between gap-3 rounded px-2',
              i === chosen && 'bg-[#4f4f4f]',
            )}
            onPointerEnter={() => setChosen(i)}
            onPointerDown={(e) => {
              e.preventDefault()
              props.onAdd(entry)
            }}
          >
            <span className="truncate">{entry.name}</span>
            <span className="shrink-0 text-xs text-dim">{HEADINGS[entry.heading]}</span>
          </div>
        ))}
        {!found.length && <p className="px-2 py-1 text-dim">Nothing of that name.</p>}
      </div>
    </div>
  )
}
