import {
  type Family,
  filesOf,
  openTypeface,
  type Setting,
  type Typeface,
  Typesetter,
} from '@stilus/core/lettering'
import { type Design, fontsOf, type Project, settingAt, stageOf, textsOf } from '@stilus/core/project'
import { fontFile } from '@stilus/engine'
import { useSyncExternalStore } from 'react'
import { noticeActions } from '../store/notices'
import { store } from '../store/store'

/** Fonts that are open in the page, for carets and for what texts take up. */
const open = new Map<string, Typeface>()
const asked = new Set<string>()
const listeners = new Set<() => void>()
let version = 0
let made: { fonts: object; version: number; typesetter: Typesetter } | undefined

/** Sets texts of a project in the fonts that are open by now. */
export function typesetterOf(project: Project): Typesetter {
  const fonts = fontsOf(project)
  if (made?.fonts !== fonts || made.version !== version)
    made = { fonts, version, typesetter: new Typesetter(fonts, (id) => open.get(id)) }
  return made.typesetter
}

/** Opens the fonts that some texts need; those who watch are told when they are there. */
export const needFonts = (project: Project, settings: readonly Setting[]): void =>
  void openFonts(project, settings)

/** The same, told when those that were not open before are there. */
export async function openFonts(project: Project, settings: readonly Setting[]): Promise<void> {
  const wanted = new Set(settings.flatMap((setting) => filesOf(setting, fontsOf(project))))
  const lacking = [...wanted].filter((id) => !open.has(id) && !asked.has(id))
  if (!lacking.length) return
  for (const id of lacking) asked.add(id)
  await Promise.all(lacking.map((id) => openOne(project, id)))
  version++
  for (const listener of listeners) listener()
}

/** Opens the fonts of all texts of a design as they stand at a frame of it, so that what they take up is known. */
export const openDesignFonts = (project: Project, design: Design, frame: number): Promise<void> =>
  openFonts(
    project,
    textsOf({ designs: [design] }).map(({ object }) =>
      settingAt(stageOf(project, { kind: 'object', id: object.id }), object, frame),
    ),
  )

async function openOne(project: Project, id: string): Promise<void> {
  try {
    open.set(id, await openTypeface(id, await fontFile(project, { kind: 'font', id, hash: id })))
  } catch (error) {
    asked.delete(id)
    const message = error instanceof Error ? error.message : String(error)
    store.dispatch(noticeActions.told('problem', message))
  }
}

/** Whether all fonts that a text needs are open, so that what it had to do without is not only late. */
export const areOpen = (project: Project, setting: Setting): boolean =>
  filesOf(setting, fontsOf(project)).every((id) => open.has(id))

/** A number that changes when more fonts are open. */
export const useFonts = (): number =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => version,
  )

/** OpenType features of a family's open fonts; none where it is not open yet. */
export const featuresIn = (family: Family | undefined): string[] => {
  const files = family?.faces.flatMap((face) => face.files) ?? []
  const font = files.map(({ id }) => open.get(id)).find((f) => f !== undefined)
  return font?.features() ?? []
}
