import type { Area, RgbaPicture } from '../frame'
import {
  type EditArgs,
  type EditName,
  getSequence,
  getStep,
  controlAddress,
  formAddress,
  perform,
  type Project,
  type Sequence,
  type Shot,
  stepValues,
} from '../project'
import type { Values } from '../params'
import { findStep, type StepDeclaration } from '../steps'
import { testKernels, worst } from '../testing/pictures'
import { contextFor } from '../testing/context'
import { medium, onShot, shot, testProject, withEdit } from '../testing/projects'
import { type NodeCache, plan, planKey, renderFrame, type Sources, type StackTarget, type Target } from '.'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))

/** A source whose frame number is its red code, with a left-to-right ramp in green. */
const picture = (frame: number, width = 64, height = 36): RgbaPicture => {
  const data = new Uint8Array(width * height * 4)
  for (let i = 0; i < width * height; i++)
    data.set([frame, ((i % width) * 255) / (width - 1), 40, 255], i * 4)
  return { kind: 'rgba', width, height, data }
}
const sources: Sources = (_, frame) => picture(frame)

const edit = <N extends EditName>(p: Project, name: N, args: EditArgs<N>) => perform(p, name, args).project
const stack = { kind: 'shot' as const, id: 's1' }
const at = { stepId: 'a' }
const address = (param: string, stepId = 'a') => controlAddress(stepId, param)
const graded = edit(edit(testProject(), 'step.add', { stack, ...at, use: 'grade', at: 0 }), 'value.set', {
  address: address('exposure'),
  at: 0,
  value: 1,
})
const target: StackTarget = { kind: 'stack', stack }
const draw = async (p: Project, frame = 0, to: Target = target, scale = 1) => {
  const out = await renderFrame(k, plan(p, to, frame, scale), sources)
  const values = out.data.slice()
  k.free(out)
  return values
}
/** The edit of a project changed. */
const media = (p: Project, list: Project['media'], change: Partial<Sequence> = {}) => ({
  ...withEdit(p, change),
  media: list,
})
const kinds = (p: Project, frame = 0, to: Target = target) =>
  plan(p, to, frame, 1).nodes.map((n) => n.op.kind)

describe('plan', () => {
  it('asks for the frame of the medium that the cut shows, at its own rate, and for no other', () => {
    expect(plan(graded, target, 3, 1).sources).toEqual([{ mediaId: 'm1', frame: 27 }])
    expect(plan(graded, target, -24, 1).sources).toEqual([{ mediaId: 'm1', frame: 0 }])
    expect(plan(graded, { kind: 'sequence' }, 49, 1).sources).toEqual([{ mediaId: 'm2', frame: 26 }])
    expect(plan(graded, { kind: 'sequence' }, 5000, 1).nodes.map((n) => n.op.kind)).toEqual(['solid'])
  })

  it('leaves out steps that do nothing: off, without weight, outside their span, neutral', () => {
    expect(kinds(graded)).toEqual(['source', 'colour'])
    const idle = [
      edit(graded, 'step.switch', { ...at, on: false }),
      edit(graded, 'value.set', { address: address('mix'), at: 0, value: 0 }),
      edit(graded, 'step.when', { ...at, when: { start: 10 } }),
      edit(graded, 'step.reset', at),
    ]
    for (const p of idle) expect(kinds(p)).toEqual(['source'])
  })

  it('keys change with what changes pixels and with nothing else', () => {
    const key = (p: Project, frame = 0, to: Target = target, scale = 1) => planKey(plan(p, to, frame, scale))
    const base = key(graded)
    const same = [
      edit(graded, 'shot.rename', { shotId: 's1', name: 'Other' }),
      edit(graded, 'step.rename', { ...at, name: 'Other' }),
      edit(graded, 'shot.note', { shotId: 's2', note: 'x' }),
      edit(graded, 'step.add', { stack, stepId: 'b', use: 'grade', at: 1 }),
    ]
    for (const p of same) expect(key(p)).toBe(base)
    const other = [
      key(edit(graded, 'value.set', { address: address('exposure'), at: 0, value: 1.01 })),
      key(graded, 1),
      key(graded, 0, target, 0.5),
      key(graded, 0, { ...target, upTo: 'source' }),
    ]
    expect(new Set([base, ...other]).size).toBe(5)
  })

  it('sees the region, the state before, and the views of a step', () => {
    const masked = edit(graded, 'region.add', {
      ...at,
      itemId: 'e',
      kind: 'ellipse',
      form: { centre: [32, 18], size: [20, 20] },
    })
    expect(kinds(masked)).toEqual(['source', 'matte', 'colour', 'mix'])
    expect(kinds(masked, 0, { ...target, view: { stepId: 'a', view: 'region' } })).toEqual(['matte', 'show'])
    expect(kinds(masked, 0, { ...target, upTo: 'source' })).toEqual(['source'])
  })
})

