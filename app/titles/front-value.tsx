import type { Param } from '@stilus/core/params'
import { type Design, type FrontItem, paramAt, type Project, valueOf } from '@stilus/core/project'
import type { ReactNode } from 'react'
import { ParamControl } from '../desk/controls/param-control'
import { editAll } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { ColourField } from '../ui/colour-field'

/** Parameters whose controls need nothing but a value, so that they can stand anywhere. */
const PLAIN: readonly Param['type'][] = ['number', 'seed', 'toggle', 'choice', 'pair', 'range', 'colour']

/** Whether a value can be asked for with the words of a design. */
export const canBeAsked = (param: Param): boolean => PLAIN.includes(param.type)

/** A value that is asked for, the same at all its places. One that changes in time is left to its own control. */
export function ValueRow({ project, design, item }: { project: Project; design: Design; item: FrontItem }) {
  const dispatch = useAppDispatch()
  const { at = [] } = item
  const [first] = at
  const animated = first && valueOf(project, first)
  const param = first && paramAt(project, first)
  if (!animated || !param) return null
  if (animated.keys?.length || animated.modifiers?.some((m) => m.on))
    return (
      <Row label={item.label}>
        <span className="text-dim">It changes in time: see its own control</span>
      </Row>
    )
  const label = `${item.label} of ${design.name}`
  const set = (value: typeof animated.value, gesture?: string) =>
    dispatch(
      editAll(
        at.map((address) => ['value.set', { address, at: 0, value }] as const),
        `Change ${item.label.toLowerCase()}`,
        gesture === undefined ? undefined : `${design.id} ${item.label} ${gesture}`,
      ),
    )
  if (param.type === 'colour')
    return (
      <Row label={item.label}>
        <ColourField label={label} value={animated.value as number[]} onChange={set} />
      </Row>
    )
  const control = {
    value: animated.value,
    keyed: false,
    onKey: false,
    held: false,
    panel: undefined,
    moved: false,
    set: (value: typeof animated.value, gesture?: string) => void set(value, gesture),
    toggleKey: () => undefined,
    hand: (hand: boolean) => void dispatch(viewActions.set({ hand })),
  }
  return (
    <Row label={item.label}>
      <ParamControl param={{ ...param, label }} control={control} address={first} />
    </Row>
  )
}

export const Row = ({ label, children }: { label: string; children: ReactNode }) => (
  <div className="grid grid-cols-[84px_1fr] items-center gap-2">
    <span className="truncate text-dim" title={label}>
      {label}
    </span>
    {children}
  </div>
)
