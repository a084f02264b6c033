import fc from 'fast-check'
import { fitTime, frameOf, type Give, GIVES, type SlackPart, tidyParts, usedFrameOf } from '.'

const give = fc.constantFrom(...(Object.keys(GIVES) as Give[]))
const time = fc.integer({ min: 2, max: 400 }).chain((own) =>
  fc.record({
    own: fc.constant(own),
    used: fc.integer({ min: 1, max: 900 }),
    pace: fc.constantFrom(1, 0.25, 0.5, 1.6, 4),
    parts: fc.array(
      fc
        .tuple(fc.integer({ min: 0, max: own - 1 }), fc.integer({ min: 1, max: own }), give)
        .map(([start, long, how]): SlackPart => ({ start, end: start + long, give: how })),
      { maxLength: 4 },
    ),
  }),
)

it('runs follow each other without gaps, from the first frame to the last of both times', () => {
  fc.assert(
    fc.property(time, ({ own, used, parts, pace }) => {
      const { runs } = fitTime(parts, own, used, pace)
      expect(runs[0]).toMatchObject({ from: 0, start: 0 })
      runs.slice(1).forEach((run, i) => {
        expect(run.from).toBeCloseTo(runs[i]?.to ?? NaN, 9)
        if (run.start !== own - 1) expect(run.start).toBe(runs[i]?.end)
      })
      expect(runs.at(-1)?.to).toBeCloseTo(
        tidyParts(parts, own).length ? used : Math.max(used, runs.at(-1)?.to ?? 0),
        6,
      )
      expect(runs.at(-1)?.end).toBe(own)
    }),
  )
})

it('firm parts keep their pace, or are all faster by one factor where they do not fit', () => {
  fc.assert(
    fc.property(time, ({ own, used, parts, pace }) => {
      const fitted = fitTime(parts, own, used, pace)
      const firm = (own - tidyParts(parts, own).reduce((sum, p) => sum + p.end - p.start, 0)) / pace
      expect(fitted.faster).toBeCloseTo(firm > used ? firm / used : 1, 9)
      for (const run of fitted.runs.filter((r) => !r.give))
        expect((run.end - run.start) / (run.to - run.from)).toBeCloseTo(fitted.faster * pace, 9)
    }),
  )
})

it('time never runs back but in loops, and stays within itself; where nothing is changed each frame is itself', () => {
  fc.assert(
    fc.property(time, ({ own, used, parts, pace }) => {
      const fitted = fitTime(parts, own, used, pace)
      const shown = Array.from({ length: used * 2 }, (_, i) => {
        const run = fitted.runs.find((r) => i / 2 < r.to)
        return { frame: frameOf(fitted, i / 2), loops: run?.give === 'loop' }
      })
      expect(shown.every(({ frame }) => frame >= 0 && frame <= own)).toBe(true)
      const back = shown.filter(({ frame, loops }, i) => {
        const before = shown[i - 1]
        return before && !loops && !before.loops && frame < before.frame - 1e-9
      })
      expect(back).toEqual([])
      const same = fitTime(parts, own, own)
      const cut = (at: number) => same.runs.some((r) => r.give === 'cut' && r.to > at && r.from <= at)
      const off = Array.from({ length: own }, (_, at) => (cut(at) ? 0 : Math.abs(frameOf(same, at) - at)))
      expect(Math.max(...off)).toBeLessThan(1e-6)
    }),
  )
})

const PART = (how: Give): SlackPart[] => [{ start: 10, end: 20, give: how }]
it.each<[Give, number, number[]]>([
  ['stretch', 40, [0, 9, 10, 12.5, 19.5, 20, 29]],
  ['hold', 40, [0, 9, 10, 15, 19, 20, 29]],
  ['loop', 40, [0, 9, 10, 15, 19, 20, 29]],
  ['cut', 40, [0, 9, 10, 15, 19, 20, 29]],
  ['stretch', 25, [0, 9, 10, 20]],
  ['hold', 25, [0, 9, 10, 20]],
  ['cut', 25, [0, 9, 10, 20]],
])('a part that is %s, of 30 frames used at %d', (how, used, some) => {
  const fitted = fitTime(PART(how), 30, used)
  const end = used - 10
  const places = used === 40 ? [0, 9, 10, 15, end - 1, end, used - 1] : [0, 9, 10, end]
  const found = places.map((at) => frameOf(fitted, at))
  if (how === 'cut' && used === 40) expect(found).toEqual([0, 9, 10, 15, 19, 20, 29])
  else expect(found).toEqual(some.map((v) => expect.closeTo(v)))
})

it('a shorter cut leaves out the middle, a shorter hold the end', () => {
  const [cut, hold] = [fitTime(PART('cut'), 30, 26), fitTime(PART('hold'), 30, 26)]
  const frames = (fitted: typeof cut) => Array.from({ length: 6 }, (_, i) => frameOf(fitted, 10 + i))
  expect(frames(cut)).toEqual([10, 11, 12, 17, 18, 19])
  expect(frames(hold)).toEqual([10, 11, 12, 13, 14, 15])
})

it('too short for its firm parts, all of it is faster evenly; without slack parts it holds its last frame', () => {
  const { faster, runs } = fitTime(PART('stretch'), 30, 10)
  expect(faster).toBe(2)
  expect(runs.map((r) => r.to - r.from)).toEqual([5, 0, 5])
  const held = fitTime([], 30, 45)
  expect([29, 30, 44].map((at) => frameOf(held, at))).toEqual([29, 29, 29])
})

it('the frame at which something shows is found again', () => {
  fc.assert(
    fc.property(time, fc.double({ min: 0, max: 1, noNaN: true }), ({ own, used, parts }, share) => {
      const fitted = fitTime(parts, own, used)
      const at = share * used
      const run = fitted.runs.find((r) => at < r.to)
      if (!run || (run.give && run.give !== 'stretch')) return
      expect(usedFrameOf(fitted, frameOf(fitted, at))).toBeCloseTo(at, 5)
    }),
  )
})
