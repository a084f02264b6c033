import type { Design, Project } from '@stilus/core/project'
import { useEffect, useMemo, useRef, useState } from 'react'
import { lessMotion, useTicks } from '../ui/use-ticks'
import { inOrder, momentsOf } from './moments'
import { keptPicture, shelfPicture } from './pictures'

/** Milliseconds that each picture of a movement is seen. */
const EVERY = 110

/** A design that moves, small, on whatever lies behind it: first as it stands, then as it comes and goes, over and over. */
export function MovingPicture(props: {
  /** What its pictures are kept by: the same words, colours and size give the same pictures. */
  name: string
  project: Project
  design: Design
  width: number
  /** It is in sight. */
  seen: boolean
  /** It is looked at: its pictures come before those of others. */
  first: boolean
}) {
  const { name, project, design, width, seen, first } = props
  const moments = useMemo(() => momentsOf(design), [design])
  const urls = usePictures({ name: `${name} ${width}`, project, moments, width, wanted: seen, first })
  const ready = moments.moving.filter(({ frame }) => urls.has(frame))
  const runs = seen && ready.length > 3 && !lessMotion()
  const tick = useTicks(runs, EVERY)
  const frame = runs ? atTick(ready, tick) : moments.rest
  return (
    <img
      alt=""
      draggable={false}
      src={urls.get(frame) ?? urls.get(moments.rest)}
      className="absolute inset-0 size-full object-contain data-[empty=true]:opacity-0"
      data-empty={urls.size === 0}
      data-moving={runs}
    />
  )
}

function atTick(moments: readonly { frame: number; held: number }[], tick: number): number {
  const all = moments.reduce((sum, m) => sum + m.held, 0)
  let left = tick % all
  return moments.find((m) => (left -= m.held) < 0)?.frame ?? 0
}

/** The pictures of a movement that are there by now, by frame; they are made while they are wanted. */
function usePictures(of: {
  name: string
  project: Project
  moments: ReturnType<typeof momentsOf>
  width: number
  wanted: boolean
  first: boolean
}): ReadonlyMap<number, string> {
  const { name, project, moments, width, wanted, first } = of
  const frames = useMemo(() => (lessMotion() ? [moments.rest] : inOrder(moments)), [moments])
  const [made, setMade] = useState(() => ({ name, urls: keptOf(name, frames) }))
  const urgent = useRef(first)
  useEffect(() => {
    urgent.current = first
  }, [first])
  useEffect(() => {
    if (!wanted) return
    const calling = new AbortController()
    const { signal } = calling
    const run = async () => {
      const urls = new Map(keptOf(name, frames))
      for (const frame of frames) {
        if (urls.has(frame)) continue
        const url = await shelfPicture(`${name} ${frame}`, project, frame, width, {
          signal,
          first: urgent.current,
        })
        if (!url || signal.aborted) return
        urls.set(frame, url)
        setMade({ name, urls: new Map(urls) })
      }
      setMade({ name, urls })
    }
    // What cannot be drawn shows nothing here; it is told where it is used.
    run().catch(() => undefined)
    return () => calling.abort()
  }, [name, project, frames, width, wanted])
  // What was shown before stays until there is something new to show.
  return made.urls
}

const keptOf = (name: string, frames: readonly number[]): ReadonlyMap<number, string> =>
  new Map(
    frames.flatMap((frame) => {
      const url = keptPicture(`${name} ${frame}`)
      return url === undefined ? [] : [[frame, url] as const]
    }),
  )
