import type { Region, MaskItem, Step } from '@stilus/core/project'
import { ITEM_JOINS, ITEM_NAMES } from '@stilus/core/region'
import { Eye, EyeOff, Lock, LockOpen, MoreHorizontal } from 'lucide-react'
import type { DragEvent } from 'react'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { Choice, EditableText } from '../../ui/fields'
import { Menu } from '../../ui/overlays'
import { lineColour } from '../../viewer/on-picture'
import { itemMenu } from './item-menu'
import { useDesk } from '../use-desk'

const JOIN_NAMES: Record<(typeof ITEM_JOINS)[number], string> = {
  add: 'Add',
  subtract: 'Subtract',
  intersect: 'Intersect',
  exclude: 'Exclude',
  holdout: 'In front',
}

/** The items of a region from the nearest to the camera to the farthest: drag to reorder, or Alt with the arrow keys. */
export function RegionList({ step, region, label }: { step: Step; region: Region; label: string }) {
  const dispatch = useAppDispatch()
  const move = (shape: MaskItem, to: number) => dispatch(edit('region.order', { itemId: shape.id, to }))
  return (
    <ul className="grid grid-cols-[minmax(0,1fr)] gap-px" aria-label={label}>
      {region.items.map((shape, i) => (
        <ItemRow
          key={shape.id}
          {...{ step, shape, i }}
          last={i === region.items.length - 1}
          onMove={(to) => void move(shape, to)}
          onDrop={(event: DragEvent) => {
            const id = event.dataTransfer.getData('text/stilus-item')
            const dragged = region.items.find((s) => s.id === id)
            if (dragged) void move(dragged, i)
          }}
        />
      ))}
    </ul>
  )
}

function ItemRow({
  step,
  shape,
  i,
  last,
  onMove,
  onDrop,
}: {
  step: Step
  shape: MaskItem
  i: number
  last: boolean
  onMove(to: number): void
  onDrop(event: DragEvent): void
}) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const { itemId } = useView('itemId')
  const at = { stepId: step.id, itemId: shape.id }
  const change = (change: Partial<Pick<MaskItem, 'name' | 'on' | 'join'>>) =>
    void dispatch(edit('region.item', { ...at, change }))
  return (
    <li
      className={cx('rounded px-1', itemId === shape.id && 'bg-field')}
      draggable={!shape.locked}
      onDragStart={(e) => e.dataTransfer.setData('text/stilus-item', shape.id)}
      onDragOver={(e) => e.preventDefault()}
      onDrop={onDrop}
      onPointerDown={() => dispatch(viewActions.set({ itemId: shape.id, corners: [] }))}
      onKeyDown={(event) => {
        if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
        event.preventDefault()
        event.stopPropagation()
        onMove(Math.max(0, i + (event.key === 'ArrowUp' ? -1 : 1)))
      }}
    >
      <div className="flex items-center">
        <span
          aria-hidden
          className="mr-1 h-4 w-1 shrink-0 rounded-sm"
          style={{ background: lineColour(shape.hue) }}
        />
        <IconButton
          label={shape.on ? `Hide ${shape.name}` : `Show ${shape.name}`}
          pressed={shape.on}
          className="size-6"
          onClick={() => change({ on: !shape.on })}
        >
          {shape.on ? <Eye size={14} /> : <EyeOff size={14} />}
        </IconButton>
        <EditableText
          label={`Name of the ${ITEM_NAMES[shape.kind].toLowerCase()}`}
          value={shape.name}
          onChange={(name) => change({ name })}
          className="h-7 min-w-0 flex-1 px-1"
        />
        <Choice
          label={`How ${shape.name} joins`}
          value={shape.join}
          options={ITEM_JOINS.map((value) => ({ value, label: JOIN_NAMES[value] }))}
          onChange={(join) => change({ join: join as MaskItem['join'] })}
          className="w-[88px]"
        />
        <IconButton
          label={shape.locked ? `Unlock ${shape.name}` : `Lock ${shape.name}`}
          pressed={shape.locked ?? false}
          className="size-6"
          onClick={() => dispatch(edit('region.lock', { ...at, locked: !shape.locked }))}
        >
          {shape.locked ? <Lock size={13} /> : <LockOpen size={13} />}
        </IconButton>
        <Menu
          align="end"
          trigger={
            <button
              type="button"
              aria-label={`More for ${shape.name}`}
              className="flex size-6 items-center justify-center rounded text-dim hover:bg-field hover:text-text"
            >
              <MoreHorizontal size={14} />
            </button>
          }
          items={() => [
            ...itemMenu(stage, step, shape),
            null,
            { label: 'Nearer to the camera', shortcut: 'Alt ↑', disabled: i === 0, run: () => onMove(i - 1) },
            { label: 'Farther from the camera', shortcut: 'Alt ↓', disabled: last, run: () => onMove(i + 1) },
            null,
            {
              label: 'Remove',
              danger: true,
              disabled: Boolean(shape.locked),
              run: () => void dispatch(edit('region.remove', at)),
            },
          ]}
        />
      </div>
    </li>
  )
}
