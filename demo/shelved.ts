import {
  getSequence,
  newProject,
  newSequence,
  type Project,
  type Sequence,
  type Shot,
} from '@stilus/core/project'
import { makeDesign, type OnShelf, type Palette, type Shown } from '@stilus/core/shelf'
import type { Rate } from '@stilus/core/time'

const RATE: Rate = { num: 24, den: 1 }

/** A design of the shelf over a picture, as somebody might use it. */
export interface Use {
  id: string
  entry: OnShelf
  palette: Palette
  size: { width: number; height: number }
  words?: readonly string[]
  seconds?: number
  /** A medium of the demo that it lies over, and a frame of that. */
  over?: readonly [mediaId: string, frame: number]
}

/** What further shots of layouts show. */
const BESIDE: readonly Shown[] = ['stargazer-talks', 'lantern-close', 'fox-crosses'].map((mediaId, i) => ({
  source: { kind: 'medium', mediaId },
  in: 10 * (i + 1),
}))

/** A project with a sequence for each use, by its id. */
export function shelved(media: Project['media'], uses: readonly Use[]): Project {
  let count = 0
  const designs = uses.map(({ id, entry, palette, size, words = [] }) =>
    makeDesign(entry.design, {
      designId: id,
      size,
      rate: RATE,
      palette,
      words,
      shows: media.length ? BESIDE : [],
      newId: () => `o${++count}`,
    }),
  )
  const base = newProject('shelved', 'Shelved')
  const shot = { start: 0, zero: 0, sound: null, state: 'untouched' as const, note: '', steps: [] }
  const sequences = uses.map((use, i): Sequence => {
    const made = designs[i] as (typeof designs)[number]
    const length = use.seconds === undefined ? made.length : Math.round(use.seconds * RATE.num)
    const [mediaId, from] = use.over ?? []
    const under: Shot[] = mediaId
      ? [
          {
            ...shot,
            id: `${use.id}-under`,
            name: 'Under',
            source: { kind: 'medium', mediaId },
            lane: 0,
            length,
            in: from ?? 0,
          },
        ]
      : []
    const over: Shot = {
      ...shot,
      id: `${use.id}-over`,
      name: made.name,
      source: { kind: 'design', designId: use.id },
      lane: 1,
      length,
      in: 0,
      fitted: true,
    }
    return { ...newSequence(use.id, use.id), size: use.size, rate: RATE, shots: [...under, over] }
  })
  return { ...base, media, designs, sequences: [getSequence(base), ...sequences] }
}
