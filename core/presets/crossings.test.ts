import type { Picture } from '../frame'
import { allSteps, getTransition, performAll, type Project } from '../project'
import { plan, renderFrame } from '../render'
import { findStep } from '../steps'
import { testKernels } from '../testing/pictures'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import { CROSSING_RECIPES } from '.'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))

/** Two shots of stripes, one upright and one level, with material enough. */
const stripes = (media: string): Picture => ({
  kind: 'rgba',
  width: 64,
  height: 36,
  data: new Uint8Array(64 * 36 * 4).map((_, i) => {
    const at = Math.floor(i / 4)
    const on = (media === 'm1' ? at % 64 : Math.floor(at / 64)) % 8 < 4
    return i % 4 === 3 || on ? 255 : 40 + (i % 4) * 30
  }),
})
const project = (): Project => {
  const shots = [shot('s1', 'm1', { in: 60, zero: 60 }), shot('s2', 'm2', { start: 48, in: 60, zero: 60 })]
  const media = [medium('m1', { frames: 200 }), medium('m2', { frames: 200 })]
  return withEdit({ ...testProject(), media }, { shots })
}
const laid = (made: (typeof CROSSING_RECIPES)[number], halves: Project = project()) =>
  performAll(
    halves,
    [
      [
        'transition.lay',
        {
          transitionId: 't',
          from: 's1',
          to: 's2',
          laid: made,
          timing: made.timing,
          newId: 'n',
          parts: ['length', 'outgoing', 'incoming', 'joined'],
        },
      ],
    ],
    'x',
  ).project

async function seen(p: Project, frame: number): Promise<Float32Array> {
  const out = await renderFrame(k, plan(p, { kind: 'sequence' }, frame, 1), stripes)
  const data = out.data.slice()
  k.free(out)
  return data
}
const apart = (a: Float32Array, b: Float32Array) =>
  a.reduce((sum, v, i) => sum + Math.abs(v - (b[i] as number)), 0) / a.length

it('at least 25 transitions built from ordinary steps ship, each under a name of its own', () => {
  expect(CROSSING_RECIPES.length).toBeGreaterThanOrEqual(25)
  expect(new Set(CROSSING_RECIPES.map((r) => r.id)).size).toBe(CROSSING_RECIPES.length)
})

it.each(CROSSING_RECIPES.map((made) => [made.name, made] as const))(
  '%s is made of known steps and controls, does something about its cut and nothing outside of it',
  async (_, made) => {
    for (const step of allSteps([...made.outgoing, ...made.incoming, ...made.steps])) {
      const declaration = findStep(step.use)
      expect(declaration).toBeDefined()
      expect(Object.keys(step.what).filter((name) => !declaration?.params[name])).toEqual([])
    }
    const [plain, p] = [project(), laid(made)]
    const { before, after } = getTransition(p, 't')
    expect([before, after]).toEqual([made.before, made.after])
    let most = 0
    for (const frame of [47, 48]) most = Math.max(most, apart(await seen(p, frame), await seen(plain, frame)))
    expect(most).toBeGreaterThan(0.01)
    for (const frame of [48 - before - 1, 48 + after])
      expect(await seen(p, frame)).toEqual(await seen(plain, frame))
  },
)
