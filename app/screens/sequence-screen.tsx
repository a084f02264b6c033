import { findOwner, getSequence, type Project, sequenceLength } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { useEffect, useMemo } from 'react'
import { useParams } from 'react-router'
import { playScale } from '../session/playback'
import { IncomingPanel } from '../sequence/incoming-panel'
import { PlacedOverlay } from '../sequence/placed-overlay'
import { ProjectPanel } from '../sequence/project-panel'
import { SpanPanel, TransitionPanel } from '../sequence/across-panel'
import { ShotPanel } from '../sequence/shot-panel'
import { SlotsOverlay } from '../sequence/slots-overlay'
import { ShotsPanel } from '../sequence/shots-panel'
import { Timeline } from '../sequence/timeline'
import { useApp, useAppDispatch, useView } from '../store/store'
import { ShelfPage } from '../titles/page'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { EmptyState } from '../ui/fields'
import { Divider, useKeptSize } from '../ui/resize'
import { Seen } from '../viewer/seen'
import { Transport } from '../viewer/transport'
import { ViewBar } from '../viewer/view-bar'
import { Bar } from './bar'
import { HistoryDrawer, MediaDrawer } from './drawers'
import { Rail } from './rail'

/** The sequence: the edit as it came, to judge, trim and swap, and the way to each shot's desk. */
export function SequenceScreen({ project }: { project: Project }) {
  const { sequenceId } = useParams()
  const dispatch = useAppDispatch()
  const known = project.sequences.some((s) => s.id === sequenceId)
  const sequence = getSequence(project, known ? sequenceId : undefined)
  const target = useMemo<Target>(() => ({ kind: 'sequence', sequenceId: sequence.id }), [sequence.id])
  const { frame, shotId, shotIds, acrossId, quality, titles } = useView(
    'titles',
    'frame',
    'shotId',
    'shotIds',
    'acrossId',
    'quality',
  )
  const length = sequenceLength(sequence)
  const incoming = useApp((s) => s.incoming)
  const [panel, setPanel] = useKeptSize('controls', 308, 292, 520)
  const [lanes, setLanes] = useKeptSize('sequence lanes', 238, 120, 480)
  const transition = sequence.transitions.find((t) => t.id === acrossId)
  const span = sequence.spans.find((c) => c.id === acrossId)
  const shot = sequence.shots.find((s) => s.id === shotId)
  const shots = sequence.shots.filter((s) => shotIds.includes(s.id))
  useEffect(() => {
    dispatch((run, getState) => {
      const { shotId, frame } = getState().view
      const { document } = getState().project
      // Coming back from a shot's desk, the playhead stays on the frame that was looked at.
      const left = document && shotId ? findOwner(document, 'shot', shotId) : undefined
      run(viewActions.entered({ frame: left ? left.start + Math.min(frame, left.length - 1) : 0 }))
      run(viewActions.shot({ id: left?.id ?? null }))
    })
  }, [dispatch, sequence.id])
  const empty =
    sequence.shots.length || sequence.spans.length ? undefined : (
      <div className="rounded-lg bg-ground">
        <EmptyState text="Drop your edit and its media here: an OpenTimelineIO file or an edit decision list, video, stills and sound.">
          <Button look="main" onClick={() => dispatch(viewActions.set({ drawer: 'media' }))}>
            Import media or an edit
          </Button>
        </EmptyState>
      </div>
    )
  return (
    <>
      <Bar project={project} sequence={sequence} />
      <div className="relative flex min-h-0 flex-1 flex-col">
        {titles && <ShelfPage project={project} sequence={sequence} />}
        <div className="relative flex min-h-0 flex-1">
          <Rail desk={false}>
            {(drawer) => (drawer === 'media' ? <MediaDrawer project={project} /> : <HistoryDrawer />)}
          </Rail>
          <main className="flex min-w-0 flex-1 flex-col">
            <ViewBar />
            <Seen
              {...{ project, target, frame, empty }}
              overlay={(rect) => (
                <>
                  {shot && shots.length < 2 && (
                    <PlacedOverlay key={shot.id} {...{ project, sequence, shot, rect }} />
                  )}
                  <SlotsOverlay {...{ project, sequence, rect }} />
                </>
              )}
            />
            <Transport clock={sequence} offset={0} count={Math.max(1, length)} scale={playScale(quality)} />
          </main>
          <aside
            aria-label="Shot"
            className="relative flex shrink-0 flex-col border-l bg-ground"
            style={{ width: panel }}
          >
            <Divider label="Width of the shot panel" size={panel} grows="left" onSize={setPanel} />
            {incoming?.kind === 'waiting' ? (
              <IncomingPanel project={project} incoming={incoming} />
            ) : transition ? (
              <TransitionPanel key={transition.id} {...{ project, sequence, transition }} />
            ) : span ? (
              <SpanPanel key={span.id} {...{ project, sequence, span }} />
            ) : shots.length > 1 ? (
              <ShotsPanel project={project} shots={shots} />
            ) : shot ? (
              <ShotPanel key={shot.id} {...{ project, sequence, shot }} />
            ) : incoming ? (
              <IncomingPanel project={project} incoming={incoming} />
            ) : (
              <ProjectPanel project={project} sequence={sequence} />
            )}
          </aside>
        </div>
        <section
          aria-label="Lanes of the sequence"
          className="relative flex shrink-0 flex-col border-t"
          style={{ height: lanes }}
        >
          <Divider label="Height of the lanes" size={lanes} grows="up" onSize={setLanes} />
          <Timeline project={project} sequence={sequence} length={length} />
        </section>
      </div>
    </>
  )
}
