import type { Project } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useView } from '../store/store'
import { cx } from '../ui/classes'
import { usePicture } from './use-picture'

/** Thumbnails follow a playhead or a document that keeps changing this many milliseconds after its last change. */
const REST = 90

/** A small live picture of a target. It rests while it is out of sight and during playback, and follows when a moving hand pauses. */
export function Thumb(props: {
  project: Project
  target: Target
  frame: number
  width: number
  className?: string
}) {
  const { target, width } = props
  const canvas = useRef<HTMLCanvasElement>(null)
  const { playing } = useView('playing')
  const seen = useOnScreen(canvas)
  const { project, frame } = useRested(props)
  const { size } = project
  const height = Math.round((width * size.height) / size.width)
  const scale = (width * Math.min(2, window.devicePixelRatio || 1)) / size.width
  const request = useMemo(
    () => (playing || !seen ? null : { project, target, frame, scale }),
    [playing, seen, project, target, frame, scale],
  )
  usePicture(canvas, request)
  return (
    <canvas
      ref={canvas}
      aria-hidden
      className={cx('checker block', props.className)}
      style={{ width, height }}
    />
  )
}

/** The latest project and frame, once they have not changed for a moment; the first at once. */
function useRested({ project, frame }: { project: Project; frame: number }) {
  const [rested, setRested] = useState({ project, frame })
  useEffect(() => {
    if (rested.project === project && rested.frame === frame) return
    const timer = setTimeout(() => setRested({ project, frame }), REST)
    return () => clearTimeout(timer)
  }, [project, frame, rested])
  return rested
}

function useOnScreen(ref: React.RefObject<Element | null>): boolean {
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
