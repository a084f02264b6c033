import { valueAt } from '@stilus/core/anim'
import { findMover, moverParams } from '@stilus/core/arrivals'
import type { ChoiceParam, Param } from '@stilus/core/params'
import { type DesignObject, type Mover, moverAddress } from '@stilus/core/project'
import { ChevronDown, Eye, EyeOff, Play, Shuffle, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { ParamRow } from '../../desk/controls/param-row'
import { edit } from '../../store/edit'
import { useApp, useAppDispatch } from '../../store/store'
import { IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { MoverPicker } from './mover-picker'
import { nameOfMover } from './names'
import { watchMover } from './watching'

/** One mover of an object: its switch, its name and, opened, its controls. */
export function MoverRow(props: { object: DesignObject; mover: Mover; open: boolean; onOpen(): void }) {
  const { object, mover, open, onOpen } = props
  const dispatch = useAppDispatch()
  const [picking, setPicking] = useState(false)
  const at = { objectId: object.id, moverId: mover.id }
  const name = nameOfMover(mover)
  return (
    <div role="group" aria-label={name} className="mb-0.5 rounded bg-raised">
      <div className="flex h-8 items-center gap-0.5 px-1">
        <IconButton
          label={mover.on ? `Switch ${name} off` : `Switch ${name} on`}
          pressed={mover.on}
          className="size-6"
          onClick={() => dispatch(edit('mover.switch', { ...at, on: !mover.on }))}
        >
          {mover.on ? <Eye size={14} /> : <EyeOff size={14} />}
        </IconButton>
        <button
          type="button"
          aria-expanded={open}
          className={cx('flex h-full min-w-0 flex-1 items-center gap-1.5 text-left', !mover.on && 'text-dim')}
          onClick={onOpen}
        >
          <ChevronDown size={13} className={cx('text-dim', !open && '-rotate-90')} />
          <span className="truncate">{name}</span>
        </button>
        <IconButton
          label={`Watch ${name}`}
          className="size-6"
          onClick={() => dispatch(watchMover(object, mover))}
        >
          <Play size={13} />
        </IconButton>
        <IconButton
          label={`Choose another in place of ${name}`}
          className="size-6"
          pressed={picking}
          onClick={() => setPicking(!picking)}
        >
          <Shuffle size={13} />
        </IconButton>
        <IconButton
          label={`Remove ${name}`}
          className="size-6"
          onClick={() => dispatch(edit('mover.remove', at))}
        >
          <Trash2 size={13} />
        </IconButton>
      </div>
      {picking && (
        <MoverPicker
          object={object}
          way={mover.way}
          onClose={() => setPicking(false)}
          onChoose={(use) => {
            setPicking(false)
            if (dispatch(edit('mover.use', { ...at, use }))) dispatch(watchMover(object, { ...mover, use }))
          }}
        />
      )}
      {open && <MoverControls {...{ object, mover }} />}
    </div>
  )
}

/** The units that an object has. */
function unitsFor(object: DesignObject): string[] {
  if (object.text) return ['whole', 'line', 'word', 'letter']
  return object.kind === 'group' || object.kind === 'repeat' ? ['whole', 'piece'] : []
}

/** The controls that matter of a mover, its own first, the common ones under their headings. */
function MoverControls({ object, mover }: { object: DesignObject; mover: Mover }) {
  const declaration = findMover(mover.use)
  const json = useApp((s) =>
    JSON.stringify(
      Object.fromEntries(
        Object.entries(mover.form).map(([name, own]) => [name, valueAt(own, s.view.frame - object.zero)]),
      ),
    ),
  )
  if (!declaration)
    return <p className="px-2 pb-2 text-dim">This version does not know it. It is kept as it is.</p>
  const values = JSON.parse(json) as Record<string, never>
  const units = unitsFor(object)
  const shown = Object.entries(moverParams(declaration, mover.way)).flatMap(
    ([name, param]): [string, Param][] => {
      if (!(param.when?.(values) ?? true)) return []
      if (name !== 'unit') return [[name, param]]
      // Only what the object has parts for is offered.
      const options = (param as ChoiceParam).options.filter((o) => units.includes(o.value))
      return options.length > 1 ? [[name, { ...param, options } as Param]] : []
    },
  )
  const groups = [...new Set(shown.map(([, p]) => p.group ?? ''))]
  return (
    <div className="px-1 pb-1.5">
      {groups.map((group) => (
        <fieldset key={group} className="min-w-0">
          {group && (
            <legend className="flex h-6 items-center px-2 text-xs font-semibold text-faint">{group}</legend>
          )}
          {shown
            .filter(([, p]) => (p.group ?? '') === group)
            .map(([name, param]) => (
              <ParamRow
                key={name}
                param={param}
                address={moverAddress(object.id, mover.id, name)}
                animated={mover.form[name] ?? { value: param.default }}
              />
            ))}
        </fieldset>
      ))}
    </div>
  )
}
