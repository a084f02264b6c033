import fc from 'fast-check'
import { PASSES, STAYS } from '../arrivals'
import { card } from '../testing/design'
import {
  type Act,
  documentOf,
  getObject,
  loadProject,
  moverFrames,
  moversOf,
  moverValues,
  movingAt,
  newProject,
  numberLike,
  perform,
  performAll,
  type Project,
  stageOf,
} from '.'

const text = (objectId: string): Act => [
  'object.add',
  { designId: 'd', objectId, kind: 'text', text: { text: 'Tin Comet' }, form: { place: [160, 60] } },
]
const box = (objectId: string): Act => ['object.add', { designId: 'd', objectId, kind: 'rectangle' }]
const run = (...acts: Act[]): Project => performAll(newProject('p', 'P'), [card(), ...acts], 'test').project
const arrives = (objectId: string, use = 'rise', moverId = 'm'): Act => [
  'mover.add',
  { objectId, moverId, way: 'arrive', use },
]
const object = (p: Project, id = 't') => getObject(p, id)
const refusal = (p: Project, ...[name, args]: Act) => {
  try {
    perform(p, name, args as never)
  } catch (error) {
    return (error as Error).message
  }
  return 'done'
}

it('a mover begins with what it declares; what has no letters moves as a whole, groups piece by piece', () => {
  const p = run(text('t'), box('a'), box('b'), [
    'objects.group',
    { objectIds: ['a', 'b'], groupId: 'g', name: 'G' },
  ])
  const all = performAll(p, [arrives('t'), arrives('a'), arrives('g')], 'x').project
  const unit = (id: string) => object(all, id).movers?.[0]?.form['unit']?.value
  expect([unit('t'), unit('a'), unit('g')]).toEqual(['letter', 'whole', 'piece'])
  expect(object(performAll(all, [arrives('t')], 'x').project).movers).toHaveLength(1)
})

it('every one can be given, taken again by undo, saved and read back', () => {
  for (const { id, kind } of [...PASSES, ...STAYS]) {
    const way = kind === 'stay' ? 'stay' : 'leave'
    const before = run(text('t'))
    const change = perform(before, 'mover.add', { objectId: 't', moverId: 'm', way, use: id })
    const stage = stageOf(change.project, { kind: 'object', id: 't' })
    expect(movingAt(stage, object(change.project), 47).map((m) => m.use)).toEqual([id])
    const document = JSON.parse(JSON.stringify(documentOf(change.project))) as object
    expect(documentOf(loadProject(document))).toEqual(documentOf(change.project))
  }
})

it('says what it cannot do, and what to do instead', () => {
  const p = run(text('t'), box('a'))
  const add = (way: 'arrive' | 'stay', use: string) =>
    refusal(p, 'mover.add', { objectId: 't', moverId: 'm', way, use })
  expect(add('stay', 'rise')).toBe('Rise brings things in and out: choose it under Arrives or Leaves.')
  expect(add('arrive', 'wave')).toBe('Wave moves what is there: choose it under Stays.')
  expect(add('arrive', 'nothing')).toMatch('There is no mover "nothing"')
  expect(refusal(p, 'mover.back', { objectId: 't', newId: 'b' })).toMatch('Give it one first.')
  expect(
    refusal(p, 'movers.copy', { objectId: 't', objectIds: ['a'], ways: ['arrive'], newId: 'n' }),
  ).toMatch('Give it an arrival first.')
  const locked = performAll(p, [['object.lock', { objectId: 't', locked: true }]], 'x').project
  expect(refusal(locked, ...arrives('t'))).toMatch('locked')
})

it('another mover in its place keeps what moves and how long it takes', () => {
  const p = run(text('t'), arrives('t'), [
    'value.set',
    { address: { owner: { kind: 'object', id: 't' }, path: 'movers/m/form/frames' }, at: 0, value: 31 },
  ])
  const [mover] =
    object(performAll(p, [['mover.use', { objectId: 't', moverId: 'm', use: 'flip' }]], 'x').project)
      .movers ?? []
  expect([mover?.use, mover?.form['frames']?.value, mover?.form['unit']?.value]).toEqual([
    'flip',
    31,
    'letter',
  ])
  expect(mover?.form['axis']?.value).toBe('upright')
})

