import type { Animated } from '@stilus/core/anim'
import { type Address, sameAddress } from '@stilus/core/project'
import { memo, type PointerEvent, useRef } from 'react'
import { seek } from '../../session/playback'
import { deskStage } from '../../session/where'
import { edit } from '../../store/edit'
import { store, useApp, useAppDispatch } from '../../store/store'
import { type TimeMap, useTimeDrag } from '../../ui/timeline'
import { chooseKey, currentLanes, dropChosen, isChosen, type Lane, retime } from './chosen-keys'
import { snapsOf } from './snaps'

interface KeyLaneProps {
  address: Address
  label: string
  animated: Animated
  head: number
  map: TimeMap
  depth: number
}

/** The keys of one value. */
export const KeyLane = memo(
  function KeyLane({ address, label, animated, head, map, depth }: KeyLaneProps) {
    const chosen = useApp((s) => s.view.chosenKeys.find((c) => sameAddress(c.address, address))?.at)
    return (
      <div className="lane flex h-6 bg-raised">
        <div
          className="w-[200px] shrink-0 truncate border-r py-0.5 pr-2 text-dim"
          style={{ paddingLeft: 50 + depth * 14 }}
        >
          {label}
        </div>
        <div className="relative flex-1 overflow-hidden">
          <div className="absolute inset-x-0 top-3 h-px bg-line" />
          {/* By index: a key that is dragged stays the element that holds the pointer. */}
          {animated.keys?.map((key, i) => (
            <KeyMark
              key={i}
              {...{ address, label, head, map }}
              at={key.at}
              travel={key.leave}
              chosen={chosen?.some((t) => Math.abs(t - key.at) < 1e-6) ?? false}
            />
          ))}
        </div>
      </div>
    )
  },
  (a, b) =>
    a.animated === b.animated &&
    a.map === b.map &&
    a.label === b.label &&
    a.head === b.head &&
    a.depth === b.depth &&
    sameAddress(a.address, b.address),
)

/** A key at treatment time `at`: drag retimes it with all that are chosen, click goes to it, Delete removes them. Square marks hold, pointed ones travel. */
interface KeyMarkProps {
  address: Address
  label: string
  at: number
  head: number
  travel: string
  chosen: boolean
  map: TimeMap
}

const KeyMark = memo(
  function KeyMark({ address, label, at, head, travel, chosen, map }: KeyMarkProps) {
    const dispatch = useAppDispatch()
    const start = useRef<{ lanes: Lane[]; at: number; moved: boolean }>({ lanes: [], at, moved: false })
    const also = useRef(false)
    const drag = useTimeDrag(
      map,
      () => {
        chooseKey(address, at, also.current)
        start.current = { lanes: currentLanes(), at, moved: false }
      },
      (by, _, gesture) => {
        start.current.moved = true
        if (start.current.lanes.length) retime(start.current.lanes, { kind: 'move', by }, gesture)
      },
      {
        anchor: () => start.current.at - head,
        snaps: () => {
          const stage = deskStage()
          return stage ? snapsOf(stage, start.current.lanes) : []
        },
      },
    )
    return (
      <button
        type="button"
        data-key={JSON.stringify({ address, at })}
        aria-label={`Key of ${label} at frame ${Math.round(at - head)}`}
        aria-pressed={chosen}
        data-holds={travel === 'hold' || undefined}
        className="key-mark absolute top-0 h-6 w-5 cursor-ew-resize touch-none"
        style={{ left: map.x(at - head) }}
        {...drag}
        onPointerDown={(event: PointerEvent) => {
          also.current = event.shiftKey || event.ctrlKey || event.metaKey
          drag.onPointerDown(event)
        }}
        onPointerUp={(event: PointerEvent) => {
          drag.onPointerUp()
          if (!start.current.moved && !also.current) dispatch(seek(at - head + (map.offset ?? 0)))
          event.stopPropagation()
        }}
        onKeyDown={(event) => {
          if (event.key === 'Delete' || event.key === 'Backspace') {
            event.stopPropagation()
            if (!isChosen(store.getState().view.chosenKeys, address, at) || !dropChosen())
              dispatch(edit('key.drop', { address, at }))
          } else if (event.key === 'Enter') chooseKey(address, at, event.shiftKey)
        }}
      ></button>
    )
  },
  (a, b) =>
    a.at === b.at &&
    a.chosen === b.chosen &&
    a.map === b.map &&
    a.travel === b.travel &&
    a.head === b.head &&
    a.label === b.label &&
    sameAddress(a.address, b.address),
)