/** A step of a kind, with values, a region and a mix, appended to the shot. */
function withStep(
  p: Project,
  id: string,
  use: string,
  values: Record<string, number | number[]>,
  region?: { centre: [number, number]; size: [number, number] },
  mix = 1,
): Project {
  let next = edit(p, 'step.add', { stack, stepId: id, use, at: 99 })
  for (const [param, value] of Object.entries({ ...values, mix }))
    next = edit(next, 'value.set', { address: address(param, id), at: 0, value })
  if (region) next = edit(next, 'region.add', { stepId: id, itemId: `${id}e`, kind: 'ellipse', form: region })
  return next
}

const base = testProject()
const grades = withStep(
  withStep(
    withStep(base, 'a', 'grade', { exposure: 0.7 }),
    ...(['b', 'grade', { saturation: 0.4 }, { centre: [30, 18], size: [70, 60] }, 0.8] as const),
  ),
  ...(['c', 'grade', { contrast: 1.3 }, undefined, 0.5] as const),
)

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

describe('evaluate', () => {
  it('acts inside the region and nowhere else', async () => {
    const masked = edit(graded, 'region.add', {
      ...at,
      itemId: 'e',
      kind: 'rectangle',
      form: { centre: [16, 18], size: [20, 20] },
    })
    const hard = edit(masked, 'value.set', {
      address: formAddress('item', 'e', 'feather'),
      at: 0,
      value: [0, 0],
    })
    const [source, all, part] = await Promise.all([
      draw(graded, 0, { ...target, upTo: 'source' }),
      draw(graded),
      draw(hard),
    ])
    const red = (values: Float32Array, x: number, y: number) => values[(y * 64 + x) * 4]
    expect(red(part, 16, 18)).toBe(red(all, 16, 18))
    expect(red(part, 40, 18)).toBe(red(source, 40, 18))
    expect(red(part, 16, 2)).toBe(red(source, 16, 2))
  })

  it('blurs a moving shape over its exposure, half-way across its edge, and keeps its area', async () => {
    const form = { centre: [24, 18], size: [16, 12], feather: [0, 0] }
    const centre = formAddress('item', 'e', 'centre')
    const still = edit(graded, 'region.add', { ...at, itemId: 'e', kind: 'rectangle', form })
    const moving = [0, 2].reduce(
      (p, t) => edit(p, 'key.put', { address: centre, at: t, value: [24 + 8 * t, 18] }),
      still,
    )
    const matte = (p: Project) => draw(p, 1, { ...target, view: { stepId: 'a', view: 'region matte' } })
    const [sharp, blurred] = [
      await matte(moving),
      await matte(edit(moving, 'region.shutter', { ...at, shutter: 180 })),
    ]
    const sum = (values: Float32Array) => values.reduce((s, v, i) => (i % 4 ? s : s + v), 0)
    expect(sum(blurred)).toBeCloseTo(sum(sharp), 1)
    // The shape covers columns 24 to 39; during the exposure each edge passes some columns on both sides.
    const row = (values: Float32Array, x: number) => values[(18 * 64 + x) * 4] as number
    expect([row(sharp, 23), row(sharp, 24)]).toEqual([0, 1])
    expect(row(blurred, 23) + row(blurred, 24)).toBeCloseTo(1, 1)
    expect(row(blurred, 22)).toBeGreaterThan(0.1)
    expect(row(blurred, 32)).toBe(1)
  })

  it('mixes and ramps between before and after', async () => {
    const [source, full] = [await draw(graded, 0, { ...target, upTo: 'source' }), await draw(graded)]
    const half = await draw(edit(graded, 'value.set', { address: address('mix'), at: 0, value: 0.5 }))
    expect(
      worst(
        half,
        source.map((v, i) => (v + (full[i] as number)) / 2),
      ),
    ).toBeLessThan(1e-6)
    const ramped = edit(graded, 'step.when', { ...at, when: { rampIn: 1, shape: 'linear' } })
    expect(worst(await draw(ramped, 0), half)).toBeLessThan(1e-6)
    expect(worst(await draw(ramped, 1), await draw(graded, 1))).toBe(0)
  })

  it('composites lanes from the bottom up, and centres what has another shape', async () => {
    const over = media(testProject(), [medium('m1'), medium('m2', { width: 18 })], {
      shots: [shot('s1', 'm1'), shot('top', 'm2', { lane: 1, length: 10 })],
    })
    const tall: Sources = (id, frame) => (id === 'm2' ? picture(200, 18, 36) : picture(frame))
    const out = await renderFrame(k, plan(over, { kind: 'sequence' }, 0, 1), tall)
    const red = (x: number) => out.data[(18 * 64 + x) * 4] as number
    expect(red(32)).toBeCloseTo(0.578, 2)
    expect(red(4)).toBeCloseTo(0.0091, 3)
    k.free(out)
  })

  it('shows missing media as missing and goes on', async () => {
    const missing = { ...testProject(), media: [medium('m1', { kind: 'missing' }), medium('m2')] }
    expect(plan(missing, target, 0, 1).sources).toEqual([])
    expect(new Set((await draw(missing)).filter((_, i) => i % 4 === 0)).size).toBe(2)
    const gone = await renderFrame(k, plan(graded, target, 0, 1), () => undefined)
    expect(gone.data.every(Number.isFinite)).toBe(true)
    k.free(gone)
  })

  it('with a cache makes only what changed, and frees all memory when a step fails', async () => {
    const kept = new Map<string, Float32Array>()
    const cache: NodeCache = {
      get: (key) => kept.get(key),
      put: (key, values) => kept.set(key, values.slice()),
    }
    const two = edit(graded, 'step.add', { stack, stepId: 'b', use: 'glow', at: 1 })
    const first = await renderFrame(k, plan(two, target, 0, 1), sources, { cache })
    const changed = edit(two, 'value.set', {
      address: address('radius', 'b'),
      at: 0,
      value: 3,
    })
    const untouched: Sources = () => {
      throw new Error('The source was read again.')
    }
    const second = await renderFrame(k, plan(changed, target, 0, 1), untouched, { cache })
    expect(worst(second.data, await draw(changed))).toBe(0)
    k.free(first, second)
    await expect(renderFrame(k, plan(graded, target, 9, 1), untouched)).rejects.toThrow('read again')
  })
})

