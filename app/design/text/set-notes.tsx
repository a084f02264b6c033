import { type DesignObject, fontsOf, type Project, settingAt, stageOf } from '@stilus/core/project'
import { areOpen, typesetterOf, useFonts } from '../../session/fonts'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { Button } from '../../ui/button'

/** What setting a text had to do: letters shown in other families, letters that no font has, text that does not fit its box. */
export function SetNotes({ project, object }: { project: Project; object: DesignObject }) {
  const dispatch = useAppDispatch()
  const { frame } = useView('frame')
  useFonts()
  const setting = settingAt(stageOf(project, { kind: 'object', id: object.id }), object, frame)
  if (!areOpen(project, setting)) return null
  const { fallbacks, overflows, shrunk } = typesetterOf(project).layout(setting)
  const fonts = fontsOf(project)
  const name = (id: string) => fonts.find(id)?.name ?? id.replace(/^own /, '')
  const notes = fallbacks.map(({ wanted, shown, characters }) =>
    shown === undefined
      ? `No font has ${characters}.`
      : fonts.find(wanted)
        ? `${name(wanted)} lacks ${characters}: shown in ${name(shown)}.`
        : `${name(wanted)} is missing: shown in ${name(shown)}. Bring it under Family.`,
  )
  if (!notes.length && !overflows && shrunk === 1) return null
  return (
    <div className="grid gap-1 border-l-2 border-(--facet) py-1 pl-2 text-dim" role="status">
      {[...new Set(notes)].map((note) => (
        <p key={note}>{note}</p>
      ))}
      {overflows && (
        <p className="flex items-center justify-between gap-2">
          The text is larger than its box.
          <Button
            className="h-6!"
            onClick={() => dispatch(edit('text.set', { objectId: object.id, change: { shrink: true } }))}
          >
            Make it fit
          </Button>
        </p>
      )}
      {shrunk < 1 && !overflows && (
        <p>Letters are set at {(setting.size * shrunk).toFixed(1)} px so that they fit.</p>
      )}
    </div>
  )
}
