import { z } from 'zod'
import {
  allSteps,
  animatedSchema,
  contentSchema,
  controlTree,
  laidSchema,
  LOOSE,
  migrateStep,
  type Origin,
  panelSchema,
  stepSchema,
  stepTree,
} from '../project'

/** A file of presets or a recipe that cannot be read; the message says what to do. */
export class ReuseError extends Error {
  constructor(name: string, why: string) {
    super(`"${name}" cannot be read: ${why}`)
    this.name = 'ReuseError'
  }
}

/** The version of these files that this code writes. */
const VERSION = 2

const preset = z.object({
  name: z.string().min(1).max(200),
  /** The step that it is for, and the version of that step's declaration; 1 unless given. */
  use: z.string(),
  version: z.int().min(1).optional(),
  what: z.record(z.string(), animatedSchema),
  content: contentSchema.optional(),
})
const presetFile = z.object({
  format: z.literal('stilus-presets'),
  version: z.literal(VERSION),
  presets: z.array(preset).min(1),
})

/** A ready-made state of a step's controls; keys count from the head of the shot. */
export type Preset = z.infer<typeof preset>
export type PresetFile = z.infer<typeof presetFile>

const recipeFile = z.object({
  format: z.literal('stilus-recipe'),
  version: z.literal(VERSION),
  id: z.string().min(1),
  name: z.string().min(1).max(200),
  revision: z.int().min(1),
  /** The time in which its steps were made, in frames. */
  from: z.object({ head: z.number(), length: z.number().min(1) }),
  panel: z.array(panelSchema),
  steps: z.array(stepSchema).min(1),
})

const transitionFile = laidSchema.extend({
  format: z.literal('stilus-transition'),
  version: z.literal(VERSION),
  id: z.string().min(1),
  /** On another length its parts keep their share of it, or their frames. */
  timing: z.enum(['kept', 'scaled']),
})

/** A transition as it can be laid on any cut; its times count from there. */
export type TransitionFile = z.infer<typeof transitionFile>

/** Steps with the controls on their panel. */
export type RecipeFile = z.infer<typeof recipeFile> & { from: Origin }

type Tree = Record<string, unknown>
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v)

/** Version 1 had the names that documents of version 2 had. */
function renamedFile(file: Tree): Tree {
  const { front, steps, presets, ...rest } = file
  const trees = (list: unknown, change: (tree: Tree) => Tree) =>
    Array.isArray(list) ? list.map((each) => (isTree(each) ? change(each) : (each as unknown))) : list
  return {
    ...rest,
    version: VERSION,
    ...(front === undefined ? {} : { panel: trees(front, (c) => controlTree(c, LOOSE)) }),
    ...(steps === undefined ? {} : { steps: trees(steps, (s) => stepTree(s, LOOSE)) }),
    ...(presets === undefined
      ? {}
      : {
          presets: trees(presets, (p) => ({ ...p, what: stepTree({ what: p.what }, LOOSE).what })),
        }),
  }
}

function read<T>(name: string, text: string, what: string, schema: z.ZodType<T>): T {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    throw new ReuseError(name, `it is not ${what} but something else.`)
  }
  const format = (json as { format?: string; version?: number } | null) ?? {}
  if (typeof format.version === 'number' && format.version > VERSION)
    throw new ReuseError(name, 'it was made by a newer Stilus. Update Stilus and read it again.')
  const result = schema.safeParse(isTree(json) && json.version === 1 ? renamedFile(json) : json)
  if (result.success) return result.data
  const issue = result.error.issues[0]
  throw new ReuseError(
    name,
    `it is not ${what} (${issue?.path.join('.') || 'its root'}: ${issue?.message ?? ''}).`,
  )
}

/** @throws ReuseError */
export function readPresets(name: string, text: string): PresetFile {
  const file = read(name, text, 'a file of Stilus presets', presetFile)
  for (const each of file.presets) migrateStep(each)
  return file
}

/** @throws ReuseError */
export function readRecipe(name: string, text: string): RecipeFile {
  const file = read(name, text, 'a Stilus recipe', recipeFile)
  for (const step of allSteps(file.steps)) migrateStep(step)
  return file
}

/** @throws ReuseError */
export function readTransition(name: string, text: string): TransitionFile {
  const file = read(name, text, 'a Stilus transition', transitionFile)
  for (const step of allSteps([...file.outgoing, ...file.incoming, ...file.steps])) migrateStep(step)
  return file
}

export const writeTransition = (transition: Omit<TransitionFile, 'format' | 'version'>): string =>
  `${JSON.stringify({ format: 'stilus-transition', version: VERSION, ...transition }, null, 2)}\n`

export const writePresets = (presets: readonly Preset[]): string =>
  `${JSON.stringify({ format: 'stilus-presets', version: VERSION, presets }, null, 2)}\n`

export const writeRecipe = (recipe: Omit<RecipeFile, 'format' | 'version'>): string =>
  `${JSON.stringify({ format: 'stilus-recipe', version: VERSION, ...recipe }, null, 2)}\n`
