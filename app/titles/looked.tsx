import type { Project, Sequence } from '@stilus/core/project'
import { conform, fps } from '@stilus/core/time'
import { Button } from '../ui/button'
import { cx } from '../ui/classes'
import { Segments } from '../ui/fields'
import type { ShelfEntry } from './entries'
import { MovingPicture } from './moving-picture'
import type { Range } from './range'
import { RangeBand } from './range-band'
import { useSample } from './use-sample'
import { type Backdrop, type Ground, GROUNDS } from './tile'

/** Pixels across of its pictures. */
const WIDTH = 316

/** A design over the frame under the playhead, large and moving, with its palettes and what it is. */
export function Looked(props: {
  project: Project
  sequence: Sequence
  /** The frame under the playhead. */
  at: number
  entry: ShelfEntry
  words: readonly string[]
  palette: number
  ground: Ground
  backdrop: Backdrop
  /** The pointer rests on it: its pictures come before those of others. */
  rests: boolean
  range: Range | null
  onRange(range: Range | null): void
  onGround(ground: Ground): void
  onPalette(palette: number): void
  onChoose(): void
}) {
  const { project, sequence, at, entry, words, palette, ground, backdrop, range } = props
  const { palettes } = entry
  const sample = useSample({ project, sequence, at, entry, words, palette, wanted: true })
  const { width, height } = sequence.size
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto p-3">
      <span
        className={cx('relative block shrink-0 overflow-hidden rounded-sm', backdrop.className)}
        style={{ ...backdrop.style, aspectRatio: `${width} / ${height}` }}
      >
        {sample && <MovingPicture {...sample} width={WIDTH} seen first={props.rests} />}
      </span>
      <Segments
        label="Behind designs"
        value={ground}
        options={(Object.keys(GROUNDS) as Ground[]).map((value) => ({ value, label: GROUNDS[value] }))}
        onChange={(v) => props.onGround(v as Ground)}
      />
      <p className="text-dim">{entry.says}</p>
      <ul aria-label="Palettes" className="grid gap-1" hidden={!palettes.length}>
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
        {range
          ? `Use for ${Math.round((range.length / fps(sequence.rate)) * 100) / 100} seconds`
          : 'Use at the playhead'}
      </Button>
      {sample && (
        <RangeBand
          {...{ sequence, at, range }}
          usual={Math.max(1, conform(sample.design.length, sample.design.rate, sequence.rate))}
          onRange={props.onRange}
        />
      )}
      <p className="text-faint">{entry.kind}</p>
    </div>
  )
}
