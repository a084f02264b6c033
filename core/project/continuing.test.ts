import fc from 'fast-check'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import {
  type Act,
  continuing,
  controlAddress,
  controlOf,
  getShot,
  getStep,
  performAll,
  type Project,
  stageOf,
  stepBefore,
  valueNow,
} from '.'

const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
const at = (step: string, control: string) => controlAddress(step, control)
const linear = (step: string, ...keys: [number, number][]): Act => [
  'keys.put',
  {
    label: 'Keys',
    lanes: [
      {
        address: at(step, 'across'),
        keys: keys.map(([time, value]) => ({ at: time, value, leave: 'linear', arrive: 'linear' })),
      },
    ],
  },
]

/** Two shots of 48 frames with a Reframe each; the first one's moves from `from` to `to` over its length. */
const moving = (from: number, to: number): Project => {
  const shots = ['a', 'b'].map((id, i) => shot(id, 'm1', { start: 48 * i, in: 60 * i + 9, zero: 60 * i + 9 }))
  const base = withEdit({ ...testProject(), media: [medium('m1', { frames: 400 })] }, { shots })
  return run(
    base,
    ...['a', 'b'].map((id): Act => [
      'step.add',
      { stack: { kind: 'shot', id }, stepId: `${id}r`, use: 'reframe', at: 0 },
    ]),
    linear('ar', [0, from], [47, to]),
  )
}
/** The project in which the second one goes on from the first. */
const gone = (p: Project, only?: string): Project =>
  run(
    p,
    ...continuing(p, getShot(p, 'b'), getStep(p, 'br'), 'n', only).flatMap(({ address, modifiers }) =>
      modifiers.map((modifier): Act => ['modifier.put', { address, modifier }]),
    ),
  )
const value = (p: Project, of: string, t: number, control = 'across') =>
  Number(valueNow(stageOf(p, { kind: 'shot', id: of }), at(`${of}r`, control), t))

it('begins with the value and the speed with which the shot before ended, and becomes its own', () => {
  fc.assert(
    fc.property(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 }), (from, to) => {
      fc.pre(from !== to)
      const p = gone(moving(from, to))
      const speed = value(p, 'a', 47) - value(p, 'a', 46)
      expect(value(p, 'b', 0)).toBeCloseTo(value(p, 'a', 47) + speed, 6)
      const slope = (value(p, 'b', 1e-4) - value(p, 'b', 0)) / 1e-4
      expect(Math.abs(slope - speed)).toBeLessThan(1e-3 * (1 + Math.abs(to - from)))
      for (const t of [12, 13, 40]) expect(value(p, 'b', t)).toBe(0)
    }),
    { numRuns: 40 },
  )
})

it('is bound: what changes in the shot before changes here, keys of its own stay', () => {
  const p = gone(moving(0, 94))
  expect(value(p, 'b', 0)).toBeCloseTo(96, 6)
  const longer = run(p, linear('ar', [0, 0], [47, 188]))
  expect(value(longer, 'b', 0)).toBeCloseTo(192, 6)
  const keyed = run(p, linear('br', [0, 10], [40, 50]))
  expect([value(keyed, 'b', 0), value(keyed, 'b', 40)]).toEqual([expect.closeTo(96, 6), 50])
})

it('takes what moves or stands elsewhere, once; one control alone where it is named', () => {
  const p = run(moving(0, 94), ['value.set', { address: at('ar', 'scale'), at: 0, value: 1.5 }])
  const names = (q: Project, only?: string) =>
    continuing(q, getShot(q, 'b'), getStep(q, 'br'), 'n', only).map(({ address }) => controlOf(address))
  expect(names(p).sort()).toEqual(['across', 'scale'])
  expect(names(p, 'scale')).toHaveLength(1)
  expect(names(gone(p))).toEqual([])
  expect(value(gone(p), 'b', 0, 'scale')).toBeCloseTo(1.5, 9)
})

it.each([
  ['no shot meets its head', (p: Project) => run(p, ['shot.move', { shotId: 'b', start: 60 }])],
  ['the shot before has no such step', (p: Project) => run(p, ['step.remove', { stepId: 'ar' }])],
  ['it is switched off there', (p: Project) => run(p, ['step.switch', { stepId: 'ar', on: false }])],
])('has nothing to go on from where %s', (_, change) => {
  const p = change(moving(0, 94))
  expect(stepBefore(p, getShot(p, 'b'), getStep(p, 'br'))).toBeUndefined()
  expect(continuing(p, getShot(p, 'b'), getStep(p, 'br'), 'n')).toEqual([])
})
