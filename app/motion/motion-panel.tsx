import { doubtful, spanOf } from '@stilus/core/motion'
import { getMotion, type MotionItem, motionFrame, motionOf } from '@stilus/core/project'
import { ArrowLeft, MoreHorizontal, SkipBack, SkipForward, Square, StepBack, StepForward } from 'lucide-react'
import { lazy, Suspense } from 'react'
import { useDesk } from '../desk/use-desk'
import { seek } from '../session/playback'
import { measureLens, startTracking, stopTracking, timeOfFrame } from '../session/tracking'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { EditableText, Segments, Toggle } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import { Menu } from '../ui/overlays'
import { motionMenu, usesMenu } from './motion-menu'

// The chart is large and seldom needed at once.
const QualityGraph = lazy(() => import('./quality-graph').then((m) => ({ default: m.QualityGraph })))

const FORMS = { point: 'One point', pair: 'Two points', plane: 'A plane' }

/** One motion: how it is tracked, the tracking itself, how sure it is, and what it drives. */
export function MotionPanel({ motionId }: { motionId: string }) {
  const { project } = useDesk()
  const dispatch = useAppDispatch()
  const item = getMotion(project, motionId)
  return (
    <section aria-label="Motion" data-facet="when" className="flex min-h-0 flex-1 flex-col">
      <header className="flex items-center gap-1 border-b px-2 py-1.5">
        <IconButton
          label="Back to the step"
          shortcut="Esc"
          onClick={() => dispatch(viewActions.set({ motionId: null, frozen: false }))}
        >
          <ArrowLeft size={16} />
        </IconButton>
        <EditableText
          label="Name of the motion"
          value={item.name}
          onChange={(name) => dispatch(edit('shelf.rename', { shelfId: item.id, name }))}
          className="h-7 min-w-0 flex-1 px-1 text-base font-semibold"
        />
        <Menu
          align="end"
          trigger={
            <button
              type="button"
              aria-label="More for this motion"
              className="flex size-7 items-center justify-center rounded text-dim hover:bg-field hover:text-text"
            >
              <MoreHorizontal size={16} />
            </button>
          }
          items={() => motionMenu(project, item)}
        />
      </header>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] content-start gap-3 overflow-y-auto px-3 py-2">
        <TrackButtons item={item} />
        <Sureness item={item} />
        <Check item={item} />
        <Setup item={item} />
        <Uses item={item} />
      </div>
    </section>
  )
}

/** The frame of the motion's medium under the playhead, and the way to go to one. */
function useMediumFrame(item: MotionItem) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const { frame } = useView('frame')
  const t = stage.head + frame
  return {
    t,
    frame: Math.round(motionFrame(stage, item, t)),
    go: (at: number) => dispatch(seek(timeOfFrame(stage, item, at) - stage.head)),
  }
}

function TrackButtons({ item }: { item: MotionItem }) {
  const { stage } = useDesk()
  const { runs } = useView('runs')
  const { t } = useMediumFrame(item)
  const run = runs[item.id]
  const start = (direction: 1 | -1, count?: number) => void startTracking(item.id, stage, t, direction, count)
  const left = run && run.fps > 0 ? Math.ceil((run.total - run.done) / run.fps) : undefined
  return (
    <section aria-label="Track" className="grid gap-1.5">
      <div className="grid grid-cols-[1fr_28px_28px_1fr] gap-1">
        <Button aria-label="Track back to the beginning" disabled={Boolean(run)} onClick={() => start(-1)}>
          <SkipBack size={14} /> Track
        </Button>
        <IconButton label="Track one frame back" disabled={Boolean(run)} onClick={() => start(-1, 1)}>
          <StepBack size={15} />
        </IconButton>
        <IconButton label="Track one frame on" disabled={Boolean(run)} onClick={() => start(1, 1)}>
          <StepForward size={15} />
        </IconButton>
        <Button aria-label="Track on to the end" disabled={Boolean(run)} onClick={() => start(1)}>
          Track <SkipForward size={14} />
        </Button>
      </div>
      {run && (
        <div role="status" className="grid grid-cols-[1fr_auto] items-center gap-2">
          <span className="text-dim">
            {run.lens ? 'How the lens bends: ' : ''}
            {run.done} of {run.total} frames
            {run.done > 2 && !run.lens ? `, ${Math.round(run.fps)} a second, ${left ?? 0} s left` : ''}
          </span>
          <Button onClick={() => stopTracking(item.id)}>
            <Square size={12} /> Stop
          </Button>
          <div className="col-span-2 h-1 overflow-hidden rounded bg-field">
            <div
              className="h-full bg-when"
              style={{ width: `${(run.done / Math.max(1, run.total)) * 100}%` }}
            />
          </div>
        </div>
      )}
    </section>
  )
}

