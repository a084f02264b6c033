import type { Animated } from '@stilus/core/anim'
import { type Param, sameValue } from '@stilus/core/params'
import { type Address, sameAddress } from '@stilus/core/project'
import { Link2, MoreVertical } from 'lucide-react'
import { memo, useState } from 'react'
import { useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { Hint, IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { Menu } from '../../ui/overlays'
import { KeyButton } from './key-button'
import { isWide, ParamControl, shortly } from './param-control'
import { paramMenu } from './param-menu'
import { useAnimated } from '../use-desk'

/** One declared parameter: its name (double-click resets), its control, its key button and its menu. What is set goes to `also` too. */
export const ParamRow = memo(
  Row,
  (a, b) =>
    a.param === b.param &&
    a.animated === b.animated &&
    sameAddress(a.address, b.address) &&
    a.also === b.also,
)

interface ParamRowProps {
  param: Param
  address: Address
  animated: Animated
  also?: readonly Address[]
}

function Row({ param, address, animated, also }: ParamRowProps) {
  const dispatch = useAppDispatch()
  const control = useAnimated(address, animated, also)
  const [open, setOpen] = useState(false)
  const changed = control.keyed || control.moved || !sameValue(control.value, param.default)
  const wide = isWide(param)
  const name = (
    <Hint text={`${param.help} Double-click to reset.`}>
      <button
        type="button"
        className={cx('flex min-w-0 items-center gap-1.5 text-left', changed ? 'text-text' : 'text-dim')}
        onDoubleClick={() => control.set(param.default)}
      >
        <span className={cx('size-1 shrink-0 rounded-full', changed ? 'bg-(--facet)' : 'bg-transparent')} />
        <span className="min-w-0 leading-tight">{param.label}</span>
      </button>
    </Hint>
  )
  const end = (
    <div className="flex items-center justify-end">
      {control.moved ? (
        <IconButton
          label={`What moves ${param.label.toLowerCase()}?`}
          className="size-6 text-when"
          onClick={() => dispatch(viewActions.set({ modifiers: address }))}
        >
          <Link2 size={14} />
        </IconButton>
      ) : (
        <KeyButton
          label={param.label.toLowerCase()}
          keyed={control.keyed}
          onKey={control.onKey}
          onToggle={control.toggleKey}
        />
      )}
      <Menu
        align="end"
        open={open}
        onOpenChange={setOpen}
        trigger={
          <button
            type="button"
            aria-label={`More for ${param.label.toLowerCase()}`}
            className="flex h-6 w-4 items-center justify-center rounded text-transparent group-hover/row:text-dim focus-visible:text-dim data-[state=open]:text-dim"
          >
            <MoreVertical size={14} />
          </button>
        }
        items={() => paramMenu(param, address, animated, control)}
      />
    </div>
  )
  const body = control.held ? (
    <Hint
      text={control.panel ? `Set on the front panel of ${control.panel.name}.` : 'It follows another value.'}
    >
      <span className="flex h-7 items-center justify-end truncate rounded border border-dashed border-line-strong px-2 text-dim">
        {shortly(control.value)}
      </span>
    </Hint>
  ) : (
    <ParamControl param={param} control={control} address={address} />
  )
  return (
    <div
      className={cx(
        'group/row grid items-center gap-x-2 py-0.5',
        wide ? 'grid-cols-[1fr_40px] gap-y-1' : 'grid-cols-[92px_1fr_40px]',
      )}
      onContextMenu={(event) => {
        event.preventDefault()
        setOpen(true)
      }}
    >
      {name}
      {wide ? (
        <>
          {end}
          <div className="col-span-2 pl-2.5">{body}</div>
        </>
      ) : (
        <>
          {body}
          {end}
        </>
      )}
    </div>
  )
}
