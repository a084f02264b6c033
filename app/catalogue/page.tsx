import { stackName } from '@stilus/core/project'
import type { Entry } from '@stilus/core/catalogue'
import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useMovingFrame } from '../desk/panel/presets'
import { useDesk } from '../desk/use-desk'
import { usePresets } from '../session/library'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { cx } from '../ui/classes'
import { EmptyState } from '../ui/fields'
import { exampleAct } from './acts'
import { nothing } from './drawer'
import { ActThumb, EntryTile, PresetEntry } from './entry-tile'
import { FindField, ReadRecipe } from './find-field'
import { type Filter, FILTERS, useAdd, useCatalogue } from './use-catalogue'

/** The whole catalogue over the desk: headings, a wall of moving pictures, and on the right what the pointer rests on, with its presets. */
export function CataloguePage() {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const [filter, setFilter] = useState<Filter>('all')
  const { text, setText, found, sections, insertAt, favourite } = useCatalogue(project, filter)
  const [resting, setResting] = useState<Entry | null>(null)
  const frame = useMovingFrame()
  const add = useAdd()
  const close = () => void dispatch(viewActions.set({ browsing: false, trying: null, insertAt: null }))
  const at = insertAt ?? stage.steps.length
  const shown = resting && found.includes(resting) ? resting : found[0]
  return (
    <section
      aria-label="Catalogue"
      className="absolute inset-0 z-30 flex bg-ground"
      onKeyDown={(e) => e.key === 'Escape' && close()}
    >
      <nav aria-label="Show" className="flex w-52 shrink-0 flex-col gap-0.5 overflow-y-auto border-r p-2">
        {(Object.keys(FILTERS) as Filter[]).map((id) => (
          <button
            key={id}
            type="button"
            aria-pressed={filter === id}
            className={cx(
              'flex h-7 shrink-0 items-center rounded px-2 text-left hover:bg-field',
              filter === id ? 'bg-field font-semibold' : 'text-dim',
              id === 'used' && 'mb-2',
            )}
            onClick={() => setFilter(id)}
          >
            {FILTERS[id]}
          </button>
        ))}
        <div className="mt-auto pt-3">
          <ReadRecipe />
        </div>
      </nav>
      <div className="flex min-w-0 flex-1 flex-col">
        <div className="border-b p-2">
          <FindField text={text} onText={setText} onEnter={() => shown && add(shown)} onClose={close} />
        </div>
        <div className="min-h-0 flex-1 overflow-y-auto p-2">
          {sections.map(({ heading, entries }) => (
            <section key={heading} aria-label={heading} className="mb-4">
              <h3 className="px-1 pb-1 text-sm font-semibold text-dim">{heading}</h3>
              <ul className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-1">
                {entries.map((entry) => (
                  <EntryTile
                    key={entry.id}
                    entry={entry}
                    favourite={favourite(entry.id)}
                    at={at}
                    frame={frame}
                    chosen={entry === shown}
                    onChoose={() => setResting(entry)}
                  />
                ))}
              </ul>
            </section>
          ))}
          {!found.length && <EmptyState text={nothing(text, filter)} />}
        </div>
      </div>
      <aside aria-label="What it does" className="flex w-[380px] shrink-0 flex-col border-l">
        <header className="flex h-11 shrink-0 items-center justify-between border-b pr-1.5 pl-3">
          <h2 className="font-semibold">{shown?.name ?? 'Catalogue'}</h2>
          <IconButton label="Close the catalogue" onClick={close}>
            <X size={15} />
          </IconButton>
        </header>
        {shown && <Shown key={shown.id} entry={shown} at={at} frame={frame} />}
      </aside>
    </section>
  )
}

function Shown({ entry, at, frame }: { entry: Entry; at: number; frame: number }) {
  const { project, stage } = useDesk()
  const add = useAdd()
  const presets = usePresets(entry.step?.id ?? '')
  const example = useMemo(() => exampleAct(entry, stage, at), [entry, stage, at])
  return (
    <div className="min-h-0 flex-1 overflow-y-auto p-3">
      <ActThumb act={example} frame={frame} width={354} className="!h-auto !w-full" />
      <p className="py-2 text-dim">{entry.says}</p>
      <Button look="main" className="w-full" onClick={() => add(entry)}>
        Add to {stackName(project, stage.stack)}
      </Button>
      {presets.length > 0 && (
        <>
          <h3 className="pt-4 pb-1 text-sm font-semibold text-dim">Ready-made</h3>
          <ul className="grid grid-cols-3 gap-1">
            {presets.map((p) => (
              <PresetEntry key={p.id} entry={entry} preset={p.value} at={at} frame={frame} width={112} />
            ))}
          </ul>
        </>
      )}
    </div>
  )
}
