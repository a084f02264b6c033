import { formAddress, type Project } from '../project'
import { worst } from '../testing/pictures'
import { medium, shot, testProject } from '../testing/projects'
import {
  k,
  picture,
  sources,
  edit,
  stack,
  at,
  address,
  graded,
  target,
  draw,
  media,
  kinds,
} from '../testing/graded'
import { type NodeCache, plan, planKey, renderFrame, type Sources, type Target } from '.'

afterEach(() => expect(k.used).toBe(0))

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
