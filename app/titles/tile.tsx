import type { Project, Sequence } from '@stilus/core/project'
import { memo, type ReactNode, useEffect, useMemo, useRef, useState } from 'react'
import { session } from '../session/session'
import { store } from '../store/store'
import { cx } from '../ui/classes'
import { Favourite } from '../ui/favourite'
import { bitmapUrl } from '../viewer/bitmap'
import { useOnScreen } from '../viewer/thumb'
import type { ShelfEntry } from './entries'
import { MovingPicture } from './moving-picture'
import { useSample } from './use-sample'

/** What lies behind designs on the shelf: the frame under the playhead, nothing, or a pattern that shows what is not there. */
export type Ground = 'frame' | 'black' | 'checker'
export const GROUNDS: Record<Ground, string> = { frame: 'Frame', black: 'Black', checker: 'Checker' }

/** Pixels across in which the pictures on the shelf are made. */
const WIDTH = 176

/** How the ground is seen behind a picture. */
export interface Backdrop {
  className: string
  style: { backgroundImage?: string }
}

/** The ground that was chosen; the frame under the playhead as it was when the shelf was opened. */
export function useGround({ id }: Pick<Sequence, 'id'>, ground: Ground): Backdrop {
  const [frame, setFrame] = useState<string | null>(null)
  useEffect(() => {
    const { project, view } = store.getState()
    if (!project.document) return
    let gone = false
    const target = { kind: 'sequence', sequenceId: id } as const
    session()
      .renderer.render({ project: project.document, target, frame: view.frame, scale: 0.25, urgent: true })
      .then(
        (picture) => !gone && setFrame(bitmapUrl(picture)),
        // Without a picture of the edit they stand on black.
        () => undefined,
      )
    return () => {
      gone = true
    }
  }, [id])
  return useMemo(
    () => ({
      className: cx('bg-black bg-cover', ground === 'checker' && 'checker'),
      style: ground === 'frame' && frame ? { backgroundImage: `url("${frame}")` } : {},
    }),
    [ground, frame],
  )
}

interface TileProps {
  project: Project
  sequence: Sequence
  /** The frame under the playhead. */
  at: number
  entry: ShelfEntry
  words: readonly string[]
  palette: number
  backdrop: Backdrop
  chosen: boolean
  favourite: boolean
  /** What else can be done with it. */
  menu?: ReactNode
  onRest(): void
  onStar(on: boolean): void
  onChoose(): void
}

/** A design in a grid, moving in the words of the user. */
export const ShelfTile = memo(
  function ShelfTile(props: TileProps) {
    const { project, sequence, at, entry, words, palette, backdrop, chosen } = props
    const item = useRef<HTMLLIElement>(null)
    const seen = useOnScreen(item)
    // What was made for it once is kept when it goes out of sight.
    const [wanted, setWanted] = useState(false)
    if (seen && !wanted) setWanted(true)
    const sample = useSample({ project, sequence, at, entry, words, palette, wanted })
    const { width, height } = sequence.size
    return (
      <li ref={item} className="group/card relative" data-entry={entry.id}>
        <button
          type="button"
          aria-label={`${entry.name}. ${entry.says}`}
          className={cx('block w-full rounded p-1 text-left hover:bg-field', chosen && 'bg-field')}
          onMouseEnter={props.onRest}
          onFocus={props.onRest}
          onClick={props.onChoose}
        >
          <span
            className={cx('relative block overflow-hidden rounded-sm', backdrop.className)}
            style={{ ...backdrop.style, aspectRatio: `${width} / ${height}` }}
          >
            {sample && <MovingPicture {...sample} {...{ seen }} width={WIDTH} first={chosen} />}
          </span>
          <span className="block truncate px-0.5 pt-1">{entry.name}</span>
        </button>
        <div className="absolute top-1 right-1 flex items-center gap-0.5">
          {props.menu}
          <Favourite
            name={entry.name}
            on={props.favourite}
            className="group-hover/card:opacity-100"
            onChange={props.onStar}
          />
        </div>
      </li>
    )
  },
  (a, b) =>
    (['entry', 'words', 'palette', 'backdrop', 'chosen', 'favourite', 'sequence'] as const).every(
      (name) => a[name] === b[name],
    ),
)
