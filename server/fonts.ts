import { readFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { openTypeface, type Typeface } from '@stilus/core/lettering'
import type { Project } from '@stilus/core/project'
import { broughtFont, type Plan } from '@stilus/core/render'

const folder = join(import.meta.dirname, '../app/public/fonts')

/** Open fonts in Node: those that ship from the files beside the application, others from their project. */
export class NodeFonts {
  readonly #open = new Map<string, Typeface>()
  readonly typefaces = (id: string) => this.#open.get(id)

  readonly #told = new Set<string>()

  /** @param onProblem told, in a sentence, of a font that cannot be had: its letters are shown in another */
  constructor(private readonly onProblem: (message: string) => void = () => undefined) {}

  /** Opens the fonts that a plan needs. */
  async open(project: Project, { resources }: Pick<Plan, 'resources'>): Promise<void> {
    for (const resource of resources) {
      const { id, kind } = resource
      if (kind !== 'font' || this.#open.has(id) || this.#told.has(id)) continue
      const own = project.fonts?.find((f) => f.id === id)
      try {
        const bytes = own ? broughtFont(project, resource) : readFileSync(join(folder, basename(id)))
        if (!bytes) throw new Error('its file is not in the project')
        this.#open.set(id, await openTypeface(id, bytes))
      } catch (error) {
        this.#told.add(id)
        this.onProblem(`The font ${own?.family ?? id} is left out: ${(error as Error).message}`)
      }
    }
  }
}
