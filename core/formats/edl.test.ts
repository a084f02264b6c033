import fc from 'fast-check'
import { type Rate, toTimecode } from '../time'
import { EditError, readEdl } from '.'

const RATE: Rate = { num: 24, den: 1 }
const DROP: Rate = { num: 30000, den: 1001, drop: true }
const event = (n: number, rest: string) => `${String(n).padStart(3, '0')}  ${rest}`
const lines = (...list: string[]) => ['TITLE: Cut', 'FCM: NON-DROP FRAME', '', ...list].join('\n')
const read = (...list: string[]) => readEdl(lines(...list), RATE)

it('cuts, dissolves and wipes stand where their record times say, with names from their comments', () => {
  const made = read(
    event(1, 'TAPE1 V C        00:00:01:00 00:00:03:00 01:00:00:00 01:00:02:00'),
    '* FROM CLIP NAME: one.mov',
    event(2, 'TAPE1 V C        00:00:03:00 00:00:03:00 01:00:02:00 01:00:02:00'),
    event(2, 'TAPE2 V D    012 00:00:10:00 00:00:12:00 01:00:02:00 01:00:04:00'),
    '* FROM CLIP NAME: one.mov',
    '* TO CLIP NAME: two.mov',
    event(3, 'TAPE2 V C        00:00:12:00 00:00:12:00 01:00:04:00 01:00:04:00'),
    event(3, 'TAPE3 V W013 024 00:00:00:00 00:00:01:00 01:00:04:00 01:00:05:00'),
    '* TO CLIP NAME: three.mov',
  )
  const [lane] = made.lanes
  expect([made.name, made.startTimecode, made.lanes.length]).toEqual(['Cut', 86400, 1])
  expect(lane?.clips.map((c) => [c.name, c.media, c.start, c.length, c.in])).toEqual([
    ['one', 'one.mov', 0, 48, 24],
    ['two', 'two.mov', 48, 48, 240],
    ['three', 'three.mov', 96, 24, 0],
  ])
  expect(lane?.joints).toEqual([
    { at: 48, before: 0, after: 12, use: 'dissolve', name: 'Dissolve' },
    { at: 96, before: 0, after: 24, use: 'wipe', name: 'W013' },
  ])
  expect(made.notes).toEqual([expect.stringMatching(/^Line 11: wipe W013 of event 003 becomes a wipe/)])
})

it.each([
  ['V', ['V']],
  ['V2', ['V2']],
  ['A', ['A1']],
  ['A2', ['A2']],
  ['AA', ['A1', 'A2']],
  ['B', ['V', 'A1']],
  ['AA/V', ['V', 'A1', 'A2']],
  ['NONE', []],
])('the channels %s are the lanes %j', (channels, lanes) => {
  const made = read(event(1, `X ${channels} C 00:00:00:00 00:00:01:00 01:00:00:00 01:00:01:00`))
  expect(made.lanes.map((lane) => lane.name)).toEqual(lanes)
  expect(made.notes?.length).toBe(lanes.length ? 0 : 1)
  for (const lane of made.lanes) expect(lane.kind).toBe(lane.name.startsWith('V') ? 'video' : 'sound')
})

it('what cannot be read is left out and named by its line, and the rest is there', () => {
  const made = read(
    event(1, 'X V C 00:00:00:00 00:00:01:00 01:00:00:00 01:00:01:00'),
    '002 broken event',
    event(3, 'X V C 00:00:61:00 00:00:01:00 01:00:01:00 01:00:02:00'),
    event(4, 'X V K B 00:00:00:00 00:00:01:00 01:00:02:00 01:00:03:00'),
    event(5, 'Y V C 00:00:00:00 00:00:01:00 01:00:03:00 01:00:04:00'),
    '* COMMENT: nothing to read here',
  )
  expect(made.lanes[0]?.clips.map((c) => c.start)).toEqual([0, 72])
  expect(made.notes).toEqual([
    'Line 5 is left out: "002 broken event" is no whole event.',
    expect.stringMatching(/^Line 6 is left out: 00:00:61:00 is no timecode/),
    expect.stringMatching(/^Line 7: the key of event 004 is left out/),
  ])
})

