import { plan, renderFrame } from '../render'
import { card } from '../testing/design'
import { shippedFonts } from '../testing/fonts'
import { testKernels } from '../testing/pictures'
import { testProject } from '../testing/projects'
import { type Typefaces } from '../lettering'
import {
  type Act,
  coatAddress,
  documentOf,
  formAddress,
  getObject,
  loadProject,
  perform,
  performAll,
  type Project,
  recorded,
  settingAt,
  stageOf,
  valueNow,
  withRecords,
} from '.'

const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))
const SIZE = { width: 320, height: 180 }

const begun = (text: object, form: Record<string, number | number[]> = {}): Project =>
  performAll(
    testProject(),
    [
      card(SIZE),
      [
        'object.add',
        { designId: 'd', objectId: 't', kind: 'text', text, form: { place: [20, 20], size: 40, ...form } },
      ],
    ],
    'Card',
  ).project
const all = (p: Project, ...acts: Act[]) => performAll(p, acts, 'More').project
const stage = (p: Project) => stageOf(p, { kind: 'object', id: 't' })
const setting = (p: Project, frame = 0, as?: 'source') => settingAt(stage(p), getObject(p, 't'), frame, as)

let open: Typefaces
beforeAll(async () => ({ open } = await shippedFonts('inter')))
async function pictured(p: Project, scale = 1, frame = 0) {
  const planned = plan(p, { kind: 'design', designId: 'd' }, frame, scale)
  const made = await renderFrame(k, planned, () => undefined, { typefaces: open })
  const out = { width: made.width, data: made.data.slice(), resources: planned.resources }
  k.free(made)
  return out
}
const alphas = ({ data }: { data: Float32Array }) => data.filter((_, i) => i % 4 === 3)

it('a text shows its letters in the colour of its fill, and names the fonts that it needs', async () => {
  const p = begun({ text: 'Pell' })
  const { data, resources } = await pictured(p)
  expect(resources).toEqual([{ kind: 'font', id: 'inter-600.ttf', hash: 'inter-600.ttf' }])
  const covered = alphas({ data }).reduce((a, b) => a + b, 0)
  expect(covered).toBeGreaterThan(400)
  const red = data.filter((_, i) => i % 4 === 0).reduce((a, b) => a + b, 0)
  expect(red / covered).toBeCloseTo(0.9, 5)
})

