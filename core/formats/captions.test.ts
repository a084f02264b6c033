import fc from 'fast-check'
import { newSequence, type Roster, type Sequence } from '../project'
import {
  type Caption,
  captionRows,
  CaptionProblem,
  captionsOf,
  readCaptions,
  sequenceWith,
  writeSrt,
  writeVtt,
} from '.'

it('reads SubRip: numbers, commas, two lines, marks of style left out', () => {
  const file = `\ufeff1\r\n00:00:01,500 --> 00:00:03,000\r\n<i>Who hung it</i>\r\nso low?\r\n\r\n2\r\n00:01:02,040 --> 01:00:00,000\r\n{\\an8}We did &amp; they did\r\n`
  expect(readCaptions(file)).toEqual([
    { start: 1.5, end: 3, text: 'Who hung it\nso low?' },
    { start: 62.04, end: 3600, text: 'We did & they did' },
  ])
})

it('reads WebVTT: header, notes, styles, names of captions, places, voices and times of words', () => {
  const file = `WEBVTT - the fox

STYLE
::cue { color: red }

NOTE not said

first
00:02.000 --> 00:04.000 line:0 align:start
<v Fox>Up <00:03.000><c.loud>there</c>

00:05.000 --> 00:06.500
&lt;howls&gt;
`
  expect(readCaptions(file)).toEqual([
    { start: 2, end: 4, text: 'Up there' },
    { start: 5, end: 6.5, text: '<howls>' },
  ])
})

it('captions without an empty line between them are parted, those without words left out, all in the order of their times', () => {
  const file =
    '2\n00:00:05,000 --> 00:00:06,000\nlater\n3\n00:00:01,000 --> 00:00:02,000\nsooner\n\n00:00:07,000 --> 00:00:08,000\n\n'
  expect(readCaptions(file).map((c) => c.text)).toEqual(['sooner', 'later'])
})

it.each([
  ['', 'no captions in this file'],
  ['name,role\nIda Om,Puppets', 'no captions in this file'],
  ['1\n00:00:01 --> 00:00:02\nx', 'Line 2 is no time of a caption'],
  ['WEBVTT\n\nlater --> soon\nx', 'Line 3 is no time of a caption'],
  ['1\n00:00:03,000 --> 00:00:02,000\nx', 'ends before it begins'],
])('refuses %j with what to do', (file, says) => {
  expect(() => readCaptions(file)).toThrow(CaptionProblem)
  expect(() => readCaptions(file)).toThrow(says)
})

const word = fc.stringMatching(/^[A-Za-zäőשд&<>0-9'.,!?-]{1,12}$/u)
const captions = fc
  .array(
    fc.record({
      gap: fc.integer({ min: 0, max: 4000 }),
      lasts: fc.integer({ min: 1, max: 9000 }),
      text: fc.array(
        fc.array(word, { minLength: 1, maxLength: 5 }).map((w) => w.join(' ')),
        { minLength: 1, maxLength: 3 },
      ),
    }),
    { minLength: 1, maxLength: 20 },
  )
  .map((list) => {
    let at = 0
    return list.map(({ gap, lasts, text }): Caption => {
      const start = at + gap
      at = start + lasts
      return { start: start / 1000, end: at / 1000, text: text.join('\n') }
    })
  })

it('what was written as WebVTT is read as it was; as SubRip too, but for what looks like a mark', () => {
  fc.assert(
    fc.property(captions, (list) => {
      const near = (of: readonly Caption[]) =>
        of.map((c) => ({ ...c, start: expect.closeTo(c.start, 6), end: expect.closeTo(c.end, 6) }))
      const safe = list.filter((c) => !c.text.includes('-->'))
      fc.pre(safe.length > 0)
      expect(readCaptions(writeVtt(safe))).toEqual(near(safe))
      const plain = safe.filter((c) => !/[<>&]/.test(c.text))
      if (plain.length) expect(readCaptions(writeSrt(plain))).toEqual(near(plain))
    }),
  )
})

/** Captions laid on a sequence as rows of a roster. */
function laid(list: readonly Caption[], on: Sequence): { sequence: Sequence; roster: Roster } {
  const { columns, rows } = captionRows(list, on)
  const roster = {
    id: 'r',
    name: 'R',
    designId: 'd',
    columns,
    rows: rows.map(({ cells }, i) => ({ id: `${i}`, cells })),
  }
  const shots = rows.map(({ start, length }, i) => ({ start, length, row: { rosterId: 'r', rowId: `${i}` } }))
  return { roster, sequence: { ...on, shots: [...shots, { start: 0, length: 9 }] as Sequence['shots'] } }
}

it.each([
  [24, 1],
  [25, 1],
  [30000, 1001],
  [60, 1],
])('captions leave a sequence of %i/%i frames a second as they came, to the frame', (num, den) => {
  fc.assert(
    fc.property(captions, (list) => {
      const { roster, sequence } = laid(list, { ...newSequence('s', 'S'), rate: { num, den } })
      const out = captionsOf(sequence, roster)
      expect(out.map((c) => c.text)).toEqual(list.map((c) => c.text))
      for (const [i, { start, end }] of out.entries()) {
        expect(Math.abs(start - (list[i]?.start ?? 0))).toBeLessThanOrEqual((0.5 * den) / num + 1e-9)
        expect(end).toBeGreaterThan(start)
      }
      expect(sequenceWith({ sequences: [newSequence('a', 'A'), sequence] }, 'r')).toBe(sequence)
    }),
    { numRuns: 40 },
  )
})

it('rows say when in the timecode of the sequence; what a roster does not hold is refused with what to do', () => {
  const sequence = newSequence('s', 'S')
  const caption = (text: string): Caption => ({ start: 1, end: 2.5, text })
  expect(captionRows([caption('Up there')], sequence).rows).toEqual([
    { cells: ['01:00:01:00', '01:00:02:12', 'Up there'], start: 24, length: 36 },
  ])
  const many = Array.from({ length: 1001 }, () => caption('x'))
  expect(() => captionRows(many, sequence)).toThrow('1001 captions in this file; a roster holds 1000')
  expect(() => captionRows([caption('y'.repeat(301))], sequence)).toThrow('more than 300 letters')
})
