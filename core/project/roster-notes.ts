import type { Setting, Typesetter } from '../lettering'
import { getObject } from './find'
import { rowValues } from './roster'
import type { Design, Project, Roster } from './schema'
import { stageOf } from './stage'
import { settingAt, textsOf } from './texts'

/** What is to be looked at in a row. */
export interface RowNote {
  rowId: string
  says: string
}

/** The texts of a design as each row of a roster sets them. */
export function rosterSettings(project: Project, design: Design, roster: Roster): RowSetting[] {
  const texts = textsOf({ designs: [design] }).map(({ object }) => object)
  return roster.rows.flatMap(({ id: rowId }) => {
    const row = rowValues(project, { rosterId: roster.id, rowId })
    return texts.map(({ id, name }) => {
      const stage = stageOf(project, { kind: 'object', id })
      const object = getObject(project, id)
      return { rowId, name, setting: settingAt(stage, object, object.start, 'shown', { index: 0, row }) }
    })
  })
}

/** A text as a row sets it. */
export interface RowSetting {
  rowId: string
  /** Of the text. */
  name: string
  setting: Setting
}

/** The rows of a roster whose words do not stand as others do: made smaller, too long for their column, or with letters that no family has. */
export function rosterNotes(settings: readonly RowSetting[], typesetter: Typesetter): RowNote[] {
  return settings.flatMap(({ rowId, name, setting }) => {
    const { shrunk, overflows, fallbacks } = typesetter.layout(setting)
    const missing = new Set(fallbacks.flatMap((f) => (f.shown === undefined ? [...f.characters] : [])))
    return [
      ...(overflows ? [`${name} is too long for its column`] : []),
      ...(shrunk < 0.999 ? [`${name} is set at ${Math.round(shrunk * 100)} % of its size`] : []),
      ...(missing.size ? [`no family has ${[...missing].join(' ')}`] : []),
    ].map((says) => ({ rowId, says }))
  })
}
