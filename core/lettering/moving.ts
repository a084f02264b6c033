import {
  AT_REST,
  type Exposed,
  type Eye,
  isAtRest,
  type Moving,
  standing,
  together,
  unionBox,
  type Unit,
} from '../arrivals'
import { type Boxes, type Coat, type Drawing, matrixOfMap, type Sight } from '../coats'
import { bodiesOf, boxesOf, type LetterBody } from './bodies'
import { wordsOf } from './graphemes'
import type { Layout, Line } from './laid'
import type { Setting } from './setting'
import { after, stood } from './standing'
import { styleAt } from './text'
import type { Typesetter } from './typesetter'

/** A letter where it rests, in the text's own pixels. */
interface RestingLetter {
  /** Its place in the text. */
  start: number
  end: number
  line: number
  word: number
  box: Unit['box']
  base: number
  rightToLeft: boolean
  /** Where it stands across its line, before how that stands. */
  middle: number
}

/** Scripts that part words without spaces. */
const UNSPACED = /[\u0e00-\u0eff\u1780-\u17ff\u3040-\u30ff\u3400-\u9fff]/

/** The letters of a text that are seen, in reading order. What stands between two spaces is a word; where there are none, what the words of the language are. */
function restingLetters({ lines, standing: course }: Layout, text: string): RestingLetter[] {
  const starts = new Set(UNSPACED.test(text) ? wordsOf(text).map(([start]) => start) : [])
  const cells = lines.flatMap((line, n) => line.cells.map((cell) => ({ cell, line, n })))
  cells.sort((a, b) => a.cell.start - b.cell.start)
  const out: RestingLetter[] = []
  let word = -1
  let between = true
  for (const { cell, line, n } of cells) {
    const letter = text.slice(cell.start, cell.end)
    if (!letter.trim()) {
      between = true
      continue
    }
    if (between || starts.has(cell.start) || out.at(-1)?.line !== n) word++
    between = false
    const { start, end, rightToLeft } = cell
    const middle = (cell.left + cell.right) / 2
    out.push({ start, end, line: n, word, rightToLeft, middle, ...boxedCell(cell, line, course) })
  }
  return out
}

function boxedCell({ left, right }: { left: number; right: number }, line: Line, course: Layout['standing']) {
  const [top, bottom] = [line.baseline - line.ascent, line.baseline + line.descent]
  if (!course) return { box: { left, top, right, bottom }, base: line.baseline }
  const map = course((left + right) / 2)
  const corners = [left, right].flatMap((x) => [top, bottom].map((y) => stood(map, x, y)))
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)]
  const box = { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) }
  return { box, base: box.bottom }
}

/** What moves by itself of letters, and for each letter which of that it is in. */
function unitsOf(
  letters: readonly RestingLetter[],
  kind: unknown,
  text: string,
  size: number,
): { units: Unit[]; of: number[] } {
  const keyOf = ({ line, word }: RestingLetter, i: number) =>
    kind === 'line' ? line : kind === 'word' ? word : kind === 'letter' || kind === 'piece' ? i : 0
  const places = new Map<number, number>()
  const of = letters.map((letter, i) => {
    const key = keyOf(letter, i)
    const known = places.get(key)
    if (known !== undefined) return known
    places.set(key, places.size)
    return places.size - 1
  })
  const whole = letters.map((l) => l.box).reduce(unionBox)
  const inside: RestingLetter[][] = Array.from({ length: places.size }, () => [])
  letters.forEach((letter, i) => inside[of[i] as number]?.push(letter))
  const units = inside.map((own, index): Unit => {
    const [first] = own as [RestingLetter]
    return {
      index,
      count: places.size,
      box: own.map((l) => l.box).reduce(unionBox),
      whole,
      size,
      base: Math.max(...own.map((l) => l.base)),
      rightToLeft: first.rightToLeft,
      letter: own.length === 1 ? text.slice(first.start, first.end) : undefined,
    }
  })
  return { units, of }
}

/** A text whose letters are moved. */
export interface MovingText {
  /** What of it is at rest, and the coats that it wears. */
  resting: { drawing: Drawing & { bodies: LetterBody[] }; coats: readonly Coat[] }
  /** How the rest is seen, from back to front. */
  sights: Sight[]
  /** Nothing of it moves or is hidden. */
  atRest: boolean
  /** The coats that belong to all of it where parts move by themselves, and how dense those are: as the densest part. */
  all: { behind: readonly Coat[]; front: readonly Coat[]; boxes: Boxes; dense: number }
}

/** Coats that belong to no letter. */
export const isBoxed = ({ kind }: Coat): boolean => kind === 'plate' || kind === 'line'

/** Of what moves by itself, the plates that go along with it. */
const goesAlong = ({ kind, values }: Coat, unit: unknown): boolean =>
  kind === 'plate' &&
  ((unit === 'line' && values['around'] !== 'block') || (unit === 'word' && values['around'] === 'word'))

/** The boxes that lie in one of some units. */
function boxesWithin(boxes: Boxes, units: readonly Unit[]): Boxes {
  const inside = ({ left, right, top, bottom }: Unit['box']) => {
    const [x, y] = [(left + right) / 2, (top + bottom) / 2]
    return units.some(({ box }) => x >= box.left && x <= box.right && y >= box.top && y <= box.bottom)
  }
  return { block: [], line: boxes.line.filter(inside), word: boxes.word.filter(inside) }
}

