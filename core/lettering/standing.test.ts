import fc from 'fast-check'
import { shippedFonts } from '../testing/fonts'
import { plainSetting } from '../testing/setting'
import { bodiesOf, type Course, indexAt, layOut, type Layout, type Setting, stood } from '.'

let set: (more: Partial<Setting>) => Layout
beforeAll(async () => {
  const { fonts, open } = await shippedFonts('inter', 'm-plus-1p', 'cairo')
  set = (more) => layOut({ ...plainSetting, ...more }, fonts, open)
})
const MAP = [1, 0, 0, 0, 1, 0] as const
/** The middle of each letter's ink. */
const middles = (layout: Layout) =>
  bodiesOf(layout, MAP).map((b) => [(b.left + b.right) / 2, (b.top + b.bottom) / 2] as const)
const on = (more: Partial<Course>): Course => ({
  contour: [-200, 0, 200, 0],
  closed: false,
  way: 'on',
  under: false,
  reversed: false,
  upright: false,
  slide: 0,
  lift: 0,
  ...more,
})
const circle = (r: number) =>
  Array.from({ length: 720 }, (_, i) => [
    r * Math.cos((i * Math.PI) / 360),
    r * Math.sin((i * Math.PI) / 360),
  ]).flat()

it('lines that run down stand under each other, the next to the left', () => {
  const down = set({ text: '港の灯\n彗星', down: true })
  const places = middles(down)
  const [first, second] = [places.slice(0, 3), places.slice(3)]
  for (const [i, [x, y]] of first.entries()) {
    expect(y).toBeGreaterThan(i * 40 - 1)
    expect(y).toBeLessThan(i * 40 + 41)
    expect(Math.abs(x - (first[0]?.[0] ?? 0))).toBeLessThan(6)
  }
  for (const [x] of second) expect(x).toBeLessThan((first[0]?.[0] ?? 0) - 30)
  expect(down.box.bottom - down.box.top).toBeCloseTo(3 * 40, 5)
  expect(down.box.right).toBeCloseTo(0, 6)
})

it('letters of other scripts lie on their side in them, their middle on the middle of the line', () => {
  const layout = set({ text: '港Hxg', down: true })
  const [, H] = bodiesOf(layout, MAP)
  const upright = bodiesOf(set({ text: 'H' }), MAP)[0]
  const [wide, high] = [
    (upright?.right ?? 0) - (upright?.left ?? 0),
    (upright?.bottom ?? 0) - (upright?.top ?? 0),
  ]
  expect((H?.right ?? 0) - (H?.left ?? 0)).toBeCloseTo(high, 4)
  expect((H?.bottom ?? 0) - (H?.top ?? 0)).toBeCloseTo(wide, 4)
  const line = layout.lines[0]
  expect(line?.ascent).toBeCloseTo(line?.descent ?? 0, 6)
})

it('a column of lines that run down is as high as its box', () => {
  const { lines, box } = set({ text: '港の灯が見える夜', down: true, box: [200, 130] })
  expect(lines.map((l) => l.end - l.start)).toEqual([3, 3, 2])
  // The first line is at the right of the box, at its top.
  expect(box.right).toBeCloseTo(100, 6)
  expect(box.top).toBeCloseTo(-65, 6)
})

it('text on a straight line is as it would be without, moved to where it is aligned', () => {
  const plain = middles(set({ text: 'Lantern' }))
  const ascent = set({ text: 'Lantern' }).lines[0]?.ascent ?? 0
  const left = middles(set({ text: 'Lantern', course: on({}) }))
  left.forEach(([x, y], i) => {
    expect(x).toBeCloseTo((plain[i]?.[0] ?? 0) - 200, 5)
    expect(y).toBeCloseTo((plain[i]?.[1] ?? 0) - ascent, 5)
  })
  const centred = set({ text: 'Lantern', align: 'centre', course: on({}) })
  expect((centred.box.left + centred.box.right) / 2).toBeCloseTo(0, 5)
  const right = set({ text: 'Lantern', align: 'right', course: on({}) })
  expect(right.box.right).toBeCloseTo(200, 5)
  const moved = set({ text: 'Lantern', course: on({ slide: 30, lift: 12 }) })
  expect(moved.box.left).toBeCloseTo(-170, 5)
  expect(moved.lines.length && moved.box.top).toBeCloseTo(-ascent - 12, 5)
  expect(set({ text: 'Lantern', course: on({ under: true }) }).box.top).toBeCloseTo(0, 5)
})

