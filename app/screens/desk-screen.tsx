import {
  contentOf,
  findOwner,
  type Project,
  type Stack,
  stackName,
  stageOf,
  stepIn,
} from '@stilus/core/project'
import { memo, useEffect, useMemo } from 'react'
import { useNavigate, useParams } from 'react-router'
import { Lanes } from '../desk/lanes/lanes'
import { PointOverlay } from '../desk/controls/point-overlay'
import { CropOverlay } from '../desk/key/crop-overlay'
import { MarkOverlay } from '../desk/key/mark-overlay'
import { StepPanel } from '../desk/panel/step-panel'
import { Strip } from '../desk/strip/strip'
import { DeskProvider, timeAt, useDesk, useSelectedStep } from '../desk/use-desk'
import { MotionDrawing } from '../motion/motion-drawing'
import { MotionOverlay } from '../motion/motion-overlay'
import { MotionPanel } from '../motion/motion-panel'
import { frozen } from '../session/motions'
import { playScale } from '../session/playback'
import { sideOf } from '../session/where'
import { tryOn } from '../session/trying'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { EmptyState } from '../ui/fields'
import { Divider, useKeptSize } from '../ui/resize'
import type { Rect } from '../viewer/layout'
import { againstOf, looked, saysLook, targetOf } from '../viewer/looks'
import { RegionOverlay } from '../viewer/region-overlay'
import { Seen } from '../viewer/seen'
import { RunUp, Transport } from '../viewer/transport'
import { ViewBar } from '../viewer/view-bar'
import { Wires } from '../wires/wires'
import { Bar } from './bar'
import { CataloguePage } from '../catalogue/page'
import { DeskDrawers } from './desk-drawers'

const GONE: Record<Exclude<Stack['kind'], 'object'>, string> = {
  shot: 'This shot is not in the project any more.',
  span: 'This span is not in the project any more.',
  transition: 'This transition is not in the project any more.',
}

