import { sameAddress } from '@stilus/core/project'
import { handleAt, keyAt } from '@stilus/core/anim'
import { Link, Unlink } from 'lucide-react'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { Button, IconButton } from '../../ui/button'
import { NumberField } from '../../ui/number-field'
import { choose } from './chosen-keys'
import { partOf } from './curve-geometry'
import { useDesk } from '../use-desk'
import { type Curve } from './curve-geometry'

/** The numbers of the one key that is chosen: time, value, and the speed with which it is reached and left. */
export function KeyNumbers({ curves }: { curves: Curve[] }) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const { chosenKeys } = useView('chosenKeys')
  const head = stage.head
  const [lane] = chosenKeys
  const at = lane?.at[0]
  const curve = lane && curves.find((c) => sameAddress(c.address, lane.address))
  const key = curve && at !== undefined ? keyAt(curve.animated, at) : undefined
  if (!curve || !key || chosenKeys.length > 1 || (lane?.at.length ?? 0) > 1)
    return <p className="flex h-9 items-center border-b px-3 text-faint">Choose a key to type its numbers.</p>
  const { address, animated, part } = curve
  const index = animated.keys?.indexOf(key) ?? 0
  const value = partOf(key.value, part)
  const set = (to: number, v: number, gesture?: string) => {
    const next = Array.isArray(key.value) ? key.value.map((old, i) => (i === part ? v : old)) : v
    dispatch(edit('key.set', { address, from: key.at, to, value: next }, gesture))
    choose([{ address, at: [to] }])
  }
  const speed = (label: string, side: 'leave' | 'arrive') => {
    const handle = handleAt(animated, index, side)
    if (!handle || (side === 'leave' && key.leave === 'hold')) return null
    const put = (v: number, gesture?: string) => {
      const next = { reach: handle.reach, speed: handle.speed.map((s, i) => (i === part ? v : s)) }
      dispatch(edit('key.handle', { address, at: key.at, side, handle: next }, gesture))
    }
    return (
      <label className="flex items-center gap-1">
        <span className="text-dim">{label}</span>
        <NumberField
          label={label}
          value={handle.speed[part] ?? 0}
          {...{ min: -1e6, max: 1e6, soft: [-1, 1], step: 0.01, digits: 3, unit: '/fr' }}
          className="w-24"
          onChange={put}
        />
        <Button look="quiet" className="!h-6 px-1" aria-label={`${label} zero`} onClick={() => put(0)}>
          Zero
        </Button>
      </label>
    )
  }
  return (
    <div className="flex h-9 items-center gap-2 border-b px-3">
      <label className="flex items-center gap-1">
        <span className="text-dim">Time</span>
        <NumberField
          label="Time of the key"
          value={key.at - head}
          {...{ min: -99999, max: 99999, soft: [0, stage.length], step: 1, digits: 0, unit: 'fr' }}
          className="w-20"
          onChange={(v, gesture) => set(Math.round(v) + head, value, gesture)}
        />
      </label>
      <label className="flex items-center gap-1">
        <span className="text-dim">Value</span>
        <NumberField
          label="Value of the key"
          value={value}
          {...{ min: -1e6, max: 1e6, soft: [value - 1, value + 1], step: 0.01, digits: 3 }}
          className="w-20"
          onChange={(v, gesture) => set(key.at, v, gesture)}
        />
      </label>
      {speed('Speed in', 'arrive')}
      {speed('Speed out', 'leave')}
      <IconButton
        label={key.broken ? 'Join its two handles' : 'Break its two handles'}
        pressed={!key.broken}
        onClick={() => dispatch(edit('key.break', { address, at: key.at, broken: !key.broken }))}
      >
        {key.broken ? <Unlink size={14} /> : <Link size={14} />}
      </IconButton>
    </div>
  )
}
