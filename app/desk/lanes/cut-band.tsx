import { getShot, getTransition, joinsSides } from '@stilus/core/project'
import { frameRange } from '../../session/playback'
import { useView } from '../../store/store'
import type { TimeMap } from '../../ui/timeline'
import { useDesk } from '../use-desk'

const HANDLE = { backgroundImage: 'repeating-linear-gradient(135deg, #ffffff2e 0 2px, transparent 2px 6px)' }

/** The two shots over the time of a cut: what lies in their handles is hatched, and the cut is a line. */
export function CutBand({ map }: { map: TimeMap }) {
  const { project, stage } = useDesk()
  const transition = getTransition(project, stage.stack.id)
  const { from, to } = transition
  const { runUp } = useView('runUp')
  const [first, end] = frameRange(project, { kind: 'stack', stack: stage.stack }, runUp)
  const joins = joinsSides(transition)
  const cut = -stage.head
  const bar = (says: string, [start, end]: [number, number], look: object = {}) =>
    end > start && (
      <span
        className="absolute inset-y-px overflow-hidden bg-field px-1.5 text-[11px] leading-[16px] whitespace-nowrap text-dim"
        style={{ left: map.x(start), width: map.x(end) - map.x(start) - 1, ...look }}
      >
        {says}
      </span>
    )
  const row = (name: string, shotId: string | null, own: [number, number], handle: [number, number]) =>
    shotId !== null && (
      <div
        className="flex h-[18px]"
        role="img"
        aria-label={`${name}: ${own[1] - own[0]} frames, ${joins ? handle[1] - handle[0] : 0} of its handle`}
      >
        <span className="w-[200px] shrink-0 border-r px-3 text-xs leading-[18px] text-faint">{name}</span>
        <span className="relative flex-1">
          {bar(getShot(project, shotId).name, own)}
          {joins && bar(`Handle, ${handle[1] - handle[0]} frames of it`, handle, HANDLE)}
        </span>
      </div>
    )
  return (
    <div className="relative shrink-0 border-b py-px">
      {row('Outgoing', from, [first, cut], [cut, stage.length])}
      {row('Incoming', to, [cut, end], [0, cut])}
      <span aria-hidden className="absolute inset-y-0 w-px bg-text" style={{ left: 200 + map.x(cut) }} />
    </div>
  )
}