it.each([
  [RATE, '012.0  00:00:02:00', 0.5, 48],
  [RATE, '024  00:00:02:00', undefined, 48],
  [RATE, '000.0  00:00:02:00', 0, 48],
  [RATE, '-024.0 00:00:04:23', -1, 119],
  [DROP, '059.9  00:00:02:00', 2, 60],
  [DROP, '030.0  00:00:02:00', undefined, 60],
])('a motion line at %j: %s is %s times its speed, from frame %i', (rate, motion, speed, from) => {
  const times = '00:00:02:00 00:00:04:00 01:00:00:00 01:00:02:00'
  const fcm = `FCM: ${rate.drop ? 'DROP' : 'NON-DROP'} FRAME`
  const made = readEdl([fcm, event(1, `Y V C ${times}`), `M2   Y  ${motion}`].join('\n'), rate)
  const [clip] = made.lanes[0]?.clips ?? []
  expect([clip?.speed, clip?.in, made.notes]).toEqual([speed, from, []])
})

it('locators are markers', () => {
  const made = read(
    event(1, 'X V C 00:00:00:00 00:00:10:00 01:00:00:00 01:00:10:00'),
    '* LOC: 01:00:02:12 RED     Flash here',
    '* LOC: 01:00:03:00 BLUE',
    '* LOC: 00:59:59:00 RED Before it begins',
  )
  expect(made.markers).toEqual([
    { at: 60, name: 'Flash here' },
    { at: 72, name: 'BLUE' },
  ])
})

it('a list says its rate only by how far its frames count, and whether numbers are dropped', () => {
  const at = (frames: string, rate = RATE) =>
    readEdl(lines(event(1, `X V C 00:00:00:00 00:00:00:10 01:00:00:00 01:00:00:${frames}`)), rate)
  expect([at('10').rate, at('10').notes]).toEqual([RATE, []])
  expect([at('24').rate.num, at('29').rate.num, at('49').rate.num]).toEqual([25, 30, 50])
  expect(at('24').notes?.[0]).toMatch(/^It is read at 25\.00 frames a second, as its timecodes count\./)
  const dropped = readEdl(
    'FCM: DROP FRAME\n001 X V C 00:00:00;00 00:01:00;02 01:00:00;00 01:01:00;02\n',
    RATE,
  )
  expect([dropped.rate, dropped.lanes[0]?.clips[0]?.length]).toEqual([DROP, 1800])
})

it('the timecode of a reel counts from the whole hour before its first frame, and says so', () => {
  const made = read(
    event(1, 'CARD V C 14:00:02:00 14:00:03:00 01:00:00:00 01:00:01:00'),
    event(2, 'CARD V C 14:00:00:12 14:00:01:12 01:00:01:00 01:00:02:00'),
  )
  expect(made.lanes[0]?.clips.map((c) => c.in)).toEqual([48, 12])
  expect(made.notes).toEqual(['The timecode of CARD is taken to begin at 14:00:00:00.'])
})

it('any list of cuts comes back as it was written, however its lines end and whatever stands between', () => {
  const clip = fc.record({ from: fc.nat(5000), length: fc.integer({ min: 1, max: 500 }), gap: fc.nat(50) })
  fc.assert(
    fc.property(
      fc.array(clip, { minLength: 1, maxLength: 12 }),
      fc.constantFrom(RATE, DROP),
      fc.constantFrom('\n', '\r\n'),
      (clips, rate, end) => {
        let at = 0
        const exact: number[][] = []
        const tc = (n: number) => toTimecode(n, rate)
        const hour = Math.round((rate.num / rate.den) * 3600)
        const text = clips.map(({ from, length, gap }, i) => {
          const start = at + (i ? gap : 0)
          at = start + length
          exact.push([start, length, from])
          const times = [from, from + length, hour + start, hour + at].map(tc).join(' ')
          return `${event(i + 1, `R${i} V C ${times}`)}${end}* FROM CLIP NAME: clip ${i}.mov${end}* NOTE`
        })
        const made = readEdl([`FCM: ${rate.drop ? 'DROP' : 'NON-DROP'} FRAME`, ...text].join(end), rate)
        expect(made.lanes[0]?.clips.map((c) => [c.start, c.length, c.in])).toEqual(exact)
        expect(made.lanes[0]?.clips.map((c) => c.media)).toEqual(clips.map((_, i) => `clip ${i}.mov`))
        expect(made.notes).toEqual([])
      },
    ),
    { numRuns: 60 },
  )
})

it.each(['', 'TITLE: x', 'Dear editor,\n001 is no event', '{"OTIO_SCHEMA":"Timeline.1"}'])(
  'what is no list says so: %j',
  (text) => expect(() => readEdl(text, RATE)).toThrow(EditError),
)
