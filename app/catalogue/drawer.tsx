import { Maximize2 } from 'lucide-react'
import { useState } from 'react'
import { useMovingFrame } from '../desk/panel/presets'
import { useDesk } from '../desk/use-desk'
import { Head } from '../screens/drawers'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { IconButton } from '../ui/button'
import { Choice, EmptyState } from '../ui/fields'
import { EntryRow } from './entry-tile'
import { FindField, ReadRecipe } from './find-field'
import { type Filter, FILTERS, useAdd, useCatalogue } from './use-catalogue'

/** Treatments and looks on the shot's own picture. Resting the pointer on one shows it large; a click adds it, a drag drops it into the strip. */
export function CatalogueDrawer() {
  const { project, stage } = useDesk()
  const [filter, setFilter] = useState<Filter>('all')
  const { text, setText, found, sections, insertAt, favourite } = useCatalogue(project, filter)
  const dispatch = useAppDispatch()
  const frame = useMovingFrame()
  const add = useAdd()
  const close = () => void dispatch(viewActions.set({ drawer: null, trying: null, insertAt: null }))
  const at = insertAt ?? stage.steps.length
  const before = insertAt !== null && insertAt < stage.steps.length ? stage.steps[insertAt] : undefined
  return (
    <>
      <Head title="Catalogue">
        <IconButton
          label="Browse large"
          onClick={() => dispatch(viewActions.set({ drawer: null, browsing: true, trying: null }))}
        >
          <Maximize2 size={14} />
        </IconButton>
      </Head>
      <div className="grid gap-1.5 border-b p-2">
        <FindField text={text} onText={setText} onEnter={() => found[0] && add(found[0])} onClose={close} />
        <Choice
          label="Show"
          value={filter}
          options={Object.entries(FILTERS).map(([value, label]) => ({ value, label }))}
          onChange={(v) => setFilter(v as Filter)}
        />
        {before && <p className="text-dim">What you choose goes before {before.name}.</p>}
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto p-2">
        {sections.map(({ heading, entries }) => (
          <section key={heading} aria-label={heading} className="mb-3">
            <h3 className="px-1 pb-1 text-xs font-semibold text-faint">{heading}</h3>
            {entries.map((entry) => (
              <EntryRow key={entry.id} entry={entry} favourite={favourite(entry.id)} at={at} frame={frame} />
            ))}
          </section>
        ))}
        {!found.length && <EmptyState text={nothing(text, filter)} />}
        <ReadRecipe />
      </div>
    </>
  )
}

/** What to say, and to do, where there is nothing to show. */
export const nothing = (text: string, filter: Filter): string =>
  text.trim()
    ? `Nothing here is called "${text}". Try another word${filter === 'all' ? '' : ', or show everything'}.`
    : filter === 'favourites'
      ? 'Mark treatments with their star to find them here.'
      : 'Nothing yet. What you use is listed here.'
