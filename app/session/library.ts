import {
  type Preset,
  readPresets,
  readRecipe,
  readTransition,
  type RecipeFile,
  type TransitionFile,
  writePresets,
  writeRecipe,
  writeTransition,
} from '@stilus/core/formats'
import { CROSSING_RECIPES, PRESETS, RECIPES } from '@stilus/core/presets'
import { dropFromLibrary, keepInLibrary, type LibraryItem, listLibrary } from '@stilus/engine'
import { useSyncExternalStore } from 'react'
import { saveText } from './save-file'
import { tell, uid, work } from './work'

let items: readonly LibraryItem[] = []
let asked = false
const listeners = new Set<() => void>()

const refresh = async () => {
  items = await listLibrary((names) =>
    tell(
      'problem',
      `${names.join(', ')}: kept, but not readable here, perhaps from a newer Stilus. Open the newest one to use it; all else is there.`,
    ),
  )
  listeners.forEach((listener) => listener())
}

/** The file of a medium that a kept design shows. */
export const keptFile = (mediaId: string) =>
  items.flatMap((i) => (i.kind === 'design' ? i.files : [])).find((file) => file.id === mediaId)

/** All that is kept; it is read when somebody looks first. */
export function useKept(): readonly LibraryItem[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      if (!asked) void refresh()
      asked = true
      return () => void listeners.delete(listener)
    },
    () => items,
  )
}

/** A preset or recipe, where it comes from, and whether it is a favourite. */
export interface Kept<T> {
  id: string
  value: T
  favourite: boolean
  /** It came with Stilus and cannot be changed. */
  shipped: boolean
}

const favouriteFirst = <T>(list: Kept<T>[]) =>
  [...list].sort((a, b) => Number(b.favourite) - Number(a.favourite))
const starred = (id: string) => items.some((i) => i.kind === 'favourite' && i.id === id)

/** The presets of a step: favourites first, then those of the user, then those that ship. */
export function usePresets(use: string): Kept<Preset>[] {
  const own = useKept().flatMap((item): Kept<Preset>[] =>
    item.kind === 'preset' && item.preset.use === use
      ? [{ id: item.id, value: item.preset, favourite: item.favourite, shipped: false }]
      : [],
  )
  const shipped = PRESETS.filter((p) => p.use === use).map((value) => {
    const id = `shipped ${use} ${value.name}`
    return { id, value, favourite: starred(id), shipped: true }
  })
  return favouriteFirst([...own, ...shipped])
}

export function useRecipes(): Kept<RecipeFile>[] {
  const own = useKept().flatMap((item): Kept<RecipeFile>[] =>
    item.kind === 'recipe'
      ? [{ id: item.id, value: item.recipe, favourite: item.favourite, shipped: false }]
      : [],
  )
  const shipped = RECIPES.map((value) => ({
    id: value.id,
    value,
    favourite: starred(value.id),
    shipped: true,
  }))
  return favouriteFirst([...own, ...shipped])
}

/** Transitions built from steps: favourites first, then those of the user, then those that ship. */
export function useTransitions(): Kept<TransitionFile>[] {
  const own = useKept().flatMap((item): Kept<TransitionFile>[] =>
    item.kind === 'transition'
      ? [{ id: item.id, value: item.transition, favourite: item.favourite, shipped: false }]
      : [],
  )
  const shipped = CROSSING_RECIPES.map((value) => {
    const { id } = value
    return { id, value, favourite: starred(id), shipped: true }
  })
  return favouriteFirst([...own, ...shipped])
}

/** Which entries of the catalogue that ship are favourites. */
export function useStarred(): Set<string> {
  return new Set(useKept().flatMap((i) => (i.kind === 'favourite' ? [i.id, `look ${i.id}`] : [])))
}

