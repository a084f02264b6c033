import { findMover, PASSES, STAYS } from '../arrivals'
import type { Typefaces } from '../lettering'
import { type Act, newProject, performAll, type Project } from '../project'
import { card } from '../testing/design'
import { shippedFonts } from '../testing/fonts'
import { testKernels } from '../testing/pictures'
import { plan, renderFrame } from '.'

const k = testKernels(256)
afterEach(() => expect(k.used).toBe(0))
let open: Typefaces
beforeAll(async () => {
  open = (await shippedFonts('inter', 'heebo')).open
})

const LENGTH = 48
const text = (objectId: string, words: string, form: object = {}): Act => [
  'object.add',
  {
    designId: 'd',
    objectId,
    kind: 'text',
    text: { text: words, family: 'inter', weight: 700, align: 'centre' },
    form: { size: 40, place: [160, 60], ...form },
  },
]
const box = (objectId: string, place: [number, number]): Act => [
  'object.add',
  { designId: 'd', objectId, kind: 'rectangle', form: { box: [40, 30], place } },
]
const moves = (
  objectId: string,
  use: string,
  way: 'arrive' | 'stay' | 'leave' = 'arrive',
  moverId = `${use}-${way}`,
): Act => ['mover.add', { objectId, moverId, way, use }]
const set = (
  objectId: string,
  moverId: string,
  values: Record<string, number | string | boolean | number[]>,
): Act[] =>
  Object.entries(values).map(([name, value]): Act => [
    'value.set',
    {
      address: { owner: { kind: 'object', id: objectId }, path: `movers/${moverId}/form/${name}` },
      at: 0,
      value,
    },
  ])
const made = (...acts: Act[]): Project => performAll(newProject('p', 'P'), [card(), ...acts], 'test').project

interface Seen {
  key: string
  width: number
  data: Float32Array
}
async function seen(project: Project, frame: number, scale = 1, typefaces: Typefaces = open): Promise<Seen> {
  const planned = plan(project, { kind: 'design', designId: 'd' }, frame, scale)
  const out = await renderFrame(k, planned, () => undefined, { typefaces })
  const data = out.data.slice()
  const { width } = out
  k.free(out)
  return { key: planned.nodes.at(-1)?.key ?? '', width, data }
}
const worst = (a: Seen, b: Seen) =>
  a.data.reduce((m, v, i) => Math.max(m, Math.abs(v - (b.data[i] as number))), 0)
/** The middle, in pixels across and down, of what is seen, and how much there is. */
function weighed({ data, width }: Seen) {
  let [x, y, all] = [0, 0, 0]
  for (let i = 0; i < data.length; i += 4) {
    const a = data[i + 3] as number
    all += a
    x += a * ((i / 4) % width)
    y += a * Math.floor(i / 4 / width)
  }
  return { x: x / all, y: y / all, all }
}

const TITLE = [text('t', 'Tin Comet')]

it('at rest the picture is the one without movers, and so is its key', async () => {
  expect(weighed(await seen(made(...TITLE), 30)).all).toBeGreaterThan(1000)
  const still = await seen(made(...TITLE), 30)
  const moved = await seen(made(...TITLE, moves('t', 'rise'), moves('t', 'flip', 'leave')), 30)
  expect(moved.key).toBe(still.key)
  expect(worst(still, moved)).toBe(0)
})

it.each(PASSES.map((m) => m.id))(
  '%s: goes as it came to the bit, and any frame alone is that of a run',
  async (use) => {
    const project = made(text('t', use === 'count-up' ? '1,240 miles' : 'Tin\nComet'), moves('t', use), [
      'mover.back',
      { objectId: 't', newId: 'b' },
    ])
    const frames = [0, 3, 7]
    const run: Seen[] = []
    for (const frame of frames) run.push(await seen(project, frame))
    for (const [i, frame] of frames.entries()) {
      expect(worst(await seen(project, LENGTH - 1 - frame), run[i] as Seen)).toBe(0)
      // Other openers have other typesetters: nothing is left of what was drawn before.
      expect(worst(await seen(project, frame, 1, (id) => open(id)), run[i] as Seen)).toBe(0)
      expect((run[i] as Seen).data.every(Number.isFinite)).toBe(true)
    }
  },
)

