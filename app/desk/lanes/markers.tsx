import type { Sequence } from '@stilus/core/project'
import { edit } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { Menu } from '../../ui/overlays'
import type { TimeMap } from '../../ui/timeline'
import { useDesk } from '../use-desk'

/** The markers of the sequence on a ruler that begins where the stage does. */
export function Markers({ map }: { map: TimeMap }) {
  const { stage } = useDesk()
  return <MarkerMarks {...stage} map={map} />
}

interface MarkerProps {
  sequence?: Sequence | undefined
  start: number
  length: number
  map: TimeMap
}

/** The markers of a sequence on a ruler that begins at sequence frame `start`. */
export function MarkerMarks({ sequence, start, length, map }: MarkerProps) {
  const dispatch = useAppDispatch()
  const sequenceId = sequence?.id
  const here = (sequence?.markers ?? []).filter((m) => m.at >= start && m.at < start + length)
  return here.map((marker) => (
    <Menu
      key={marker.id}
      trigger={
        <button
          type="button"
          aria-label={`Marker ${marker.name || 'without a name'}`}
          title={marker.name}
          className="absolute bottom-0.5 flex h-4 w-3 -translate-x-1/2 items-end justify-center"
          style={{ left: map.x(marker.at - start) }}
        >
          <svg width={9} height={11} aria-hidden>
            <path d="M0 0H9V6L4.5 11L0 6Z" fill="#ececec" />
          </svg>
        </button>
      }
      items={[
        { label: 'Go there', run: () => map.seek(marker.at - start) },
        {
          label: 'Remove',
          danger: true,
          run: () => dispatch(edit('marker.remove', { sequenceId, markerId: marker.id })),
        },
      ]}
    />
  ))
}
