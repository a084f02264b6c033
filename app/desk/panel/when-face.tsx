import type { Animated, Key, Interpolation } from '@stilus/core/anim'
import { type Address, addressName, type Step } from '@stilus/core/project'
import { toTimecode } from '@stilus/core/time'
import { Trash2 } from 'lucide-react'
import { seek } from '../../session/playback'
import { edit } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { IconButton } from '../../ui/button'
import { Choice, Toggle } from '../../ui/fields'
import { NumberField } from '../../ui/number-field'
import { animatedValues } from '../controls/modifiers'
import { RampFields } from '../controls/ramp-fields'
import { useDesk, useTime } from '../use-desk'

const TRAVELS = [
  { value: 'ease', label: 'Ease' },
  { value: 'linear', label: 'Linear' },
  { value: 'hold', label: 'Hold' },
]

/** When a step acts: its span, how it arrives and leaves, and every key that moves it. */
export function WhenFace({ step }: { step: Step }) {
  const { stage } = useDesk()
  const time = useTime()
  const dispatch = useAppDispatch()
  const { when } = step
  const at = { stepId: step.id }
  const head = stage.head
  const end = head + stage.length
  const set = (change: Partial<Step['when']>, gesture?: string) =>
    dispatch(edit('step.when', { ...at, when: change }, gesture))
  const bound = (label: string, name: 'start' | 'end', fallback: number) => (
    <div className="grid grid-cols-[92px_1fr_36px] items-center gap-2 py-0.5">
      <span className="text-dim">{label}</span>
      {when[name] === null ? (
        <span className="flex h-7 items-center justify-end px-2 text-faint">
          {name === 'start' ? 'Open to the head' : 'Open to the tail'}
        </span>
      ) : (
        <NumberField
          label={label}
          value={(when[name] ?? 0) - head}
          min={-9999}
          max={99999}
          soft={[0, stage.length]}
          step={1}
          digits={0}
          unit="fr"
          onChange={(v, gesture) => set({ [name]: Math.round(v) + head }, gesture)}
        />
      )}
      <Toggle
        label={`${label} at a frame`}
        value={when[name] !== null}
        onChange={(on) => set({ [name]: on ? fallback : null })}
      />
    </div>
  )
  const modifiers = animatedValues(step)
  return (
    <div className="grid gap-3">
      <div>
        {step.passage?.way !== 'leave' &&
          bound('Begins', 'start', Math.round(Math.min(Math.max(time, head), end - 1)))}
        {step.passage?.way !== 'arrive' &&
          bound('Ends', 'end', Math.round(Math.max(Math.min(time + 1, end), (when.start ?? head) + 1)))}
        {step.passage ? (
          <p className="py-1 text-dim">
            {step.passage.way === 'arrive' ? 'Arrives' : 'Leaves'} within {step.passage.frames}{' '}
            {step.passage.frames === 1 ? 'frame' : 'frames'}: the object’s panel says how many.
          </p>
        ) : (
          <RampFields when={when} onChange={set} />
        )}
      </div>
      {modifiers.length === 0 && (
        <p className="text-dim">
          Nothing moves yet. Set a key beside any control, go to another frame, and change it.
        </p>
      )}
      {modifiers.map(({ label, address, animated }) => (
        <KeyList key={addressName(address)} label={label} address={address} animated={animated} />
      ))}
    </div>
  )
}

function KeyList({ label, address, animated }: { label: string; address: Address; animated: Animated }) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const time = useTime()
  const travel = (key: Key) => (key.leave === 'hold' ? 'hold' : key.leave === 'linear' ? 'linear' : 'ease')
  return (
    <section aria-label={`Keys of ${label}`}>
      <h3 className="mb-1 text-xs font-semibold text-faint">{label}</h3>
      <ul className="grid gap-0.5">
        {animated.keys?.map((key) => {
          const frame = key.at - stage.head
          const here = Math.abs(key.at - time) < 1e-6
          return (
            <li key={key.at} className="grid grid-cols-[86px_1fr_88px_28px] items-center gap-1">
              <button
                type="button"
                className={here ? 'text-left text-when' : 'text-left text-dim hover:text-text'}
                onClick={() => dispatch(seek(frame))}
              >
                {toTimecode(Math.round(frame), stage.rate)}
              </button>
              <span className="truncate text-right">{shownValue(key)}</span>
              <Choice
                label={`Travel from the key at ${frame}`}
                value={travel(key)}
                options={TRAVELS}
                onChange={(v) =>
                  dispatch(
                    edit('key.interpolation', {
                      address,
                      at: key.at,
                      leave: v as Interpolation,
                      arrive: v as Interpolation,
                    }),
                  )
                }
              />
              <IconButton
                label={`Remove the key at ${frame}`}
                onClick={() => dispatch(edit('key.drop', { address, at: key.at }))}
              >
                <Trash2 size={13} />
              </IconButton>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

function shownValue({ value }: Key): string {
  const one = (v: number) => String(Number(v.toFixed(2)))
  return Array.isArray(value)
    ? value.map(one).join(', ')
    : typeof value === 'number'
      ? one(value)
      : String(value)
}