function Sureness({ item }: { item: MotionItem }) {
  const { frame, go } = useMediumFrame(item)
  const { project } = useDesk()
  const motion = motionOf(project, item)
  const measured = motion.places.filter(Boolean).length
  if (measured < 2)
    return (
      <p className="text-dim">
        {motion.form === 'plane'
          ? 'Lay the four corners onto the plane, then track. What lies in front of it is left out where an item above it in the region says In front.'
          : 'Lay the point onto a corner or spot with contrast. The inner box is the pattern, the outer one is where it is looked for.'}
      </p>
    )
  const worst = doubtful(motion)
  const [low, high] = spanOf(motion)
  return (
    <section aria-label="How sure it is" className="grid gap-1">
      <Suspense fallback={<div className="h-24" />}>
        <QualityGraph motion={motion} frame={frame} onSeek={go} />
      </Suspense>
      <p className="text-dim">
        Measured from frame {low} to {high}.
      </p>
      {worst.length > 0 && (
        <div className="flex flex-wrap items-center gap-1" aria-label="Frames to look at">
          <span className="text-dim">Look at</span>
          {worst.slice(0, 8).map(({ frame: at, quality }) => (
            <button
              key={at}
              type="button"
              className="rounded bg-field px-1.5 py-0.5 hover:bg-field-over"
              onClick={() => go(at)}
            >
              {at} <span className="text-dim">{Math.round(quality * 100)} %</span>
            </button>
          ))}
          {worst.length > 8 && <span className="text-dim">and {worst.length - 8} more</span>}
        </div>
      )}
    </section>
  )
}

function Check({ item }: { item: MotionItem }) {
  const dispatch = useAppDispatch()
  const { frozen } = useView('frozen')
  const { frame } = useMediumFrame(item)
  const { motion, id: motionId } = item
  const fixed = motion.fixes?.some((f) => f.at === frame) ?? false
  const [from, to] = motion.trim ?? [null, null]
  return (
    <section aria-label="Check and correct" className="grid gap-1">
      <label className="flex min-h-7 items-center justify-between">
        <span>Hold the picture still by it</span>
        <Toggle
          label="Hold the picture still by it"
          value={frozen}
          onChange={(on) => dispatch(viewActions.set({ frozen: on }))}
        />
      </label>
      <p className="text-dim">
        {frozen
          ? 'Play: what drifts in the outline has slipped.'
          : frame === motion.reference
            ? 'This is the reference: dragging here moves what is shown, not what was measured.'
            : 'Drag it on the picture to correct it here; the correction is shared out to the next corrected frames.'}
      </p>
      {fixed && (
        <Button onClick={() => dispatch(edit('motion.unfix', { motionId, at: frame }))}>
          Take the correction at frame {frame} back
        </Button>
      )}
      <div className="flex items-center justify-between gap-2">
        <span className="text-dim">Smooth over</span>
        <NumberField
          label="Smooth over frames"
          value={motion.smooth ?? 0}
          min={0}
          max={200}
          soft={[0, 12]}
          step={0.1}
          digits={1}
          unit="frames"
          onChange={(smooth, gesture) => dispatch(edit('motion.smooth', { motionId, smooth }, gesture))}
          className="w-28"
        />
      </div>
      <div className="grid grid-cols-[auto_1fr_1fr_auto] items-center gap-1">
        <span className="pr-1 text-dim">Trim</span>
        <Button
          className="px-1"
          aria-pressed={from !== null}
          onClick={() => dispatch(edit('motion.trim', { motionId, trim: [frame, to] }))}
        >
          Begin here
        </Button>
        <Button
          className="px-1"
          aria-pressed={to !== null}
          onClick={() => dispatch(edit('motion.trim', { motionId, trim: [from, frame] }))}
        >
          End here
        </Button>
        {motion.trim && (
          <Button
            look="quiet"
            className="px-1"
            onClick={() => dispatch(edit('motion.trim', { motionId, trim: [null, null] }))}
          >
            All
          </Button>
        )}
      </div>
    </section>
  )
}

