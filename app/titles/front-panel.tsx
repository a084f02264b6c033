import {
  type Address,
  type Design,
  type FrontItem,
  type Project,
  findOwner,
  formAddress,
  valueOf,
} from '@stilus/core/project'
import { FlipHorizontal2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { edit, editAll } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Button } from '../ui/button'
import { ColourField } from '../ui/colour-field'
import { Toggle } from '../ui/fields'
import { NumberField } from '../ui/number-field'

/** What a design asks for before anything else: its words, what can be switched off, colours that are the same in many places, its size. */
export function FrontPanel({ project, design }: { project: Project; design: Design }) {
  const dispatch = useAppDispatch()
  const items = design.front ?? []
  if (!items.length) return null
  return (
    <section aria-label="Words and colours" className="grid gap-1.5 border-t pt-3">
      {items.map((item, i) => (
        <FrontRow key={`${item.label} ${i}`} {...{ project, design, item }} />
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

function FrontRow({ project, design, item }: { project: Project; design: Design; item: FrontItem }) {
  const dispatch = useAppDispatch()
  const [objectId = ''] = item.objects ?? []
  const object = findOwner(project, 'object', objectId)
  if (item.kind === 'value') {
    // What was taken out of the design since is left aside.
    const at = (item.at ?? []).filter((address) => isThere(project, address))
    const value = at[0] && valueOf(project, at[0]).value
    if (!Array.isArray(value)) return null
    return (
      <Row label={item.label}>
        <ColourField
          label={`${item.label} of ${design.name}`}
          value={value as number[]}
          onChange={(v, gesture) =>
            dispatch(
              editAll(
                at.map((address) => ['value.set', { address, at: 0, value: v }] as const),
                `Change ${item.label.toLowerCase()}`,
                `${design.id} ${item.label} ${gesture}`,
              ),
            )
          }
        />
      </Row>
    )
  }
  if (!object) return null
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
  if (item.kind === 'place') {
    const scale = object.form['scale']?.value
    const size = Array.isArray(scale) ? Number(scale[0]) : 1
    return (
      <Row label="Size">
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
  const says = object.text?.text ?? ''
  const rows = says.split('\n').length
  return (
    <label className="grid gap-1">
      <span className="text-dim">{item.label}</span>
      <textarea
        aria-label={`${item.label} of ${design.name}`}
        value={says}
        rows={Math.min(8, rows)}
        maxLength={20_000}
        className="min-w-0 resize-y rounded bg-field px-2 py-1 focus:outline-none"
        onKeyDown={(e) => e.stopPropagation()}
        onChange={(e) =>
          dispatch(
            edit(
              'text.type',
              { objectId, start: 0, end: says.length, insert: e.target.value },
              `front ${objectId}`,
            ),
          )
        }
      />
    </label>
  )
}

const Row = ({ label, children }: { label: string; children: ReactNode }) => (
  <div className="grid grid-cols-[84px_1fr] items-center gap-2">
    <span className="text-dim">{label}</span>
    {children}
  </div>
)

function isThere(project: Project, address: Address): boolean {
  try {
    valueOf(project, address)
    return true
  } catch {
    return false
  }
}
