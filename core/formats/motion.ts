import Papa from 'papaparse'
import { z } from 'zod'
import { matrixAt, type Motion, placesAt, qualityAt, spanOf, planeAt } from '../motion'

/** A file that holds no motion that can be read; the message says where. */
export class MotionFileError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'MotionFileError'
  }
}

/** What a motion file says besides. */
export interface MotionMeta {
  name: string
  width: number
  height: number
  rate: { num: number; den: number }
}

const CORNERS = [1, 2, 3, 4].flatMap((i) => [`x${i}`, `y${i}`])
const MATRIX = [1, 2, 3].flatMap((r) => [1, 2, 3].map((c) => `m${r}${c}`))
const COLUMNS = ['frame', 'x', 'y', ...CORNERS, ...MATRIX, 'quality']
const round = (v: number) => Math.round(v * 1e6) / 1e6

function rows(
  motion: Motion,
): { frame: number; point: number[]; corners: number[]; matrix: number[]; quality: number }[] {
  const [from, to] = spanOf(motion)
  return Array.from({ length: to - from + 1 }, (_, i) => {
    const frame = from + i
    const places = placesAt(motion, frame)
    const n = places.length / 2
    const mean = (c: number) => places.reduce((s, v, j) => (j % 2 === c ? s + v / n : s), 0)
    return {
      frame,
      point: [mean(0), mean(1)].map(round),
      corners: planeAt(motion, frame).map(round),
      matrix: matrixAt(motion, frame).map((v) => Math.round(v * 1e9) / 1e9),
      quality: qualityAt(motion, frame) ?? 0,
    }
  })
}

/** A motion as a table with a line for each frame; see docs/formats.md. */
export const writeMotionCsv = (motion: Motion): string =>
  Papa.unparse(
    rows(motion)
      .map((r) => [r.frame, ...r.point, ...r.corners, ...r.matrix, r.quality] as number[])
      .reduce<(string | number)[][]>((all, row) => [...all, row], [COLUMNS]),
    { newline: '\n' },
  ) + '\n'

/** A motion with all that is needed to go on with it; see docs/formats.md. */
export function writeMotionJson(motion: Motion, meta: MotionMeta): string {
  const { form, reference, anchor, plane } = motion
  const head = {
    format: 'stilus-motion',
    version: 1,
    ...meta,
    form,
    reference,
    anchor,
    ...(plane ? { plane } : {}),
  }
  const frames = rows(motion).map((r) => ({ ...r, places: placesAt(motion, r.frame).map(round) }))
  return JSON.stringify({ ...head, frames }, null, 1)
}

const finite = z.number().refine(Number.isFinite)
const file = z.object({
  format: z.literal('stilus-motion'),
  version: z.literal(1),
  name: z.string().max(200),
  form: z.enum(['point', 'pair', 'plane']),
  reference: z.int(),
  anchor: z.array(finite).min(2).max(8),
  plane: z.array(finite).length(8).optional(),
  frames: z
    .array(z.object({ frame: z.int(), places: z.array(finite).min(2).max(8), quality: finite }))
    .min(1)
    .max(100_000),
})

/** A motion from JSON or from a table of frames. @throws MotionFileError */
export function readMotion(text: string, fileName: string): { name: string; motion: Motion } {
  const name = fileName.replace(/\.[^.]+$/, '')
  return text.trimStart().startsWith('{') ? fromJson(text) : { name, motion: fromCsv(text) }
}

/** Files of earlier days call the plane a surface. */
const renamedPlane = (json: unknown): unknown =>
  typeof json === 'object' && json !== null && 'surface' in json ? { plane: json.surface, ...json } : json

function fromJson(text: string): { name: string; motion: Motion } {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch (error) {
    throw new MotionFileError(`This file is not readable JSON: ${(error as Error).message}.`)
  }
  const read = file.safeParse(renamedPlane(json))
  if (!read.success) {
    const issue = read.error.issues[0]
    throw new MotionFileError(
      `This is not a motion: ${issue?.path.join('.') || 'its head'}: ${issue?.message ?? ''}.`,
    )
  }
  const { form, reference, anchor, plane, frames } = read.data
  return { name: read.data.name, motion: gathered(form, reference, anchor, plane, frames) }
}

function fromCsv(text: string): Motion {
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
  })
  const columns = meta.fields ?? []
  const has = (names: readonly string[]) => names.every((n) => columns.includes(n))
  if (!has(['frame']) || (!has(['x', 'y']) && !has(CORNERS)))
    throw new MotionFileError(
      'This table has no motion: its first line must name the columns frame, x and y, or frame and x1, y1 to x4, y4.',
    )
  const number = (row: Record<string, string>, column: string, line: number) => {
    const v = Number(row[column])
    if (row[column]?.trim() && Number.isFinite(v)) return v
    throw new MotionFileError(`Line ${line}: "${row[column] ?? ''}" in column ${column} is not a number.`)
  }
  // A plane where its corners do more than move together.
  const plane =
    has(CORNERS) &&
    data.some((row, i) =>
      turns(
        CORNERS.map((c) => number(row, c, i + 2)),
        CORNERS.map((c) => number(data[0] ?? row, c, 2)),
      ),
    )
  const names = plane || !has(['x', 'y']) ? CORNERS : ['x', 'y']
  const frames = data.map((row, i) => ({
    frame: Math.round(number(row, 'frame', i + 2)),
    places: names.map((c) => number(row, c, i + 2)),
    quality: has(['quality']) ? number(row, 'quality', i + 2) : 1,
  }))
  const [first] = frames
  if (!first) throw new MotionFileError('This table names its columns but has no frame.')
  return gathered(names.length === 8 ? 'plane' : 'point', first.frame, first.places, undefined, frames)
}

const turns = (now: readonly number[], then: readonly number[]) =>
  now.some((v, i) => Math.abs(v - (then[i] ?? 0) - ((now[i % 2] ?? 0) - (then[i % 2] ?? 0))) > 1e-3)

function gathered(
  form: Motion['form'],
  reference: number,
  anchor: number[],
  plane: number[] | undefined,
  list: readonly { frame: number; places: number[]; quality: number }[],
): Motion {
  const at = list.map((f) => f.frame)
  const [first, last] = [Math.min(...at), Math.max(...at)]
  if (last - first > 100_000) throw new MotionFileError('This motion spans more than 100,000 frames.')
  const byFrame = new Map(list.map((f) => [f.frame, f]))
  const frames = Array.from({ length: last - first + 1 }, (_, i) => byFrame.get(first + i))
  return {
    form,
    reference,
    anchor,
    ...(plane ? { plane } : {}),
    first,
    places: frames.map((f) => (f && f.places.length === anchor.length ? f.places : null)),
    quality: frames.map((f) => (f ? Math.min(1, Math.max(0, f.quality)) : null)),
  }
}
