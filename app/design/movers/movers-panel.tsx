import { type Way, WAYS } from '@stilus/core/arrivals'
import { type DesignObject, type Mover, moversOf, passageOf } from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { Button } from '../../ui/button'
import { Menu, type MenuItem } from '../../ui/overlays'
import { Group } from '../text/row'
import { MoverPicker } from './mover-picker'
import { MoverRow } from './mover-row'
import { nameOfMover, WAY_NAMES } from './names'
import { watchMover } from './watching'

/** How an object comes, moves while it is there, and goes. */
export function MoversPanel({ object }: { object: DesignObject }) {
  const [open, setOpen] = useState<string | null>(null)
  const [picking, setPicking] = useState<Way | null>(null)
  return WAYS.map((way) => (
    <WayGroup
      key={way}
      {...{ object, way, open, picking: picking === way }}
      onOpen={(id) => setOpen(open === id ? null : id)}
      onPick={(on) => setPicking(on ? way : null)}
    />
  ))
}

function WayGroup(props: {
  object: DesignObject
  way: Way
  open: string | null
  picking: boolean
  onOpen(moverId: string): void
  onPick(on: boolean): void
}) {
  const { object, way, open, picking, onOpen, onPick } = props
  const dispatch = useAppDispatch()
  const movers = moversOf(object, way)
  const { title, none } = WAY_NAMES[way]
  return (
    <Group
      title={title}
      end={
        <span className="flex">
          <MoreMenu {...{ object, way, movers }} />
          <Button
            look="quiet"
            className="h-6! px-1.5"
            aria-expanded={picking}
            onClick={() => onPick(!picking)}
          >
            <Plus size={13} /> {way === 'stay' ? 'Stay' : way === 'arrive' ? 'Arrival' : 'Departure'}
          </Button>
        </span>
      }
    >
      {movers.map((mover) => (
        <MoverRow
          key={mover.id}
          {...{ object, mover }}
          open={open === mover.id}
          onOpen={() => onOpen(mover.id)}
        />
      ))}
      {picking && (
        <MoverPicker
          {...{ object, way }}
          onClose={() => onPick(false)}
          onChoose={(use) => {
            const moverId = uid()
            onPick(false)
            if (!dispatch(edit('mover.add', { objectId: object.id, moverId, way, use }))) return
            onOpen(moverId)
            dispatch(watchMover(object, { id: moverId, use, way, on: true, form: {} }))
          }}
        />
      )}
      {!movers.length && !picking && <p className="px-2.5 pb-1 text-dim">{none}</p>}
      {way !== 'stay' && <Fighting {...{ object, way, movers }} />}
    </Group>
  )
}

/** What else can be done with all movers of a way. */
function MoreMenu({ object, way, movers }: { object: DesignObject; way: Way; movers: readonly Mover[] }) {
  const dispatch = useAppDispatch()
  const { objectIds } = useView('objectIds')
  const others = objectIds.filter((id) => id !== object.id)
  const items: MenuItem[] = []
  if (way === 'leave' && moversOf(object, 'arrive').length)
    items.push({
      label: 'Leave as it came',
      run: () => void dispatch(edit('mover.back', { objectId: object.id, newId: uid() })),
    })
  if (movers.length && others.length)
    items.push({
      label:
        others.length > 1
          ? `Give it to the ${others.length} others chosen`
          : 'Give it to the other one chosen',
      run: () =>
        void dispatch(
          edit('movers.copy', { objectId: object.id, objectIds: others, ways: [way], newId: uid() }),
        ),
    })
  if (way === 'arrive' && others.length)
    for (const gap of [2, 4, 8])
      items.push({
        label: `All arrive one after another, ${gap} frames apart`,
        run: () => void dispatch(edit('objects.stagger', { objectIds, gap })),
      })
  if (!items.length) return null
  return (
    <Menu
      align="end"
      trigger={
        <Button look="quiet" className="h-6! px-1.5">
          More
        </Button>
      }
      items={items}
    />
  )
}

/** Where a transition brings an object in as well as movers do, with a switch for each. */
function Fighting({
  object,
  way,
  movers,
}: {
  object: DesignObject
  way: 'arrive' | 'leave'
  movers: readonly Mover[]
}) {
  const dispatch = useAppDispatch()
  const step = passageOf(object, way)
  const on = movers.filter((m) => m.on)
  if (!step?.on || !on.length) return null
  const { verb } = WAY_NAMES[way]
  const transition = findStep(step.use)?.name ?? step.name
  return (
    <div role="note" className="mt-1 grid gap-1.5 rounded bg-raised p-2">
      <p>
        It {verb} by {on.map((m) => nameOfMover(m).toLowerCase()).join(' and ')} and by the transition{' '}
        {transition.toLowerCase()} at once.
      </p>
      <div className="grid grid-cols-2 gap-1">
        {on.map((mover) => (
          <Button
            key={mover.id}
            onClick={() =>
              dispatch(edit('mover.switch', { objectId: object.id, moverId: mover.id, on: false }))
            }
          >
            Without {nameOfMover(mover).toLowerCase()}
          </Button>
        ))}
        <Button onClick={() => dispatch(edit('passages.switch', { stepIds: [step.id], on: false }))}>
          Without {transition.toLowerCase()}
        </Button>
      </div>
    </div>
  )
}
