import { COAT_FORMS, type Coat } from '../coats'
import { defaults } from '../params'
import { shippedFonts } from '../testing/fonts'
import { testKernels } from '../testing/pictures'
import { plainSetting } from '../testing/setting'
import { drawText, type Setting, Typesetter } from '.'

const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))
let typesetter: Typesetter
beforeAll(async () => {
  const { fonts, open } = await shippedFonts('inter')
  typesetter = new Typesetter(fonts, open)
})

const RED_TO_BLUE = [
  { at: 0, colour: [1, 0, 0] as const, opacity: 1 },
  { at: 1, colour: [0, 0, 1] as const, opacity: 1 },
]
const coat = (kind: Coat['kind'], values: object, stops: Coat['stops'] = []): Coat => ({
  kind,
  values: { ...defaults(COAT_FORMS[kind]), ...values },
  stops,
})

/** The redness of the letters of a text, in the order in which their middles lie across, weighed by what they cover. */
function redness(setting: Partial<Setting>, coats: Coat[], columns: readonly (readonly [number, number])[]) {
  const drawn = drawText(k, { width: 400, height: 120 }, typesetter, {
    setting: { ...plainSetting, size: 60, ...setting },
    coats,
    order: 'block',
    map: [1, 0, 10, 0, 1, 10],
  })
  if (!drawn) throw new Error('There is a text.')
  const { frame, area } = drawn
  const found = columns.map(([from, to]) => {
    let [red, all] = [0, 0]
    for (let i = 0; i < frame.data.length; i += 4) {
      const x = area.x + ((i / 4) % frame.width)
      if (x < from || x >= to) continue
      red += frame.data[i] as number
      all += (frame.data[i] as number) + (frame.data[i + 2] as number)
    }
    return red / all
  })
  k.free(frame)
  return found
}

it('colours run over the whole, or begin anew with each letter and word', () => {
  const text = 'HH HH'
  const { lines } = typesetter.layout({ ...plainSetting, size: 60, text })
  const cells = (lines[0]?.cells ?? [])
    .filter((c) => text[c.start] !== ' ')
    .map((c) => [c.left + 10, c.right + 10] as const)
  const across = (over: string) =>
    redness({ text }, [coat('fill', { paint: 'linear', angle: 0, over }, RED_TO_BLUE)], cells)
  const block = across('block')
  expect([...block].sort((a, b) => b - a)).toEqual(block)
  expect((block[0] ?? 0) - (block[3] ?? 0)).toBeGreaterThan(0.5)
  const letters = across('letter')
  for (const v of letters) expect(v).toBeCloseTo(letters[0] ?? 0, 1)
  const words = across('word')
  expect(words[2]).toBeCloseTo(words[0] ?? 0, 1)
  expect(words[3]).toBeCloseTo(words[1] ?? 0, 1)
  expect((words[0] ?? 0) - (words[1] ?? 0)).toBeGreaterThan(0.3)
})

it('a line under letters stands off their baseline and is held clear of what hangs below it', () => {
  const sum = (text: string, clear: number) => {
    const drawn = drawText(k, { width: 400, height: 160 }, typesetter, {
      setting: { ...plainSetting, size: 60, text },
      coats: [coat('line', { width: 4, gap: 4, clear, colour: [1, 1, 1] })],
      order: 'block',
      map: [1, 0, 10, 0, 1, 10],
    })
    if (!drawn) throw new Error('There is a line.')
    const total = drawn.frame.data.reduce((a, v, i) => (i % 4 === 3 ? a + v : a), 0)
    k.free(drawn.frame)
    return total
  }
  expect(sum('HHH', 3)).toBeCloseTo(sum('HHH', 0), 1)
  expect(sum('Hgg', 3)).toBeLessThan(sum('Hgg', 0) - 40)
})

it('letter by letter, a line in front of a fill is seen on it, one behind it is not', () => {
  const red = (coats: Coat[]) => {
    const drawn = drawText(k, { width: 200, height: 120 }, typesetter, {
      setting: { ...plainSetting, size: 80, text: 'HH', weight: 900 },
      coats,
      order: 'letter',
      map: [1, 0, 10, 0, 1, 5],
    })
    if (!drawn) throw new Error('There is a text.')
    const sum = drawn.frame.data.reduce((a, v, i) => (i % 4 === 0 ? a + v : a), 0)
    k.free(drawn.frame)
    return sum
  }
  const [line, fill] = [
    coat('line', { where: 'through', width: 10, gap: 0, colour: [1, 0, 0] }),
    coat('fill', { colour: [0, 0, 1] }),
  ]
  expect(red([fill, line])).toBeGreaterThan(red([line, fill]) * 1.3)
})
