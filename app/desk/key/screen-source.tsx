import type { Step } from '@stilus/core/project'
import { ScanLine } from 'lucide-react'
import { canRead, readScreenFor, screensFor, takenScreen } from '../../session/screens'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { Button } from '../../ui/button'
import { Menu } from '../../ui/overlays'
import { useDesk } from '../use-desk'

/** Where a key has its empty screen from, the reading of its clip, and other screens of the shelf. */
export function ScreenSource({ step }: { step: Step }) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const { runs } = useView('runs')
  const taken = takenScreen(project, step)
  const own = screensFor(project, stage.shot?.id).find((s) => s.shotId === stage.stack.id)
  const others = screensFor(project, stage.shot?.id).filter((s) => s.mediaId && s.id !== taken?.id)
  const says = taken
    ? `${taken.name}: read from ${taken.facts.looks} pictures.`
    : step.inputs?.empty && step.inputs.empty.kind !== 'none'
      ? 'The screen comes from a picture that you chose.'
      : own && !own.mediaId
        ? 'The screen moves in this shot: each frame is read by itself.'
        : 'Each frame is read by itself. Reading the clip finds the screen behind the subject.'
  return (
    <div className="grid gap-1.5">
      <p className="text-dim">{says}</p>
      <div className="flex gap-1.5">
        {canRead(stage) && (
          <Button
            className="flex-1"
            disabled={step.id in runs}
            onClick={() => void readScreenFor(stage.stack, step.id)}
          >
            <ScanLine size={14} />{' '}
            {step.id in runs ? 'Reading …' : own ? 'Read the clip again' : 'Read the clip'}
          </Button>
        )}
        {others.length > 0 && (
          <Menu
            trigger={<Button>From the shelf …</Button>}
            items={others.map((s) => ({
              label: s.name,
              run: () => void dispatch(edit('screen.take', { stepId: step.id, shelfId: s.id })),
            }))}
          />
        )}
      </div>
    </div>
  )
}
