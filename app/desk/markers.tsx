import type { Project, Shot } from '@stilus/core/project'
import { seek } from '../session/playback'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Menu } from '../ui/overlays'
import type { TimeMap } from '../ui/timeline'

/** The markers of the sequence that lie in a shot, on its ruler. */
export function Markers({ project, shot, map }: { project: Project; shot: Shot; map: TimeMap }) {
  const dispatch = useAppDispatch()
  const here = (project.markers ?? []).filter((m) => m.at >= shot.start && m.at < shot.start + shot.length)
  return here.map((marker) => (
    <Menu
      key={marker.id}
      trigger={
        <button
          type="button"
          aria-label={`Marker ${marker.name || 'without a name'}`}
          title={marker.name}
          className="absolute bottom-0.5 flex h-4 w-3 -translate-x-1/2 items-end justify-center"
          style={{ left: map.x(marker.at - shot.start) }}
        >
          <svg width={9} height={11} aria-hidden>
            <path d="M0 0H9V6L4.5 11L0 6Z" fill="#ececec" />
          </svg>
        </button>
      }
      items={[
        { label: 'Go there', run: () => dispatch(seek(marker.at - shot.start, shot.id)) },
        {
          label: 'Remove',
          danger: true,
          run: () => dispatch(edit('marker.remove', { markerId: marker.id })),
        },
      ]}
    />
  ))
}
