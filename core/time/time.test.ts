import fc from 'fast-check'
import {
  conform,
  frameAt,
  frameMiddle,
  frameStart,
  fromTimecode,
  nearestRate,
  rateName,
  RATES,
  toTimecode,
  typedTime,
} from '.'

const rates = Object.entries(RATES)

describe.each(rates)('%s', (name, rate) => {
  const anyFrame = fc.integer({ min: 0, max: 30 * 60 * 60 * 24 })

  it('takes every frame to timecode and back', () => {
    fc.assert(fc.property(anyFrame, (n) => fromTimecode(toTimecode(n, rate), rate) === n))
  })

  it('finds frame n at its start, its middle and just before its end', () => {
    fc.assert(
      fc.property(anyFrame, (n) => {
        const almost = frameStart(rate, n) + (0.999 * rate.den) / rate.num
        return [frameStart(rate, n), frameMiddle(rate, n), almost].every((t) => frameAt(rate, t) === n)
      }),
    )
  })

  it('has a name and is found again from a measured rate', () => {
    expect(rateName(rate)).toBe(name)
    expect(nearestRate((rate.num / rate.den) * 1.0001)).toMatchObject({ num: rate.num, den: rate.den })
  })
})

it.each([
  ['29.97 drop', 1799, '00:00:59;29'],
  ['29.97 drop', 1800, '00:01:00;02'],
  ['29.97 drop', 17982, '00:10:00;00'],
  ['29.97 drop', 107892, '01:00:00;00'],
  ['29.97', 1800, '00:01:00:00'],
  ['23.976', 86400, '01:00:00:00'],
  ['25', 25 * 3600 + 7, '01:00:00:07'],
])('SMPTE ST 12-1: %s frame %i is %s', (name, frame, text) => {
  expect(toTimecode(frame, RATES[name] as never)).toBe(text)
})

it.each([
  ['00:01:00;00', '29.97 drop'],
  ['00:00:00:24', '24'],
  ['00:61:00:00', '25'],
  ['soon', '25'],
  ['1:2:3:4:5', '25'],
])('refuses %s at %s', (text, name) => expect(fromTimecode(text, RATES[name] as never)).toBeUndefined())

it('shows the frame of another rate that covers the middle of a frame', () => {
  const [film, pal, ntsc] = [RATES['24'], RATES['25'], RATES['23.976']] as [never, never, never]
  expect([0, 1, 23, 24].map((n) => conform(n, film, pal))).toEqual([0, 1, 24, 25])
  expect(conform(100000, film, film)).toBe(100000)
  expect(conform(1000, film, ntsc)).toBe(999)
})

it.each([
  ['48', 48],
  ['12.5f', 12.5],
  ['2s', 48],
  ['1,5 s', undefined],
  ['.25s', 6],
  ['00:00:01:02', 26],
  ['+10f', 110],
  ['-1s', 76],
  ['+ 00:00:00:12', 112],
  ['', undefined],
  ['soon', undefined],
])('typing the time %j at frame 100 of 24 a second gives %j', (text, expected) =>
  expect(typedTime(text, { num: 24, den: 1 }, 100)).toBe(expected),
)
