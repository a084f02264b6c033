import {
  allObjects,
  allShots,
  type Design,
  hasObject,
  type Easel,
  type Project,
  rostersOf,
  settingAt,
  type Stage,
  stageOf,
  textsOf,
} from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { ChevronLeft } from 'lucide-react'
import { memo, useEffect, useMemo } from 'react'
import { useNavigate, useParams } from 'react-router'
import { CataloguePage } from '../catalogue/page'
import { DesignPanel } from '../design/design-panel'
import { ChartDialog } from '../design/chart-dialog'
import { MakingTools } from '../design/making-tools'
import { ObjectLanes } from '../design/object-lanes'
import { RosterTable } from '../design/roster/roster-table'
import { ObjectOverlay } from '../design/object-overlay'
import { ObjectPanel } from '../design/object-panel'
import { StepPanel } from '../desk/panel/step-panel'
import { Strip } from '../desk/strip/strip'
import { DeskProvider, stageFrame, timeAt, useDesk, useSelectedStep } from '../desk/use-desk'
import { PointOverlay } from '../desk/controls/point-overlay'
import { needFonts, typesetterOf, useFonts } from '../session/fonts'
import { playScale } from '../session/playback'
import { tryOn } from '../session/trying'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { EmptyState } from '../ui/fields'
import { Divider, useKeptSize } from '../ui/resize'
import { saysLook, targetOf } from '../viewer/looks'
import { RegionOverlay } from '../viewer/region-overlay'
import { Seen } from '../viewer/seen'
import { Transport } from '../viewer/transport'
import { ViewBar } from '../viewer/view-bar'
import { Wires } from '../wires/wires'
import { Bar } from './bar'
import { DeskDrawers } from './desk-drawers'
import { TALL } from './desk-screen'

