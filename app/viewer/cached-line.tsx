import type { Project } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { useEffect, useState } from 'react'
import { whenIdle } from '../session/idle'
import { session } from '../session/session'
import { useView } from '../store/store'
import type { TimeMap } from '../ui/timeline'

/** Frames of long sequences are looked up this many at most. */
const MOST = 400
/** Milliseconds after a change, and between two looks. */
const REST = 600

/** Under the ruler: the frames that are rendered and play in real time, at the scale of playback. */
export function CachedLine(props: { project: Project; target: Target; map: TimeMap; scale: number }) {
  const { project, target, map, scale } = props
  const [spans, setSpans] = useState<[number, number][]>([])
  const { playing, hand } = useView('playing', 'hand')
  useEffect(() => {
    if (hand) return
    let callOff = () => undefined as void
    let timer: ReturnType<typeof setTimeout>
    const look = () => {
      const spans: [number, number][] = []
      const step = Math.max(1, Math.ceil((map.end - map.first) / MOST))
      let frame = map.first
      const some = () => {
        const { renderer } = session()
        if (renderer.has({ project, target, frame, scale })) {
          const last = spans.at(-1)
          if (last && last[1] === frame) last[1] = frame + step
          else spans.push([frame, frame + step])
        }
        frame += step
        if (frame < map.end) callOff = whenIdle(some)
        else {
          setSpans((old) => (JSON.stringify(old) === JSON.stringify(spans) ? old : spans))
          timer = setTimeout(look, REST)
        }
      }
      callOff = whenIdle(some)
    }
    timer = setTimeout(look, REST)
    return () => {
      clearTimeout(timer)
      callOff()
    }
  }, [project, target, map.first, map.end, scale, playing, hand])
  return (
    <div aria-hidden className="pointer-events-none absolute inset-x-0 bottom-0 h-[3px]">
      {spans.map(([a, b]) => (
        <span
          key={a}
          className="absolute inset-y-0 bg-good"
          style={{ left: map.x(a), width: Math.max(1, map.x(b) - map.x(a)) }}
        />
      ))}
    </div>
  )
}