it('at half size it is the same picture, made smaller', async () => {
  const p = begun({ text: 'Pell' })
  const [full, half] = [await pictured(p), await pictured(p, 0.5)]
  let worst = 0
  for (let y = 0; y < 90; y++)
    for (let x = 0; x < 160; x++) {
      const at = (i: number, j: number) => full.data[((2 * y + j) * 320 + 2 * x + i) * 4 + 3] as number
      const mean = (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4
      worst = Math.max(worst, Math.abs(mean - (half.data[(y * 160 + x) * 4 + 3] as number)))
    }
  expect(worst).toBeLessThan(0.04)
})

it('a part is the same bits as the whole there', async () => {
  const p = begun({ text: 'Pell' })
  const whole = await pictured(p)
  const area = { x: 32, y: 0, width: 64, height: 64 }
  const planned = plan(p, { kind: 'design', designId: 'd' }, 0, 1, area)
  const made = await renderFrame(k, planned, () => undefined, { typefaces: open })
  const own = planned.nodes.at(-1)?.area ?? area
  for (let y = 0; y < own.height; y++)
    for (let x = 0; x < own.width; x++) {
      const there = whole.data[((own.y + y) * 320 + own.x + x) * 4 + 3]
      expect(made.data[(y * own.width + x) * 4 + 3]).toBe(there)
    }
  k.free(made)
})

it('what is typed is named after what it says, until it is called otherwise', () => {
  const typed = all(begun({ text: '' }), [
    'text.type',
    { objectId: 't', start: 0, end: 0, insert: 'Ida\nkeeper' },
  ])
  expect(getObject(typed, 't').name).toBe('Ida keeper')
  const called = all(
    typed,
    ['object.change', { objectId: 't', change: { name: 'Name' } }],
    ['text.type', { objectId: 't', start: 0, end: 3, insert: 'Om' }],
  )
  expect([getObject(called, 't').name, getObject(called, 't').text?.text]).toEqual(['Name', 'Om\nkeeper'])
})

it('letters get a style and lose it again; emphasis looks as its design says', () => {
  const bold = all(begun({ text: 'amber lantern' }), [
    'text.style',
    { objectId: 't', start: 6, end: 13, style: { role: 'emphasis', size: 2 } },
  ])
  expect(getObject(bold, 't').text?.ranges).toEqual([
    { start: 6, end: 13, style: { role: 'emphasis', size: 2 } },
  ])
  const look = all(bold, ['design.emphasis', { designId: 'd', style: { italic: true } }])
  expect(setting(look).emphasis).toEqual({ italic: true })
  const plain = all(bold, [
    'text.style',
    { objectId: 't', start: 0, end: 13, style: {}, clear: ['role', 'size'] },
  ])
  expect(getObject(plain, 't').text?.ranges).toEqual([])
})

it('what stands in braces is filled in, and ranges keep to their letters', () => {
  const p = begun({
    text: '{design}: {frame} {nothing}',
    ranges: [{ start: 10, end: 17, style: { weight: 700 } }],
  })
  const { text, ranges } = setting(p, 7)
  expect(text).toBe('Card: 7 {nothing}')
  expect(ranges.map((r) => text.slice(r.start, r.end))).toEqual(['7'])
  expect(setting(p, 7, 'source').text).toBe('{design}: {frame} {nothing}')
})

it('numbers of coats have keys and follow others, and go with a copy', async () => {
  const p = begun({ text: 'Pell' })
  const fill = getObject(p, 't').coats?.[0]?.id ?? ''
  const address = coatAddress('t', fill, 'opacity')
  const keyed = all(
    p,
    ['key.put', { address, at: 0, value: 0 }],
    ['key.put', { address, at: 10, value: 1 }],
    ['object.copy', { objectId: 't', newId: 't2' }],
    ['object.remove', { objectId: 't2' }],
  )
  expect(valueNow(stage(keyed), address, 5)).toBeCloseTo(0.5, 1)
  const [dark, lit] = [await pictured(keyed, 1, 0), await pictured(keyed, 1, 10)]
  expect(Math.max(...alphas(dark))).toBe(0)
  expect(Math.max(...alphas(lit))).toBe(1)
})

it.each([['a locked text', { objectId: 't', locked: true }, /locked/]])(
  '%s is not typed in',
  (_, lock, message) => {
    const p = all(begun({ text: 'Pell' }), ['object.lock', lock])
    expect(() => perform(p, 'text.type', { objectId: 't', start: 0, end: 0, insert: 'x' })).toThrow(message)
  },
)

it('more letters than a text can hold are refused, and nothing is lost', () => {
  const p = begun({ text: 'a'.repeat(19_990) })
  expect(() => perform(p, 'text.type', { objectId: 't', start: 0, end: 0, insert: 'b'.repeat(20) })).toThrow(
    /20,000/,
  )
})

it('axes of variable fonts are numbers with keys', () => {
  const p = begun({ text: 'Pell', family: 'roboto-flex' }, { 'axis-wdth': 60 })
  const address = formAddress('object', 't', 'axis-wdth')
  const keyed = all(
    p,
    ['key.put', { address, at: 0, value: 60 }],
    ['key.put', { address, at: 10, value: 140 }],
  )
  expect([0, 10].map((f) => setting(keyed, f).axes['wdth'])).toEqual([60, 140])
})

it('a font that was brought is kept beside the document by its content, and found by name', () => {
  const { id, record } = recorded({ kind: 'font', bytes: 'AAEAAA==' })
  const font = {
    id: 'f1',
    family: 'Tinface',
    weight: 400,
    italic: false,
    axes: [],
    coverage: 'w.2n',
    record: id,
  }
  const p = withRecords(begun({ text: 'Pell', family: 'own Tinface' }), { [id]: record })
  const brought = all(p, ['font.add', { font }])
  const again = loadProject(JSON.parse(JSON.stringify(documentOf(brought))) as object)
  expect(again.fonts?.[0]?.record).toBe(id)
  const planned = plan(brought, { kind: 'design', designId: 'd' }, 0, 1)
  expect(planned.resources).toContainEqual({ kind: 'font', id: 'f1', hash: id })
})

it('a design is seen over what lies under a shot that shows it', async () => {
  const base = begun({ text: 'Pell' })
  const shot = {
    id: 'over',
    name: 'Over',
    source: { kind: 'design' as const, designId: 'd' },
    lane: 1,
    start: 4,
    length: 20,
    in: 0,
    zero: 0,
    sound: null,
    state: 'done' as const,
    note: '',
    steps: [],
  }
  const solid = {
    ...shot,
    id: 'under',
    lane: 0,
    source: { kind: 'solid' as const, colour: [0, 0.5, 0] as [number, number, number] },
  }
  const p = all(base, ['shot.place', { shot: solid }], ['shot.place', { shot }])
  const planned = plan(p, { kind: 'design', designId: 'd', over: 'over' }, 3, 0.5)
  const made = await renderFrame(k, planned, () => undefined, { typefaces: open })
  expect([made.data[1], made.data[3]]).toEqual([0.5, 1])
  const lit = made.data.filter((v, i) => i % 4 === 0 && v > 0.5).length
  k.free(made)
  expect(lit).toBeGreaterThan(50)
})
