import type { MaskItem, Step } from '@stilus/core/project'
import { TONE_ENDS, type Tone } from '@stilus/core/scopes'
import { present, Scoper } from '@stilus/engine'
import { type PointerEvent, useEffect, useRef } from 'react'
import { session } from '../../session/session'
import { tell } from '../../session/work'
import { useView } from '../../store/store'
import { newGesture } from '../../viewer/on-picture'
import { stageFrame, useDesk } from '../use-desk'

const [WIDTH, HEIGHT] = [256, 64]

/** A range with soft ends, as they are drawn: where it begins to fade in, is full, ends to be full, has faded out. */
export interface SoftRange {
  low: number
  high: number
  below: number
  above: number
}

/** How often a tone occurs in what a key looks at, with the range that it takes: four lines to drag. */
export function KeyRange(props: {
  label: string
  tone: Tone
  step: Step
  shape: MaskItem
  range: SoftRange
  onChange(range: SoftRange, gesture: string): void
}) {
  const { label, tone, step, shape, range, onChange } = props
  const { project, stage } = useDesk()
  const { frame, playing } = useView('frame', 'playing')
  const canvas = useRef<HTMLCanvasElement>(null)
  const drag = useRef<{ name: keyof SoftRange; gesture: string } | null>(null)
  const scoper = useRef<Scoper | null>(null)
  useEffect(() => {
    const made = new Scoper()
    scoper.current = made
    return () => made.close()
  }, [])
  const index = stage.steps.findIndex((s) => s.id === step.id)
  const { input } = shape
  const upTo =
    input?.kind === 'source'
      ? 'source'
      : input?.kind === 'step'
        ? input.stepId
        : (stage.steps[index - 1]?.id ?? 'source')
  useEffect(() => {
    if (playing) return
    const controller = new AbortController()
    const target = { kind: 'stack', stack: stage.stack, upTo } as const
    session()
      .renderer.render({
        project,
        target,
        frame: stageFrame(stage, frame),
        scale: 0.25,
        signal: controller.signal,
      })
      .then((picture) => scoper.current?.draw(picture, tone, { width: WIDTH, height: HEIGHT }))
      .then(
        (drawn) => drawn && !controller.signal.aborted && canvas.current && present(canvas.current, drawn),
      )
      .catch((error: Error) => {
        if (error.name !== 'AbortError' && error.name !== 'WorkerDied') tell('problem', error.message)
      })
    return () => controller.abort()
  }, [project, stage, upTo, frame, playing, tone])

  const end = TONE_ENDS[tone]
  const x = (v: number) => Math.min(1, Math.max(0, v / end)) * WIDTH
  const addresses: Record<keyof SoftRange, number> = {
    below: range.low - range.below,
    low: range.low,
    high: range.high,
    above: range.high + range.above,
  }
  const move = (name: keyof SoftRange, to: number, gesture: string) => {
    const v = Math.min(end, Math.max(0, to))
    const next = { ...range }
    if (name === 'low') next.low = Math.min(v, range.high)
    if (name === 'high') next.high = Math.max(v, range.low)
    if (name === 'below') next.below = Math.max(0, range.low - v)
    if (name === 'above') next.above = Math.max(0, v - range.high)
    onChange(next, gesture)
  }
  const names: Record<keyof SoftRange, string> = {
    below: 'where it fades in',
    low: 'from',
    high: 'to',
    above: 'where it has faded out',
  }
  return (
    <figure className="py-1">
      <figcaption className="pb-0.5 text-dim">{label}</figcaption>
      <div className="relative">
        <canvas ref={canvas} aria-hidden className="block h-16 w-full rounded-sm bg-[#141414]" />
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          preserveAspectRatio="none"
          className="absolute inset-0 size-full touch-none overflow-visible"
          aria-label={`${label}: the range that is taken`}
          onPointerMove={(event: PointerEvent<SVGSVGElement>) => {
            const d = drag.current
            if (!d) return
            const bounds = event.currentTarget.getBoundingClientRect()
            move(d.name, ((event.clientX - bounds.left) / bounds.width) * end, d.gesture)
          }}
          onPointerUp={() => (drag.current = null)}
        >
          <polygon
            points={`${x(addresses.below)},${HEIGHT} ${x(addresses.low)},2 ${x(addresses.high)},2 ${x(addresses.above)},${HEIGHT}`}
            fill="var(--color-where)"
            fillOpacity={0.25}
            stroke="var(--color-where)"
            strokeWidth={1.4}
            vectorEffect="non-scaling-stroke"
            pointerEvents="none"
          />
          {(Object.keys(addresses) as (keyof SoftRange)[]).map((name) => {
            const full = name === 'low' || name === 'high'
            return (
              <g
                key={name}
                role="slider"
                tabIndex={0}
                aria-label={`${label}, ${names[name]}`}
                aria-valuemin={0}
                aria-valuemax={end}
                aria-valuenow={addresses[name]}
                className="cursor-ew-resize"
                onPointerDown={(event) => {
                  event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId)
                  drag.current = { name, gesture: newGesture('range') }
                }}
                onKeyDown={(event) => {
                  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
                  if (!by) return
                  event.preventDefault()
                  event.stopPropagation()
                  move(name, addresses[name] + by * (event.shiftKey ? 0.05 : 0.005) * end, `range-${name}`)
                }}
              >
                <rect
                  {...{ x: x(addresses[name]) - 7, y: full ? 0 : HEIGHT / 2, width: 14, height: HEIGHT / 2 }}
                  fill="transparent"
                />
                <circle cx={x(addresses[name])} cy={full ? 4 : HEIGHT - 4} r={4} fill="#fff" stroke="#000" />
              </g>
            )
          })}
        </svg>
      </div>
    </figure>
  )
}