it.each([...PASSES, ...STAYS].map((m) => m.id))(
  '%s moves a box, a group, a repeat and a word in perspective',
  async (use) => {
    const way = findMover(use)?.kind === 'stay' ? 'stay' : 'arrive'
    const project = made(
      box('a', [60, 40]),
      box('b', [120, 40]),
      ['objects.group', { objectIds: ['a', 'b'], groupId: 'g', name: 'Two' }],
      box('c', [60, 120]),
      ['objects.repeat', { objectIds: ['c'], repeatId: 'r', form: { step: [60, 0] } }],
      box('e', [260, 40]),
      text('t', 'Wo', { place: [260, 130] }),
      ...['g', 'r', 'e', 't'].flatMap((objectId) => [moves(objectId, use, way)]),
    )
    for (const frame of [1, 5]) {
      const whole = await seen(project, frame)
      expect(whole.data.every(Number.isFinite)).toBe(true)
      const half = await seen(project, frame, 0.5)
      // As much is there at half the size, within the edge pixels of a small picture.
      const [a, b] = [weighed(whole).all, weighed(half).all * 4]
      expect(Math.abs(a - b)).toBeLessThan(Math.max(60, 0.06 * a))
    }
  },
)

it('what rises stands as much lower, as dense as the share of its time says', async () => {
  const project = made(
    ...TITLE,
    moves('t', 'rise', 'arrive', 'm'),
    ...set('t', 'm', {
      unit: 'whole',
      frames: 10,
      ease: 'even',
      distance: 0.75,
      fade: 1,
    }),
  )
  // In the middle of frame 3 .35 of its time has passed: 30 pixels less .35 of them are left.
  const lower = made(text('t', 'Tin Comet', { place: [160, 60 + 30 * 0.65], opacity: 0.35 }))
  expect(worst(await seen(project, 3), await seen(lower, 3))).toBeLessThan(2e-4)
})

it('letters begin one after the other, lines by themselves, and right-to-left from the right', async () => {
  const begun = async (words: string, values: Record<string, number | string>) => {
    const project = made(
      text('t', words),
      moves('t', 'fade', 'arrive', 'm'),
      ...set('t', 'm', { frames: 20, overlap: 0, ...values }),
    )
    return seen(project, 4)
  }
  const [left, right] = [
    await begun('Tin Comet', { unit: 'letter' }),
    await begun('שלום', { unit: 'letter' }),
  ]
  expect(weighed(left).x).toBeLessThan(120)
  expect(weighed(right).x).toBeGreaterThan(160)
  const lines = await begun('Tin\nComet', { unit: 'line' })
  const all = await seen(made(text('t', 'Tin\nComet')), 4)
  expect(weighed(lines).y).toBeLessThan(weighed(all).y - 15)
})

it('what is typed without a caret is there letter by letter, all of it at last', async () => {
  const typed = made(
    text('t', 'Tin Comet'),
    moves('t', 'type'),
    ...set('t', 'type-arrive', { caret: 'none', frames: 40 }),
  )
  const amounts = []
  for (const frame of [0, 8, 20, 32, 44]) amounts.push(weighed(await seen(typed, frame)).all)
  const whole = weighed(await seen(made(text('t', 'Tin Comet')), 44)).all
  for (const [i, amount] of amounts.slice(1).entries()) expect(amount).toBeGreaterThan(amounts[i] as number)
  expect(amounts[0]).toBeLessThan(whole / 6)
  expect(amounts[4]).toBeCloseTo(whole, 3)
})

