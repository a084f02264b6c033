import type { Project } from '@stilus/core/project'
import { type Target, targetSize } from '@stilus/core/render'
import { useEffect, useMemo, useRef, useState } from 'react'
import { whenIdle } from '../session/idle'
import { store, useView } from '../store/store'
import { cx } from '../ui/classes'
import { usePicture } from './use-picture'

/** Thumbnails follow a playhead or a document that keeps changing this many milliseconds after its last change. */
const REST = 90

interface ThumbProps {
  /** The document, where it is not the one that is open. */
  project?: Project
  target: Target
  /** A frame, where it is not the one under the playhead. */
  frame?: number
  width: number
  className?: string
  /** Nobody waits for it: what is tried on and what is looked at comes first, and while the shelf of designs is open it rests. */
  later?: boolean
  /** What holds it is on the move: it shows what it has. */
  held?: boolean
}

/**
 * A small live picture of a target. It rests while it is out of sight and during playback, and follows when a moving hand pauses; it is not drawn again
 * while the playhead moves.
 */
export function Thumb({ project, target, frame, width, className, later = false, held = false }: ThumbProps) {
  const image = useRef<HTMLImageElement>(null)
  const { playing, titles } = useView('playing', 'titles')
  // What is tried on is waited for.
  const soon = project !== undefined && !later
  const seen = useOnScreen(image)
  const rested = useRested(project, frame)
  const document = rested.project ?? project
  const size = document ? sizeOf(document, target) : { width: 16, height: 9 }
  const height = Math.round((width * size.height) / size.width)
  const scale = (width * Math.min(2, window.devicePixelRatio || 1)) / size.width
  // The shelf of designs covers what nobody waits for, and needs the machine for itself.
  const rests = playing || held || (later && titles)
  const request = useMemo(
    () =>
      rests || !seen || !rested.project
        ? null
        : { project: rested.project, target, frame: rested.frame, scale, soon },
    [rests, seen, rested, target, scale, soon],
  )
  usePicture(image, request)
  return (
    <img
      ref={image}
      alt=""
      draggable={false}
      className={cx('checker block', className)}
      style={{ width, height, aspectRatio: size.width / size.height }}
    />
  )
}

/** The size of a target; a plain one for what has just gone. */
function sizeOf(project: Project, target: Target) {
  try {
    return targetSize(project, target)
  } catch {
    return { width: 16, height: 9 }
  }
}

const now = (project: Project | undefined, frame: number | undefined) => {
  const state = store.getState()
  return { project: project ?? state.project.document ?? undefined, frame: frame ?? state.view.frame }
}

/** The latest document and frame, once they have not changed for a moment and the page has time; the first at once. */
function useRested(project: Project | undefined, frame: number | undefined) {
  const [rested, setRested] = useState(() => now(project, frame))
  useEffect(() => {
    let shown = rested
    let timer: ReturnType<typeof setTimeout> | undefined
    let callOff = () => undefined as void
    const look = () => {
      const next = now(project, frame)
      if (next.project === shown.project && next.frame === shown.frame) return
      shown = next
      clearTimeout(timer)
      callOff()
      timer = setTimeout(() => (callOff = whenIdle(() => setRested(now(project, frame)))), REST)
    }
    look()
    const unsubscribe = store.subscribe(look)
    return () => {
      unsubscribe()
      clearTimeout(timer)
      callOff()
    }
    // What was shown when the effect began is all that matters of it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [project, frame])
  return rested
}

/** Whether an element is in sight or near it. */
export function useOnScreen(ref: React.RefObject<Element | null>): boolean {
  const [seen, setSeen] = useState(false)
  useEffect(() => {
    const node = ref.current
    if (!node) return
    const observer = new IntersectionObserver((entries) => setSeen(entries.at(-1)?.isIntersecting ?? false), {
      rootMargin: '60px',
    })
    observer.observe(node)
    return () => observer.disconnect()
  }, [ref])
  return seen
}