/** The desk of one shot, span or cut. */
export function DeskScreen({ project, kind }: { project: Project; kind: Exclude<Stack['kind'], 'object'> }) {
  const { ownerId = '' } = useParams()
  const navigate = useNavigate()
  const dispatch = useAppDispatch()
  const { side } = useView('side')
  const there = findOwner(project, kind, ownerId) !== undefined
  const stage = useMemo(
    () => (there ? stageOf(project, sideOf({ kind, id: ownerId }, side)) : undefined),
    [project, there, kind, ownerId, side],
  )
  useEffect(() => {
    const length = stage?.length ?? 1
    dispatch((run, getState) => {
      const { frame, shotId: before, stepId, stepIds, motionId } = getState().view
      // A step of this stage that is selected already, by undo or by a quick hand, stays selected.
      const mine = stage && stepId !== null && stepIn(stage, stepId) !== undefined
      // So does a motion that was opened elsewhere and is at home here.
      const item = project.shelf?.find((s) => s.id === motionId)
      const motion = item?.kind === 'motion' && item.shotId === ownerId ? { motionId } : {}
      const kept = { ...(mine ? { stepId, stepIds } : {}), ...motion }
      const same = before === ownerId || mine
      run(viewActions.entered({ frame: same ? Math.min(frame, length - 1) : 0, ...kept }))
      run(viewActions.shot({ id: kind === 'shot' ? ownerId : null }))
    })
    // Entering is about what is worked on, not about its length.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [kind, ownerId, dispatch])
  const desk = useMemo(() => (stage ? { project, stage } : null), [project, stage])
  if (!desk) {
    return (
      <>
        <Bar project={project} crumb="Not there" />
        <EmptyState text={GONE[kind]}>
          <Button onClick={() => void navigate(`/p/${project.id}`)}>Back to the sequence</Button>
        </EmptyState>
      </>
    )
  }
  const { sequence, shot, stack } = desk.stage
  return (
    <DeskProvider value={desk}>
      <Bar project={project} sequence={sequence} crumb={stackName(project, stack)} shot={shot} />
      <DeskBody />
    </DeskProvider>
  )
}

// Dragging an edge between panels draws none of them again.
/** The height of wires that take most of the window: the picture keeps the rest. */
export const TALL = '64vh'

const StripMemo = memo(Strip)
const PanelMemo = memo(StepPanel)
const LanesMemo = memo(Lanes)
const WiresMemo = memo(Wires)

function DeskBody() {
  const { project, stage } = useDesk()
  const [panel, setPanel] = useKeptSize('controls', 308, 292, 560)
  const {
    lanes: shows,
    browsing,
    motionId,
    wiresTall,
  } = useView('lanes', 'browsing', 'motionId', 'wiresTall')
  const tall = shows === 'wires' && wiresTall
  const lanesSize = useKeptSize('lanes', 168, 96, 640)
  const curvesSize = useKeptSize('curves', 250, 140, 720)
  const wiresSize = useKeptSize('wires', 340, 180, 900)
  const [lanes, setLanes] = { lanes: lanesSize, curves: curvesSize, wires: wiresSize }[shows]
  return (
    <div className="relative flex min-h-0 flex-1 flex-col">
      {browsing && <CataloguePage />}
      <div className="relative flex min-h-0 flex-[3_1_0]">
        <DeskDrawers project={project} stage={stage} sequence={stage.sequence} />
        <main className="flex min-w-0 flex-1 flex-col">
          <Picture />
          {shows !== 'wires' && <StripMemo />}
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
      <div className="relative flex shrink-0 flex-col border-t" style={{ height: tall ? TALL : lanes }}>
        <Divider label="Height of the lanes" size={lanes} grows="up" onSize={setLanes} />
        {shows === 'wires' ? <WiresMemo /> : <LanesMemo />}
      </div>
    </div>
  )
}

/** The viewer with what is chosen to be seen, and the handles of the face that is open. */
const Picture = memo(function Picture() {
  const { project, stage } = useDesk()
  const step = useSelectedStep()
  const view = useView(
    'frame',
    'look',
    'inspect',
    'peek',
    'part',
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
  const { quality, drawing } = useView('quality', 'drawing')
  const { frame, compare, peek, face } = view
  const against =
    compare.mode === 'off' || peek
      ? undefined
      : againstOf(project, stage, step?.id ?? null, frame, compare.against)
  const key = JSON.stringify(looked(targetOf(stage, step?.id ?? null, view), view.inspect, compare, against))
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
      view.trying
        ? tryOn(project, view.trying)
        : frozen(project, stage.stack, { frozen: view.frozen, motionId }),
    [view.trying, project, stage.stack, view.frozen, motionId],
  )
  const time = timeAt(stage, frame)
  const bare = !peek && compare.mode !== 'side'
  const motion = motionId ? project.shelf?.find((s) => s.id === motionId) : undefined
  const marked = step && Object.entries(contentOf(step)).find(([, list]) => list.drawn === view.look)?.[0]
  const handles = step && bare && !view.playing
  const overlay =
    motion?.kind === 'motion' && bare
      ? (rect: Rect) => <MotionOverlay item={motion} rect={rect} />
      : bare && (drawing === 'point' || drawing === 'pair' || drawing === 'plane')
        ? (rect: Rect) => <MotionDrawing stage={stage} rect={rect} />
        : handles
          ? (rect: Rect) =>
              face === 'where' || view.look.startsWith('region') ? (
                <RegionOverlay {...{ project, stage, step, time, rect }} />
              ) : face === 'what' ? (
                marked ? (
                  <MarkOverlay step={step} list={marked} rect={rect} />
                ) : (
                  <>
                    {step.use === 'screen-key' && view.part === 'Place' && (
                      <CropOverlay step={step} rect={rect} />
                    )}
                    <PointOverlay step={step} rect={rect} />
                  </>
                )
              ) : null
          : undefined
  const says =
    compare.mode === 'flip' && compare.flipped && against
      ? against.name
      : motionId && view.frozen
        ? 'Held still by the motion'
        : (saysLook(step, view, stage) ??
          (compare.mode === 'difference' && against ? `Difference from ${against.name}` : null))
  return (
    <>
      <ViewBar desk={{ project, stage, step }} />
      <Seen
        project={shown}
        target={target}
        frame={frame}
        against={other && against ? { ...other, names: [against.name, 'Result'] } : undefined}
        overlay={overlay}
        badge={says ? <span className="rounded bg-[#000000c0] px-2 py-1 text-what">{says}</span> : null}
      />
      <Transport
        clock={{ rate: stage.rate, startTimecode: stage.sequence?.startTimecode ?? 0 }}
        offset={stage.start}
        count={stage.length}
        scale={playScale(quality)}
        runUp={stage.stack.kind === 'transition' ? <RunUp /> : undefined}
      />
    </>
  )
})
