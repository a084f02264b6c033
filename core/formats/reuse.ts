import { z } from 'zod'
import { animatedSchema, frontSchema, type Origin, stepSchema } from '../project'

/** A file of presets or a recipe that cannot be read; the message says what to do. */
export class ReuseError extends Error {
  constructor(name: string, why: string) {
    super(`"${name}" cannot be read: ${why}`)
    this.name = 'ReuseError'
  }
}

const preset = z.object({
  name: z.string().min(1).max(200),
  /** The step that it is for. */
  use: z.string(),
  what: z.record(z.string(), animatedSchema),
})
const presetFile = z.object({
  format: z.literal('stilus-presets'),
  version: z.literal(1),
  presets: z.array(preset).min(1),
})

/** A ready-made state of a step's controls; keys count from the head of the shot. */
export type Preset = z.infer<typeof preset>
export type PresetFile = z.infer<typeof presetFile>

const recipeFile = z.object({
  format: z.literal('stilus-recipe'),
  version: z.literal(1),
  id: z.string().min(1),
  name: z.string().min(1).max(200),
  revision: z.int().min(1),
  /** The time in which its steps were made, in frames. */
  from: z.object({ head: z.number(), length: z.number().min(1) }),
  front: z.array(frontSchema),
  steps: z.array(stepSchema).min(1),
})

/** Steps with the controls on their front panel. */
export type RecipeFile = z.infer<typeof recipeFile> & { from: Origin }

function read<T>(name: string, text: string, what: string, schema: z.ZodType<T>): T {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    throw new ReuseError(name, `it is not ${what} but something else.`)
  }
  const format = (json as { format?: string; version?: number } | null) ?? {}
  if (typeof format.version === 'number' && format.version > 1)
    throw new ReuseError(name, 'it was made by a newer Stilus. Update Stilus and read it again.')
  const result = schema.safeParse(json)
  if (result.success) return result.data
  const issue = result.error.issues[0]
  throw new ReuseError(
    name,
    `it is not ${what} (${issue?.path.join('.') || 'its root'}: ${issue?.message ?? ''}).`,
  )
}

/** @throws ReuseError */
export const readPresets = (name: string, text: string): PresetFile =>
  read(name, text, 'a file of Stilus presets', presetFile)

/** @throws ReuseError */
export const readRecipe = (name: string, text: string): RecipeFile =>
  read(name, text, 'a Stilus recipe', recipeFile)

export const writePresets = (presets: readonly Preset[]): string =>
  `${JSON.stringify({ format: 'stilus-presets', version: 1, presets }, null, 2)}\n`

export const writeRecipe = (recipe: Omit<RecipeFile, 'format' | 'version'>): string =>
  `${JSON.stringify({ format: 'stilus-recipe', version: 1, ...recipe }, null, 2)}\n`
