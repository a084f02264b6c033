import { EASES } from '@stilus/core/anim'
import { typedTime } from '@stilus/core/time'
import { useRef, useState } from 'react'
import { copyKeys, hasKeys, pasteKeys } from '../../session/clipboard'
import { tell } from '../../session/work'
import { edit } from '../../store/edit'
import { store, useAppDispatch, useView } from '../../store/store'
import { Ask } from '../../ui/ask'
import { Button } from '../../ui/button'
import { Menu } from '../../ui/overlays'
import { type TimeMap, useTimeDrag } from '../../ui/timeline'
import {
  choose,
  chosenLanes,
  currentLanes,
  dropChosen,
  type Lane,
  nudge,
  retime,
  reverse,
  timesOf,
} from './chosen-keys'
import { useDesk } from '../use-desk'

export function copyChosenKeys(): boolean {
  const lanes = currentLanes()
  if (!lanes.length) return false
  copyKeys(lanes.map(({ address, keys, at }) => ({ address, keys: keys.filter((k) => at.includes(k.at)) })))
  return true
}

/** What can be done with the chosen keys. */
export function KeyTools() {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const { chosenKeys, stepId } = useView('chosenKeys', 'stepId')
  const [asking, setAsking] = useState(false)
  const lanes = chosenLanes(project, chosenKeys)
  const times = timesOf(lanes)
  const first = Math.min(...times)
  const head = stage.head
  const none = !times.length
  const several = new Set(times).size > 1
  const setTime = (text: string) => {
    const typed = typedTime(text, stage.rate, first - head)
    if (typed === undefined)
      tell('problem', `"${text}" is no time. Type frames (48), seconds (2s), timecode, or +10f.`)
    else retime(lanes, { kind: 'move', by: typed - (first - head) })
    setAsking(false)
  }
  return (
    <>
      <Menu
        align="end"
        trigger={
          <Button look="quiet" className="!h-6 px-1.5">
            {none ? 'Keys' : `${times.length} ${times.length === 1 ? 'key' : 'keys'}`}
          </Button>
        }
        items={[
          { label: 'Copy', shortcut: 'Ctrl C', disabled: none, run: () => void copyChosenKeys() },
          {
            label: 'Paste at the playhead',
            shortcut: 'Ctrl V',
            disabled: !hasKeys(),
            run: () => choose(pasteKeys(stage, stepId)),
          },
          null,
          { label: 'Set time …', disabled: none, run: () => setAsking(true) },
          { label: 'One frame earlier', shortcut: ',', disabled: none, run: () => void nudge(-1) },
          { label: 'One frame later', shortcut: '.', disabled: none, run: () => void nudge(1) },
          { label: 'Reverse', disabled: !several, run: reverse },
          {
            label: 'Twice as slow',
            disabled: !several,
            run: () => retime(lanes, { kind: 'stretch', about: first, factor: 2 }),
          },
          {
            label: 'Twice as fast',
            disabled: !several,
            run: () => retime(lanes, { kind: 'stretch', about: first, factor: 0.5 }),
          },
          {
            label: 'Travel',
            disabled: none,
            items: EASES.map((ease) => ({
              label: ease.label,
              disabled: none,
              run: () =>
                dispatch(
                  edit('keys.ease', {
                    lanes: lanes.map(({ address, at }) => ({ address, at })),
                    ease: ease.id,
                  }),
                ),
            })),
          },
          null,
          { label: 'Remove', shortcut: 'Del', danger: true, disabled: none, run: () => void dropChosen() },
        ]}
      />
      <Ask
        title="Set the time of the keys"
        label="Time of the first one, from the head of the shot"
        open={asking}
        start={Number.isFinite(first) ? String(Math.round((first - head) * 100) / 100) : '0'}
        done="Set"
        onClose={() => setAsking(false)}
        onDone={setTime}
      >
        <p className="text-dim">
          Frames (48), seconds (2s), timecode (00:00:02:00), or from where it is (+10f, -1s).
        </p>
      </Ask>
    </>
  )
}

/** A bar over the time that the chosen keys take: its body moves them, its ends stretch them. */
export function ChosenSpan({ map }: { map: TimeMap }) {
  const { project, stage } = useDesk()
  const { chosenKeys } = useView('chosenKeys')
  const start = useRef<Lane[]>([])
  const head = stage.head
  const times = timesOf(chosenLanes(project, chosenKeys))
  const [first, last] = [Math.min(...times), Math.max(...times)]
  const span = useRef({ first, last })
  const begin = () => {
    start.current = currentLanes()
    span.current = { first, last }
  }
  const body = useTimeDrag(map, begin, (by, _, gesture) =>
    retime(start.current, { kind: 'move', by }, gesture),
  )
  const stretch = (about: 'first' | 'last') => (by: number, _: number, gesture: string) => {
    const { first, last } = span.current
    const length = last - first
    const factor = Math.max(1, length + (about === 'first' ? by : -by)) / length
    retime(start.current, { kind: 'stretch', about: span.current[about], factor }, gesture)
  }
  const left = useTimeDrag(map, begin, stretch('last'), { anchor: () => span.current.first - head })
  const right = useTimeDrag(map, begin, stretch('first'), { anchor: () => span.current.last - head })
  if (!(last > first)) return null
  const edge = 'absolute inset-y-0 w-2 cursor-ew-resize touch-none rounded bg-when'
  const x0 = map.x(first - head)
  return (
    <div
      data-testid="chosen-span"
      className="absolute bottom-0 h-2.5 cursor-move touch-none rounded bg-[#a394f480]"
      style={{ left: x0, width: Math.max(16, map.x(last - head) - x0) }}
      title="Drag to move the chosen keys, drag an end to stretch them"
      {...body}
    >
      <div className={`${edge} left-0`} {...left} />
      <div className={`${edge} right-0`} {...right} />
    </div>
  )
}

/** Keys are chosen, so that keys of the keyboard mean them. */
export const keysChosen = (): boolean => store.getState().view.chosenKeys.length > 0
