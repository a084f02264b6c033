import { performAll, type Project, type Sequence, withRecords } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { useMemo } from 'react'
import { useView } from '../store/store'
import { Button } from '../ui/button'
import { cx } from '../ui/classes'
import { Segments } from '../ui/fields'
import { useTicks } from '../ui/use-ticks'
import { Thumb } from '../viewer/thumb'
import type { ShelfEntry } from './entries'
import { laying, sampleFor } from './making'
import { momentsOf } from './moments'
import { type Ground, GROUNDS } from './tile'

/** Milliseconds from one picture to the next. */
const EVERY = 170

/** A design as it would lie over the edit at the playhead, large and moving, with its palettes and what it is. */
export function Looked(props: {
  project: Project
  sequence: Sequence
  entry: ShelfEntry
  words: readonly string[]
  palette: number
  ground: Ground
  onGround(ground: Ground): void
  onPalette(palette: number): void
  onChoose(): void
}) {
  const { project, sequence, entry, words, palette, ground } = props
  const { frame, playing } = useView('frame', 'playing')
  const tick = useTicks(!playing, EVERY)
  const { palettes } = entry
  const { designId, project: tried } = useMemo(() => {
    let count = 0
    const sample = sampleFor(sequence, entry, palette, words)
    const made = laying(project, sequence, frame, sample, ['shelf-shot', () => `shelf-${++count}`])
    const { records } = made
    return {
      designId: made.designId,
      project: performAll(withRecords(project, records), made.acts, made.name).project,
    }
  }, [project, sequence, frame, entry, palette, words])
  const moments = useMemo(() => {
    const made = tried.designs.find((d) => d.id === designId)
    return made
      ? momentsOf(made).moving.flatMap((m) => Array<number>(Math.min(5, m.held)).fill(m.frame))
      : [0]
  }, [tried, designId])
  const at = moments[tick % moments.length] ?? 0
  const target = useMemo<Target>(
    () => (ground === 'frame' ? { kind: 'sequence', sequenceId: sequence.id } : { kind: 'design', designId }),
    [ground, sequence.id, designId],
  )
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto p-3">
      <Thumb
        project={tried}
        target={target}
        frame={ground === 'frame' ? frame + at : at}
        width={314}
        className={cx('!h-auto !w-full rounded-sm', ground !== 'checker' && 'bg-black! bg-none!')}
      />
      <Segments
        label="Behind designs"
        value={ground}
        options={(Object.keys(GROUNDS) as Ground[]).map((value) => ({ value, label: GROUNDS[value] }))}
        onChange={(v) => props.onGround(v as Ground)}
      />
      <p className="text-dim">{entry.says}</p>
      <ul aria-label="Palettes" className="grid gap-1">
        {palettes.map(({ id, name, colours }, i) => (
          <li key={id}>
            <button
              type="button"
              aria-pressed={i === palette % palettes.length}
              className={cx(
                'grid h-8 w-full grid-cols-[1fr_auto] items-center gap-2 rounded px-2 text-left hover:bg-field',
                i === palette % palettes.length && 'bg-field font-semibold',
              )}
              onClick={() => props.onPalette(i)}
            >
              {name}
              <span className="flex overflow-hidden rounded-sm" aria-hidden>
                {Object.entries(colours).map(([role, colour]) => (
                  <span key={role} className="h-4 w-5" style={{ background: colour }} />
                ))}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <Button look="main" onClick={props.onChoose}>
        Use at the playhead
      </Button>
      <p className="text-faint">{entry.kind}</p>
    </div>
  )
}
