import type { Project } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { useMemo, useRef } from 'react'
import { useApp } from '../store/store'
import { cx } from '../ui/classes'
import { usePicture } from './use-picture'

/** A small live picture of a target. It rests during playback, and follows as soon as it stops. */
export function Thumb(props: {
  project: Project
  target: Target
  frame: number
  width: number
  className?: string
}) {
  const { project, target, frame, width } = props
  const canvas = useRef<HTMLCanvasElement>(null)
  const playing = useApp((s) => s.view.playing)
  const height = Math.round((width * project.size.height) / project.size.width)
  const scale = (width * Math.min(2, window.devicePixelRatio || 1)) / project.size.width
  const request = useMemo(
    () => (playing ? null : { project, target, frame, scale }),
    [playing, project, target, frame, scale],
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
