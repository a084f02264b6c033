import type { Step } from '@stilus/core/project'
import { ScanLine } from 'lucide-react'
import { useState } from 'react'
import { canRead, FEWEST, readScreenFor, screensFor, takenScreen } from '../../session/screens'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { Button } from '../../ui/button'
import { NumberField } from '../../ui/number-field'
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
  const last = stage.length - 1
  const [range, setRange] = useState<[number, number]>(() => {
    // As it was read last, where the shot still has those frames.
    const [from, to] = (own?.frames ?? []).map((t) => t - stage.head)
    return from !== undefined && to !== undefined && from >= 0 && to <= last && to - from >= FEWEST - 1
      ? [from, to]
      : [0, last]
  })
  const setEnd = (end: 0 | 1, v: number) => {
    const [a, b] = range
    setRange(end === 0 ? [Math.min(v, b - FEWEST + 1), b] : [a, Math.max(v, a + FEWEST - 1)])
  }
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
      {canRead(stage) && (
        <div className="flex items-center gap-1.5">
          <span
            className="flex-1 text-dim"
            title="Only these frames of the shot are looked at: leave out where the light changes, or the screen is not yet up."
          >
            Reads frames
          </span>
          {([0, 1] as const).map((end) => (
            <NumberField
              key={end}
              label={end ? 'The last frame that is read' : 'The first frame that is read'}
              value={range[end] + 1}
              {...{ min: 1, max: last + 1, step: 1, digits: 0 }}
              onChange={(v) => setEnd(end, v - 1)}
              className="w-16"
            />
          ))}
        </div>
      )}
      <div className="flex gap-1.5">
        {canRead(stage) && (
          <Button
            className="flex-1"
            disabled={step.id in runs}
            onClick={() => void readScreenFor(stage.stack, step.id, range)}
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
