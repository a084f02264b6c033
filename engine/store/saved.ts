import {
  type Preset,
  readRecipe,
  readTransition,
  type RecipeFile,
  type TransitionFile,
} from '@stilus/core/formats'
import { deepCopy, loadProject, migrateStep, type Project } from '@stilus/core/project'
import { database, guarded, type MediumFile } from './database'

/** A design by itself (see carriedDesign in core), with the files of its media. */
export interface KeptDesign {
  id: string
  kind: 'design'
  project: Project
  files: readonly MediumFile[]
  favourite: boolean
}

/** What the user keeps for every project: presets, recipes, transitions, designs, and which of those that ship are favourites. */
export type LibraryItem =
  | { id: string; kind: 'preset'; preset: Preset; favourite: boolean }
  | { id: string; kind: 'recipe'; recipe: RecipeFile; favourite: boolean }
  | { id: string; kind: 'transition'; transition: TransitionFile; favourite: boolean }
  | KeptDesign
  | { id: string; kind: 'favourite' }

/** What the user keeps, brought to what it is today where it was kept by an earlier version. */
export async function listLibrary(): Promise<LibraryItem[]> {
  return (await database.library.toArray()).map((item) => {
    if (item.kind === 'preset') {
      const preset = deepCopy(item.preset)
      migrateStep(preset)
      return { ...item, preset }
    }
    if (item.kind === 'transition') {
      const text = JSON.stringify(item.transition)
      return { ...item, transition: readTransition(item.transition.name, text) }
    }
    if (item.kind === 'design') {
      const { records, ...document } = item.project
      return { ...item, project: loadProject(deepCopy(document), records) }
    }
    if (item.kind !== 'recipe') return item
    return { ...item, recipe: readRecipe(item.recipe.name, JSON.stringify(item.recipe)) }
  })
}

/** @throws StorageFull */
export const keepInLibrary = (items: readonly LibraryItem[]): Promise<unknown> =>
  guarded(() => database.library.bulkPut([...items]))

export const dropFromLibrary = (id: string): Promise<void> => database.library.delete(id)
