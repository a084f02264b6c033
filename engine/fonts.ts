import type { Project } from '@stilus/core/project'
import { broughtFont, type Resource } from '@stilus/core/render'

const files = new Map<string, Promise<Uint8Array>>()

/** A font file that ships, fetched once. @throws Error where it is not there */
function shippedFont(name: string): Promise<Uint8Array> {
  let file = files.get(name)
  if (!file) {
    file = fetch(`/fonts/${encodeURIComponent(name)}`).then(async (answer) => {
      if (!answer.ok) throw new Error(`The font file ${name} is not there (${answer.status}).`)
      return new Uint8Array(await answer.arrayBuffer())
    })
    files.set(name, file)
    // What failed once may be there the next time.
    file.catch(() => files.delete(name))
  }
  return file
}

/** The file of a font: one that was brought from its project, else one that ships. @throws Error where it is not there */
export async function fontFile(project: Project, resource: Resource): Promise<Uint8Array> {
  const own = project.fonts?.find((f) => f.id === resource.id)
  if (!own) return shippedFont(resource.id)
  const bytes = broughtFont(project, resource)
  if (!bytes) throw new Error(`The file of the font ${own.family} is not there. Bring it again under Family.`)
  return bytes
}
