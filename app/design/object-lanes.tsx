import {
  addressName,
  type Design,
  type DesignObject,
  deepObjects,
  findIn,
  formAddress,
  passFrames,
  type PassageWay,
  type Stage,
} from '@stilus/core/project'
import { OBJECT_FORMS } from '@stilus/core/design'
import type { Target } from '@stilus/core/render'
import {
  Circle,
  Eye,
  EyeOff,
  Folder,
  Grip,
  Hexagon,
  Image,
  Lock,
  Minus,
  PenTool,
  Plus,
  Spline,
  Square,
  SquaresUnite,
  Star,
  Type,
} from 'lucide-react'
import { type DragEvent, memo, type ReactNode, useMemo, useRef } from 'react'
import { KeyLane } from '../desk/lanes/key-lane'
import { StepLanes } from '../desk/lanes/lane-list'
import { useDesk } from '../desk/use-desk'
import { playScale, seek } from '../session/playback'
import { edit } from '../store/edit'
import { useApp, useAppDispatch, useView } from '../store/store'
import { type Drawing, viewActions } from '../store/view'
import { Button } from '../ui/button'
import { cx } from '../ui/classes'
import { Menu } from '../ui/overlays'
import { countedFrom, Playhead, Ruler, type TimeMap, TimeScale, useTimeDrag } from '../ui/timeline'
import { CachedLine } from '../viewer/cached-line'
import { addObject, groupObjects } from './object-acts'
import { GivingBand } from './giving-band'
import { pictureSources } from './sources'

const ICONS: Record<DesignObject['kind'], ReactNode> = {
  text: <Type size={13} />,
  picture: <Image size={13} />,
  rectangle: <Square size={13} />,
  ellipse: <Circle size={13} />,
  polygon: <Hexagon size={13} />,
  star: <Star size={13} />,
  line: <Minus size={13} />,
  outline: <Spline size={13} />,
  drawing: <PenTool size={13} />,
  combined: <SquaresUnite size={13} />,
  repeat: <Grip size={13} />,
  group: <Folder size={13} />,
}

/** The objects of a design from front to back, each with the time in which it is there; under the chosen one its keys and steps. */
export function ObjectLanes({ design }: { design: Design }) {
  const { project } = useDesk()
  const dispatch = useAppDispatch()
  const { quality } = useView('quality')
  const target = useMemo<Target>(() => ({ kind: 'design', designId: design.id }), [design.id])
  const rows = useMemo(() => deepObjects([...design.objects]), [design.objects])
  const front = useMemo(() => frontFirst(rows), [rows])
  return (
    <section aria-label="Objects in time" className="flex min-h-0 flex-1 flex-col">
      <TimeScale
        first={0}
        end={design.length}
        onSeek={(frame) => dispatch(seek(frame))}
        onHand={(down) => dispatch(viewActions.set({ hand: down }))}
      >
        {(map) => (
          <>
            <div className="flex h-8 shrink-0 border-b">
              <div className="flex w-[200px] shrink-0 items-center gap-1 border-r px-1.5">
                <AddMenu design={design} />
                <GroupButton />
              </div>
              <div className="relative flex flex-1">
                <Ruler map={map} rate={design.rate}>
                  <CachedLine project={project} target={target} map={map} scale={playScale(quality)} />
                </Ruler>
              </div>
            </div>
            {design.objects.length > 0 && <GivingBand design={design} map={map} />}
            <div className="min-h-0 flex-1 overflow-y-auto" data-testid="object-lanes">
              {front.map(({ object, depth }) => (
                <Row key={object.id} {...{ design, object, depth, map }} />
              ))}
              {!front.length && (
                <p className="py-3 pl-[224px] text-dim">
                  Each object gets a lane here: when it is there, its keys, and its treatments.
                </p>
              )}
            </div>
            <Playhead map={map} left={200} />
          </>
        )}
      </TimeScale>
    </section>
  )
}

type Deep = ReturnType<typeof deepObjects>[number]

