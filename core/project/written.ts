import type { Setting } from '../lettering'
import { toTimecode } from '../time'
import { objectsAbove } from './find'
import type { Design, DesignObject, DesignText, Project } from './schema'
import type { Stage } from './stage'
import { figure } from './figure'
import { firstRow, type RowValues, rowValues } from './roster'
import { shownAt } from './shown'
import { formAt } from './values'

/** What can stand in a text in braces, in plain words. */
export const VARIABLES: Readonly<Record<string, string>> = {
  number: 'The number of the text, which can have keys',
  timecode: 'The timecode where the design is shown',
  shot: 'The name of the shot under the design',
  sequence: 'The name of the sequence',
  design: 'The name of the design',
  project: 'The name of the project',
  frame: 'The frame of the design',
  seconds: 'Seconds since the text came in',
  left: 'Seconds until the text goes',
  n: 'Which copy of a repeat it is, from 1',
  item: 'The line of the list of a repeat',
}

/** Which copy of a repeat a text is in. */
export interface InCopy {
  index: number
  /** What the row says that the design is shown with. */
  row?: RowValues | undefined
}

/** The text of an object with what stands in braces filled in; its ranges keep to their letters. */
export function written(
  { text, ranges }: DesignText,
  stage: Stage,
  object: DesignObject,
  frame: number,
  copy: InCopy = { index: 0 },
): Pick<Setting, 'text' | 'ranges'> {
  if (!text.includes('{')) return { text, ranges }
  const known = (name: string, format: string) => valueOf(stage, object, frame, copy, name, format)
  let out = ''
  let last = 0
  const cuts: { at: number; by: number }[] = []
  for (const { 0: whole, 1: name = '', 2: format = '', index } of text.matchAll(
    /\{([\p{L}\p{N}_]+)(?::([^{}]{0,20}))?\}/gu,
  )) {
    const value = known(name, format)
    if (value === undefined) continue
    out += text.slice(last, index) + value
    last = index + whole.length
    cuts.push({ at: last, by: value.length - whole.length })
  }
  if (!cuts.length) return { text, ranges }
  const place = (i: number) => i + cuts.reduce((sum, c) => sum + (c.at <= i ? c.by : 0), 0)
  return {
    text: out + text.slice(last),
    ranges: ranges
      .map((r) => ({ ...r, start: place(r.start), end: place(r.end) }))
      .filter((r) => r.end > r.start),
  }
}

/** What a name in braces says; undefined where it says nothing and stays as it is. */
function valueOf(
  stage: Stage,
  object: DesignObject,
  frame: number,
  copy: InCopy,
  name: string,
  format: string,
): string | undefined {
  const { project, design, rate } = stage
  const seconds = (frames: number) => Math.max(0, Math.floor((frames * rate.den) / rate.num))
  const as = (value: number) => figure(value, format)
  switch (name) {
    case 'number':
      return as(Number(formAt(stage, object, 'number', frame)))
    case 'n':
      return as(copy.index + 1)
    case 'item': {
      const above = design ? objectsAbove(design, object) : []
      const line = above.find((o) => o.kind === 'repeat')?.list?.[copy.index] ?? ''
      // Parts of a line stand between bars: {item:2} is the second.
      return format ? (line.split('|')[Number(format) - 1]?.trim() ?? '') : line
    }
    case 'design':
      return design?.name ?? ''
    case 'project':
      return project.name
    case 'frame':
      return as(frame)
    case 'seconds':
      return as(seconds(frame - stage.start))
    case 'left':
      return as(seconds(stage.start + stage.length - 1 - frame))
    case 'timecode':
    case 'shot':
    case 'sequence':
      return design && shownIn(project, design, frame)[name]
    default:
      return fromRow(project, design, copy, name)
  }
}

/** What a row says under a name: the one that the design is shown with, else the first of its roster. */
function fromRow(project: Project, design: Design | undefined, { row }: InCopy, name: string) {
  if (row) return row[name.toLowerCase()]
  const first = design && firstRow(project, design.id)
  return first && rowValues(project, first)?.[name.toLowerCase()]
}

/** Where a design is shown first, at one of its frames: the sequence, the highest shot under it and the timecode there. */
function shownIn(
  project: Project,
  design: Design,
  frame: number,
): Record<'timecode' | 'shot' | 'sequence', string> {
  const shown = shownAt(project, design, frame)
  if (shown) {
    const { sequence, shot, at } = shown
    const under = sequence.shots
      .filter((s) => s.lane < shot.lane && at >= s.start && at < s.start + s.length)
      .sort((a, b) => b.lane - a.lane)
    const timecode = toTimecode(sequence.startTimecode + at, sequence.rate)
    return { sequence: sequence.name, shot: under[0]?.name ?? shot.name, timecode }
  }
  return { sequence: '', shot: '', timecode: toTimecode(Math.max(0, frame), design.rate) }
}
