import type { Design, Project } from '@stilus/core/project'
import { useEffect, useMemo, useRef, useState } from 'react'
import { lessMotion, useTicks } from '../ui/use-ticks'
import { inOrder, momentsOf } from './moments'
import { shelfPicture } from './pictures'

/** Milliseconds that each picture of a movement is seen. */
const EVERY = 110

/** A design that moves, small, on whatever lies behind it: first as it stands, then as it comes and goes, over and over. */
export function MovingPicture(props: {
  project: Project
  design: Design
  width: number
  /** It is in sight. */
  seen: boolean
  /** It is looked at: its pictures come before those of others. */
  first: boolean
}) {
  const { project, design, width, seen, first } = props
  const moments = useMemo(() => momentsOf(design), [design])
  const urls = usePictures({ project, moments, width, wanted: seen, first })
  const ready = moments.moving.filter(({ frame }) => urls.has(frame))
  const runs = seen && ready.length > 3 && !lessMotion()
  const tick = useTicks(runs, EVERY)
  const frame = runs ? atTick(ready, tick) : moments.rest
  const { size } = design
  return (
    <img
      alt=""
      draggable={false}
      src={urls.get(frame) ?? urls.get(moments.rest)}
      className="absolute inset-0 size-full data-[empty=true]:opacity-0"
      data-empty={urls.size === 0}
      data-moving={runs}
      style={{ aspectRatio: `${size.width} / ${size.height}` }}
    />
  )
}

function atTick(moments: readonly { frame: number; held: number }[], tick: number): number {
  const all = moments.reduce((sum, m) => sum + m.held, 0)
  let left = tick % all
  return moments.find((m) => (left -= m.held) < 0)?.frame ?? 0
}

/** The pictures of a movement that are there by now, by frame; they are made while they are wanted and kept while the design is the same. */
function usePictures(of: {
  project: Project
  moments: ReturnType<typeof momentsOf>
  width: number
  wanted: boolean
  first: boolean
}): ReadonlyMap<number, string> {
  const { project, moments, width, wanted, first } = of
  const [urls, setUrls] = useState<ReadonlyMap<number, string>>(new Map())
  const made = useRef<{ project: Project; urls: Map<number, string> }>({ project, urls: new Map() })
  const urgent = useRef(first)
  useEffect(() => {
    urgent.current = first
  }, [first])
  useEffect(() => () => forget(made.current.urls), [])
  useEffect(() => {
    if (!wanted) return
    const calling = new AbortController()
    const { signal } = calling
    const run = async () => {
      for (const frame of lessMotion() ? [moments.rest] : inOrder(moments)) {
        const before = made.current
        if (before.project === project && before.urls.has(frame)) continue
        const url = await shelfPicture(project, frame, width, { signal, first: urgent.current })
        if (!url) return
        if (signal.aborted) return URL.revokeObjectURL(url)
        // What was shown before stays until there is something new to show.
        const same = before.project === project
        made.current = { project, urls: new Map([...(same ? before.urls : []), [frame, url]]) }
        setUrls(made.current.urls)
        if (!same) forget(before.urls)
      }
    }
    // What cannot be drawn shows nothing here; it is told where it is used.
    run().catch(() => undefined)
    return () => calling.abort()
  }, [project, moments, width, wanted])
  return urls
}

const forget = (urls: ReadonlyMap<number, string>) => urls.forEach((url) => URL.revokeObjectURL(url))
