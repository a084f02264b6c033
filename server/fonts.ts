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

  /** Opens the fonts that a plan needs. @throws Error where a file cannot be read */
  async open(project: Project, { resources }: Pick<Plan, 'resources'>): Promise<void> {
    for (const resource of resources) {
      const { id, kind } = resource
      if (kind !== 'font' || this.#open.has(id)) continue
      const bytes = broughtFont(project, resource) ?? readFileSync(join(folder, basename(id)))
      this.#open.set(id, await openTypeface(id, bytes))
    }
  }
}
