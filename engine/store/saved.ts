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

/** An item as it is today, where it was kept by an earlier version. @throws Error where this version cannot read it */
function today(item: LibraryItem): LibraryItem {
  switch (item.kind) {
    case 'preset': {
      const preset = deepCopy(item.preset)
      migrateStep(preset)
      return { ...item, preset }
    }
    case 'transition':
      return {
        ...item,
        transition: readTransition(item.transition.name, JSON.stringify(item.transition)),
      }
    case 'design': {
      const { records, ...document } = item.project
      return { ...item, project: loadProject(deepCopy(document), records) }
    }
    case 'recipe':
      return { ...item, recipe: readRecipe(item.recipe.name, JSON.stringify(item.recipe)) }
    default:
      return item
  }
}

/** What an item is called, whatever else it holds. */
function nameOf(item: LibraryItem): string {
  const { preset, transition, project, recipe } = item as unknown as Record<
    string,
    { name?: unknown } | undefined
  >
  const name = (preset ?? transition ?? project ?? recipe)?.name
  return typeof name === 'string' ? name : 'something without a name'
}

/**
 * What the user keeps, brought to what it is today where it was kept by an earlier version. What cannot be read stays kept and is left out.
 * @param unread is told the names of that
 */
export async function listLibrary(
  unread: (names: readonly string[]) => void = () => undefined,
): Promise<LibraryItem[]> {
  const lost: string[] = []
  const items = (await database.library.toArray()).flatMap((item) => {
    try {
      return [today(item)]
    } catch {
      lost.push(nameOf(item))
      return []
    }
  })
  if (lost.length) unread(lost)
  return items
}

/** @throws StorageFull */
export const keepInLibrary = (items: readonly LibraryItem[]): Promise<unknown> =>
  guarded(() => database.library.bulkPut([...items]))

export const dropFromLibrary = (id: string): Promise<void> => database.library.delete(id)
