import { allSteps, type Project, treatmentTime } from '@stilus/core/project'
import { memo, useCallback, useEffect, useMemo } from 'react'
import { useNavigate, useParams } from 'react-router'
import { Lanes } from '../desk/lanes'
import { PointOverlay } from '../desk/point-overlay'
import { StepPanel } from '../desk/step-panel'
import { Strip } from '../desk/strip'
import { DeskProvider, useDesk, useSelectedStep } from '../desk/use-desk'
import { MotionDrawing } from '../motion/motion-drawing'
import { MotionOverlay } from '../motion/motion-overlay'
import { MotionPanel } from '../motion/motion-panel'
import { frozen } from '../session/motions'
import { playScale } from '../session/playback'
import { tryOn } from '../session/trying'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { EmptyState } from '../ui/fields'
import { Divider, useKeptSize } from '../ui/resize'
import type { Rect } from '../viewer/layout'
import { againstOf, looked, saysLook, targetOf } from '../viewer/looks'
import { RegionOverlay } from '../viewer/region-overlay'
import { Scopes } from '../viewer/scopes'
import { Transport } from '../viewer/transport'
import { Viewer } from '../viewer/viewer'
import { ViewBar } from '../viewer/view-bar'
import { Bar } from './bar'
import { CatalogueDrawer } from '../catalogue/drawer'
import { CataloguePage } from '../catalogue/page'
import { HistoryDrawer, MediaDrawer, ShotsDrawer } from './drawers'
import { Rail } from './rail'
import { ShelfDrawer } from './shelf-drawer'

