import {
  type Project,
  type Shot,
  type Source,
  sourceName,
  type Swap,
  swapIn,
  SWAPS,
} from '@stilus/core/project'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { MEDIA_ACCEPT } from '../session/importing'
import { SWAP_PATTERN, swapFiles, swapForFile, swapShot } from '../session/swapping'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { Segments } from '../ui/fields'
import { Menu } from '../ui/overlays'

/** Shows something else of the project in a shot, with everything on it kept. */
export function SourceMenu({ project, shot }: { project: Project; shot: Shot }) {
  const swap = (source: Source) => () => swapShot(project, shot, source)
  const list = (label: string, items: { label: string; run(): void }[]) =>
    items.length ? [{ label, items }] : []
  return (
    <Menu
      trigger={<Button>Show instead …</Button>}
      items={[
        ...list(
          'A clip or still',
          project.media
            .filter((m) => m.kind !== 'sound')
            .map((m) => ({ label: m.name, run: swap({ kind: 'medium', mediaId: m.id }) })),
        ),
        ...list(
          'A design',
          project.designs.map((d) => ({ label: d.name, run: swap({ kind: 'design', designId: d.id }) })),
        ),
        ...list(
          'A sequence',
          project.sequences.map((s) => ({ label: s.name, run: swap({ kind: 'comp', sequenceId: s.id }) })),
        ),
        { label: 'A colour', run: swap({ kind: 'solid', colour: [0.18, 0.18, 0.18] }) },
      ]}
    />
  )
}

/** Puts other footage under a shot and keeps everything on it. */
export function SwapButton({ shot }: { shot: Shot }) {
  return (
    <Chooser onFiles={([file]) => file && void swapForFile(shot.id, file)}>Swap for other footage …</Chooser>
  )
}

/** Puts files under several shots, each under the one that its name says. */
export function SwapByNames({ shots }: { shots: readonly Shot[] }) {
  const [pattern, setPattern] = useState(SWAP_PATTERN)
  return (
    <div className="grid gap-1.5 border-t pt-3">
      <label className="grid gap-1">
        <span className="text-dim">Files called: {'{medium}, {shot}, {number}'}, * for anything</span>
        <input
          value={pattern}
          maxLength={200}
          className="h-7 rounded bg-field px-2 outline-none"
          onChange={(e) => setPattern(e.target.value)}
          onKeyDown={(e) => e.stopPropagation()}
        />
      </label>
      <Chooser
        several
        onFiles={(files) =>
          void swapFiles(
            shots.map((s) => s.id),
            files,
            pattern.trim() || SWAP_PATTERN,
          )
        }
      >
        Swap these for files by their names …
      </Chooser>
    </div>
  )
}

interface ChooserProps {
  several?: boolean
  onFiles(files: File[]): void
  children: React.ReactNode
}

function Chooser({ several, onFiles, children }: ChooserProps) {
  const picker = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button onClick={() => picker.current?.click()}>{children}</Button>
      <input
        ref={picker}
        type="file"
        hidden
        multiple={several}
        data-testid="swap-input"
        accept={MEDIA_ACCEPT}
        onChange={(e) => {
          onFiles([...(e.target.files ?? [])])
          e.target.value = ''
        }}
      />
    </>
  )
}

const LIES: Record<Swap, string> = { numbers: 'Same numbers', start: 'From its start', end: 'To its end' }

/** What a shot showed before, how the new footage lies in its place, and the way back. */
export function StoodFor({ project, shot }: { project: Project; shot: Shot }) {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { stood, source } = shot
  if (!stood) return null
  const lies = SWAPS.filter((by) => swapIn(project, shot, source, by) === shot.in)
  const compare = () => {
    dispatch(viewActions.compare({ mode: 'split', against: { kind: 'stood' } }))
    void navigate(`/p/${project.id}/shot/${shot.id}`)
  }
  return (
    <div className="grid gap-1.5">
      <p className="text-dim">In the place of {sourceName(project, stood.source)}</p>
      <Segments
        label="How it lies"
        value={lies.includes('numbers') ? 'numbers' : (lies[0] ?? '')}
        options={SWAPS.map((value) => ({ value, label: LIES[value] }))}
        onChange={(by) => swapShot(project, shot, source, by as Swap)}
      />
      <div className="grid grid-cols-2 gap-1.5">
        <Button onClick={compare}>Compare both</Button>
        <Button onClick={() => swapShot(project, shot, stood.source, 'numbers')}>Put it back</Button>
      </div>
    </div>
  )
}