/** Marks an entry of the catalogue as a favourite, or no longer; a user's recipe remembers it itself. */
export async function star(id: string, on: boolean): Promise<void> {
  const recipe = id.startsWith('look ') ? id.slice(5) : undefined
  const own = items.find((i) => i.kind === 'recipe' && i.id === recipe)
  if (own?.kind === 'recipe') await keepInLibrary([{ ...own, favourite: on }])
  else if (on) await keepInLibrary([{ id: recipe ?? id, kind: 'favourite' }])
  else await dropFromLibrary(recipe ?? id)
  await refresh()
}

/** Keeps things in the place of those with their ids. @throws StorageFull */
export async function keepItems(list: readonly LibraryItem[]): Promise<void> {
  await keepInLibrary(list)
  await refresh()
}

const keep = async (item: LibraryItem, label: string): Promise<void> => {
  await work(label, () => keepItems([item]))
}

export const keepPreset = (preset: Preset, id = uid(), favourite = false): Promise<void> =>
  keep({ id, kind: 'preset', preset, favourite }, 'Keeping the preset')

/** A recipe is kept under its own id: one that is there already is replaced. */
export const keepRecipe = (recipe: RecipeFile, favourite = false): Promise<void> =>
  keep({ id: recipe.id, kind: 'recipe', recipe, favourite }, 'Keeping the recipe')

/** A transition is kept under its own id: one that is there already is replaced. */
export const keepTransition = (transition: TransitionFile): Promise<void> =>
  keep({ id: transition.id, kind: 'transition', transition, favourite: false }, 'Keeping the transition')

export async function dropKept(id: string): Promise<void> {
  await dropFromLibrary(id)
  await refresh()
}

export async function markFavourite<T>(kept: Kept<T>, favourite: boolean): Promise<void> {
  if (!kept.shipped) {
    const item = items.find((i) => i.id === kept.id)
    if (item && item.kind !== 'favourite') await keepInLibrary([{ ...item, favourite }])
  } else if (favourite) await keepInLibrary([{ id: kept.id, kind: 'favourite' }])
  else await dropFromLibrary(kept.id)
  await refresh()
}

const fileName = (name: string) => name.replace(/[^\p{L}\p{N} _-]/gu, '').trim() || 'unnamed'

export const savePresetFile = (presets: readonly Preset[], name: string): void =>
  saveText(`${fileName(name)}.stilus-presets.json`, writePresets(presets))

export const saveRecipeFile = (recipe: RecipeFile): void =>
  saveText(`${fileName(recipe.name)}.stilus-recipe.json`, writeRecipe(recipe))

export const saveTransitionFile = (transition: TransitionFile): void =>
  saveText(`${fileName(transition.name)}.stilus-transition.json`, writeTransition(transition))

export async function importTransition(file: File): Promise<void> {
  const transition = await work(`Reading ${file.name}`, async () =>
    readTransition(file.name, await file.text()),
  )
  if (!transition) return
  await keepTransition(transition)
  tell('info', `Read the transition "${transition.name}". It stands under Built from steps.`)
}

/** Takes presets from a file into the library; those of the same step and name are replaced. */
export async function importPresets(file: File): Promise<void> {
  const read = await work(`Reading ${file.name}`, async () => readPresets(file.name, await file.text()))
  if (!read) return
  const known = (p: Preset) =>
    items.find((i) => i.kind === 'preset' && i.preset.use === p.use && i.preset.name === p.name)?.id
  await keepInLibrary(
    read.presets.map((preset) => ({
      id: known(preset) ?? uid(),
      kind: 'preset' as const,
      preset,
      favourite: false,
    })),
  )
  await refresh()
  tell(
    'info',
    `Read ${read.presets.length === 1 ? 'one preset' : `${read.presets.length} presets`} from ${file.name}.`,
  )
}

export async function importRecipe(file: File): Promise<void> {
  const recipe = await work(`Reading ${file.name}`, async () => readRecipe(file.name, await file.text()))
  if (!recipe) return
  await keepRecipe(recipe)
  tell('info', `Read the recipe "${recipe.name}". It stands under Recipes in the catalogue.`)
}
