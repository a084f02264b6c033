import type { Frame, Plane } from '../../frame'
import { type Kernels, printOf } from '../../kernels'
import {
  applyMarks,
  type Cut,
  cutOnce,
  findScreen,
  screenOnce,
  KEEP,
  matteOf,
  type Plate,
  type ScreenChoice,
  shareOf,
  threeTones,
  TONES,
  UNDECIDED,
} from '../../key'
import type { ContentValues, Values } from '../../params'
import type { Place, RenderContext } from '../declare'
import { marksOf } from './marks'
import type { SCREEN } from './screen-params'

export type ScreenValues = RenderContext<typeof SCREEN>['values']

/** What a subject is cut out of, and how. */
export interface Cutting {
  k: Kernels
  input: Frame
  v: ScreenValues
  scale: number
  place: Place
  empty: Frame | undefined
  /** Within it everything stays. */
  core: Plane | undefined
  content: ContentValues
}

type Rgb = readonly [number, number, number]

/** How the colour of a screen is found, by the controls of a key and its samples. */
export const screenChoice = (
  { screen, picked }: Values | Pick<ScreenValues, 'screen' | 'picked'>,
  samples: ContentValues[string] = [],
): ScreenChoice =>
  screen === 'picked'
    ? [picked, ...samples.map((s) => s.colour)].map((rgb) => rgb as unknown as Rgb)
    : (screen as 'auto')

/** Lengths of the screen and its tones are those of a picture 720 high. */
const scaleOf = ({ height }: Place) => height / 720

/** With the tones left out nothing is marked, and they are sorted as they are at first. */
function waysOf({ v, content, place, scale, empty }: Cutting) {
  const { drop, keep, holes, lone, border } = v.skipTones ? { ...TONES, border: true } : v
  return {
    by: screenChoice(v, content.samples),
    size: scaleOf(place),
    marks: v.skipTones ? [] : marksOf(content.marks, place, scale),
    tones: { drop, keep, holes, lone },
    border,
    fullness: v.skipAlpha ? 1 : v.fullness,
    restores: (v.fine || v.skipAlpha) && scale > 0.75,
    empty: v.skipScreen ? undefined : empty,
  }
}

type Ways = ReturnType<typeof waysOf>

function screenOf(
  { k, input }: Cutting,
  { by, size, empty, marks }: Ways,
  print = empty ? '' : printOf(k, input),
): Plate | undefined {
  const find = () => findScreen(k, input, by, size, empty, marks)
  if (empty) return find()
  const told = marks.filter((m) => m.kind === 'screen')
  return screenOnce(k, input, [print, JSON.stringify([by, size, told])], find)
}

function sorted(
  { k, input, v, core }: Cutting,
  { tones, border, marks, size }: Ways,
  plate: Plate,
): Uint8Array {
  const found = shareOf(k, input, plate)
  const map = threeTones(k, found, border ? plate.rubbish : undefined, { ...tones, scale: size })
  if (core && !v.skipTones)
    for (let i = 0; i < map.length; i++) if ((core.data[i] as number) > 0.5) map[i] = KEEP
  applyMarks(k, input, map, found.data, marks)
  k.free(found)
  return map
}

/** The empty screen, or the three tones in grey: black goes, white stays, what is undecided is middle grey. Undefined where no screen is found. */
export function shownScreen(cutting: Cutting, view: 'screen' | 'tones'): Frame | undefined {
  const { k, input } = cutting
  const ways = waysOf(cutting)
  const plate = screenOf(cutting, ways)
  if (!plate || view === 'screen') return plate?.picture
  const map = sorted(cutting, ways, plate)
  k.free(plate.picture)
  const out = k.frame(input.width, input.height)
  for (let i = 0; i < map.length; i++) {
    const light = map[i] === KEEP ? 1 : map[i] === UNDECIDED ? 0.21 : 0
    out.data.fill(light, i * 4, i * 4 + 3)
    out.data[i * 4 + 3] = 1
  }
  return out
}

/** A subject off its screen, before its colour is put right; what was cut last is taken again where nothing of it has changed. Undefined where no screen is found. */
export function cutSubject(cutting: Cutting): Cut | undefined {
  const { k, input, core } = cutting
  const ways = waysOf(cutting)
  const { restores, fullness, empty } = ways
  const seen = printOf(k, input)
  const make = () => {
    const plate = screenOf(cutting, ways, seen)
    const made = plate && matteOf(k, input, plate, sorted(cutting, ways, plate), { restores, fullness })
    return made && { colour: plate.colour, screen: plate.picture, ...made }
  }
  if (core) return make()
  const prints = empty ? `${seen} ${printOf(k, empty)}` : seen
  return cutOnce(k, input, [prints, JSON.stringify({ ...ways, empty: !!empty })], make)
}
