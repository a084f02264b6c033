import { type Entry, entriesOf, findEntries, type Heading, HEADINGS, usedIn } from '@stilus/core/catalogue'
import type { Preset } from '@stilus/core/formats'
import type { Project } from '@stilus/core/project'
import { useCallback, useMemo, useState } from 'react'
import { addTreatment } from '../desk/strip/add-step'
import { useDesk } from '../desk/use-desk'
import { useRecipes, useStarred } from '../session/library'
import { uid } from '../session/work'
import { useAppDispatch, useView } from '../store/store'
import { actOf } from './acts'
import { noteUsed, useRecent } from './recent'

/** What the catalogue is narrowed to. */
export type Filter = 'all' | 'favourites' | 'recent' | 'used' | Heading
export const FILTERS: Record<Filter, string> = {
  all: 'Everything',
  favourites: 'Favourites',
  recent: 'Used last',
  used: 'Used in this project',
  ...HEADINGS,
}

/** Adds an entry to the shot where the strip asks for it, selects it and goes back to the desk. */
export function useAdd(): (entry: Entry, preset?: Preset) => void {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  return useCallback(
    (entry, preset) =>
      dispatch((run) => {
        const stepId = uid()
        const act = (at: number) => actOf(entry, stage, stepId, at, preset)
        if (run(addTreatment(stage, stepId, act, entry.name, preset?.name))) noteUsed(entry.id)
      }),
    [dispatch, stage],
  )
}

/** The entries that were asked for, under their headings; one list without headings while something is typed. */
export function useCatalogue(project: Project, filter: Filter) {
  const [text, setText] = useState('')
  const recipes = useRecipes()
  const starred = useStarred()
  const recent = useRecent()
  const { insertAt } = useView('insertAt')
  const entries = useMemo(() => entriesOf(recipes.map((r) => r.value)), [recipes])
  const used = useMemo(() => usedIn(project), [project])
  const own = recipes.filter((r) => r.favourite && !r.shipped).map((r) => `look ${r.id}`)
  const favourite = (id: string) => starred.has(id) || own.includes(id)
  const within = entries.filter(
    (e) =>
      filter === 'all' ||
      e.heading === filter ||
      (filter === 'favourites' && favourite(e.id)) ||
      (filter === 'recent' && recent.includes(e.id)) ||
      (filter === 'used' && used.has(e.id)),
  )
  const ordered =
    filter === 'recent' ? [...within].sort((a, b) => recent.indexOf(a.id) - recent.indexOf(b.id)) : within
  const found = findEntries(ordered, text)
  const plain = text.trim() !== '' || filter === 'recent'
  const sections: { heading: string; entries: Entry[] }[] = plain
    ? [{ heading: text.trim() ? 'Found' : FILTERS[filter], entries: found }]
    : (Object.keys(HEADINGS) as Heading[]).map((h) => ({
        heading: HEADINGS[h],
        entries: found.filter((e) => e.heading === h),
      }))
  return {
    text,
    setText,
    found,
    recipes,
    insertAt,
    favourite,
    sections: sections.filter((s) => s.entries.length),
  }
}
