import fc from 'fast-check'
import { type Act, getObject, ownPassages, passageOf, passing, performAll, type Project } from '../project'
import { CROSSINGS } from '../steps'
import { testKernels } from '../testing/pictures'
import { testProject } from '../testing/projects'
import { plan, renderFrame, type Target } from '.'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))
const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
const target: Target = { kind: 'design', designId: 'd' }
const arrive = (use: string, frames?: number): Act => [
  'passage.set',
  { objectId: 'o', way: 'arrive', stepId: 'in', use, ...(frames ? { frames } : {}) },
]
const leave = (use: string, frames: number): Act => [
  'passage.set',
  { objectId: 'o', way: 'leave', stepId: 'out', use, frames },
]

/** A design of 40 frames with a white plate that is there from 5 to 35. */
const design = () =>
  run(
    testProject(),
    [
      'design.add',
      { designId: 'd', name: 'Card', size: { width: 64, height: 36 }, rate: { num: 24, den: 1 }, length: 40 },
    ],
    [
      'object.add',
      { designId: 'd', objectId: 'o', kind: 'rectangle', form: { box: [64, 36], place: [32, 18] } },
    ],
    ['object.time', { objectId: 'o', start: 5, length: 30, carry: true }],
  )

async function alphaAt(p: Project, frame: number): Promise<number> {
  const out = await renderFrame(k, plan(p, target, frame, 1), () => undefined as never)
  const alpha = out.data[(18 * out.width + 32) * 4 + 3] as number
  k.free(out)
  return alpha
}

it('an object comes out of nothing and goes into nothing, each frame a step of its length, and is all there between', async () => {
  const p = run(design(), arrive('dissolve', 4), leave('dissolve', 2))
  const seen: number[] = []
  for (const frame of [4, 5, 6, 7, 8, 9, 20, 32, 33, 34, 35]) seen.push(await alphaAt(p, frame))
  const expected = [0, 1 / 8, 3 / 8, 5 / 8, 7 / 8, 1, 1, 1, 3 / 4, 1 / 4, 0]
  seen.forEach((alpha, i) => expect(alpha).toBeCloseTo(expected[i] as number, 5))
})

it('arrives at the beginning of its object, wherever that is trimmed or moved to; later where its own time begins later', async () => {
  const p = run(design(), arrive('dissolve', 4))
  const trimmed = run(p, ['object.time', { objectId: 'o', start: 10, length: 25, carry: false }])
  expect([await alphaAt(trimmed, 9), await alphaAt(trimmed, 10)]).toEqual([0, expect.closeTo(1 / 8, 5)])
  const moved = run(p, ['object.time', { objectId: 'o', start: 8, length: 30, carry: true }])
  expect(await alphaAt(moved, 8)).toBeCloseTo(1 / 8, 5)
  const zero = getObject(p, 'o').zero
  const late = run(p, ['step.when', { stepId: 'in', when: { start: 9 - zero } }])
  expect([await alphaAt(late, 8), await alphaAt(late, 9)]).toEqual([0, expect.closeTo(1 / 8, 5)])
})

it.each(CROSSINGS.map(({ id }) => id))(
  '%s lets it arrive and leave, and gives back what it took',
  async (use) => {
    const p = run(design(), arrive(use, 6), leave(use, 6))
    for (const frame of [7, 31]) {
      const alpha = await alphaAt(p, frame)
      expect(alpha).toBeGreaterThanOrEqual(-1e-5)
      expect(alpha).toBeLessThanOrEqual(1 + 1e-5)
    }
    expect([await alphaAt(p, 12), await alphaAt(p, 28)]).toEqual([1, 1])
  },
)

it('is one step that is exchanged, keeps its length and what both have, and is switched off with others in one act', () => {
  const p = run(design(), arrive('wipe', 7), ['step.rename', { stepId: 'in', name: 'Card comes in' }])
  const other = run(p, arrive('iris'))
  const step = passageOf(getObject(other, 'o'), 'arrive')
  expect(step).toMatchObject({
    id: 'in',
    use: 'iris',
    name: 'Card comes in',
    passage: { way: 'arrive', frames: 7 },
  })
  expect(getObject(other, 'o').steps).toHaveLength(1)
  const source = { kind: 'design', designId: 'd' } as const
  expect(ownPassages(other, source, 'arrive')).toHaveLength(1)
  expect(ownPassages(other, source, 'leave')).toEqual([])
  const long = run(other, ['passage.length', { stepId: 'in', frames: 20 }])
  expect(passageOf(getObject(long, 'o'), 'arrive')?.passage?.frames).toBe(20)
  const off = run(other, ['passages.switch', { stepIds: ['in'], on: false }])
  expect(passageOf(getObject(off, 'o'), 'arrive')?.on).toBe(false)
})

it('refuses what is no transition, and a locked object', () => {
  expect(() => run(design(), arrive('glow', 4))).toThrow(/no transition "glow"/)
  const locked = run(design(), ['object.lock', { objectId: 'o', locked: true }])
  expect(() => run(locked, arrive('iris', 4))).toThrow(/locked/)
})

it('runs from gone to there and never back when it arrives, and the other way when it leaves', () => {
  const when = { start: null, end: null, rampIn: 0, rampOut: 0, shape: 'linear' as const }
  const rank = (at: number | 'gone' | 'there') => (at === 'gone' ? 0 : at === 'there' ? 1 : at)
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 200 }), fc.integer({ min: -50, max: 300 }), (frames, t) => {
      const bounds = { start: 0, end: 200 }
      const at = (way: 'arrive' | 'leave', time: number) => {
        const found = passing({ passage: { way, frames }, when }, time, bounds)
        return way === 'arrive' || typeof found !== 'number' ? rank(found) : 1 - found
      }
      expect(at('arrive', t + 1)).toBeGreaterThanOrEqual(at('arrive', t))
      expect(at('leave', t + 1)).toBeLessThanOrEqual(at('leave', t))
      // The one is the other run backwards.
      expect(at('leave', 199 - t)).toBeCloseTo(at('arrive', t), 9)
    }),
  )
})