it('a wipe uncovers what lies before its line, and nothing beyond its soft edge', async () => {
  const project = made(
    box('b', [160, 90]),
    moves('b', 'wipe', 'arrive', 'm'),
    ...set('b', 'm', { ease: 'even', soft: 0, frames: 10 }),
  )
  const { data, width } = await seen(project, 4)
  const row = Array.from({ length: 40 }, (_, x) => data[(90 * width + 140 + x) * 4 + 3] as number)
  const covered = row.reduce((a, b) => a + b, 0)
  // Room of .4 of its height on both sides: .45 of 64 pixels, less the 12 before it.
  expect(covered).toBeCloseTo(0.45 * 64 - 12, 3)
  expect(row.filter((v) => v > 0.001 && v < 0.999).length).toBeLessThanOrEqual(1)
})

it('exposed for a whole frame a box is smeared as far as it goes, and as much of it is there', async () => {
  const acts = (shutter: number): Act[] => [
    box('b', [160, 90]),
    moves('b', 'slide', 'arrive', 'm'),
    ...set('b', 'm', { ease: 'even', frames: 10, distance: 4, fade: 0, shutter, side: 180 }),
  ]
  const [sharp, smeared] = [await seen(made(...acts(0)), 6), await seen(made(...acts(360)), 6)]
  expect(weighed(smeared).all).toBeCloseTo(weighed(sharp).all, 0)
  expect(weighed(smeared).x).toBeCloseTo(weighed(sharp).x, 3)
  const across = ({ data, width }: Seen) =>
    Array.from({ length: width }, (_, x) => data[(90 * width + x) * 4 + 3] as number)
  // 12 pixels a frame: a ramp of that length at both ends, in steps of a moment.
  const ramp = across(smeared).filter((v) => v > 0.01 && v < 0.99).length
  expect(ramp).toBeGreaterThanOrEqual(20)
  expect(ramp).toBeLessThanOrEqual(26)
})

it('plates of lines go along with their lines; one of the whole comes as dense as its densest part', async () => {
  const plated = (around: string): Act[] => [
    text('t', 'Tin\nComet'),
    ['coat.add', { objectId: 't', coatId: 'p', kind: 'plate', at: 0 }],
    [
      'value.set',
      { address: { owner: { kind: 'object', id: 't' }, path: 'coats/p/form/around' }, at: 0, value: around },
    ],
    moves('t', 'fade', 'arrive', 'm'),
    ...set('t', 'm', { unit: 'line', frames: 20, overlap: 0 }),
  ]
  const lines = await seen(made(...plated('line')), 4)
  const block = await seen(made(...plated('block')), 4)
  // .45 of the first line's time: its plate is that dense, the second is not there yet.
  const dense = ({ data }: Seen) => Math.max(...data.filter((_, i) => i % 4 === 3))
  expect(dense(lines)).toBeCloseTo(0.45, 2)
  expect(weighed(lines).y).toBeLessThan(weighed(block).y)
  expect(weighed(block).all).toBeGreaterThan(weighed(lines).all * 1.3)
})

it('things in a group come one after the other, copies of a repeat too', async () => {
  const grouped = made(
    box('a', [60, 90]),
    box('b', [260, 90]),
    ['objects.group', { objectIds: ['a', 'b'], groupId: 'g', name: 'Two' }],
    moves('g', 'fade', 'arrive', 'm'),
    ...set('g', 'm', { unit: 'piece', frames: 20, overlap: 0 }),
  )
  const half = await seen(grouped, 5)
  expect(weighed(half).x).toBeCloseTo(59.5, 1)
  expect(weighed(half).all).toBeCloseTo(40 * 30 * 0.55, -1)
  const row = made(
    box('c', [40, 90]),
    ['objects.repeat', { objectIds: ['c'], repeatId: 'r', form: { step: [60, 0] } }],
    moves('r', 'grow', 'arrive', 'm'),
    ...set('r', 'm', { unit: 'piece', frames: 20, overlap: 0, ease: 'even', fade: 0, anchor: 'middle' }),
  )
  // Five copies of four frames each: two are there, and the third has come .625 of its size in the middle of frame 10.
  const { all } = weighed(await seen(row, 10))
  expect(all).toBeCloseTo(1200 * (2 + 0.625 * 0.625), -1)
})
