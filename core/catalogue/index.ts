import type { Preset, RecipeFile } from '../formats'
import { PRESETS } from '../presets'
import { contentAt, defaults } from '../params'
import { everyStep, type Project } from '../project'
import { findIn, type Index, indexed } from '../search'
import { type Aim, AIMS, type StepDeclaration, STEPS } from '../steps'

/** Something that can be used on a shot: a treatment, or a look (a recipe of several). */
export interface Entry {
  /** 'step glow' or 'look' and the recipe's id. */
  id: string
  name: string
  /** The heading that it stands under. */
  heading: Heading
  says: string
  /** Other words that find it. */
  words: readonly string[]
  step?: StepDeclaration
  recipe?: RecipeFile
}

export type Heading = Aim | 'looks'
export const HEADINGS: Record<Heading, string> = { looks: 'Looks and recipes', ...AIMS }

const stepEntry = (step: StepDeclaration): Entry => ({
  id: `step ${step.id}`,
  name: step.name,
  heading: step.aim,
  says: step.purpose,
  step,
  words: [...(step.words ?? []), step.family, ...PRESETS.filter((p) => p.use === step.id).map((p) => p.name)],
})

const lookEntry = (recipe: RecipeFile): Entry => ({
  id: `look ${recipe.id}`,
  name: recipe.name,
  heading: 'looks',
  recipe,
  says: recipe.panel.map((c) => c.label).join(', ') || 'No front panel',
  words: ['look', 'recipe', ...recipe.steps.map((s) => s.name)],
})

const TREATMENTS = STEPS.map(stepEntry)

/** Everything that there is: treatments in the order of their declaration, then looks. */
export const entriesOf = (recipes: readonly RecipeFile[]): Entry[] => [
  ...TREATMENTS,
  ...recipes.map(lookEntry),
]

/** What lists of entries are found by, read once for each list. */
const indices = new WeakMap<readonly Entry[], Index<Entry>>()

/** The entries that fit what was typed, best first; all of them, in their order, for nothing typed. */
export function findEntries(entries: readonly Entry[], text: string): Entry[] {
  let index = indices.get(entries)
  if (!index)
    indices.set(
      entries,
      (index = indexed(entries, ({ name, words, heading, says }) => ({
        name,
        words: `${words.join(' ')} ${HEADINGS[heading]}`,
        says,
      }))),
    )
  return findIn(index, text)
}

/** What shows best what a treatment does: its defaults, or where these leave the picture alone its first preset. */
export function exampleOf(step: StepDeclaration): Preset | undefined {
  if (
    !step.neutral(
      defaults(step.params) as never,
      contentAt(step.content ?? {}, undefined, (a) => a.value),
    )
  )
    return undefined
  return PRESETS.find((p) => p.use === step.id)
}

/** The entries that a project uses somewhere. */
export function usedIn(project: Project): Set<string> {
  const used = new Set<string>()
  for (const step of everyStep(project))
    if (step.use !== 'group') used.add(`step ${step.use}`)
    else if (step.recipe) used.add(`look ${step.recipe.id}`)
  return used
}
