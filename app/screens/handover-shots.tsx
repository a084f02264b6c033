import type { Sequence, Shot } from '@stilus/core/project'
import { Button } from '../ui/button'
import { Segments } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import { Row } from './handover-row'

const CHOICES: { label: string; which(shot: Shot): boolean }[] = [
  { label: 'All', which: () => true },
  { label: 'Those done', which: (s) => s.state === 'done' },
  { label: 'None', which: () => false },
]

interface ShotsToHandProps {
  sequence: Sequence
  /** Ids of shots. */
  chosen: readonly string[]
  of: 'pictures' | 'mattes'
  /** How many transitions lie between chosen shots, and whether they are files of their own. */
  crossings: number
  baked: boolean
  handles: number
  /** How many files it makes. */
  files: number
  onChosen(ids: string[]): void
  onOf(of: 'pictures' | 'mattes'): void
  onBaked(baked: boolean): void
  onHandles(frames: number): void
}

/** Which shots of a sequence are handed over, what of them, and with how many frames around. */
export function ShotsToHand(props: ShotsToHandProps) {
  const { sequence, chosen, of, crossings, baked, handles, files } = props
  const { onChosen, onOf, onBaked, onHandles } = props
  const inOrder = [...sequence.shots].sort((a, b) => a.start - b.start)
  const picked = inOrder.filter((s) => chosen.includes(s.id))
  return (
    <>
      <div className="-mb-3 flex items-center gap-2">
        <span className="flex-1 text-dim">
          {picked.length} of {sequence.shots.length} shots
        </span>
        {CHOICES.map(({ label, which }) => (
          <Button key={label} onClick={() => onChosen(sequence.shots.filter(which).map((s) => s.id))}>
            {label}
          </Button>
        ))}
      </div>
      <ul aria-label="Shots to hand over" className="max-h-52 overflow-y-auto rounded border">
        {inOrder.map((s) => (
          <li key={s.id} className="border-b last:border-0">
            <label className="flex h-8 items-center gap-2.5 px-3 hover:bg-raised">
              <input
                type="checkbox"
                className="accent-[#d0d0d0]"
                checked={chosen.includes(s.id)}
                onChange={(e) =>
                  onChosen(e.target.checked ? [...chosen, s.id] : chosen.filter((id) => id !== s.id))
                }
              />
              <span className="flex-1 truncate">{s.name}</span>
              <span className="text-dim">
                {s.length} frames, {s.state}
              </span>
            </label>
          </li>
        ))}
      </ul>
      <Row label="Of them">
        <Segments
          label="What of the shots"
          value={of}
          options={[
            { value: 'pictures', label: 'Pictures' },
            { value: 'mattes', label: 'Mattes of regions' },
          ]}
          onChange={(v) => onOf(v as typeof of)}
        />
      </Row>
      {of === 'mattes' && (
        <p className="-mt-3 pl-24 text-dim">
          {files
            ? 'One file for each step that has a region, white where it acts.'
            : 'No step of these shots has a region. Give one a region on its Where face first.'}
        </p>
      )}
      {of === 'pictures' && crossings > 0 && (
        <>
          <Row label="Transitions">
            <Segments
              label="Transitions"
              value={baked ? 'files' : 'edit'}
              options={[
                { value: 'edit', label: 'In the edit' },
                { value: 'files', label: 'As files of their own' },
              ]}
              onChange={(v) => onBaked(v === 'files')}
            />
          </Row>
          <p className="-mt-3 pl-24 text-dim">
            {baked
              ? `${crossings === 1 ? 'One file' : `${crossings} files`} over the length of each; the edit cuts to them.`
              : 'The edit names them, where the shots have handles enough; other programs know dissolves and wipes.'}
          </p>
        </>
      )}
      <Row label="Handles">
        <NumberField
          label="Handles"
          value={handles}
          min={0}
          max={240}
          step={1}
          digits={0}
          unit="frames"
          onChange={(v) => onHandles(Math.round(v))}
          className="w-36"
        />
      </Row>
    </>
  )
}
