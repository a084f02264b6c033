import { type Handle, handleThrough, pathHandle, pathKeys, valueAt } from '@stilus/core/anim'
import { invert, through } from '@stilus/core/matrix'
import { aboveMatrix, type DesignObject, type Easel, formAddress } from '@stilus/core/project'
import { type PointerEvent, useMemo, useRef } from 'react'
import { chooseKey, isChosen } from '../desk/lanes/chosen-keys'
import { seek } from '../session/playback'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { cx } from '../ui/classes'
import { arrowStep, newGesture, type Point, round, toPicture } from '../viewer/on-picture'
import { keyOnPath, placesAt } from './paths'

/** More frames than this are not shown one by one. */
const MOST = 1500
/** Pixels of the screen that stand for a frame where a key is dragged in time. */
const PER_FRAME = 6

interface Drag {
  from: Point
  x: number
  value: Point
  /** The key's time, and where it has been brought. */
  at: number
  gesture: string
}

/**
 * The path of an object: a dot for each frame, its keys, and the handles of those that are chosen. A key is dragged to a place, with Alt in time; a handle bends the path (Alt breaks the two apart); a
 * double click on a dot puts a key there.
 */
export function ObjectPath(props: { easel: Easel; object: DesignObject; frame: number; px: number }) {
  const { easel, object, frame, px } = props
  const dispatch = useAppDispatch()
  const { chosenKeys } = useView('chosenKeys')
  const drag = useRef<Drag | null>(null)
  const { place } = object.form
  const keys = place ? pathKeys(place) : []
  const [first, last] = [keys[0], keys.at(-1)]
  const above = aboveMatrix(easel, object, frame)
  const [begins, ends] = [object.zero + (first?.at ?? 0), object.zero + (last?.at ?? -1)]
  const { project } = easel
  const held = above.join()
  // The playhead moves through a path that stays.
  const { frames, dots } = useMemo(
    () => {
      const from = Math.ceil(begins)
      const count = Math.min(MOST, Math.floor(ends) - from + 1)
      const frames = Array.from({ length: Math.max(0, count) }, (_, i) => from + i)
      return { frames, dots: placesAt(easel, object, above, frames) }
    },
    // The easel and the matrix are new each time, what they say is not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [project, object, held, begins, ends],
  )
  if (!place || !first || !last || keys.length < 2) return null
  const address = formAddress('object', object.id, 'place')
  const shown = ([x, y]: Point | readonly [number, number]) => through(above, x, y)
  const own = (event: PointerEvent): Point => through(invert(above), ...toPicture(event, easel.size))
  const begin = (event: PointerEvent<SVGElement>, at: number, value: Point) => {
    if (event.button !== 0) return
    event.stopPropagation()
    event.currentTarget.setPointerCapture(event.pointerId)
    drag.current = { from: own(event), x: event.clientX, value, at, gesture: newGesture('path') }
    dispatch(viewActions.set({ hand: true }))
  }
  const end = () => {
    drag.current = null
    dispatch(viewActions.set({ hand: false }))
  }
  const ending = { onPointerUp: end, onPointerCancel: end }
  const movedTo = (event: PointerEvent): Point | undefined => {
    const d = drag.current
    if (!d) return undefined
    const at = own(event)
    return [d.value[0] + at[0] - d.from[0], d.value[1] + at[1] - d.from[1]]
  }
  const chosenOf = (at: number) =>
    isChosen(chosenKeys, address, at) || Math.abs(object.zero + at - frame) < 0.5

  return (
    <g aria-label={`Path of ${object.name}`} data-testid="object-path">
      <polyline
        points={dots.map((p) => p.join(',')).join(' ')}
        fill="none"
        stroke="#000000a0"
        strokeWidth={3}
        vectorEffect="non-scaling-stroke"
        pointerEvents="none"
      />
      <polyline
        points={dots.map((p) => p.join(',')).join(' ')}
        fill="none"
        stroke="var(--color-when)"
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
        pointerEvents="none"
      />
      {dots.map(([x, y], i) => (
        <circle
          key={frames[i]}
          data-frame={frames[i]}
          cx={x}
          cy={y}
          r={(frames[i] === frame ? 3.5 : 2) * px}
          fill={frames[i] === frame ? '#fff' : 'var(--color-when)'}
          stroke="transparent"
          strokeWidth={6 * px}
          className={cx('touch-none', frames[i] === frame ? 'cursor-move' : 'cursor-pointer')}
          // Where the object stands now it is taken along, as by its own middle.
          onPointerDown={(event) => {
            const t = frame - object.zero
            if (frames[i] === frame) begin(event, t, valueAt(place, t) as Point)
            else event.stopPropagation()
          }}
          onPointerMove={(event) => {
            const d = drag.current
            const to = movedTo(event)
            if (!d || !to || Math.hypot(to[0] - d.value[0], to[1] - d.value[1]) < 2 * px) return
            dispatch(edit('value.set', { address, at: d.at, value: to.map(round) }, d.gesture))
          }}
          {...ending}
          onClick={() => dispatch(seek(frames[i] ?? 0))}
          onDoubleClick={(event) => {
            event.stopPropagation()
            keyOnPath(object, frames[i] ?? 0)
          }}
        >
          <title>{`Frame ${(frames[i] ?? 0) + 1}. A double click puts a key here`}</title>
        </circle>
      ))}
      {keys.map((key, index) => {
        const value = key.value as Point
        const [x, y] = shown(value)
        const chosen = chosenOf(key.at)
        return (
          <g key={index}>
            {chosen &&
              (['arrive', 'leave'] as const).map((side) => {
                const point = pathHandle(place, index, side)
                if (!point || (side === 'leave' && key.leave === 'hold')) return null
                const [hx, hy] = shown(point)
                return (
                  <g key={side}>
                    <line
                      x1={x}
                      y1={y}
                      x2={hx}
                      y2={hy}
                      stroke="#ffffffb0"
                      vectorEffect="non-scaling-stroke"
                      pointerEvents="none"
                    />
                    <circle
                      aria-label={`Handle ${side === 'leave' ? 'out of' : 'into'} key ${index + 1}`}
                      role="img"
                      transform={`translate(${hx} ${hy})`}
                      r={4.5 * px}
                      fill="#1b1b1b"
                      stroke="#fff"
                      strokeWidth={1.5}
                      vectorEffect="non-scaling-stroke"
                      className="cursor-move touch-none"
                      onPointerDown={(event) => begin(event, key.at, [point[0], point[1]])}
                      onPointerMove={(event) => {
                        const to = movedTo(event)
                        const { gesture } = drag.current ?? {}
                        if (!to || gesture === undefined) return
                        if (event.altKey && !key.broken)
                          dispatch(edit('key.break', { address, at: key.at, broken: true }, gesture))
                        const handle: Handle | undefined = handleThrough(place, index, side, to)
                        if (handle)
                          dispatch(edit('key.handle', { address, at: key.at, side, handle }, gesture))
                      }}
                      {...ending}
                    />
                  </g>
                )
              })}
            <rect
              role="button"
              tabIndex={0}
              aria-label={`Key ${index + 1} of the path, frame ${Math.round(object.zero + key.at) + 1}`}
              aria-pressed={chosen}
              x={-5 * px}
              y={-5 * px}
              width={10 * px}
              height={10 * px}
              transform={`translate(${x} ${y}) rotate(45)`}
              fill={chosen ? '#fff' : 'var(--color-when)'}
              stroke="#1b1b1b"
              strokeWidth={1.5}
              vectorEffect="non-scaling-stroke"
              className="cursor-move touch-none outline-none focus-visible:stroke-white"
              onPointerDown={(event) => {
                chooseKey(address, key.at, event.shiftKey)
                begin(event, key.at, value)
              }}
              onPointerMove={(event) => {
                const d = drag.current
                const to = movedTo(event)
                if (!d || !to || Math.hypot(to[0] - d.value[0], to[1] - d.value[1]) < 2 * px) return
                const [low, high] = [keys[index - 1]?.at ?? -Infinity, keys[index + 1]?.at ?? Infinity]
                const time = Math.round(d.at + (event.clientX - d.x) / PER_FRAME)
                const at = event.altKey ? Math.min(high - 1, Math.max(low + 1, time)) : key.at
                const next = event.altKey ? value : to.map(round)
                dispatch(edit('key.set', { address, from: key.at, to: at, value: [...next] }, d.gesture))
                if (at !== key.at) chooseKey(address, at, false)
              }}
              {...ending}
              onDoubleClick={(event) => {
                event.stopPropagation()
                dispatch(seek(Math.round(object.zero + key.at)))
              }}
              onKeyDown={(event) => {
                const by = arrowStep(event)
                const gone = event.key === 'Delete' || event.key === 'Backspace'
                if (!by && !gone) return
                event.preventDefault()
                event.stopPropagation()
                if (!by) return void dispatch(edit('key.drop', { address, at: key.at }))
                const next = [value[0] + by[0], value[1] + by[1]]
                const act = edit(
                  'key.set',
                  { address, from: key.at, to: key.at, value: next },
                  `nudge ${object.id} ${key.at}`,
                )
                dispatch(act)
              }}
            />
          </g>
        )
      })}
    </g>
  )
}