/** Lists hold what lies at the back first; people read from the front. Groups stay above what is in them. */
function frontFirst(rows: readonly Deep[]): Deep[] {
  const blocks: Deep[][] = []
  const [first] = rows
  for (const row of rows) {
    if (row.depth === first?.depth) blocks.push([row])
    else blocks.at(-1)?.push(row)
  }
  return blocks.reverse().flatMap(([head, ...inner]) => (head ? [head, ...frontFirst(inner)] : []))
}

function AddMenu({ design }: { design: Design }) {
  const { project } = useDesk()
  const dispatch = useAppDispatch()
  const draw = (drawing: Drawing) => () => void dispatch(viewActions.set({ drawing }))
  return (
    <Menu
      trigger={
        <Button className="h-6!">
          <Plus size={13} /> Object
        </Button>
      }
      items={() => [
        { label: 'Text', run: draw('text') },
        { label: 'Rectangle', run: draw('rectangle') },
        { label: 'Ellipse', run: draw('ellipse') },
        { label: 'Polygon', run: draw('polygon') },
        { label: 'Star', run: draw('star') },
        { label: 'Line', run: draw('line') },
        { label: 'Arrow', run: draw('arrow') },
        { label: 'Outline', run: draw('outline') },
        { label: 'Chart …', run: () => dispatch(viewActions.set({ charting: true })) },
        {
          label: 'Picture or clip',
          items: pictureSources(project, design, (source, name) =>
            addObject(design, 'picture', { source, name }),
          ),
        },
      ]}
    />
  )
}

function GroupButton() {
  const { objectIds } = useView('objectIds')
  if (objectIds.length < 2) return null
  return (
    <Button className="h-6!" onClick={() => groupObjects(objectIds)}>
      Group {objectIds.length}
    </Button>
  )
}

interface RowProps {
  design: Design
  object: DesignObject
  depth: number
  map: TimeMap
}

const Row = memo(function Row({ design, object, depth, map }: RowProps) {
  const dispatch = useAppDispatch()
  const chosen = useApp((s) => s.view.objectIds.includes(object.id))
  const drop = (event: DragEvent) => {
    event.preventDefault()
    const id = event.dataTransfer.getData('text/stilus-object')
    // Only within the same group, or the same design.
    const list = findIn(design.objects, object.id)
    const to = list.findIndex((o) => o.id === object.id)
    if (id && id !== object.id && list.some((o) => o.id === id))
      dispatch(edit('object.order', { objectId: id, to }))
  }
  return (
    <>
      <div
        className={cx('lane flex h-6', chosen && 'bg-raised')}
        draggable
        onDragStart={(e) => e.dataTransfer.setData('text/stilus-object', object.id)}
        onDragOver={(e) => e.preventDefault()}
        onDrop={drop}
      >
        <div
          className="flex w-[200px] shrink-0 items-center gap-1.5 border-r pr-2"
          style={{ paddingLeft: 8 + depth * 14 }}
        >
          <button
            type="button"
            aria-label={object.on ? `Hide ${object.name}` : `Show ${object.name}`}
            className="flex size-5 items-center justify-center text-dim hover:text-text"
            onClick={() =>
              dispatch(edit('object.change', { objectId: object.id, change: { on: !object.on } }))
            }
          >
            {object.on ? <Eye size={13} /> : <EyeOff size={13} />}
          </button>
          <span className="text-dim" aria-hidden>
            {ICONS[object.kind]}
          </span>
          <button
            type="button"
            aria-pressed={chosen}
            className={cx(
              'min-w-0 flex-1 truncate text-left',
              chosen ? 'font-semibold' : 'text-dim hover:text-text',
            )}
            onClick={(e) =>
              dispatch(viewActions.object({ id: object.id, also: e.ctrlKey || e.metaKey || e.shiftKey }))
            }
          >
            {object.name}
          </button>
          {object.locked && <Lock size={12} className="text-dim" aria-label="Locked" />}
        </div>
        <div className="relative flex-1 overflow-hidden">
          <ObjectBar object={object} map={map} chosen={chosen} />
        </div>
      </div>
      {chosen && <Under objectId={object.id} map={map} depth={depth} />}
    </>
  )
})

