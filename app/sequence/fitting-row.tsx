import {
  type Project,
  sequenceOf,
  type Shot,
  fittedDesign,
  rostersOf,
  usedTimeOf,
} from '@stilus/core/project'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Choice, Toggle } from '../ui/fields'

/** Whether a design takes the length of its shot, and what that does to it. */
export function FittingRow({ project, shot }: { project: Project; shot: Shot }) {
  const dispatch = useAppDispatch()
  if (shot.source.kind !== 'design') return null
  const design = fittedDesign(project, shot)
  const fit = design && usedTimeOf(shot, design, sequenceOf(project, 'shot', shot.id).rate)
  const rows = rostersOf(project, shot.source.designId).flatMap((roster) =>
    roster.rows.map((row) => ({
      value: `${roster.id} ${row.id}`,
      label: row.cells.filter(Boolean).slice(0, 2).join(', ') || 'An empty row',
      row: { rosterId: roster.id, rowId: row.id },
    })),
  )
  return (
    <div className="grid gap-1">
      {rows.length > 0 && (
        <div className="grid grid-cols-[84px_1fr] items-center gap-2">
          <span className="text-dim">Row</span>
          <Choice
            label="Row of the roster that the shot shows"
            value={shot.row ? `${shot.row.rosterId} ${shot.row.rowId}` : (rows[0]?.value ?? '')}
            options={rows}
            onChange={(value) => {
              const row = rows.find((r) => r.value === value)?.row
              if (row) dispatch(edit('shot.row', { shotId: shot.id, row }))
            }}
          />
        </div>
      )}
      <div className="grid grid-cols-[1fr_36px] items-center gap-2">
        <span>Takes the length of the shot</span>
        <Toggle
          label="The design takes the length of the shot"
          value={shot.fitted ?? false}
          onChange={(on) => dispatch(edit('shot.fit', { shotId: shot.id, on }))}
        />
      </div>
      {fit && fit.faster > 1 && (
        <p role="note" className="text-what">
          Shorter than its firm parts: they run {fit.faster.toFixed(2)} times as fast. Make the shot longer,
          or the design’s arrivals and departures shorter.
        </p>
      )}
    </div>
  )
}
