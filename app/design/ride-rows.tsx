import { type DesignObject, motionFrame, RIDES, stageOf } from '@stilus/core/project'
import { X } from 'lucide-react'
import { useDesk } from '../desk/use-desk'
import { AttachForm, useMotions } from '../motion/attach-form'
import { edit } from '../store/edit'
import { store, useAppDispatch } from '../store/store'
import { Button, IconButton } from '../ui/button'
import { Choice, Toggle } from '../ui/fields'
import { Menu } from '../ui/overlays'

type Ride = NonNullable<DesignObject['ride']>

const PARTS: Record<Ride['part'], string> = {
  place: 'Only its place',
  turn: 'Place, turn and size',
  plane: 'In perspective, as on the plane',
}

/** Which motion an object rides on, and how much of it. */
export function RideRows({ object }: { object: DesignObject }) {
  const dispatch = useAppDispatch()
  const { project } = useDesk()
  const motions = useMotions()
  const { ride } = object
  const set = (next: Ride | null, gesture?: string) =>
    void dispatch(edit('object.ride', { objectId: object.id, ride: next }, gesture))
  if (!ride)
    return (
      <div className="flex items-center justify-between gap-2 py-1 pl-2.5">
        <span className="text-dim">Stands still in the picture</span>
        <Menu
          trigger={<Button disabled={!motions.length}>Ride on …</Button>}
          items={motions.map((m) => ({
            label: m.name,
            // It counts from the picture that is shown, so that nothing jumps.
            run: () => {
              const own = stageOf(project, { kind: 'object', id: object.id })
              const at = Math.round(motionFrame(own, m, store.getState().view.frame - object.zero))
              set({ motions: [m.id], at, inverted: false, on: true, part: 'turn' })
            },
          }))}
        />
      </div>
    )
  const name = motions.find((m) => m.id === ride.motions[0])?.name ?? 'A motion that is gone'
  return (
    <div className="my-1 rounded bg-raised p-2">
      <div className="flex min-h-7 items-center gap-1">
        <span className="min-w-0 flex-1 truncate">
          Rides on {ride.motions.length > 1 ? `${ride.motions.length} motions` : name}
        </span>
        <Toggle label="Rides" value={ride.on} onChange={(on) => set({ ...ride, on })} />
        <IconButton label="Leave the motion" onClick={() => set(null)}>
          <X size={14} />
        </IconButton>
      </div>
      <Choice
        label="How much of the motion it goes along with"
        value={ride.part}
        options={RIDES.map((part) => ({ value: part, label: PARTS[part] }))}
        onChange={(part) => set({ ...ride, part: part as Ride['part'] })}
      />
      <AttachForm modifier={ride} onChange={(next: Ride, gesture) => set(next, gesture)} />
    </div>
  )
}