it('copied to others, all of a way comes in the place of theirs, by letters only where there are some', () => {
  const p = run(
    text('t'),
    box('a'),
    text('u'),
    arrives('t'),
    arrives('t', 'fade', 'n'),
    arrives('a', 'spin'),
    ['mover.add', { objectId: 'a', moverId: 's', way: 'stay', use: 'wave' }],
  )
  const q = performAll(
    p,
    [['movers.copy', { objectId: 't', objectIds: ['a', 'u', 't'], ways: ['arrive'], newId: 'c' }]],
    'x',
  ).project
  const uses = (id: string) =>
    object(q, id).movers?.map((m) => `${m.way} ${m.use} ${String(m.form['unit']?.value)}`)
  expect(uses('a')).toEqual(['stay wave whole', 'arrive rise whole', 'arrive fade whole'])
  expect(uses('u')).toEqual(['arrive rise letter', 'arrive fade whole'])
  expect(uses('t')).toEqual(['arrive rise letter', 'arrive fade whole'])
  const ids = ['a', 'u', 't'].flatMap((id) => object(q, id).movers?.map((m) => m.id) ?? [])
  expect(new Set(ids).size).toBe(ids.length)
})

it('its controls take keys in the time of the object, and follow others', () => {
  const at = (name: string) => ({
    owner: { kind: 'object' as const, id: 't' },
    path: `movers/m/form/${name}`,
  })
  const p = run(
    text('t'),
    arrives('t'),
    ['key.put', { address: at('distance'), at: 0, value: 1 }],
    ['key.put', { address: at('distance'), at: 10, value: 3 }],
  )
  const stage = stageOf(p, { kind: 'object', id: 't' })
  const mover = object(p).movers?.[0]
  if (!mover) throw new Error('There is one.')
  expect(moverValues(stage, object(p), mover, 0)['distance']).toBe(1)
  expect(moverValues(stage, object(p), mover, 10)['distance']).toBe(3)
  expect(moverFrames(object(p), mover)).toBe(14)
})

it('arrive one after another: each begins a gap later and ends where it did, or says which cannot', () => {
  const p = run(text('t'), text('u'), text('v'))
  const times = (gap: number) => {
    const q = performAll(p, [['objects.stagger', { objectIds: ['t', 'u', 'v'], gap }]], 'x').project
    return ['t', 'u', 'v'].map((id) => [object(q, id).start, object(q, id).start + object(q, id).length])
  }
  expect(times(5)).toEqual([
    [0, 48],
    [5, 48],
    [10, 48],
  ])
  expect(times(-4)).toEqual([
    [8, 48],
    [4, 48],
    [0, 48],
  ])
  expect(refusal(p, 'objects.stagger', { objectIds: ['t', 'u', 'v'], gap: 30 })).toMatch(
    'Choose a smaller gap.',
  )
})

it('is asked only while it moves something', () => {
  const p = run(text('t'), arrives('t'), [
    'mover.add',
    { objectId: 't', moverId: 'l', way: 'leave', use: 'fade' },
  ])
  const stage = stageOf(p, { kind: 'object', id: 't' })
  const ways = Array.from({ length: 48 }, (_, f) =>
    movingAt(stage, object(p), f)
      .map((m) => m.way)
      .join(),
  )
  expect(ways.filter((w) => w === 'arrive')).toHaveLength(14)
  expect(ways.filter((w) => w === 'leave')).toHaveLength(9)
  expect(ways.lastIndexOf('arrive')).toBe(13)
  expect(ways.indexOf('leave')).toBe(39)
  const off = performAll(p, [['mover.switch', { objectId: 't', moverId: 'm', on: false }]], 'x').project
  expect(movingAt(stageOf(off, { kind: 'object', id: 't' }), object(off), 2)).toEqual([])
  expect(moversOf(object(off), 'arrive')).toHaveLength(1)
})

describe('numbers that run', () => {
  it.each([
    ['1,240', 0.5, '620'],
    ['12,400', 0.5, '6,200'],
    ['3.5', 0.5, '1.8'],
    ['12.500,00', 0.1, '1.250,00'],
    ['1,500', 0, '0'],
    ['007', 0.5, '004'],
    ['2026', 0.25, '507'],
    ['0.125', 0.5, '0.063'],
    ['40', 1.2, '48'],
  ])('%s at %d is %s', (number, share, said) => expect(numberLike(number, share)).toBe(said))

  it('all the way they are what is written', () => {
    const digits = fc.stringMatching(/^([1-9]\d{0,2}(,\d{3}){0,3}|\d{1,7})(\.\d{1,2})?$/)
    fc.assert(
      fc.property(digits, (number) =>
        expect(numberLike(number, 1).replace(/^0+(?=\d)/, '')).toBe(number.replace(/^0+(?=\d)/, '')),
      ),
    )
  })
})