const FREEDOMS = [
  ['scale', 'Size'],
  ['rotation', 'Turn'],
  ['shear', 'Shear'],
  ['perspective', 'Perspective'],
] as const

const REFRESHES = [
  { value: 'keep', label: 'Never' },
  { value: 'worn', label: 'When worn' },
  { value: 'always', label: 'Always' },
]

function Setup({ item }: { item: MotionItem }) {
  const dispatch = useAppDispatch()
  const { stage } = useDesk()
  const { runs } = useView('runs')
  const { track, motion, id: motionId } = item
  const change = (change: Partial<typeof track>, gesture?: string) =>
    void dispatch(edit('motion.track', { motionId, change }, gesture))
  return (
    <section aria-label="How it is tracked" className="grid gap-1 border-t pt-2">
      <h3 className="text-xs font-semibold text-faint">
        {FORMS[motion.form]}, reference at frame {motion.reference}
      </h3>
      {motion.form === 'plane' ? (
        <>
          <div
            className="grid grid-cols-2 gap-1"
            role="group"
            aria-label="What may change besides its position"
          >
            {FREEDOMS.map(([name, label]) => (
              <Button
                key={name}
                aria-pressed={track[name]}
                className={track[name] ? 'ring-1 ring-when' : 'text-dim'}
                onClick={() => change({ [name]: !track[name] })}
              >
                {label}
              </Button>
            ))}
          </div>
          <div className="flex items-center gap-2">
            <span className="flex-1 text-dim">Bend of the lens</span>
            <NumberField
              label="Bend of the lens"
              value={track.lens ?? 0}
              min={-0.6}
              max={0.6}
              step={0.005}
              digits={3}
              onChange={(lens, gesture) => change({ lens }, gesture)}
              className="w-20"
            />
            <Button disabled={Boolean(runs[motionId])} onClick={() => void measureLens(motionId, stage)}>
              Measure
            </Button>
          </div>
          {track.lens === undefined && track.perspective && (
            <p className="text-dim">Measured by itself once the plane was followed to the end.</p>
          )}
        </>
      ) : (
        <>
          <label className="flex min-h-7 items-center justify-between">
            <span className="text-dim">The pattern may turn and grow</span>
            <Toggle
              label="The pattern may turn and grow"
              value={track.rotation}
              onChange={(on) => change({ rotation: on, scale: on })}
            />
          </label>
          <div className="grid gap-1">
            <span className="text-dim">Take the pattern anew</span>
            <Segments
              label="Take the pattern anew"
              value={track.refresh}
              options={REFRESHES}
              onChange={(refresh) => change({ refresh: refresh as typeof track.refresh })}
            />
          </div>
        </>
      )}
    </section>
  )
}

function Uses({ item }: { item: MotionItem }) {
  const { stage } = useDesk()
  const { stepId } = useView('stepId')
  return (
    <section aria-label="What it drives" className="grid gap-1 border-t pt-2">
      <Menu trigger={<Button>Use it …</Button>} items={() => usesMenu(stage, stepId, item)} />
    </section>
  )
}
