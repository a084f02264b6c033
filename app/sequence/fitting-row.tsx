import { type Project, sequenceOf, type Shot, fittedDesign, usedTimeOf } from '@stilus/core/project'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Toggle } from '../ui/fields'

/** Whether a design takes the length of its shot, and what that does to it. */
export function FittingRow({ project, shot }: { project: Project; shot: Shot }) {
  const dispatch = useAppDispatch()
  if (shot.source.kind !== 'design') return null
  const design = fittedDesign(project, shot)
  const fit = design && usedTimeOf(project, shot, design, sequenceOf(project, 'shot', shot.id).rate)
  return (
    <div className="grid gap-1">
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
