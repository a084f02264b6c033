import { type Family, Fonts, readCoverage } from '../lettering'
import type { Font, Project } from './schema'

/** Families that were brought to a project: their files by name, weight and slope. */
export function ownFamilies({ fonts = [] }: Pick<Project, 'fonts'>): Family[] {
  const byId = new Map<string, Font[]>()
  for (const font of fonts) byId.set(font.family, [...(byId.get(font.family) ?? []), font])
  return [...byId.entries()].map(([name, own]) => ({
    id: familyId(name),
    name,
    kind: 'own',
    licence: '',
    axes: own[0]?.axes ?? [],
    faces: own.map(({ id, weight, italic, coverage }) => ({
      weight,
      italic,
      files: [{ id, coverage: readCoverage(coverage) }],
    })),
  }))
}

/** The id of a family that was brought. */
export const familyId = (name: string): string => `own ${name}`

const made = new WeakMap<object, Fonts>()
const NONE = {}

/** All that the texts of a project can be set in. */
export function fontsOf(project: Pick<Project, 'fonts'>): Fonts {
  const key = project.fonts ?? NONE
  let fonts = made.get(key)
  if (!fonts) made.set(key, (fonts = new Fonts(ownFamilies(project))))
  return fonts
}
