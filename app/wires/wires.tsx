import { useDesk } from '../desk/use-desk'
import { ReactFlowProvider, useReactFlow } from '@xyflow/react'
import { Gauge, List, Maximize, PanelTop, Plus, StickyNote, Waypoints } from 'lucide-react'
import { useMemo, useState } from 'react'
import { playScale } from '../session/playback'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { IconButton } from '../ui/button'
import { Segments } from '../ui/fields'
import { LanesChoice } from '../desk/lanes/lanes-choice'
import type { Adding } from './add-field'
import { Canvas } from './canvas'
import { WireList } from './list'
import { machineOf } from './machine'
import { useCosts } from './use-costs'

/** The whole treatment as one picture: every state a card, all that runs between them a wire; or the same as a list. */
export const Wires = () => (
  <ReactFlowProvider>
    <Inner />
  </ReactFlowProvider>
)

/** At a cut, whose wires are seen: those of a side, or of the joined picture. */
function Sides() {
  const dispatch = useAppDispatch()
  const { side } = useView('side')
  return (
    <Segments
      label="Whose wires"
      value={side ?? 'joined'}
      options={[
        { value: 'outgoing', label: 'Outgoing' },
        { value: 'incoming', label: 'Incoming' },
        { value: 'joined', label: 'Joined' },
      ]}
      onChange={(v) => dispatch(viewActions.side(v === 'joined' ? null : (v as 'outgoing')))}
      className="h-6!"
    />
  )
}

function Inner() {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const flow = useReactFlow()
  const {
    openGroups,
    openCards,
    wiresListed,
    wiresTall,
    costs: costing,
    quality,
  } = useView('openGroups', 'openCards', 'wiresListed', 'wiresTall', 'costs', 'quality')
  const showAll = () => void flow.fitView({ padding: 0.08, maxZoom: 1 })
  const [adding, setAdding] = useState<Adding | null>(null)
  const machine = useMemo(() => machineOf(stage, openGroups, openCards), [stage, openGroups, openCards])
  const costs = useCosts(stage)
  const { stack, steps } = stage
  const note = () => {
    const bottom = Math.max(0, ...[...machine.places].map(([id, [, y]]) => y + machine.sizeOf(id).height))
    dispatch(edit('note.put', { stack, noteId: uid(), text: '', place: [0, bottom + 40] }))
    setTimeout(showAll, 60)
  }
  /** By a field on the view; beside the list by the catalogue. */
  const add = () =>
    wiresListed
      ? dispatch(viewActions.set({ drawer: 'catalogue', insertAt: null, branch: null }))
      : setAdding({
          at: { x: 12, y: 8 },
          start: '',
          spot: { kind: 'wire', into: null },
          says: 'Add at the end',
        })
  const total = Object.values(costs).reduce((sum, { ms }) => sum + ms, 0)
  return (
    <section aria-label="Wires" className="flex min-h-0 flex-1 flex-col">
      <div className="flex h-8 shrink-0 items-center border-b">
        <div className="flex w-[200px] shrink-0 items-center px-1.5">
          <LanesChoice curves={stack.kind !== 'object'} />
        </div>
        <div className="flex flex-1 items-center gap-1 px-2">
          {stack.kind === 'transition' && <Sides />}
          <IconButton label="Add at the end" onClick={add}>
            <Plus size={15} />
          </IconButton>
          {!wiresListed && (
            <>
              <IconButton label="Write a note" onClick={note}>
                <StickyNote size={15} />
              </IconButton>
              <IconButton
                label="Lay all cards out anew"
                onClick={() => {
                  dispatch(edit('wires.tidy', { stack }))
                  setTimeout(showAll, 60)
                }}
              >
                <Waypoints size={15} />
              </IconButton>
              <IconButton label="Show all" onClick={showAll}>
                <Maximize size={15} />
              </IconButton>
            </>
          )}
          <IconButton
            label={wiresTall ? 'Give the picture its room again' : 'Wires over most of the window'}
            pressed={wiresTall}
            onClick={() => {
              dispatch(viewActions.set({ wiresTall: !wiresTall }))
              setTimeout(showAll, 60)
            }}
          >
            <PanelTop size={15} />
          </IconButton>
          {!wiresListed && (
            <IconButton
              label="Show what each card costs"
              pressed={costing}
              onClick={() => dispatch(viewActions.set({ costs: !costing }))}
            >
              <Gauge size={15} />
            </IconButton>
          )}
          <IconButton
            label="Read it as a list"
            pressed={wiresListed}
            onClick={() => dispatch(viewActions.set({ wiresListed: !wiresListed }))}
          >
            <List size={15} />
          </IconButton>
          <p className="ml-auto truncate text-xs text-dim">
            {wiresListed
              ? ''
              : costing && total > 0
                ? `All steps: ${Math.round(total)} ms at ${100 * playScale(quality)} % size`
                : steps.length
                  ? 'Letters add. Drag from dot to dot. Alt and drag cuts.'
                  : 'Type the first letters of a treatment to add it.'}
          </p>
        </div>
      </div>
      {wiresListed ? (
        <WireList stage={stage} machine={machine} />
      ) : (
        <Canvas
          key={`${stack.kind} ${stack.id} ${stack.list ?? ''}`}
          {...{ stage, machine, costs, adding }}
          onAdding={setAdding}
        />
      )}
    </section>
  )
}
