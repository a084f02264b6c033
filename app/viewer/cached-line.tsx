import type { Project } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { useEffect, useState } from 'react'
import { session } from '../session/session'
import { useApp } from '../store/store'
import type { TimeMap } from '../ui/timeline'

/** Frames of long sequences are looked up this many at most. */
const MOST = 400

/** Under the ruler: the frames that are rendered and play in real time, at the scale of playback. */
export function CachedLine(props: { project: Project; target: Target; map: TimeMap; scale: number }) {
  const { project, target, map, scale } = props
  const [spans, setSpans] = useState<[number, number][]>([])
  const playing = useApp((s) => s.view.playing)
  useEffect(() => {
    const look = () => setSpans(cachedSpans(project, target, map.first, map.end, scale))
    look()
    const timer = setInterval(look, 1000)
    return () => clearInterval(timer)
  }, [project, target, map.first, map.end, scale, playing])
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

function cachedSpans(
  project: Project,
  target: Target,
  first: number,
  end: number,
  scale: number,
): [number, number][] {
  const step = Math.max(1, Math.ceil((end - first) / MOST))
  const spans: [number, number][] = []
  const { renderer } = session()
  for (let frame = first; frame < end; frame += step) {
    if (!renderer.has({ project, target, frame, scale })) continue
    const last = spans.at(-1)
    if (last && last[1] === frame) last[1] = frame + step
    else spans.push([frame, frame + step])
  }
  return spans
}
