import { fromTimecode, type Rate, toTimecode } from '@stilus/core/time'
import {
  ChevronDown,
  ChevronFirst,
  ChevronLast,
  MonitorPlay,
  Pause,
  Play,
  Repeat,
  StepBack,
  StepForward,
} from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { play, seek, stop } from '../session/playback'
import { renderSection } from '../session/section'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { Menu } from '../ui/overlays'
import { ProbeLine } from './probe'

/** Start, step, play, loop; the timecode can be typed; while playing it says how many frames a second are shown. */
export function Transport({
  clock,
  offset,
  count,
  scale,
  runUp,
}: {
  /** What timecode counts by, and shows at frame 0. */
  clock: { rate: Rate; startTimecode: number }
  offset: number
  count: number
  scale: number
  /** How much round a transition plays with it, where there is one. */
  runUp?: ReactNode
}) {
  const dispatch = useAppDispatch()
  const { frame, playing, loop, shown } = useView('frame', 'playing', 'loop', 'shown')
  return (
    <div className="flex h-9 shrink-0 items-center gap-0.5 border-t bg-ground px-2">
      <IconButton label="To the first frame" shortcut="Home" onClick={() => dispatch(seek(0))}>
        <ChevronFirst size={17} />
      </IconButton>
      <IconButton label="One frame back" shortcut="←" onClick={() => dispatch(seek(frame - 1))}>
        <StepBack size={15} />
      </IconButton>
      <IconButton
        label={playing ? 'Stop' : 'Play'}
        shortcut="Space"
        onClick={() => dispatch(playing ? stop : play(scale))}
      >
        {playing ? <Pause size={17} /> : <Play size={17} />}
      </IconButton>
      <IconButton label="One frame on" shortcut="→" onClick={() => dispatch(seek(frame + 1))}>
        <StepForward size={15} />
      </IconButton>
      <IconButton label="To the last frame" shortcut="End" onClick={() => dispatch(seek(count - 1))}>
        <ChevronLast size={17} />
      </IconButton>
      <TimecodeField clock={clock} frame={frame + offset} onChange={(f) => dispatch(seek(f - offset))} />
      <span className="ml-1 text-dim">{saysFrame(frame, count)}</span>
      <ProbeLine />
      {playing && shown && (
        <span role="status" className={shown.dropped ? 'text-what' : 'text-dim'}>
          {shown.fps} frames a second{shown.dropped ? `, ${shown.dropped} left out` : ''}
        </span>
      )}
      {runUp}
      <IconButton
        label="Render this section, then play it"
        shortcut="Alt R"
        onClick={() => void renderSection()}
      >
        <MonitorPlay size={15} />
      </IconButton>
      <IconButton
        label="Play in a loop"
        pressed={loop}
        onClick={() => dispatch(viewActions.set({ loop: !loop }))}
      >
        <Repeat size={15} />
      </IconButton>
    </div>
  )
}

/** Which frame it is; at a cut, how far before or after the transition. */
function saysFrame(frame: number, count: number): string {
  if (frame < 0) return `${-frame} before it`
  return frame < count ? `frame ${frame + 1} of ${count}` : `${frame - count + 1} after it`
}

/** How much before and after a transition plays with it. */
export function RunUp() {
  const dispatch = useAppDispatch()
  const { runUp } = useView('runUp')
  return (
    <Menu
      trigger={
        <Button look="quiet" aria-label={`Run-up round the cut: ${saysRunUp(runUp)}`} className="px-2">
          {saysRunUp(runUp)} <ChevronDown size={14} />
        </Button>
      }
      items={RUN_UPS.map((seconds) => ({
        label: saysRunUp(seconds),
        checked: seconds === runUp,
        run: () => dispatch(viewActions.set({ runUp: seconds })),
      }))}
    />
  )
}

const RUN_UPS = [0, 0.5, 1, 2, 4]
const saysRunUp = (seconds: number) => (seconds ? `± ${seconds} s` : 'No run-up')

function TimecodeField({
  clock,
  frame,
  onChange,
}: {
  clock: { rate: Rate; startTimecode: number }
  frame: number
  onChange(frame: number): void
}) {
  const [typed, setTyped] = useState<string | null>(null)
  const shown = toTimecode(clock.startTimecode + frame, clock.rate)
  return (
    <input
      aria-label="Timecode"
      value={typed ?? shown}
      className="ml-1 h-7 w-[104px] rounded bg-transparent px-1.5 text-base hover:bg-field focus:bg-black focus:outline-none"
      onFocus={(e) => {
        setTyped(shown)
        const field = e.currentTarget
        requestAnimationFrame(() => field.select())
      }}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => setTyped(null)}
      onKeyDown={(e) => {
        e.stopPropagation()
        if (e.key === 'Enter') {
          const found = fromTimecode(typed ?? '', clock.rate)
          if (found !== undefined) onChange(found < clock.startTimecode ? found : found - clock.startTimecode)
        }
        if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
      }}
    />
  )
}