/** Keys and steps of the object in hand. */
function Under({ objectId, map, depth }: { objectId: string; map: TimeMap; depth: number }) {
  const { stage } = useDesk()
  const object =
    stage.design && deepObjects(stage.design.objects).find((d) => d.object.id === objectId)?.object
  const own = useMemo(() => countedFrom(map, stage.start), [map, stage.start])
  if (!object || stage.stack.id !== objectId) return null
  return <ObjectDetail {...{ object, stage, depth }} map={own} />
}

function ObjectDetail(props: { object: DesignObject; stage: Stage; map: TimeMap; depth: number }) {
  const { object, stage, map, depth } = props
  const moving = Object.entries(object.form).filter(([, animated]) => animated.keys?.length)
  return (
    <>
      {moving.map(([name, animated]) => {
        const address = formAddress('object', object.id, name)
        const label = OBJECT_FORMS[object.kind][name]?.label ?? name
        return (
          <KeyLane
            key={addressName(address)}
            {...{ address, label, animated, map, depth }}
            head={stage.head}
          />
        )
      })}
      <StepLanes steps={stage.steps} stage={stage} map={map} depth={depth + 1} />
    </>
  )
}

/** When an object is there: its body moves, its ends trim. */
function ObjectBar({ object, map, chosen }: { object: DesignObject; map: TimeMap; chosen: boolean }) {
  const dispatch = useAppDispatch()
  const { start, length } = object
  const from = useRef({ start, length })
  const begin = () => {
    from.current = { start, length }
    dispatch(viewActions.object({ id: object.id }))
  }
  const time = (next: { start: number; length: number }, carry: boolean, gesture: string) =>
    !object.locked && void dispatch(edit('object.time', { objectId: object.id, ...next, carry }, gesture))
  const body = useTimeDrag(
    map,
    begin,
    (by, _, g) => time({ start: from.current.start + by, length: from.current.length }, true, g),
    { anchor: () => from.current.start },
  )
  const head = useTimeDrag(
    map,
    begin,
    (by, _, g) => {
      const cut = Math.min(by, from.current.length - 1)
      time({ start: from.current.start + cut, length: from.current.length - cut }, false, g)
    },
    { anchor: () => from.current.start },
  )
  const tail = useTimeDrag(
    map,
    begin,
    (by, _, g) =>
      time({ start: from.current.start, length: Math.max(1, from.current.length + by) }, false, g),
    { anchor: () => from.current.start + from.current.length },
  )
  const x0 = map.x(start)
  const edge = 'absolute inset-y-0 w-2 cursor-ew-resize touch-none hover:bg-[#ffffff50]'
  return (
    <div
      className={cx(
        'absolute top-1 h-4 rounded-sm touch-none',
        chosen ? 'bg-[color-mix(in_srgb,var(--color-when)_46%,#333)]' : 'bg-[#4c4c4c]',
        !object.on && 'opacity-40',
      )}
      style={{ left: x0, width: Math.max(4, map.x(start + length) - x0) }}
      title={`${object.name}: drag to move, drag its ends to trim`}
      {...body}
    >
      <Slope object={object} way="arrive" map={map} />
      <Slope object={object} way="leave" map={map} />
      <div className={cx(edge, 'left-0')} {...head} />
      <div className={cx(edge, 'right-0')} {...tail} />
    </div>
  )
}

/** The frames in which an object arrives or leaves, as a slope at that end of its bar. */
function Slope({ object, way, map }: { object: DesignObject; way: PassageWay; map: TimeMap }) {
  const frames = passFrames(object, way)
  if (!(frames > 0)) return null
  return (
    <div
      aria-hidden
      className={cx(
        'pointer-events-none absolute inset-y-0 bg-[#00000066]',
        way === 'arrive' ? 'left-0' : 'right-0',
      )}
      style={{
        width: map.x(frames) - map.x(0),
        clipPath: way === 'arrive' ? 'polygon(0 0, 100% 0, 0 100%)' : 'polygon(0 0, 100% 0, 100% 100%)',
      }}
    />
  )
}
