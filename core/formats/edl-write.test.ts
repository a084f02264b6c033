import fc from 'fast-check'
import { type Rate, toTimecode } from '../time'
import { type EditLane, type EditTimeline, readEdl, readOtio, writeEdl, writeOtio } from '.'

const RATES: Rate[] = [
  { num: 24, den: 1 },
  { num: 25, den: 1 },
  { num: 30000, den: 1001, drop: true },
]

/** A lane of clips end to end or with gaps, each with material before and after it, and transitions at some of its cuts. */
const lane: fc.Arbitrary<EditLane> = fc
  .array(
    fc.record({
      length: fc.integer({ min: 20, max: 300 }),
      in: fc.integer({ min: 10, max: 500 }),
      gap: fc.constantFrom(0, 0, 0, 12),
      before: fc.integer({ min: 0, max: 8 }),
      after: fc.integer({ min: 1, max: 8 }),
      use: fc.constantFrom('dissolve', 'wipe', undefined),
    }),
    { minLength: 1, maxLength: 8 },
  )
  .map((list) => {
    let at = 0
    const made: Required<EditLane> = { name: 'V', kind: 'video', clips: [], joints: [] }
    for (const [i, { length, in: from, gap, before, after, use }] of list.entries()) {
      if (i && !gap && use)
        made.joints.push({ at, before, after, use, name: use === 'wipe' ? 'W012' : 'Dissolve' })
      at += i ? gap : 0
      const name = `clip ${i}`
      made.clips.push({ name, media: `${name}.mov`, start: at, length, in: from, available: null })
      at += length
    }
    return made
  })
const timeline = fc.record({
  name: fc.constant('Cut'),
  rate: fc.constantFrom(...RATES),
  startTimecode: fc.constantFrom(0, 86400),
  lanes: lane.map((l) => [l]),
})

/** The frames of each medium that are seen at each frame of the edit, transitions as the list counts them. */
const shown = ({ lanes }: EditTimeline) => {
  const [only] = lanes
  return (only?.clips ?? []).map((clip) => {
    const into = only?.joints?.find((j) => j.at === clip.start)
    const away = only?.joints?.find((j) => j.at === clip.start + clip.length)
    const head = into?.before ?? 0
    return {
      media: clip.media,
      start: clip.start - head,
      in: clip.in - head,
      end: clip.start + clip.length - (away?.before ?? 0),
      over: into ? into.before + into.after : 0,
      use: into?.use,
    }
  })
}

it('a list that is written and read again keeps every event, to the frame', () => {
  fc.assert(
    fc.property(timeline, (edit) => {
      const read = readEdl(writeEdl(edit).text, edit.rate)
      expect([read.rate, read.startTimecode]).toEqual([edit.rate, edit.startTimecode])
      expect(shown(read)).toEqual(shown(edit))
    }),
    { numRuns: 150 },
  )
})

it('every line of it stands in the columns of the standard', () => {
  fc.assert(
    fc.property(timeline, (edit) => {
      const [title, fcm, , ...rest] = writeEdl(edit).text.split('\n')
      expect([title, fcm]).toEqual(['TITLE: Cut', edit.rate.drop ? 'FCM: DROP FRAME' : 'FCM: NON-DROP FRAME'])
      let events = 0
      for (const line of rest.filter((l) => l && !l.startsWith('* '))) {
        expect(line).toHaveLength(76)
        const column = (from: number, to: number) => line.slice(from - 1, to)
        expect(column(1, 3)).toMatch(/^\d{3}$/)
        expect(column(6, 13)).toMatch(/^[A-Z0-9]{1,8} *$/)
        expect(column(15, 18)).toBe('V   ')
        const kind = column(20, 23).trim()
        expect(kind).toMatch(/^(C|D|W\d{3})$/)
        expect(column(25, 27)).toMatch(kind === 'C' ? /^ {3}$/ : /^\d{3}$/)
        for (const from of [30, 42, 54, 66])
          expect(column(from, from + 10)).toMatch(/^\d\d[:;]\d\d[:;]\d\d[:;]\d\d$/)
        const [start, end] = [column(54, 64), column(66, 76)]
        if (kind !== 'C' || start !== end) events++
      }
      expect(events).toBe(edit.lanes[0]?.clips.length)
    }),
    { numRuns: 60 },
  )
})

it('other lanes are named as left out, reels never share a name, and times are as drop frame counts them', () => {
  const clip = (media: string, start: number) => ({
    name: media,
    media,
    start,
    length: 30,
    in: 0,
    available: 30,
  })
  const rate = RATES[2] as Rate
  const { text, notes } = writeEdl({
    name: 'Cut',
    rate,
    startTimecode: 1798,
    lanes: [
      {
        name: 'V1',
        kind: 'video',
        clips: [clip('Harbour at dawn 1.mov', 0), clip('Harbour at dawn 2.mov', 30)],
      },
      { name: 'V2', kind: 'video', clips: [clip('x.mov', 0)] },
    ],
  })
  expect(notes).toEqual(['V2 is left out: an edit decision list has one lane of pictures.'])
  expect(text).toContain('001  HARBOURA V ')
  expect(text).toContain('002  HARBOUR2 V ')
  expect(text).toContain(toTimecode(1828, rate))
})

it.each([
  ['push', 6, 6, /is a dissolve in the list/],
  ['dissolve', 600, 600, /is 999 frames long in the list/],
])('what it cannot say of a %s of %i and %i frames is said', (use, before, after, expected) => {
  const clip = (start: number) => ({
    name: 'c',
    media: 'c.mov',
    start,
    length: 900,
    in: 700,
    available: null,
  })
  const joints = [{ at: 900, before, after, use, name: 'Mine' }]
  const { notes } = writeEdl({
    name: 'Cut',
    rate: RATES[0] as Rate,
    startTimecode: 0,
    lanes: [{ name: 'V', kind: 'video', clips: [clip(0), clip(900)], joints }],
  })
  expect(notes).toEqual([expect.stringMatching(expected)])
})

it('transitions are written as the objects of OpenTimelineIO, and read again', () => {
  fc.assert(
    fc.property(timeline, (edit) => {
      const text = writeOtio(edit)
      const file = JSON.parse(text) as {
        tracks: { children: { children: Record<string, unknown>[] }[] }
      }
      const children = file.tracks.children[0]?.children ?? []
      children.forEach((child, i) => {
        if (child.OTIO_SCHEMA !== 'Transition.1') return
        expect(Object.keys(child).sort()).toEqual(
          ['OTIO_SCHEMA', 'name', 'transition_type', 'in_offset', 'out_offset'].sort(),
        )
        expect(child.in_offset).toMatchObject({ OTIO_SCHEMA: 'RationalTime.1' })
        // The schema asks that a transition lies between two items.
        for (const beside of [children[i - 1], children[i + 1]]) expect(beside?.OTIO_SCHEMA).toBe('Clip.1')
      })
      const read = readOtio(text)
      expect(read.lanes[0]?.joints?.map(({ at, before, after }) => [at, before, after]) ?? []).toEqual(
        edit.lanes[0]?.joints?.map(({ at, before, after }) => [at, before, after]),
      )
    }),
    { numRuns: 60 },
  )
})
