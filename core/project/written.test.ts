import fc from 'fast-check'
import { testProject } from '../testing/projects'
import { figure, FIGURES } from './figure'
import type { Shot } from './schema'
import { shownAt } from './shown'
import { formAddress, getObject, performAll, settingAt, stageOf, VARIABLES } from '.'

it.each([
  [12500, '', '12500'],
  [12500.456, ',2', '12,500.46'],
  [12500.456, '.2', '12.500,46'],
  [1234567, ' 0', '1 234 567'],
  [-0.4, '0', '0'],
  [-1234.5, ',1', '-1,234.5'],
  [0.427, '%', '43 %'],
  [75, 'time', '1:15'],
  [3671, 'hours', '1:01:11'],
  [-5, 'time', '-0:05'],
  [7, 'pad3', '007'],
  [1994, 'roman', 'MCMXCIV'],
  [20788, 'date', '1 December 2026'],
  [0, 'date', '1 January 1970'],
  [Infinity, ',2', ''],
  [3.6, 'anything', '4'],
])('%p as %p is written %p', (value, format, expected) => expect(figure(value, format)).toBe(expected))

it('every format says something of every number', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -1e9, max: 1e9, noNaN: true }),
      fc.constantFrom(...FIGURES),
      (v, [format]) => {
        const text = figure(v, format)
        // Years beyond what a calendar holds say nothing.
        if (format !== 'date') expect(text).toMatch(/\d|[MDCLXVI]/)
        expect(text).not.toMatch(/NaN|undefined|-0$/)
      },
    ),
  )
})

/** A text in a design of 48 frames. */
const begun = (text: string) =>
  performAll(
    testProject(),
    [
      [
        'design.add',
        {
          designId: 'd',
          name: 'Card',
          size: { width: 320, height: 180 },
          rate: { num: 24, den: 1 },
          length: 48,
        },
      ],
      ['object.add', { designId: 'd', objectId: 't', kind: 'text', text: { text } }],
    ],
    'Card',
  ).project
const said = (p: ReturnType<typeof begun>, frame = 0) =>
  settingAt(stageOf(p, { kind: 'object', id: 't' }), getObject(p, 't'), frame)

it('a number with keys counts', () => {
  const address = formAddress('object', 't', 'number')
  const p = performAll(
    begun('{number:,0} tins'),
    [
      ['key.put', { address, at: 0, value: 0 }],
      ['key.put', { address, at: 40, value: 4000 }],
    ],
    'Count',
  ).project
  const counts = [0, 10, 20, 40, 47].map((f) => said(p, f).text)
  const numbers = counts.map((text) => Number(text.replace(/\D/g, '')))
  expect(numbers).toEqual([...numbers].sort((x, y) => x - y))
  expect(counts[0]).toBe('0 tins')
  expect(numbers[2]).toBeGreaterThan(numbers[1] as number)
  expect(said(p, 40).text).toBe('4,000 tins')
  expect(counts[4]).toBe('4,000 tins')
})

it('what is shown on a sequence says the shot under it and the timecode there', () => {
  const p = begun('{shot} {timecode} {sequence}')
  expect(said(p, 24).text).toBe(' 00:00:01:00 ')
  const sequence = p.sequences[0]
  const shot = sequence?.shots[0]
  if (!sequence || !shot) throw new Error('The test project has a shot.')
  const laid = {
    ...p,
    sequences: [
      {
        ...sequence,
        startTimecode: 240,
        shots: [
          { ...shot, name: 'Harbour', start: 0, length: 100, lane: 0 },
          {
            ...shot,
            id: 'x',
            name: 'Card',
            lane: 1,
            start: 12,
            length: 40,
            in: 0,
            source: { kind: 'design' as const, designId: 'd' },
          },
        ],
      },
    ],
  }
  expect(said(laid, 24).text).toBe(`Harbour 00:00:11:12 ${sequence.name}`)
})

it('a design of another rate than its sequence says the frame that is seen', () => {
  const p = begun('')
  const [sequence] = p.sequences
  const [design] = p.designs
  if (!sequence || !design) throw new Error('The test project has both.')
  const title = {
    id: 'x',
    lane: 0,
    start: 12,
    length: 40,
    in: 0,
    source: { kind: 'design' as const, designId: 'd' },
  }
  const laid = { ...p, sequences: [{ ...sequence, shots: [{ ...sequence.shots[0], ...title } as Shot] }] }
  const slow = { ...design, rate: { num: 12, den: 1 } }
  // Its 10th frame begins as the 20th of the sequence does, and is seen at the one after that.
  expect(shownAt(laid, slow, 10)?.at).toBe(12 + 21)
  expect(shownAt(laid, design, 10)?.at).toBe(22)
  expect(shownAt(p, design, 10)).toBeUndefined()
})

it('what braces do not know stays, and every name is known', () => {
  expect(said(begun('{unknown} {')).text).toBe('{unknown} {')
  for (const name of Object.keys(VARIABLES)) expect(said(begun(`a{${name}}`)).text).not.toContain('{')
})
