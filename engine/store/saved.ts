import type { Preset, RecipeFile } from '@stilus/core/formats'
import { database, guarded } from './database'

/** What the user keeps for every project: presets, recipes, and which of those that ship are favourites. */
export type LibraryItem =
  | { id: string; kind: 'preset'; preset: Preset; favourite: boolean }
  | { id: string; kind: 'recipe'; recipe: RecipeFile; favourite: boolean }
  | { id: string; kind: 'favourite' }

export const listLibrary = (): Promise<LibraryItem[]> => database.library.toArray()

/** @throws StorageFull */
export const keepInLibrary = (items: readonly LibraryItem[]): Promise<unknown> =>
  guarded(() => database.library.bulkPut([...items]))

export const dropFromLibrary = (id: string): Promise<void> => database.library.delete(id)
