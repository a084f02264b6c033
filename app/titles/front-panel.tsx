import {
  askedObject,
  columnKey,
  type Design,
  formAddress,
  frontOf,
  type FrontItem,
  MOST_LETTERS,
  type Project,
  type RowRef,
} from '@stilus/core/project'
import { FlipHorizontal2 } from 'lucide-react'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Button } from '../ui/button'
import { Toggle } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import { Row, ValueRow } from './front-value'
import { PlaceGrid } from './place-grid'
import { SlotRow } from './slot-row'

interface FrontProps {
  project: Project
  design: Design
  /** The row of a roster that it is shown with: what that says is asked for in place of the names of columns. */
  row?: RowRef | undefined
  /** It is shown at its own length, so that how fast it comes and goes is its own too. */
  unfitted?: boolean
}

/** What a design asks for before anything else: its words and pictures, what can be switched off, values that are the same in many places, its size, place and speed. */
export function FrontPanel({ project, design, row, unfitted }: FrontProps) {
  const dispatch = useAppDispatch()
  const items = frontOf(project, design).filter((item) => item.kind !== 'pace' || !unfitted)
  if (!items.length) return null
  return (
    <section aria-label="Words and colours" className="grid gap-1.5 border-t pt-3">
      {items.map((item, i) => (
        <FrontRow key={`${item.label} ${i}`} {...{ project, design, item, row }} />
      ))}
      <Button
        className="mt-1 flex items-center justify-center gap-1.5"
        onClick={() => dispatch(edit('design.mirror', { designId: design.id }))}
      >
        <FlipHorizontal2 size={14} /> Mirror
      </Button>
    </section>
  )
}

function FrontRow({ project, design, item, row }: FrontProps & { item: FrontItem }) {
  const dispatch = useAppDispatch()
  const object = askedObject(project, item)
  if (item.kind === 'value') return <ValueRow {...{ project, design, item }} />
  if (item.kind === 'pace')
    return (
      <Row label={item.label}>
        <NumberField
          label={`${item.label} of ${design.name}`}
          value={(design.pace ?? 1) * 100}
          min={10}
          max={1000}
          soft={[25, 400]}
          step={1}
          digits={0}
          unit="%"
          onChange={(v, gesture) =>
            dispatch(edit('design.pace', { designId: design.id, pace: v / 100 }, gesture))
          }
        />
      </Row>
    )
  if (!object) return null
  const objectId = object.id
  if (item.kind === 'picture') return <SlotRow {...{ project, design, item, object }} />
  if (item.kind === 'shown')
    return (
      <div className="grid grid-cols-[1fr_36px] items-center gap-2">
        <span>{item.label}</span>
        <Toggle
          label={`${item.label} of ${design.name} shows`}
          value={object.on}
          onChange={(on) => dispatch(edit('object.change', { objectId, change: { on } }))}
        />
      </div>
    )
  if (item.kind === 'size') {
    const scale = object.form['scale']?.value
    const size = Array.isArray(scale) ? Number(scale[0]) : 1
    return (
      <Row label={item.label}>
        <NumberField
          label={`Size of ${design.name}`}
          value={Math.abs(size) * 100}
          min={1}
          max={1000}
          soft={[25, 200]}
          step={1}
          digits={0}
          unit="%"
          onChange={(v, gesture) =>
            dispatch(
              edit(
                'value.set',
                { address: formAddress('object', objectId, 'scale'), at: 0, value: [v / 100, v / 100] },
                gesture,
              ),
            )
          }
        />
      </Row>
    )
  }
  if (item.kind === 'place')
    return (
      <Row label={item.label}>
        <PlaceGrid {...{ project, design, object }} />
      </Row>
    )
  const says = object.text?.text ?? ''
  const cell = row && cellOf(project, row, says)
  if (row && cell)
    return (
      <Words
        label={cell.name}
        of="this row"
        says={cell.value}
        most={MOST_LETTERS}
        onSay={(value) =>
          dispatch(edit('roster.cell', { ...row, column: cell.column, value }, `${row.rowId} ${cell.column}`))
        }
      />
    )
  return (
    <Words
      label={item.label}
      of={design.name}
      says={says}
      most={20_000}
      onSay={(insert) =>
        dispatch(edit('text.type', { objectId, start: 0, end: says.length, insert }, `front ${objectId}`))
      }
    />
  )
}

/** The cell that a text shows which is the name of a column and nothing else. */
function cellOf({ rosters = [] }: Project, { rosterId, rowId }: RowRef, says: string) {
  const [, key] = /^\{([^{}]+)\}$/.exec(says.trim()) ?? []
  const roster = rosters.find((r) => r.id === rosterId)
  const column = roster?.columns.findIndex((name) => columnKey(name) === key) ?? -1
  const cells = roster?.rows.find((r) => r.id === rowId)?.cells
  return cells && column >= 0 ? { column, name: key ?? '', value: cells[column] ?? '' } : undefined
}

function Words(props: { label: string; of: string; says: string; most: number; onSay(text: string): void }) {
  const { label, says } = props
  return (
    <label className="grid gap-1">
      <span className="text-dim first-letter:uppercase">{label}</span>
      <textarea
        aria-label={`${label} of ${props.of}`}
        value={says}
        rows={Math.min(8, says.split('\n').length)}
        maxLength={props.most}
        className="min-w-0 resize-y rounded bg-field px-2 py-1 focus:outline-none"
        onKeyDown={(e) => e.stopPropagation()}
        onChange={(e) => props.onSay(e.target.value)}
      />
    </label>
  )
}
