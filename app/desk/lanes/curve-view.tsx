import { partNames } from '@stilus/core/params'
import { addressName, paramAt, type Project, type Step } from '@stilus/core/project'
import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { Button } from '../../ui/button'
import { Segments } from '../../ui/fields'
import type { TimeMap } from '../../ui/timeline'
import { fitValues, partsOf, type Plane, samples, ticks } from './curve-geometry'
import { animatedValues } from '../controls/modifiers'
import { useDesk, useSelectedSteps } from '../use-desk'
import { type Curve } from './curve-geometry'
import { CurveKeys } from './curve-keys'
import { KeyNumbers } from './key-numbers'

const COLOURS = ['#a394f4', '#7fc4e8', '#e6b36a', '#8fcf8a', '#e89a9a', '#c9c9c9', '#d59be0', '#9fd6c8']

function curvesOf(project: Project, step: Step): Omit<Curve, 'colour'>[] {
  return animatedValues(step).flatMap(({ address, label, animated }) => {
    const value = animated.keys?.[0]?.value ?? animated.value
    const param = paramAt(project, address)
    const names = param ? partNames(param) : []
    return partsOf(value).map((part) => ({
      address,
      animated,
      part,
      id: `${addressName(address)} ${part}`,
      label: Array.isArray(value) ? `${label}, ${(names[part] ?? String(part + 1)).toLowerCase()}` : label,
    }))
  })
}

/** Curves of what is animated on the selected steps: values or speeds, several at once, with handles at every key. */
export function CurveView({ map }: { map: TimeMap }) {
  const { project } = useDesk()
  const steps = useSelectedSteps()
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set())
  const [what, setWhat] = useState<'value' | 'speed'>('value')
  const [span, setSpan] = useState<[number, number] | null>(null)
  const all = useMemo(
    () =>
      steps
        .flatMap((step) => curvesOf(project, step))
        .map((curve, i): Curve => ({ ...curve, colour: COLOURS[i % COLOURS.length] ?? '#fff' })),
    [steps, project],
  )
  const curves = all.filter((c) => !hidden.has(c.id))
  const toggle = (id: string) => {
    const next = new Set(hidden)
    if (!next.delete(id)) next.add(id)
    setHidden(next)
  }
  return (
    <div className="flex min-h-0 flex-1">
      <div className="flex w-[200px] shrink-0 flex-col border-r">
        <div className="flex items-center gap-1 border-b p-1">
          <Segments
            label="What the curves show"
            value={what}
            options={[
              { value: 'value', label: 'Value' },
              { value: 'speed', label: 'Speed' },
            ]}
            onChange={(v) => {
              setWhat(v as 'value')
              setSpan(null)
            }}
            className="!h-6"
          />
          <Button look="quiet" className="!h-6 px-2" onClick={() => setSpan(null)}>
            Fit
          </Button>
        </div>
        <ul className="min-h-0 flex-1 overflow-y-auto py-1">
          {all.map((curve) => (
            <li key={curve.id}>
              <label className="flex h-6 items-center gap-2 px-2 text-dim hover:text-text">
                <input type="checkbox" checked={!hidden.has(curve.id)} onChange={() => toggle(curve.id)} />
                <span aria-hidden className="h-0.5 w-3 shrink-0" style={{ background: curve.colour }} />
                <span className="truncate">{curve.label}</span>
              </label>
            </li>
          ))}
        </ul>
      </div>
      {all.length ? (
        <Graph curves={curves} map={map} what={what} span={span} onSpan={setSpan} />
      ) : (
        <p className="p-3 text-dim">
          {steps.length
            ? 'Nothing of this step has keys yet. Set a key beside a control, go to another frame, and change it.'
            : 'Choose a step to see the curves of what is animated on it.'}
        </p>
      )}
    </div>
  )
}

interface GraphProps {
  curves: Curve[]
  map: TimeMap
  what: 'value' | 'speed'
  span: [number, number] | null
  onSpan(span: [number, number]): void
}

function Graph({ curves, map, what, span, onSpan }: GraphProps) {
  const { stage } = useDesk()
  const head = stage.head
  const box = useRef<HTMLDivElement>(null)
  const [height, setHeight] = useState(120)
  useLayoutEffect(() => {
    const node = box.current
    if (!node) return
    const observer = new ResizeObserver(() => setHeight(Math.max(40, node.clientHeight)))
    observer.observe(node)
    return () => observer.disconnect()
  }, [])
  const range = [head, head + stage.length] as const
  const step = Math.max(0.25, (2 * (map.end - map.first)) / map.width)
  const drawn = curves.map((c) => samples(c.animated, c.part, what, range, step))
  // While a hand drags, the scale stays, or the point would run away from the pointer.
  const held = useRef<[number, number] | null>(null)
  const fitted = span ?? held.current ?? fitValues(drawn)
  const [low, high] = fitted
  const plane: Plane = {
    x: (t) => map.x(t - head),
    y: (v) => height - ((v - low) / (high - low)) * height,
    perPixel: (high - low) / height,
  }
  const hand = (down: boolean) => (held.current = down ? [low, high] : null)
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      <KeyNumbers curves={curves} />
      <div
        ref={box}
        className="relative min-h-0 flex-1"
        onWheel={(event) => {
          // Ctrl and wheel stretches the scale about its middle, the wheel alone moves it.
          const middle = (low + high) / 2
          const half = ((high - low) / 2) * (event.ctrlKey ? Math.exp(event.deltaY * 0.002) : 1)
          const by = event.ctrlKey ? 0 : -event.deltaY * plane.perPixel * 0.5
          onSpan([middle - half + by, middle + half + by])
        }}
      >
        <svg
          width={map.width}
          height={height}
          className="absolute inset-0 overflow-hidden"
          aria-label="Curves"
        >
          {ticks(low, high, height / 36).map((v) => (
            <g key={v}>
              <line x2={map.width} y1={plane.y(v)} y2={plane.y(v)} stroke={v === 0 ? '#4a4a4a' : '#2c2c2c'} />
              <text x={4} y={plane.y(v) - 3} className="fill-faint text-[10px]">
                {v}
              </text>
            </g>
          ))}
          {curves.map((curve, i) => (
            <path
              key={curve.id}
              d={(drawn[i] ?? [])
                .map(([t, v], j) => `${j ? 'L' : 'M'}${plane.x(t).toFixed(1)} ${plane.y(v).toFixed(1)}`)
                .join('')}
              fill="none"
              stroke={curve.colour}
              strokeWidth={1.5}
            />
          ))}
          {curves.map((curve) => (
            <CurveKeys key={curve.id} {...{ curve, plane, what, map, hand }} />
          ))}
        </svg>
      </div>
    </div>
  )
}
