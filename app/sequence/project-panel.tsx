import { type Project, type Sequence, sequenceLength } from '@stilus/core/project'
import type { Highlights } from '@stilus/core/render'
import { toTimecode } from '@stilus/core/time'
import { Layers } from 'lucide-react'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Button } from '../ui/button'
import { Choice, EditableText } from '../ui/fields'
import { FormatFields } from '../ui/format-fields'
import { addSpan } from './new-across'

/** The open sequence while no shot is chosen: its name, picture size and rate; of the edit, the project's name and how highlights leave. */
export function ProjectPanel({ project, sequence }: { project: Project; sequence: Sequence }) {
  const dispatch = useAppDispatch()
  const { size, rate, id: sequenceId } = sequence
  const isEdit = project.sequences[0]?.id === sequenceId
  return (
    <section aria-label="Project" className="flex flex-col gap-3 p-3">
      <EditableText
        label={isEdit ? 'Name of the project' : 'Name of the sequence'}
        value={isEdit ? project.name : sequence.name}
        onChange={(name) =>
          dispatch(isEdit ? edit('project.rename', { name }) : edit('sequence.rename', { sequenceId, name }))
        }
        className="h-7 text-lg font-semibold"
      />
      <div className="grid grid-cols-[84px_1fr_1fr] items-center gap-2">
        <FormatFields
          {...{ size, rate }}
          onChange={(change, gesture) =>
            dispatch(edit('sequence.format', { sequenceId, rate, size, ...change }, gesture))
          }
        />
        <span className="text-dim">Highlights</span>
        <Choice
          label="Light above white"
          value={project.highlights ?? 'clip'}
          options={[
            { value: 'clip', label: 'Cut at white' },
            { value: 'soft', label: 'Bend gently below white' },
          ]}
          onChange={(highlights) =>
            dispatch(edit('project.highlights', { highlights: highlights as Highlights }))
          }
          className="col-span-2"
        />
        <span className="text-dim">Length</span>
        <span className="col-span-2">{toTimecode(sequenceLength(sequence), rate)}</span>
      </div>
      {sequence.shots.length > 0 && (
        <Button onClick={addSpan}>
          <Layers size={14} /> Lay a span of steps over it
        </Button>
      )}
      <p className="border-t pt-3 text-dim">
        {sequence.shots.length
          ? 'Choose a shot below to see what it is and to open it on the desk.'
          : 'Shots appear here once there is an edit.'}
      </p>
    </section>
  )
}
