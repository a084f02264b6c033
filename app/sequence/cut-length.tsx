import {
  activeTransition,
  getShot,
  lacking,
  type Project,
  remedies,
  roomAcross,
  type Sequence,
  type Transition,
} from '@stilus/core/project'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Button } from '../ui/button'
import { Segments } from '../ui/fields'
import { NumberField } from '../ui/number-field'

export const TERMS = 'grid grid-cols-[84px_1fr] items-center gap-x-2 gap-y-1.5'

interface Props {
  project: Project
  sequence: Sequence
  transition: Transition
}

const PLACES = [
  { value: 'before', label: 'Before' },
  { value: 'at', label: 'At the cut' },
  { value: 'after', label: 'After' },
]
const frames = (count: number) => `${count} ${count === 1 ? 'frame' : 'frames'}`

/** How long a transition takes and where it lies by its cut; what its shots lack for that, and what helps. */
export function CutLength({ project, sequence, transition }: Props) {
  const dispatch = useAppDispatch()
  const { id: transitionId, before, after, from, to } = transition
  const both = from !== null && to !== null
  const room = roomAcross(project, sequence, transition)
  // Frames that are not there can be asked for: what is missing is said, with what helps.
  const reach = both
    ? roomAcross(project, sequence, { ...transition, beyond: { outgoing: 'hold', incoming: 'hold' } })
    : room
  const total = before + after
  const change = (next: { before: number; after: number }, gesture?: string) =>
    dispatch(edit('transition.length', { transitionId, ...next }, gesture))
  const most = (v: number) => Math.min(100_000, v)
  const field = (label: string, value: number, max: number, set: (v: number, gesture?: string) => void) => (
    <>
      <dt className="text-dim">{label}</dt>
      <dd>
        <NumberField
          label={label}
          value={value}
          min={label === 'Length' ? 1 : 0}
          max={Math.max(value, most(max))}
          soft={[0, Math.max(1, Math.min(48, most(max)))]}
          step={1}
          digits={0}
          unit="frames"
          onChange={(v, gesture) => set(Math.round(v), gesture)}
        />
      </dd>
    </>
  )
  const place = !before ? 'after' : !after ? 'before' : Math.abs(before - after) <= 1 ? 'at' : ''
  const put = (where: string, length: number, gesture?: string) => {
    const head =
      where === 'before'
        ? length
        : where === 'after'
          ? 0
          : where === 'at'
            ? Math.floor(length / 2)
            : Math.round((length * before) / total)
    change({ before: head, after: length - head }, gesture)
  }
  const has = (count: number) => (Number.isFinite(count) ? frames(count) : 'without end')
  return (
    <>
      {both && (
        <Segments
          label="Where it lies"
          value={place}
          options={PLACES}
          onChange={(where) => put(where, total)}
        />
      )}
      <dl className={TERMS}>
        {field('Length', total, (from ? reach.before : 0) + (to ? reach.after : 0), (v, g) =>
          put(place, v, g),
        )}
        {from &&
          to &&
          field('Before the cut', before, reach.before, (v, g) => change({ before: v, after }, g))}
        {from && to && field('After the cut', after, reach.after, (v, g) => change({ before, after: v }, g))}
        <dt className="text-dim">Can take</dt>
        <dd>
          {[from && `${has(room.before)} before`, to && `${has(room.after)} after`]
            .filter(Boolean)
            .join(', ')}
        </dd>
      </dl>
      <Shortage {...{ project, sequence, transition }} />
    </>
  )
}

const SIDES = ['outgoing', 'incoming'] as const

/** What the handles of the shots lack, with four remedies, one act each; and what was chosen for it. */
function Shortage({ project, sequence, transition }: Props) {
  const dispatch = useAppDispatch()
  const { id: transitionId, beyond, from, to } = transition
  if (from === null || to === null) return null
  const missing = lacking(project, transition)
  const { shorten, shift } = remedies(project, sequence, transition)
  const names = { outgoing: getShot(project, from).name, incoming: getShot(project, to).name }
  const at = { outgoing: 'after its end', incoming: 'before its beginning' }
  const act = (side: 'outgoing' | 'incoming', run: 'hold' | 'mirror' | null) =>
    dispatch(edit('transition.beyond', { transitionId, side, run }))
  const length = (next: { before: number; after: number }) =>
    dispatch(edit('transition.length', { transitionId, ...next }))
  const short = SIDES.filter((side) => missing[side] > 0)
  const rests = activeTransition(project, sequence, transition) === undefined
  return (
    <>
      {short.map((side) => (
        <div key={side} role="group" aria-label={`Frames missing of ${names[side]}`} className="grid gap-1.5">
          <p className="text-what">
            {frames(missing[side])} of {names[side]} {at[side]} {missing[side] === 1 ? 'is' : 'are'} missing
            {rests ? ': it rests.' : ': it shows as long as there is material.'}
          </p>
          <div className="grid grid-cols-2 gap-1.5">
            <Button disabled={!shorten} onClick={() => shorten && length(shorten)}>
              Shorten
            </Button>
            <Button disabled={!shift} onClick={() => shift && length(shift)}>
              Shift
            </Button>
            <Button onClick={() => act(side, 'hold')}>Hold its frame</Button>
            <Button onClick={() => act(side, 'mirror')}>Back and forth</Button>
          </div>
        </div>
      ))}
      {SIDES.map((side) => {
        const run = beyond?.[side]
        return (
          run && (
            <p key={side} className="text-dim">
              Beyond its material {names[side]}{' '}
              {run === 'hold'
                ? `holds its ${side === 'outgoing' ? 'last' : 'first'} frame`
                : 'runs back and forth'}
              .{' '}
              <button
                type="button"
                className="underline hover:text-text"
                aria-label={`Let ${names[side]} end where its material ends`}
                onClick={() => act(side, null)}
              >
                Not any more
              </button>
            </p>
          )
        )
      })}
    </>
  )
}