/** A text whose letters are moved, parted by how they are seen. */
export function movingText(
  typesetter: Typesetter,
  setting: Setting,
  {
    coats,
    moving,
    eye,
    map,
  }: { coats: readonly Coat[]; moving: readonly Moving[]; eye: Eye; map: Drawing['map'] },
): MovingText {
  const layout = typesetter.layout(setting)
  const { text } = setting
  const all = bodiesOf(layout, map, text)
  const boxes = boxesOf(layout, text)
  const letters = restingLetters(layout, text)
  const none: MovingText['all'] = { behind: [], front: [], boxes, dense: 0 }
  if (!letters.length)
    return { resting: { drawing: { bodies: all, boxes, map }, coats }, sights: [], atRest: true, all: none }
  const size = setting.size * layout.shrunk
  const scale = Math.sqrt(Math.abs(map[0] * map[4] - map[1] * map[3]))
  const movers = moving.map((one) => {
    const { units, of } = unitsOf(letters, one.values['unit'] ?? 'whole', text, size)
    return { kind: one.values['unit'], units, of, stand: standing(one, units, eye, scale) }
  })
  const parted = movers.find((m) => m.units.length > 1)
  const along = (coat: Coat) => !parted || !isBoxed(coat) || goesAlong(coat, parted.kind)
  const own = coats.filter(along)
  const whole = matrixOfMap(map)
  const extent = extentOf(all)
  const resting: LetterBody[] = []
  const restingUnits: Unit[] = []
  const sights: Sight[] = []
  let dense = 0
  for (const { of, bodies, letter } of grouped(all, letters, movers)) {
    const exposed = movers.reduce<Exposed[]>(
      (outer, m, i) => together(outer, m.stand[of[i] as number] ?? []),
      [[AT_REST]],
    )
    for (const looks of exposed) dense = Math.max(dense, ...looks.map((l) => l.opacity))
    const unit = parted?.units[of[movers.indexOf(parted)] as number]
    if (exposed.length === 1 && exposed[0]?.every(isAtRest)) {
      resting.push(...bodies)
      if (unit) restingUnits.push(unit)
      continue
    }
    const drawing: Drawing = { bodies, boxes: unit ? boxesWithin(boxes, [unit]) : boxes, map, extent }
    const letters = (other: string) => letterInPlace(typesetter, setting, letter, other, map, layout)
    for (const looks of exposed) sights.push({ drawing, coats: own, looks, map: whole, size, letters })
  }
  const first = coats.findIndex((c) => !isBoxed(c))
  const [behind, front] = [coats.slice(0, Math.max(0, first)), coats.slice(Math.max(0, first))]
  const left = (some: readonly Coat[]) => some.filter((coat) => !along(coat))
  const still = parted ? boxesWithin(boxes, restingUnits) : boxes
  return {
    resting: { drawing: { bodies: resting, boxes: still, map, extent }, coats: own },
    sights,
    atRest: resting.length === all.length,
    all: { behind: left(behind), front: left(front), boxes, dense },
  }
}

/** Letters that all movers move alike. */
function grouped(
  bodies: readonly LetterBody[],
  letters: readonly RestingLetter[],
  movers: readonly { of: readonly number[] }[],
) {
  const groups = new Map<string, { of: readonly number[]; bodies: LetterBody[]; letter: RestingLetter }>()
  for (const body of bodies) {
    const place = Math.max(0, lastAt(letters, body.index))
    const of = movers.map((m) => m.of[place] as number)
    const group = groups.get(String(of))
    if (group) group.bodies.push(body)
    else groups.set(String(of), { of, bodies: [body], letter: letters[place] as RestingLetter })
  }
  return groups.values()
}

/** The last letter that begins at or before a place of the text. */
function lastAt(letters: readonly RestingLetter[], index: number): number {
  let [low, high] = [0, letters.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((letters[middle] as RestingLetter).start <= index) low = middle + 1
    else high = middle
  }
  return low - 1
}

function extentOf(bodies: readonly LetterBody[]) {
  if (!bodies.length) return undefined
  const least = (of: (b: LetterBody) => number) => bodies.reduce((n, b) => Math.min(n, of(b)), Infinity)
  const most = (of: (b: LetterBody) => number) => bodies.reduce((n, b) => Math.max(n, of(b)), -Infinity)
  return [least((b) => b.left), least((b) => b.top), most((b) => b.right), most((b) => b.bottom)] as const
}

/** Another letter set as the one that it stands for, in its middle. */
function letterInPlace(
  typesetter: Typesetter,
  setting: Setting,
  letter: RestingLetter,
  other: string,
  map: Drawing['map'],
  { standing: course, lines }: Layout,
): LetterBody[] {
  const style = styleAt(setting, letter.start)
  const alone = typesetter.layout({
    ...setting,
    text: other,
    ranges: Object.keys(style).length ? [{ start: 0, end: other.length, style }] : [],
    box: [0, 0],
    columns: 1,
    align: 'start',
    level: 'top',
    indent: 0,
    course: undefined,
    down: false,
  })
  const [line] = alone.lines
  if (!line) return []
  const [dx, dy] = [
    letter.middle - (line.left + line.right) / 2,
    (lines[letter.line]?.baseline ?? 0) - line.baseline,
  ]
  const [a, b, c, d, e, f] = course ? after(map, course(letter.middle)) : map
  return bodiesOf(alone, [a, b, a * dx + b * dy + c, d, e, d * dx + e * dy + f])
}
