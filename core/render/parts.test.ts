import { type Area } from '../frame'
import { type Values } from '../params'
import { getSequence, getStep, type Project, type Shot, stepValues } from '../project'
import { findStep, type StepDeclaration } from '../steps'
import { contextFor } from '../testing/context'
import { worst } from '../testing/pictures'
import { medium, onShot, shot, withEdit } from '../testing/projects'
import {
  k,
  picture,
  sources,
  edit,
  target,
  draw,
  media,
  kinds,
  withStep,
  base,
  grades,
} from '../testing/graded'
import { plan, planKey, renderFrame, type Sources } from '.'

afterEach(() => expect(k.used).toBe(0))

describe('fusing and parts', () => {
  it('makes one pass of pointwise steps with their mixes and mattes, and of nothing that is read twice', () => {
    expect(kinds(grades)).toEqual(['source', 'matte', 'colour'])
    const blurred = withStep(
      grades,
      'd',
      'gaussian-blur',
      { radius: [3, 3] },
      { centre: [10, 10], size: [8, 8] },
    )
    expect(kinds(blurred)).toEqual(['source', 'matte', 'colour', 'matte', 'step', 'mix'])
    // Small regions are cheaper within their bounds than in a pass over everything.
    const small = withStep(base, 'a', 'grade', { exposure: 1 }, { centre: [10, 10], size: [8, 8] })
    expect(kinds(small)).toEqual(['source', 'matte', 'colour', 'mix'])
  })

  it('gives what the steps give one by one', async () => {
    const pixel = (p: Project, upTo: string) => draw(p, 0, { ...target, upTo })
    const [a, b, c] = [await pixel(grades, 'a'), await pixel(grades, 'b'), await draw(grades)]
    const alone = (before: Float32Array, use: string, values: object) => {
      const step = findStep(use) as StepDeclaration
      const input = k.frameOf(64, 36, before)
      const { context, made } = contextFor(k, step, input, values as Values)
      const out = step.render(context)
      const result = out.data.slice()
      k.free(input, out, ...made)
      return result
    }
    const values = (id: string) => stepValues(onShot(grades, 's1'), getStep(grades, id), 0)
    const matte = await draw(grades, 0, { ...target, view: { stepId: 'b', view: 'region' } })
    const after = alone(a, 'grade', values('b'))
    expect(
      worst(
        b,
        a.map((v, i) => v + ((after[i] as number) - v) * 0.8 * (i % 4 === 3 ? 0 : (matte[i] as number))),
      ),
    ).toBeLessThan(1e-5)
    const last = alone(b, 'grade', values('c'))
    expect(
      worst(
        c,
        b.map((v, i) => (v + (last[i] as number)) / 2),
      ),
    ).toBeLessThan(1e-5)
  })

  it('a part is that part of the whole, whatever the steps look at around it', async () => {
    const size = { width: 400, height: 300 }
    const large: Sources = (_, frame) => picture(frame, 400, 300)
    const all = [
      withStep(grades, 'd', 'gaussian-blur', { radius: [6, 2] }, { centre: [200, 140], size: [90, 60] }),
      withStep(withStep(grades, 'd', 'glow', { threshold: 0.1, radius: 5 }), 'e', 'grade', { exposure: -1 }),
    ].map((p) => media(p, [medium('m1', size)], { size }))
    for (const p of all)
      for (const area of [
        { x: 130, y: 90, width: 70, height: 50 },
        { x: 0, y: 250, width: 31, height: 50 },
        { x: 399, y: 0, width: 1, height: 1 },
      ]) {
        const whole = await renderFrame(k, plan(p, target, 0, 1), large)
        const planned = plan(p, target, 0, 1, area)
        const made = await renderFrame(k, planned, large)
        const got = planned.nodes.at(-1)?.area as Area
        expect(got.x <= area.x && got.x + got.width >= area.x + area.width).toBe(true)
        expect(got.width * got.height).toBeLessThan(0.4 * 400 * 300)
        let off = 0
        made.data.forEach((v, i) => {
          const [x, y] = [(i >> 2) % got.width, Math.floor((i >> 2) / got.width)]
          const at = ((y + got.y) * 400 + x + got.x) * 4 + (i & 3)
          off = Math.max(off, Math.abs(v - (whole.data[at] as number)))
        })
        expect(off).toBeLessThan(1e-5)
        expect(planKey(planned)).not.toBe(planKey(plan(p, target, 0, 1)))
        k.free(whole, made)
      }
  })

  it('never writes over a picture that something else reads', async () => {
    // The step's part is the whole picture here, and the mix reads the picture before it too.
    const region = { centre: [32, 33], size: [12, 4] } as { centre: [number, number]; size: [number, number] }
    const small = withStep(base, 'a', 'grade', { exposure: 3 }, region)
    expect(kinds(small)).toContain('mix')
    const top = (values: Float32Array) => values.subarray(0, 64 * 4 * 16)
    expect(worst(top(await draw(small)), top(await draw(base)))).toBe(0)

    // The same frame of a medium in two lanes, treated in each: one source, two readers.
    const narrow = media(grades, [medium('m1', { width: 18 })])
    const [lower] = getSequence(narrow).shots as [Shot]
    const upper = { ...lower, id: 'upper', lane: 1, steps: [] }
    const both = withEdit(narrow, { shots: [lower, upper] })
    const tall: Sources = (_, frame) => picture(frame, 18, 36)
    const made = await renderFrame(k, plan(both, { kind: 'sequence' }, 0, 1), tall)
    const alone = await renderFrame(
      k,
      plan(withEdit(both, { shots: [upper] }), { kind: 'sequence' }, 0, 1),
      tall,
    )
    const middle = (32 + 18 * 64) * 4
    expect([...made.data.subarray(middle, middle + 4)]).toEqual([...alone.data.subarray(middle, middle + 4)])
    k.free(made, alone)
  })

  it('does not ask for what cannot be seen: hidden shots, regions outside of the picture', () => {
    const two = withEdit(base, { shots: [shot('s1', 'm1'), shot('top', 'm2', { lane: 1, length: 10 })] })
    const asked = (p: Project) => plan(p, { kind: 'sequence' }, 0, 1).sources.map((s) => s.mediaId)
    expect(asked(two)).toEqual(['m2'])
    expect(asked({ ...two, media: [medium('m1'), medium('m2', { height: 20 })] })).toEqual(['m1', 'm2'])
    const away = withStep(base, 'a', 'grade', { exposure: 1 }, { centre: [-500, 0], size: [20, 20] })
    expect(kinds(away)).toEqual(['source'])
  })

  it('names how highlights leave, since pictures differ by it and by nothing else of the project', async () => {
    const soft = edit(base, 'project.highlights', { highlights: 'soft' })
    expect(planKey(plan(soft, target, 0, 1))).not.toBe(planKey(plan(base, target, 0, 1)))
    expect(worst(await draw(soft), await draw(base))).toBe(0)
  })

  it('stops within one step when it is no longer wanted', async () => {
    let asked = 0
    const glowing = withStep(grades, 'd', 'glow', { radius: 5 })
    const cancelled = () => ++asked > 2
    await expect(renderFrame(k, plan(glowing, target, 0, 1), sources, { cancelled })).rejects.toThrow(
      'No longer wanted.',
    )
    expect(asked).toBe(3)
  })
})
