import type { Target } from '@stilus/core/render'
import { useMemo } from 'react'
import { frameRange, playScale, seek } from '../../session/playback'
import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { Playhead, Ruler, TimeScale } from '../../ui/timeline'
import { CachedLine } from '../../viewer/cached-line'
import { CutBand } from './cut-band'
import { CurveView } from './curve-view'
import { ChosenSpan, KeyTools } from './key-tools'
import { LaneList } from './lane-list'
import { LanesChoice } from './lanes-choice'
import { Markers } from './markers'
import { useDesk } from '../use-desk'

/** Time under the strip: lanes of steps with their spans, ramps and keys, or the curves of what is animated. */
export function Lanes() {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const { quality, lanes } = useView('quality', 'lanes')
  // At a cut the joined picture plays, whichever side is in hand.
  const { kind, id } = stage.stack
  const target = useMemo<Target>(() => ({ kind: 'stack', stack: { kind, id } }), [kind, id])
  const { runUp } = useView('runUp')
  const [first, end] = frameRange(project, { kind: 'stack', stack: { kind, id } }, runUp)
  return (
    <section aria-label="Lanes" className="flex min-h-0 flex-1 flex-col">
      <TimeScale
        first={first}
        end={end}
        onSeek={(frame) => dispatch(seek(frame))}
        onHand={(down) => dispatch(viewActions.set({ hand: down }))}
      >
        {(map) => (
          <>
            <div className="flex h-8 shrink-0 border-b">
              <div className="flex w-[200px] shrink-0 items-center justify-between border-r px-1">
                <LanesChoice />
                <KeyTools />
              </div>
              <div className="relative flex flex-1">
                <Ruler map={map} rate={stage.rate} zero={stage.stack.kind === 'transition' ? -stage.head : 0}>
                  <CachedLine project={project} target={target} map={map} scale={playScale(quality)} />
                </Ruler>
                <Markers map={map} />
                <ChosenSpan map={map} />
              </div>
            </div>
            {stage.stack.kind === 'transition' && <CutBand map={map} />}
            {lanes === 'lanes' ? <LaneList map={map} /> : <CurveView map={map} />}
            <Playhead map={map} left={200} />
          </>
        )}
      </TimeScale>
    </section>
  )
}
