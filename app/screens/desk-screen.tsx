import { type Project, type Shot, treatmentTime } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { useCallback, useEffect, useMemo } from 'react'
import { useNavigate, useParams } from 'react-router'
import { Lanes } from '../desk/lanes'
import { StepPanel } from '../desk/step-panel'
import { Strip } from '../desk/strip'
import { DeskProvider, useDesk, useSelectedStep } from '../desk/use-desk'
import { playScale } from '../session/playback'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { EmptyState } from '../ui/fields'
import { Divider, useKeptSize } from '../ui/resize'
import type { Rect } from '../viewer/layout'
import { RegionOverlay } from '../viewer/region-overlay'
import { Transport } from '../viewer/transport'
import { Viewer } from '../viewer/viewer'
import { ViewBar } from '../viewer/view-bar'
import { Bar } from './bar'
import { CatalogueDrawer, HistoryDrawer, MediaDrawer, ShotsDrawer, tryOn } from './drawers'
import { Rail } from './rail'

/** The desk of one shot. */
export function DeskScreen({ project }: { project: Project }) {
  const { shotId = '' } = useParams()
  const navigate = useNavigate()
  const dispatch = useAppDispatch()
  const shot = project.shots.find((s) => s.id === shotId)
  useEffect(() => {
    const length = shot?.length ?? 1
    dispatch((run, getState) => {
      const { frame, shotId: before } = getState().view
      run(
        viewActions.entered({
          shotId,
          frame: before === shotId ? Math.min(frame, length - 1) : 0,
          stepId: null,
        }),
      )
    })
    // Entering is about the shot, not about its length.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [shotId, dispatch])
  if (!shot) {
    return (
      <>
        <Bar project={project} crumb="No such shot" />
        <EmptyState text="This shot is not in the project any more.">
          <Button onClick={() => void navigate(`/p/${project.id}`)}>Back to the sequence</Button>
        </EmptyState>
      </>
    )
  }
  return (
    <DeskProvider value={{ project, shot }}>
      <Bar project={project} crumb={shot.name} />
      <DeskBody />
    </DeskProvider>
  )
}

function DeskBody() {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const [panel, setPanel] = useKeptSize('controls', 308, 292, 520)
  const [lanes, setLanes] = useKeptSize('lanes', 168, 96, 480)
  const add = useCallback(
    (use: string, at = shot.steps.length) => {
      const stepId = uid()
      if (dispatch(edit('step.add', { shotId: shot.id, stepId, use, at })))
        dispatch(viewActions.set({ stepId, shapeId: null, face: 'what', look: 'result', trying: null }))
    },
    [dispatch, shot.id, shot.steps.length],
  )
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="relative flex min-h-0 flex-[3_1_0]">
        <Rail desk>
          {(drawer) =>
            drawer === 'shots' ? (
              <ShotsDrawer project={project} shotId={shot.id} />
            ) : drawer === 'catalogue' ? (
              <CatalogueDrawer project={project} shotId={shot.id} onAdd={add} />
            ) : drawer === 'media' ? (
              <MediaDrawer project={project} />
            ) : (
              <HistoryDrawer />
            )
          }
        </Rail>
        <main className="flex min-w-0 flex-1 flex-col">
          <Picture />
          <Strip onAdd={add} />
        </main>
        <aside
          aria-label="Controls"
          className="relative flex shrink-0 flex-col border-l bg-ground"
          style={{ width: panel }}
        >
          <Divider label="Width of the controls" size={panel} grows="left" onSize={setPanel} />
          <StepPanel />
        </aside>
      </div>
      <div className="relative flex shrink-0 flex-col border-t" style={{ height: lanes }}>
        <Divider label="Height of the lanes" size={lanes} grows="up" onSize={setLanes} />
        <Lanes />
      </div>
    </div>
  )
}

/** The viewer with what is chosen to be seen, and the handles of the face that is open. */
function Picture() {
  const { project, shot } = useDesk()
  const step = useSelectedStep()
  const { frame, look, peek, compare, face, quality, playing, trying } = useApp((s) => s.view)
  const target = useTarget(shot, look, peek, step?.id)
  const source = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id, upTo: 'source' }), [shot.id])
  const shown = useMemo(
    () => (trying ? tryOn(project, shot.id, trying) : project),
    [trying, project, shot.id],
  )
  const handles = step && (face === 'where' || look === 'region') && !peek && !playing
  const overlay = handles
    ? (rect: Rect) => (
        <RegionOverlay
          project={project}
          shotId={shot.id}
          step={step}
          time={treatmentTime(shot, frame)}
          rect={rect}
        />
      )
    : undefined
  return (
    <>
      <ViewBar step={step} compare />
      <Viewer
        project={shown}
        target={target}
        frame={frame}
        against={compare === 'split' && !peek ? source : undefined}
        overlay={overlay}
      />
      <Transport
        project={project}
        shotId={shot.id}
        offset={shot.start}
        count={shot.length}
        scale={playScale(quality)}
      />
    </>
  )
}

function useTarget(shot: Shot, look: string, peek: string | null, stepId: string | undefined): Target {
  return useMemo<Target>(() => {
    if (peek) return { kind: 'shot', shotId: shot.id, upTo: peek }
    if (look === 'source') return { kind: 'shot', shotId: shot.id, upTo: 'source' }
    if (look !== 'result' && stepId) return { kind: 'shot', shotId: shot.id, view: { stepId, view: look } }
    return { kind: 'shot', shotId: shot.id }
  }, [shot.id, look, peek, stepId])
}
