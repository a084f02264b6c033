import type { Preset, RecipeFile } from '../formats'
import { PRESETS } from '../presets'
import { contentAt, defaults } from '../params'
import { everyStep, type Project } from '../project'
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

const tokens = (text: string) =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)

/** How many letters must change, move to their neighbour, come or go to turn one word into the other (Damerau 1964), given up beyond `most`. */
export function typos(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1
  const rows = [Array.from({ length: b.length + 1 }, (_, j) => j)]
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    for (let j = 1; j <= b.length; j++) {
      const above = rows[i - 1] as number[]
      const change = (above[j - 1] as number) + (a[i - 1] === b[j - 1] ? 0 : 1)
      let least = Math.min(change, (above[j] as number) + 1, (row[j - 1] as number) + 1)
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        least = Math.min(least, (rows[i - 2]?.[j - 2] as number) + 1)
      row.push(least)
    }
    rows.push(row)
  }
  return rows[a.length]?.[b.length] as number
}

/** How badly a typed word fits a word of an entry: 0 begins it, 1 lies in it, 2 and more with slips; undefined not at all. */
function misfit(typed: string, word: string): number | undefined {
  if (word.startsWith(typed)) return 0
  if (typed.length >= 3 && word.includes(typed)) return 1
  const most = typed.length >= 8 ? 2 : typed.length >= 4 ? 1 : 0
  if (!most) return undefined
  const slips = Math.min(typos(typed, word, most), typos(typed, word.slice(0, typed.length), most))
  return slips <= most ? 1 + slips : undefined
}

/** How badly an entry fits all typed words; lower is better, undefined is not at all. Names count before synonyms and presets, those before the sentence. */
function rank(entry: Entry, typed: readonly string[]): number | undefined {
  const fields = [
    tokens(entry.name),
    tokens(`${entry.words.join(' ')} ${HEADINGS[entry.heading]}`),
    tokens(entry.says),
  ]
  let sum = 0
  for (const word of typed) {
    const fits = fields.flatMap((field, f) =>
      field.flatMap((token, place) => {
        const m = misfit(word, token)
        // Slips in words of the sentence would find too much.
        if (m === undefined || (f === 2 && m > 0)) return []
        return [f * 4 + m + (f === 0 && place === 0 ? 0 : 0.5)]
      }),
    )
    if (!fits.length) return undefined
    sum += Math.min(...fits)
  }
  return sum
}

/** The entries that fit what was typed, best first; all of them, in their order, for nothing typed. */
export function findEntries(entries: readonly Entry[], text: string): Entry[] {
  const typed = tokens(text)
  if (!typed.length) return [...entries]
  return entries
    .flatMap((entry, order) => {
      const fit = rank(entry, typed)
      return fit === undefined ? [] : [{ entry, fit, order }]
    })
    .sort((a, b) => a.fit - b.fit || a.order - b.order)
    .map(({ entry }) => entry)
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