describe('looks', () => {
  const project = withEdit(testProject(), { size: { width: 4, height: 1 } })
  const rgba = [255, 0, 0, 255, 0, 128, 0, 255, 255, 255, 255, 255, 90, 60, 30, 128]
  const stored: RgbaPicture = { kind: 'rgba', width: 4, height: 1, data: Uint8Array.from(rgba) }
  const see = async (look: Partial<Target>) => {
    const frame = await renderFrame(k, plan(project, { ...target, ...look } as Target, 0, 1), () => stored)
    const out = Array.from({ length: 4 }, (_, i) =>
      [...frame.data.slice(i * 4, i * 4 + 4)].map((v) => +v.toFixed(3)),
    )
    k.free(frame)
    return out
  }
  const decode = (v: number) => +(((v / 255 + 0.055) / 1.055) ** 2.4).toFixed(3)

  it('shows one channel, alpha or luminance as grey', async () => {
    expect((await see({ inspect: 'green' })).map(([r]) => r)).toEqual([0, decode(128), 1, decode(60)])
    expect((await see({ inspect: 'alpha' }))[3]).toEqual([0.502, 0.502, 0.502, 1])
    expect((await see({ inspect: 'luminance' }))[0]).toEqual([0.213, 0.213, 0.213, 1])
  })

  it('marks what touches white and black, the one unlike the other', async () => {
    const [red, green, white, brown] = await see({ inspect: 'clipping' })
    expect(red).toEqual(white)
    expect(green).not.toEqual(red)
    expect(new Set(brown?.slice(0, 3)).size).toBe(1)
  })

  it('differs from another picture by what lies between them, times the gain', async () => {
    const same = await see({ difference: { against: { ...target, upTo: 'source' }, gain: 50 } })
    expect(same.flat()).toEqual(same.flatMap(() => [0, 0, 0, 1]))
    const graded = withStep(project, 'a', 'grade', { exposure: 1 })
    const frame = await renderFrame(
      k,
      plan(
        graded,
        { ...target, difference: { against: { ...target, upTo: 'source' }, gain: 2 } } as Target,
        0,
        1,
      ),
      () => stored,
    )
    expect([...frame.data.slice(4, 8)].map((v) => +v.toFixed(3))).toEqual([
      0,
      +(2 * decode(128)).toFixed(3),
      0,
      1,
    ])
    k.free(frame)
  })
})