/** The desk of a design: its objects on the picture, in a list with their time, and the treatments of the one in hand. */
export function DesignScreen({ project }: { project: Project }) {
  const { designId = '' } = useParams()
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { objectId } = useView('objectId')
  const design = project.designs.find((d) => d.id === designId)
  useEffect(() => {
    dispatch((run, getState) => {
      const { objectId, stepId, stepIds, frame } = getState().view
      // An object of this design that is in hand already, by undo, stays there.
      const mine = objectId !== null && design && hasObject(design.objects, objectId)
      const kept = mine ? { objectId, objectIds: [objectId], stepId, stepIds, frame } : { frame: 0 }
      run(viewActions.entered(kept))
      run(viewActions.shot({ id: null }))
    })
    // Entering is about which design it is, not about what is in it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [dispatch, designId])
  const object = design && allObjects(design.objects).find((o) => o.id === objectId)
  const stage = useMemo(
    () =>
      design && (object ? stageOf(project, { kind: 'object', id: object.id }) : emptyStage(project, design)),
    [project, design, object],
  )
  const desk = useMemo(() => (stage ? { project, stage } : null), [project, stage])
  if (!design || !desk) {
    return (
      <>
        <Bar project={project} crumb="Not there" />
        <EmptyState text="This design is not in the project any more.">
          <Button onClick={() => void navigate(`/p/${project.id}`)}>Back to the sequence</Button>
        </EmptyState>
      </>
    )
  }
  return (
    <DeskProvider value={desk}>
      <Bar project={project} crumb={design.name} />
      <Body design={design} />
    </DeskProvider>
  )
}

/** What stands in for a stage while no object is in hand. */
const emptyStage = (project: Project, design: Design): Stage => ({
  project,
  design,
  stack: { kind: 'object', id: '' },
  steps: [],
  size: design.size,
  rate: design.rate,
  head: 0,
  length: design.length,
  start: 0,
  lane: 0,
})

const StripMemo = memo(Strip)
const PanelMemo = memo(StepPanel)

function Body({ design }: { design: Design }) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const step = useSelectedStep()
  const [panel, setPanel] = useKeptSize('controls', 308, 292, 560)
  const [lanes, setLanes] = useKeptSize('object lanes', 190, 96, 640)
  const {
    browsing,
    roster: open,
    lanes: shows,
    wiresTall,
  } = useView('browsing', 'roster', 'lanes', 'wiresTall')
  const [wires, setWires] = useKeptSize('wires', 340, 180, 900)
  const roster = rostersOf(project, design.id).find((r) => r.id === open)
  const object = allObjects(design.objects).find((o) => o.id === stage.stack.id)
  const wired = object !== undefined && !roster && shows === 'wires'
  return (
    <div className="relative flex min-h-0 flex-1 flex-col">
      {browsing && object && <CataloguePage />}
      <div className="relative flex min-h-0 flex-[3_1_0]">
        <DeskDrawers project={project} stage={stage} sequence={project.sequences[0]} />
        <main className="flex min-w-0 flex-1 flex-col">
          <Picture design={design} />
          {wired ? null : object ? (
            <StripMemo />
          ) : (
            <p className="h-[104px] shrink-0 border-t px-4 py-3 text-dim">
              Choose an object on the picture or in the list: its treatments stand here.
            </p>
          )}
        </main>
        <aside
          aria-label="Controls"
          className="relative flex shrink-0 flex-col border-l bg-ground"
          style={{ width: panel }}
        >
          <Divider label="Width of the controls" size={panel} grows="left" onSize={setPanel} />
          {!object ? (
            <DesignPanel project={project} design={design} />
          ) : step ? (
            <>
              <button
                type="button"
                className="flex h-8 shrink-0 items-center gap-1 border-b px-2 text-left text-dim hover:text-text"
                onClick={() => dispatch(viewActions.step(null))}
              >
                <ChevronLeft size={14} /> {object.name}
              </button>
              <PanelMemo />
            </>
          ) : (
            <ObjectPanel key={object.id} {...{ project, design, object }} />
          )}
        </aside>
      </div>
      <div
        className="relative flex shrink-0 flex-col border-t"
        style={{ height: !wired ? lanes : wiresTall ? TALL : wires }}
      >
        <Divider
          label="Height of the lanes"
          size={wired ? wires : lanes}
          grows="up"
          onSize={wired ? setWires : setLanes}
        />
        {roster ? (
          <RosterTable {...{ project, design, roster }} />
        ) : wired ? (
          <Wires />
        ) : (
          <ObjectLanes design={design} />
        )}
        <ChartDialog design={design} />
      </div>
    </div>
  )
}

/** The first shot that shows a design. */
const shotOf = (project: Project, designId: string): string | undefined =>
  allShots(project).find(({ source }) => source.kind === 'design' && source.designId === designId)?.id

const Picture = memo(function Picture({ design }: { design: Design }) {
  const { project, stage } = useDesk()
  const step = useSelectedStep()
  const view = useView(
    ...(['frame', 'look', 'inspect', 'peek', 'solo', 'background', 'face', 'playing', 'trying'] as const),
    ...(['itemId', 'lookItem', 'overlay', 'quality', 'drawing', 'typing', 'roster', 'rosterRow'] as const),
  )
  const { frame, face, look, peek, solo } = view
  const object = stage.stack.id !== ''
  // A state, a view or a step by itself is of the object; all else is the design.
  const own = object && (peek !== null || look !== 'result' || solo.length > 0)
  const typed = allObjects(design.objects).find((o) => o.id === view.typing?.objectId)
  const over = view.background === 'below' ? shotOf(project, design.id) : undefined
  const key = JSON.stringify({
    ...(own
      ? targetOf(stage, step?.id ?? null, view)
      : {
          kind: 'design',
          designId: design.id,
          ...(over ? { over } : {}),
          ...(view.roster && view.rosterRow && rostersOf(project, design.id).some((r) => r.id === view.roster)
            ? { row: { rosterId: view.roster, rowId: view.rosterRow } }
            : {}),
          // Only where it differs from what is shown.
          ...(typed?.text?.text.includes('{') ? { typed: typed.id } : {}),
        }),
    ...(view.inspect ? { inspect: view.inspect } : {}),
  })
  const target = useMemo(() => JSON.parse(key) as Target, [key])
  const shown = useMemo(() => (view.trying ? tryOn(project, view.trying) : project), [view.trying, project])
  useFonts()
  const typesetter = typesetterOf(project)
  const easel: Easel = { project, design, size: design.size, typesetter }
  useEffect(() => {
    const texts = textsOf({ designs: [design] }).map(({ object }) => {
      const on = stageOf(project, { kind: 'object', id: object.id })
      return (['shown', 'source'] as const).map((as) => settingAt(on, object, view.frame, as))
    })
    needFonts(project, texts.flat())
  }, [project, design, view.frame])
  const bare = !peek && !view.playing
  const says = own ? saysLook(step, view, stage) : null
  return (
    <>
      <ViewBar desk={{ project, stage, step, alone: true }}>
        <MakingTools />
      </ViewBar>
      <Seen
        project={shown}
        target={target}
        frame={own ? stageFrame(stage, frame) : frame}
        overlay={
          !bare
            ? undefined
            : (rect) =>
                step && (face === 'where' || look.startsWith('region')) ? (
                  <RegionOverlay {...{ project, stage, step, rect }} time={timeAt(stage, frame)} />
                ) : (
                  <>
                    <ObjectOverlay {...{ easel, design, frame, rect }} />
                    {step && face === 'what' && <PointOverlay step={step} rect={rect} />}
                  </>
                )
        }
        badge={says ? <span className="rounded bg-[#000000c0] px-2 py-1 text-what">{says}</span> : null}
      />
      <Transport
        clock={{ rate: design.rate, startTimecode: 0 }}
        offset={0}
        count={design.length}
        scale={playScale(view.quality)}
      />
    </>
  )
})
