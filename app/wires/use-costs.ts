import type { Stage } from '@stilus/core/project'
import type { Cost } from '@stilus/core/render'
import { useEffect, useState } from 'react'
import { stageFrame } from '../desk/use-desk'
import { playScale } from '../session/playback'
import { session } from '../session/session'
import { tell } from '../session/work'
import { useView } from '../store/store'

/** Milliseconds of rest before costs are measured. */
const REST = 400

/** What each step costs at this frame, measured anew when the document and the playhead rest; none while that is not wanted. */
export function useCosts(stage: Stage): Record<string, Cost> {
  const { project, stack } = stage
  const {
    costs: wanted,
    frame,
    playing,
    quality,
    hand,
  } = useView('costs', 'frame', 'playing', 'quality', 'hand')
  const [costs, setCosts] = useState<Record<string, Cost>>({})
  const rests = wanted && !playing && !hand
  useEffect(() => {
    if (!rests) return
    const stop = new AbortController()
    const timer = setTimeout(() => {
      const { kind, id } = stack
      const target = { kind: 'stack' as const, stack: { kind, id } }
      const at = stageFrame(stage, frame)
      const request = { project, target, frame: at, scale: playScale(quality), signal: stop.signal }
      session()
        .renderer.costs(request)
        .then(setCosts, (error: Error) => {
          if (error.name !== 'AbortError')
            tell('problem', `What steps cost could not be measured: ${error.message}`)
        })
    }, REST)
    return () => {
      clearTimeout(timer)
      stop.abort()
    }
  }, [rests, stage, project, stack, frame, quality])
  return wanted ? costs : NONE
}

const NONE: Record<string, Cost> = {}
