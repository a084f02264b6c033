import {
  type Design,
  type DesignObject,
  type FrontItem,
  type Project,
  slotOf,
  type Source,
  sourceLength,
  sourceName,
} from '@stilus/core/project'
import { pictureSources } from '../design/sources'
import { carries, takes } from '../session/carrying'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { Button } from '../ui/button'
import { cx } from '../ui/classes'
import { NumberField } from '../ui/number-field'
import { Menu, type MenuItem } from '../ui/overlays'
import { Row } from './front-value'

/** What shows in a place for a picture: chosen from a list, or dropped on it; and where in that it begins. */
export function SlotRow(props: { project: Project; design: Design; item: FrontItem; object: DesignObject }) {
  const { project, design, item, object } = props
  const dispatch = useAppDispatch()
  const { carrying } = useView('carrying')
  const slot = slotOf(object)
  if (!slot) return null
  const fill = (source: Source | null, from = 0, gesture?: string) =>
    void dispatch(edit('slot.fill', { objectId: object.id, source, in: from }, gesture))
  const { source } = slot
  const name = source ? sourceName(project, source) : BELOW
  const length = source ? sourceLength(project, source, design.rate) : Infinity
  return (
    <div className="grid gap-1">
      <Row label={item.label}>
        <div
          {...takes((dropped) => fill(dropped))}
          {...(source ? carries(source) : {})}
          className={cx('rounded', carrying && 'outline-2 outline-offset-1 outline-text outline-dashed')}
        >
          <Menu
            trigger={
              <Button
                className="w-full justify-start! truncate"
                aria-label={`${item.label} of ${design.name}: ${name}`}
              >
                <span className="truncate">{name}</span>
              </Button>
            }
            items={() => [
              ...(slot.coatId ? [{ label: BELOW, checked: !source, run: () => fill(null) }] : []),
              ...shotsOf(project, design, fill),
              ...pictureSources(project, design, (chosen) => fill(chosen)),
            ]}
          />
        </div>
      </Row>
      {source && Number.isFinite(length) && (
        <Row label="">
          <NumberField
            label={`${item.label} begins`}
            value={slot.in}
            min={0}
            max={Math.max(0, length - 1)}
            step={1}
            digits={0}
            unit="frames in"
            onChange={(from, gesture) => fill(source, Math.round(from), gesture)}
          />
        </Row>
      )}
    </div>
  )
}
const BELOW = 'The edit below'

/** The shots of the sequences in which a design is used, each from its first frame. */
function shotsOf(project: Project, design: Design, fill: (source: Source, from: number) => void): MenuItem[] {
  const items = project.sequences
    .filter((s) =>
      s.shots.some((shot) => shot.source.kind === 'design' && shot.source.designId === design.id),
    )
    .flatMap((s) => s.shots)
    .filter((s) => s.lane === 0 && (s.source.kind === 'medium' || s.source.kind === 'comp'))
    .sort((a, b) => a.start - b.start)
    .map((s): MenuItem => ({ label: s.name, run: () => fill(s.source, s.in) }))
  return items.length ? [{ label: 'A shot of the edit', items }] : []
}
