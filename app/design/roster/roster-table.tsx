import {
  MOST_LETTERS,
  columnKey,
  type Design,
  type Project,
  type Roster,
  rosterNotes,
  rosterSettings,
  writeRoster,
} from '@stilus/core/project'
import { Download, Plus, Trash2, TriangleAlert, X } from 'lucide-react'
import { useEffect, useMemo } from 'react'
import { areOpen, needFonts, typesetterOf, useFonts } from '../../session/fonts'
import { saveCaptions } from '../../session/captions'
import { saveText } from '../../session/save-file'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { Button, IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { EditableText } from '../../ui/fields'
import { LongList } from '../../ui/long-list'
import { Menu } from '../../ui/overlays'
import { placedRows, placeRoster } from './placing'
import { ReadRoster } from './read-roster'

/** The rows that a design serves, in place of its lanes: the chosen one is seen on the picture. */
export function RosterTable({
  project,
  design,
  roster,
}: {
  project: Project
  design: Design
  roster: Roster
}) {
  const dispatch = useAppDispatch()
  const { rosterRow } = useView('rosterRow')
  const fonts = useFonts()
  const settings = useMemo(() => rosterSettings(project, design, roster), [project, design, roster])
  useEffect(
    () =>
      needFonts(
        project,
        settings.map((s) => s.setting),
      ),
    [project, settings],
  )
  const notes = useMemo(() => {
    const ready = settings.filter(({ setting }) => areOpen(project, setting))
    return rosterNotes(ready, typesetterOf(project))
    // Letters take up what they do once their fonts are open.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [project, settings, fonts])
  const placed = useMemo(() => placedRows(project, roster.id), [project, roster.id])
  const at = { rosterId: roster.id }
  const grid = {
    gridTemplateColumns: `48px repeat(${roster.columns.length}, minmax(90px, 1fr)) minmax(120px, 220px) 28px`,
  }
  const close = () => dispatch(viewActions.set({ roster: null, rosterRow: null }))
  return (
    <section aria-label="Roster" className="flex min-h-0 flex-1 flex-col">
      <header className="flex h-9 shrink-0 items-center gap-1.5 border-b px-2">
        <EditableText
          label="Name of the roster"
          value={roster.name}
          onChange={(name) =>
            dispatch(
              edit('roster.set', {
                ...at,
                designId: roster.designId,
                name,
                columns: roster.columns,
                rows: roster.rows,
              }),
            )
          }
          className="h-7 px-1 font-semibold"
        />
        <span className="text-dim">
          {roster.rows.length} {roster.rows.length === 1 ? 'row' : 'rows'}
          {notes.length > 0 && `, ${new Set(notes.map((n) => n.rowId)).size} to look at`}
        </span>
        <span className="ml-auto flex items-center gap-1">
          <Button look="quiet" onClick={() => dispatch(edit('roster.row', { ...at, rowId: uid() }))}>
            <Plus size={13} /> Row
          </Button>
          <Button
            look="quiet"
            onClick={() =>
              dispatch(
                edit('roster.column', {
                  ...at,
                  column: roster.columns.length,
                  name: freeName(roster.columns),
                }),
              )
            }
          >
            <Plus size={13} /> Column
          </Button>
          <ReadRoster {...{ design, roster }} />
          <Menu
            align="end"
            trigger={
              <button
                type="button"
                aria-label="Save the roster"
                className="flex size-7 items-center justify-center rounded text-dim hover:bg-field hover:text-text"
              >
                <Download size={15} />
              </button>
            }
            items={[
              {
                label: 'As a table (CSV)',
                run: () => saveText(`${roster.name}.csv`, writeRoster(roster)),
              },
              { label: 'As captions (SRT)', run: () => saveCaptions(project, roster, 'srt') },
              { label: 'As captions (WebVTT)', run: () => saveCaptions(project, roster, 'vtt') },
            ]}
          />
          <IconButton
            label="Remove the roster"
            onClick={() => {
              if (dispatch(edit('roster.remove', at))) close()
            }}
          >
            <Trash2 size={15} />
          </IconButton>
          <Button look="main" onClick={() => placeRoster(project, design, roster)}>
            Put onto the edit
          </Button>
          <IconButton label="Back to the lanes" onClick={close}>
            <X size={16} />
          </IconButton>
        </span>
      </header>
      <div className="grid shrink-0 items-center gap-1 border-b px-2 py-0.5" style={grid}>
        <span className="text-xs whitespace-nowrap text-faint">On edit</span>
        {roster.columns.map((column, i) => (
          <span key={i} className="flex min-w-0 items-baseline gap-1.5">
            <EditableText
              label={`Name of column ${i + 1}`}
              value={column}
              onChange={(name) => dispatch(edit('roster.column', { ...at, column: i, name }))}
              className="h-6 min-w-0 px-1 text-xs font-semibold"
            />
            <code className="truncate text-xs text-faint">{`{${columnKey(column)}}`}</code>
          </span>
        ))}
        <span className="text-xs text-faint">To look at</span>
      </div>
      <LongList label="Rows of the roster" items={roster.rows} keyOf={(row) => row.id} row={32}>
        {(row, n) => (
          <div
            className={cx('grid h-8 items-center gap-1 rounded', rosterRow === row.id && 'bg-raised')}
            style={grid}
            onFocus={() => dispatch(viewActions.set({ rosterRow: row.id }))}
          >
            <span
              className="text-center text-xs text-dim"
              title={placed.has(row.id) ? 'On the edit' : 'Not on the edit yet'}
            >
              {placed.has(row.id) ? '●' : '○'}
            </span>
            {roster.columns.map((column, i) => (
              <Cell
                key={i}
                label={`${column} of row ${n + 1}`}
                value={row.cells[i] ?? ''}
                onChange={(value) =>
                  dispatch(edit('roster.cell', { ...at, rowId: row.id, column: i, value }))
                }
              />
            ))}
            <Says says={notes.filter((note) => note.rowId === row.id).map((note) => note.says)} />
            <IconButton
              label={`Take row ${n + 1} out`}
              className="size-6"
              onClick={() => dispatch(edit('roster.drop', { ...at, rowId: row.id }))}
            >
              <Trash2 size={13} />
            </IconButton>
          </div>
        )}
      </LongList>
    </section>
  )
}

/** A name for a new column that none has. */
function freeName(columns: readonly string[]): string {
  let n = columns.length + 1
  while (columns.some((c) => columnKey(c) === `column_${n}`)) n++
  return `Column ${n}`
}

function Cell(props: { label: string; value: string; onChange(value: string): void }) {
  const { label, value, onChange } = props
  return (
    <textarea
      key={value}
      rows={1}
      maxLength={MOST_LETTERS}
      aria-label={label}
      title={value.includes('\n') ? value : undefined}
      defaultValue={value}
      dir="auto"
      className="h-7 min-w-0 resize-none overflow-hidden rounded bg-field px-2 py-1 leading-5 focus:outline-none"
      onKeyDown={(e) => {
        e.stopPropagation()
        if (e.key === 'Enter' && !e.shiftKey) {
          e.preventDefault()
          e.currentTarget.blur()
        }
        if (e.key === 'Escape') {
          e.currentTarget.value = value
          e.currentTarget.blur()
        }
      }}
      onBlur={(e) => e.target.value !== value && onChange(e.target.value)}
    />
  )
}

function Says({ says }: { says: readonly string[] }) {
  if (!says.length) return <span />
  const text = says.join('; ')
  return (
    <span className="flex min-w-0 items-center gap-1 text-xs text-what" title={text}>
      <TriangleAlert size={12} className="shrink-0" />
      <span className="truncate">{text}</span>
    </span>
  )
}