it('letters round a circle all stand as far from its middle, and turn with it', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 120, max: 900 }),
      fc.constantFrom('left', 'centre', 'right'),
      fc.integer({ min: -900, max: 900 }),
      (r, align, slide) => {
        const layout = set({
          text: 'ooooooo',
          align,
          course: on({ contour: circle(r), closed: true, slide }),
        })
        const { glyphs, standing } = layout
        if (!standing) throw new Error('It stands on a circle.')
        for (const { middle, y } of glyphs) {
          const map = standing(middle)
          const [px, py] = stood(map, middle, y)
          expect(Math.hypot(px, py)).toBeCloseTo(r, 1)
          // What is up in the letter points away from the middle.
          const [ux, uy] = stood(map, middle, y - 10)
          expect(Math.hypot(ux, uy)).toBeCloseTo(r + 10, 1)
        }
      },
    ),
    { numRuns: 25 },
  )
})

it('going the other way round, letters stand within the circle; upright ones are not turned', () => {
  const within = set({ text: 'ooo', course: on({ contour: circle(200), closed: true, reversed: true }) })
  for (const [x, y] of middles(within)) expect(Math.hypot(x, y)).toBeLessThan(200)
  const upright = set({ text: 'ooo', course: on({ contour: circle(200), closed: true, upright: true }) })
  for (const { middle } of upright.glyphs) expect(upright.standing?.(middle).slice(0, 2)).toEqual([1, -0])
})

it('the nearest place between letters is found on a bend', () => {
  const text = 'Harbour wide'
  const layout = set({ text, course: on({ contour: circle(300), closed: true, slide: 200 }) })
  const [line] = layout.lines
  for (const cell of line?.cells ?? []) {
    const [x, y] = stood(layout.standing?.(cell.left) ?? MAP, cell.left + 0.1, line?.baseline ?? 0)
    expect(indexAt(layout, x, y)).toBe(cell.start)
  }
})

it('lines within an outline keep to it', () => {
  const words = Array.from({ length: 60 }, (_, i) => ['amber', 'tin', 'lantern', 'of'][i % 4]).join(' ')
  const layout = set({ text: words, size: 16, course: on({ contour: circle(200), closed: true, way: 'in' }) })
  expect(layout.overflows).toBe(false)
  for (const { left, right, baseline } of layout.lines)
    if (right > left) {
      const half = Math.sqrt(Math.max(0, 200 * 200 - baseline * baseline))
      expect(left).toBeGreaterThan(-half - 0.5)
      expect(right).toBeLessThan(half + 0.5)
    }
  expect(layout.lines.map((l) => words.slice(l.start, l.end)).join('')).toBe(words)
  const small = set({ text: words, size: 60, course: on({ contour: circle(200), closed: true, way: 'in' }) })
  expect(small.overflows).toBe(true)
  const fitted = set({
    text: words,
    size: 60,
    shrink: true,
    course: on({ contour: circle(200), closed: true, way: 'in' }),
  })
  expect(fitted.overflows).toBe(false)
})

it('columns stand beside each other, from the right where that is the way of reading', () => {
  const text = Array.from({ length: 40 }, () => 'amber tin').join(' ')
  const { lines, overflows } = set({ text, size: 20, box: [640, 200], columns: 3, gap: 20 })
  expect(overflows).toBe(false)
  const lefts = [...new Set(lines.map((l) => Math.round(l.left)))]
  expect(lefts).toEqual([-320, -100, 120])
  for (const { baseline, ascent, descent } of lines) {
    expect(baseline - ascent).toBeGreaterThan(-100.01)
    expect(baseline + descent).toBeLessThan(100.01)
  }
  const even = set({ text, size: 20, box: [640, 0], columns: 2, gap: 40 }).lines
  const half = even.filter((l) => l.left < 0).length
  expect(Math.abs(half - even.length / 2)).toBeLessThanOrEqual(1)
  const arabic = Array.from({ length: 40 }, () => 'ميناء').join(' ')
  const reading = set({ text: arabic, size: 20, box: [640, 100], columns: 2, gap: 40 }).lines
  expect(reading[0]?.left ?? 0).toBeGreaterThan(reading.at(-1)?.right ?? 0)
})

it('after a tab a line goes on at the next stop', () => {
  const layout = set({ text: 'a\tb\nlonger\tb', tab: 100 })
  const at = (line: number) => layout.glyphs.filter((g) => g.line === line).at(-1)?.x
  expect(at(0)).toBeCloseTo(100, 5)
  expect(at(1)).toBeCloseTo(200, 5)
})

it('a letter is turned about its own middle and moved along by itself', () => {
  const turned = { start: 1, end: 2, style: { turn: 180 } }
  const [plain, other] = [set({ text: 'ooo' }), set({ text: 'ooo', ranges: [turned] })]
  const [a, b] = [middles(plain), middles(other)]
  expect(b[0]).toEqual(a[0])
  // An o is alike from both sides, but for where it stands on its height.
  expect(b[1]?.[0]).toBeCloseTo(a[1]?.[0] ?? 0, 1)
  const moved = set({ text: 'ooo', ranges: [{ start: 1, end: 2, style: { across: 500 } }] })
  expect((middles(moved)[1]?.[0] ?? 0) - (a[1]?.[0] ?? 0)).toBeCloseTo(20, 5)
  expect(moved.box).toEqual(plain.box)
})
