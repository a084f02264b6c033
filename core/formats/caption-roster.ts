import { columnKey, MOST_LETTERS, MOST_ROWS, type Project, type Roster, type Sequence } from '../project'
import { toTimecode } from '../time'
import { type Caption, CaptionProblem } from './captions'

/** The columns of captions as a roster. */
const COLUMNS = ['From', 'To', 'Text'] as const
/** Names of columns that say what is said. */
const SAID = ['text', 'caption', 'words', 'line']

/** Captions as the rows of a roster, and where each stands on a sequence: at the nearest frames, one at least. @throws CaptionProblem where a roster does not hold them */
export function captionRows(
  captions: readonly Caption[],
  { rate, startTimecode }: Pick<Sequence, 'rate' | 'startTimecode'>,
): { columns: string[]; rows: { cells: string[]; start: number; length: number }[] } {
  const frame = (seconds: number) => Math.round((seconds * rate.num) / rate.den)
  const timecode = (at: number) => toTimecode(startTimecode + at, rate)
  if (captions.length > MOST_ROWS)
    throw new CaptionProblem(
      `There are ${captions.length} captions in this file; a roster holds ${MOST_ROWS}. Part the file in two.`,
    )
  const long = captions.find(({ text }) => text.length > MOST_LETTERS)
  if (long)
    throw new CaptionProblem(
      `The caption “${long.text.slice(0, 40)} …” has more than ${MOST_LETTERS} letters. Part it in two.`,
    )
  return {
    columns: [...COLUMNS],
    rows: captions.map(({ start, end, text }) => {
      const from = frame(start)
      const to = Math.max(from + 1, frame(end))
      return { cells: [timecode(from), timecode(to), text], start: from, length: to - from }
    }),
  }
}

/** What the shots of a sequence say that show rows of a roster, in the order of their times; rows that say nothing are left out. */
export function captionsOf({ shots, rate }: Pick<Sequence, 'shots' | 'rate'>, roster: Roster): Caption[] {
  const keys = roster.columns.map(columnKey)
  const named = keys.findIndex((key) => SAID.includes(key))
  const column = named < 0 ? 0 : named
  const seconds = (frames: number) => (frames * rate.den) / rate.num
  return shots
    .filter((shot) => shot.row?.rosterId === roster.id)
    .map((shot) => ({
      start: seconds(shot.start),
      end: seconds(shot.start + shot.length),
      text: roster.rows.find((r) => r.id === shot.row?.rowId)?.cells[column]?.trim() ?? '',
    }))
    .filter(({ text }) => text)
    .sort((a, b) => a.start - b.start)
}

/** The first sequence on which rows of a roster are shown. */
export const sequenceWith = (
  { sequences }: Pick<Project, 'sequences'>,
  rosterId: string,
): Sequence | undefined => sequences.find(({ shots }) => shots.some((s) => s.row?.rosterId === rosterId))
