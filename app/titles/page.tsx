import { find } from '@stilus/core/search'
import type { Project, Sequence } from '@stilus/core/project'
import { FAMILIES, PURPOSES, type Purpose } from '@stilus/core/shelf'
import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { markFavourite, star, useStarred } from '../session/library'
import { useOwnDesigns } from '../session/own-designs'
import { store, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { IconButton } from '../ui/button'
import { cx } from '../ui/classes'
import { EmptyState } from '../ui/fields'
import { SearchField } from '../ui/search-field'
import { ownEntry, type ShelfEntry, SHIPPED } from './entries'
import { sampleFor, takeFromShelf } from './making'
import { Looked } from './looked'
import { OwnMenu, ReadDesigns } from './own'
import type { Range } from './range'
import { ShelfTile, type Ground, useGround } from './tile'
import { setWords, useShelfUsed, useWords } from './used'

type Filter = 'all' | 'favourites' | 'used' | 'own' | Purpose | `family ${string}`

/** The shelf of designs over the sequence: headings, a wall of designs that move in the user's words, and the one that the pointer rests on, large. */
export function ShelfPage({ project, sequence }: { project: Project; sequence: Sequence }) {
  const dispatch = useAppDispatch()
  const [filter, setFilter] = useState<Filter>('all')
  const [text, setText] = useState('')
  const [ground, setGround] = useState<Ground>('frame')
  const [palette, setPalette] = useState(0)
  const [resting, setResting] = useState<string | null>(null)
  const [range, setRange] = useState<Range | null>(null)
  const [at] = useState(() => store.getState().view.frame)
  const words = useWords()
  const starred = useStarred()
  const used = useShelfUsed()
  const kept = useOwnDesigns()
  const own = useMemo(() => kept.map(ownEntry), [kept])
  const backdrop = useGround(sequence, ground)
  const found = useMemo(
    () => foundOn([...own, ...SHIPPED], filter, text, starred, used),
    [own, filter, text, starred, used],
  )
  const shown = found.find((e) => e.id === resting) ?? found[0]
  const close = () => void dispatch(viewActions.set({ titles: false }))
  const common = { project, sequence, at, words, palette }
  const choose = (entry: ShelfEntry) =>
    void takeFromShelf(project, sequence, sampleFor(sequence, at, entry, palette, words), range)
  const sections = headed(found, filter, text)
  return (
    <section
      aria-label="Shelf of designs"
      className="absolute inset-0 z-[39] flex bg-ground"
      onKeyDown={(e) => e.key === 'Escape' && close()}
    >
      <nav aria-label="Show" className="flex w-48 shrink-0 flex-col gap-0.5 overflow-y-auto border-r p-2">
        <Pick {...{ filter, setFilter }} id="all" label="Everything" />
        <Pick {...{ filter, setFilter }} id="favourites" label="Favourites" />
        <Pick {...{ filter, setFilter }} id="used" label="Used last" />
        <Pick {...{ filter, setFilter }} id="own" label="Yours" />
        <ReadDesigns />
        <h3 className="px-2 pt-3 pb-1 text-xs font-semibold text-faint">For</h3>
        {(Object.keys(PURPOSES) as Purpose[]).map((id) => (
          <Pick key={id} {...{ filter, setFilter, id }} label={PURPOSES[id]} />
        ))}
        <h3 className="px-2 pt-3 pb-1 text-xs font-semibold text-faint">Families</h3>
        {FAMILIES.map(({ id, name }) => (
          <Pick key={id} {...{ filter, setFilter }} id={`family ${id}`} label={name} />
        ))}
      </nav>
      <div className="flex min-w-0 flex-1 flex-col">
        <div className="grid grid-cols-[1fr_1fr_1fr] gap-2 border-b p-2">
          <SearchField label="Find a design" text={text} onText={setText} />
          {['First line', 'Second line'].map((label, i) => (
            <input
              key={label}
              aria-label={label}
              value={words[i] ?? ''}
              placeholder={`${label} of yours`}
              maxLength={300}
              className="h-7 min-w-0 rounded bg-field px-2 placeholder:text-faint"
              onChange={(e) => setWords([0, 1].map((n) => (n === i ? e.target.value : (words[n] ?? ''))))}
              onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
            />
          ))}
        </div>
        <div className="min-h-0 flex-1 overflow-y-auto p-2">
          {sections.map(({ heading, entries }) => (
            <section key={heading} aria-label={heading} className="mb-4">
              <h3 className="px-1 pb-1 text-sm font-semibold text-dim">{heading}</h3>
              <ul className="grid grid-cols-[repeat(auto-fill,minmax(170px,1fr))] gap-1">
                {entries.map((entry) => (
                  <ShelfTile
                    key={entry.id}
                    {...common}
                    entry={entry}
                    backdrop={backdrop}
                    chosen={entry === shown}
                    favourite={isFavourite(entry, starred)}
                    menu={entry.own && <OwnMenu kept={entry.own} />}
                    onRest={() => setResting(entry.id)}
                    onStar={(on) => void markEntry(entry, on)}
                    onChoose={() => choose(entry)}
                  />
                ))}
              </ul>
            </section>
          ))}
          {!found.length && <EmptyState text={nothing(text, filter)} />}
        </div>
      </div>
      <aside aria-label="What it is" className="flex w-[340px] shrink-0 flex-col border-l">
        <header className="flex h-11 shrink-0 items-center justify-between border-b pr-1.5 pl-3">
          <h2 className="truncate font-semibold">{shown?.name ?? 'Shelf of designs'}</h2>
          <IconButton label="Close the shelf" onClick={close}>
            <X size={15} />
          </IconButton>
        </header>
        {shown && (
          <Looked
            key={shown.id}
            {...common}
            entry={shown}
            ground={ground}
            backdrop={backdrop}
            rests={shown.id === resting}
            {...{ range }}
            onRange={setRange}
            onGround={setGround}
            onPalette={setPalette}
            onChoose={() => choose(shown)}
          />
        )}
      </aside>
    </section>
  )
}

function Pick(props: { id: Filter; label: string; filter: Filter; setFilter(id: Filter): void }) {
  const { id, label, filter, setFilter } = props
  return (
    <button
      type="button"
      aria-pressed={filter === id}
      className={cx(
        'flex h-7 shrink-0 items-center rounded px-2 text-left hover:bg-field',
        filter === id ? 'bg-field font-semibold' : 'text-dim',
      )}
      onClick={() => setFilter(id)}
    >
      {label}
    </button>
  )
}

const isFavourite = ({ id, own }: ShelfEntry, starred: ReadonlySet<string>): boolean =>
  own ? own.favourite : starred.has(id)

const markEntry = ({ id, own }: ShelfEntry, on: boolean): Promise<void> =>
  own ? markFavourite({ id, value: own, favourite: own.favourite, shipped: false }, on) : star(id, on)

/** The designs that were asked for: by heading, by family, by words in their names, families and sentences. */
function foundOn(
  shelf: readonly ShelfEntry[],
  filter: Filter,
  text: string,
  starred: ReadonlySet<string>,
  used: readonly string[],
): ShelfEntry[] {
  const within = shelf.filter(
    (entry) =>
      filter === 'all' ||
      filter === entry.purpose ||
      filter === `family ${entry.family}` ||
      (filter === 'own' && entry.own) ||
      (filter === 'favourites' && isFavourite(entry, starred)) ||
      (filter === 'used' && used.includes(entry.id)),
  )
  if (filter === 'used') within.sort((a, b) => used.indexOf(a.id) - used.indexOf(b.id))
  return text.trim() ? find(within, text, searched) : within
}
const searched = ({ name, kind, says }: ShelfEntry) => ({ name, words: `${kind} ${says}` })

/** The user's own, then under their purposes; where one heading or some words were asked for, in one list. */
function headed(
  found: readonly ShelfEntry[],
  filter: Filter,
  text: string,
): { heading: string; entries: ShelfEntry[] }[] {
  if (!found.length) return []
  if (text.trim()) return [{ heading: 'Found', entries: [...found] }]
  if (filter === 'used') return [{ heading: 'Used last', entries: [...found] }]
  return [
    { heading: 'Yours', entries: found.filter((e) => e.own) },
    ...(Object.keys(PURPOSES) as Purpose[]).map((p) => ({
      heading: PURPOSES[p],
      entries: found.filter((e) => e.purpose === p),
    })),
  ].filter(({ entries }) => entries.length)
}

const nothing = (text: string, filter: Filter): string =>
  text.trim()
    ? `Nothing on the shelf is called “${text.trim()}”. Try another word${filter === 'all' ? '' : ', or show everything'}.`
    : filter === 'favourites'
      ? 'Mark designs with their star to find them here.'
      : filter === 'own'
        ? 'Open a design and choose “Keep on the shelf”, or read a file of one on the left.'
        : 'Nothing yet. What you use is listed here.'
