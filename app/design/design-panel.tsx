import { type Design, type Project, textsOf, usesOf } from '@stilus/core/project'
import { toTimecode } from '@stilus/core/time'
import { AskedFor } from '../titles/asked-for'
import { FrontPanel } from '../titles/front-panel'
import { RosterRows } from './roster/roster-rows'
import { GivingRows } from './giving-rows'
import { EmphasisPanel } from './text/emphasis-panel'
import { keepDesign, saveDesignFile } from '../session/own-designs'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Button } from '../ui/button'
import { EditableText } from '../ui/fields'
import { FormatFields } from '../ui/format-fields'
import { NumberField } from '../ui/number-field'

/** The design while none of its objects is chosen: its name, size, rate and length, and what to draw. */
export function DesignPanel({ project, design }: { project: Project; design: Design }) {
  const dispatch = useAppDispatch()
  const { id: designId, size, rate, length } = design
  const uses = usesOf(project, { kind: 'design', designId })
  return (
    <section
      aria-label="Design"
      className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto p-3 *:shrink-0"
    >
      <EditableText
        label="Name of the design"
        value={design.name}
        onChange={(name) => dispatch(edit('design.rename', { designId, name }))}
        className="h-7 text-lg font-semibold"
      />
      <div className="grid grid-cols-[84px_1fr_1fr] items-center gap-2">
        <FormatFields
          {...{ size, rate }}
          onChange={(change, gesture) => dispatch(edit('design.format', { designId, ...change }, gesture))}
        />
        <span className="text-dim">Length</span>
        <NumberField
          label="Length of the design"
          value={length}
          min={1}
          max={1_000_000}
          soft={[1, 500]}
          step={1}
          digits={0}
          unit="frames"
          onChange={(v, gesture) =>
            dispatch(edit('design.format', { designId, length: Math.round(v) }, gesture))
          }
        />
        <span className="text-dim">{toTimecode(length, rate)}</span>
      </div>
      <FrontPanel project={project} design={design} />
      {design.objects.length > 0 && <AskedFor project={project} design={design} />}
      <p className="border-t pt-3 text-dim">
        {design.objects.length
          ? 'Click an object on the picture, or choose it in the list below.'
          : 'Nothing is in it yet: take Text above the picture and click where it should stand, draw a shape, or add a picture or clip with + Object below.'}
      </p>
      {design.objects.length > 0 && <RosterRows {...{ project, design }} />}
      {design.objects.length > 0 && <GivingRows design={design} />}
      {textsOf({ designs: [design] }).length > 0 && <EmphasisPanel design={design} />}
      {design.objects.length > 0 && (
        <div className="grid grid-cols-2 gap-1.5 border-t pt-3">
          <Button onClick={() => void keepDesign(designId)}>Keep on the shelf</Button>
          <Button onClick={() => void saveDesignFile(designId)}>Save as a file</Button>
        </div>
      )}
      <p className="text-dim">
        {uses.length
          ? `Used by ${uses.join(', ')}.`
          : 'Not used yet: lay it over the sequence from Media, or take it as an input of a step.'}
      </p>
    </section>
  )
}