/** The desk of one shot. */
export function DeskScreen({ project }: { project: Project }) {
  const { shotId = '' } = useParams()
  const navigate = useNavigate()
  const dispatch = useAppDispatch()
  const shot = project.shots.find((s) => s.id === shotId)
  useEffect(() => {
    const length = shot?.length ?? 1
    dispatch((run, getState) => {
      const { frame, shotId: before, stepId, stepIds } = getState().view
      // A step of this shot that is selected already, by undo or by a quick hand, stays selected.
      const mine = allSteps(shot?.steps ?? []).some((s) => s.id === stepId)
      const kept = mine ? { stepId, stepIds } : {}
      run(
        viewActions.entered({ frame: before === shotId || mine ? Math.min(frame, length - 1) : 0, ...kept }),
      )
      run(viewActions.shot({ id: shotId }))
    })
    // Entering is about the shot, not about its length.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [shotId, dispatch])
  const desk = useMemo(() => (shot ? { project, shot } : null), [project, shot])
  if (!desk) {
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
    <DeskProvider value={desk}>
      <Bar project={project} crumb={desk.shot.name} shot={desk.shot} />
      <DeskBody />
    </DeskProvider>
  )
}

// Dragging an edge between panels draws none of them again.
const StripMemo = memo(Strip)
const PanelMemo = memo(StepPanel)
const LanesMemo = memo(Lanes)

function DeskBody() {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const [panel, setPanel] = useKeptSize('controls', 308, 292, 560)
  const { lanes: shows, browsing, motionId } = useView('lanes', 'browsing', 'motionId')
  const lanesSize = useKeptSize('lanes', 168, 96, 640)
  const curvesSize = useKeptSize('curves', 250, 140, 720)
  const [lanes, setLanes] = shows === 'lanes' ? lanesSize : curvesSize
  const add = useCallback(
    (use: string, at?: number) => {
      const stepId = uid()
      dispatch((run, getState) => {
        const place = at ?? getState().view.insertAt ?? shot.steps.length
        if (!run(edit('step.add', { shotId: shot.id, stepId, use, at: place }))) return
        run(viewActions.step(stepId))
        run(viewActions.set({ face: 'what', look: 'result', trying: null, insertAt: null }))
      })
    },
    [dispatch, shot.id, shot.steps.length],
  )
  return (
    <div className="relative flex min-h-0 flex-1 flex-col">
      {browsing && <CataloguePage />}
      <div className="relative flex min-h-0 flex-[3_1_0]">
        <Rail desk>
          {(drawer) =>
            drawer === 'shots' ? (
              <ShotsDrawer project={project} shotId={shot.id} />
            ) : drawer === 'catalogue' ? (
              <CatalogueDrawer />
            ) : drawer === 'shelf' ? (
              <ShelfDrawer project={project} shot={shot} />
            ) : drawer === 'media' ? (
              <MediaDrawer project={project} />
            ) : (
              <HistoryDrawer />
            )
          }
        </Rail>
        <main className="flex min-w-0 flex-1 flex-col">
          <Picture />
          <StripMemo onAdd={add} />
        </main>
        <aside
          aria-label="Controls"
          className="relative flex shrink-0 flex-col border-l bg-ground"
          style={{ width: panel }}
        >
          <Divider label="Width of the controls" size={panel} grows="left" onSize={setPanel} />
          {motionId && project.shelf?.some((s) => s.id === motionId) ? (
            <MotionPanel motionId={motionId} />
          ) : (
            <PanelMemo />
          )}
        </aside>
      </div>
      <div className="relative flex shrink-0 flex-col border-t" style={{ height: lanes }}>
        <Divider label="Height of the lanes" size={lanes} grows="up" onSize={setLanes} />
        <LanesMemo />
      </div>
    </div>
  )
}

/** The viewer with what is chosen to be seen, and the handles of the face that is open. */
const Picture = memo(function Picture() {
  const { project, shot } = useDesk()
  const step = useSelectedStep()
  const view = useView(
    'frame',
    'look',
    'inspect',
    'peek',
    'solo',
    'compare',
    'background',
    'face',
    'playing',
    'trying',
    'itemId',
    'lookItem',
    'overlay',
    'motionId',
    'frozen',
  )
  const { quality, scopes, drawing } = useView('quality', 'scopes', 'drawing')
  const { frame, compare, peek, face } = view
  const against =
    compare.mode === 'off' || peek
      ? undefined
      : againstOf(project, shot, step?.id ?? null, frame, compare.against)
  const key = JSON.stringify(looked(targetOf(shot, step?.id ?? null, view), view.inspect, compare, against))
  // Equal targets are one target, so that a picture is asked for once.
  const target = useMemo(() => JSON.parse(key) as ReturnType<typeof looked>, [key])
  const second =
    against && JSON.stringify({ ...against.target, ...(view.inspect ? { inspect: view.inspect } : {}) })
  const other = useMemo(
    () =>
      second && (compare.mode === 'split' || compare.mode === 'side')
        ? { target: JSON.parse(second) as typeof target, mode: compare.mode }
        : undefined,
    [second, compare.mode],
  )
  const { motionId } = view
  const shown = useMemo(
    () =>
      view.trying ? tryOn(project, view.trying) : frozen(project, shot.id, { frozen: view.frozen, motionId }),
    [view.trying, project, shot.id, view.frozen, motionId],
  )
  const time = treatmentTime(shot, frame)
  const bare = !peek && compare.mode !== 'side'
  const motion = motionId ? project.shelf?.find((s) => s.id === motionId) : undefined
  const handles = step && bare && !view.playing
  const overlay =
    motion?.kind === 'motion' && bare
      ? (rect: Rect) => <MotionOverlay item={motion} rect={rect} />
      : bare && (drawing === 'point' || drawing === 'pair' || drawing === 'surface')
        ? (rect: Rect) => <MotionDrawing project={project} shotId={shot.id} rect={rect} />
        : handles
          ? (rect: Rect) =>
              face === 'where' || view.look.startsWith('region') ? (
                <RegionOverlay project={project} shotId={shot.id} step={step} time={time} rect={rect} />
              ) : face === 'what' ? (
                <PointOverlay step={step} rect={rect} />
              ) : null
          : undefined
  const says =
    compare.mode === 'flip' && compare.flipped && against
      ? against.name
      : motionId && view.frozen
        ? 'Held still by the motion'
        : (saysLook(step, view, shot) ??
          (compare.mode === 'difference' && against ? `Difference from ${against.name}` : null))
  return (
    <>
      <ViewBar desk={{ project, shot, step }} />
      <div className="flex min-h-0 flex-1">
        <div className="flex min-w-0 flex-1 flex-col">
          <Viewer
            project={shown}
            target={target}
            frame={frame}
            against={other && against ? { ...other, names: [against.name, 'Result'] } : undefined}
            overlay={overlay}
            badge={says ? <span className="rounded bg-[#000000c0] px-2 py-1 text-what">{says}</span> : null}
          />
        </div>
        {scopes.length > 0 && <Scopes />}
      </div>
      <Transport
        project={project}
        shotId={shot.id}
        offset={shot.start}
        count={shot.length}
        scale={playScale(quality)}
      />
    </>
  )
})
