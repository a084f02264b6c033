import type { RgbaPicture } from '../frame'
import { type EditArgs, type EditName, perform, type Project } from '../project'
import { testKernels, worst } from '../testing/pictures'
import { medium, shot, testProject } from '../testing/projects'
import { evaluate, type NodeCache, plan, planKey, type Sources, type Target } from '.'

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
const at = { shotId: 's1', stepId: 'a' }
const place = (param: string) => ({ ...at, param })
const graded = edit(edit(testProject(), 'step.add', { ...at, use: 'grade', at: 0 }), 'value.set', {
  place: place('exposure'),
  at: 0,
  value: 1,
})
const target: Target = { kind: 'shot', shotId: 's1' }
const draw = (p: Project, frame = 0, to: Target = target, scale = 1) => {
  const out = evaluate(k, plan(p, to, frame, scale), sources)
  const values = out.data.slice()
  k.free(out)
  return values
}
const kinds = (p: Project, frame = 0, to: Target = target) =>
  plan(p, to, frame, 1).nodes.map((n) => n.op.kind)

describe('plan', () => {
  it('asks for the frame of the medium that the cut shows, at its own rate, and for no other', () => {
    expect(plan(graded, target, 3, 1).sources).toEqual([{ mediaId: 'm1', frame: 27 }])
    expect(plan(graded, target, -24, 1).sources).toEqual([{ mediaId: 'm1', frame: 0 }])
    expect(plan(graded, { kind: 'sequence' }, 49, 1).sources).toEqual([{ mediaId: 'm2', frame: 26 }])
    expect(plan(graded, { kind: 'sequence' }, 5000, 1).nodes.map((n) => n.op.kind)).toEqual(['blank'])
  })

  it('leaves out steps that do nothing: off, without weight, outside their span, neutral', () => {
    expect(kinds(graded)).toEqual(['source', 'step'])
    const idle = [
      edit(graded, 'step.switch', { ...at, on: false }),
      edit(graded, 'value.set', { place: place('mix'), at: 0, value: 0 }),
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
      edit(graded, 'step.add', { shotId: 's1', stepId: 'b', use: 'grade', at: 1 }),
    ]
    for (const p of same) expect(key(p)).toBe(base)
    const other = [
      key(edit(graded, 'value.set', { place: place('exposure'), at: 0, value: 1.01 })),
      key(graded, 1),
      key(graded, 0, target, 0.5),
      key(graded, 0, { ...target, upTo: 'source' }),
    ]
    expect(new Set([base, ...other]).size).toBe(5)
  })

  it('sees the region, the state before, and the views of a step', () => {
    const masked = edit(graded, 'region.add', {
      ...at,
      shapeId: 'e',
      kind: 'ellipse',
      centre: [32, 18],
      size: [20, 20],
    })
    expect(kinds(masked)).toEqual(['source', 'step', 'matte', 'mix'])
    expect(kinds(masked, 0, { ...target, view: { stepId: 'a', view: 'region' } })).toEqual(['matte', 'show'])
    expect(kinds(masked, 0, { ...target, upTo: 'source' })).toEqual(['source'])
  })
})

describe('evaluate', () => {
  it('acts inside the region and nowhere else', () => {
    const masked = edit(graded, 'region.add', {
      ...at,
      shapeId: 'e',
      kind: 'rectangle',
      centre: [16, 18],
      size: [20, 20],
    })
    const hard = edit(masked, 'value.set', {
      place: { ...at, shapeId: 'e', param: 'feather' },
      at: 0,
      value: 0,
    })
    const [source, all, part] = [draw(graded, 0, { ...target, upTo: 'source' }), draw(graded), draw(hard)]
    const red = (values: Float32Array, x: number, y: number) => values[(y * 64 + x) * 4]
    expect(red(part, 16, 18)).toBe(red(all, 16, 18))
    expect(red(part, 40, 18)).toBe(red(source, 40, 18))
    expect(red(part, 16, 2)).toBe(red(source, 16, 2))
  })

  it('mixes and ramps between before and after', () => {
    const [source, full] = [draw(graded, 0, { ...target, upTo: 'source' }), draw(graded)]
    const half = draw(edit(graded, 'value.set', { place: place('mix'), at: 0, value: 0.5 }))
    expect(
      worst(
        half,
        source.map((v, i) => (v + (full[i] as number)) / 2),
      ),
    ).toBeLessThan(1e-6)
    const ramped = edit(graded, 'step.when', { ...at, when: { rampIn: 1, shape: 'linear' } })
    expect(worst(draw(ramped, 0), half)).toBeLessThan(1e-6)
    expect(worst(draw(ramped, 1), draw(graded, 1))).toBe(0)
  })

  it('composites lanes from the bottom up, and centres what has another shape', () => {
    const over = { ...testProject(), shots: [shot('s1', 'm1'), shot('top', 'm2', { lane: 1, length: 10 })] }
    const tall: Sources = (id, frame) => (id === 'm2' ? picture(200, 18, 36) : picture(frame))
    const out = evaluate(k, plan(over, { kind: 'sequence' }, 0, 1), tall)
    const red = (x: number) => out.data[(18 * 64 + x) * 4] as number
    expect(red(32)).toBeCloseTo(0.578, 2)
    expect(red(4)).toBeCloseTo(0.0091, 3)
    k.free(out)
  })

  it('shows missing media as missing and goes on', () => {
    const missing = { ...testProject(), media: [medium('m1', { kind: 'missing' }), medium('m2')] }
    expect(plan(missing, target, 0, 1).sources).toEqual([])
    expect(new Set(draw(missing).filter((_, i) => i % 4 === 0)).size).toBe(2)
    const gone = evaluate(k, plan(graded, target, 0, 1), () => undefined)
    expect(gone.data.every(Number.isFinite)).toBe(true)
    k.free(gone)
  })

  it('with a cache makes only what changed, and frees all memory when a step fails', () => {
    const kept = new Map<string, Float32Array>()
    const cache: NodeCache = {
      get: (key) => kept.get(key),
      put: (key, values) => kept.set(key, values.slice()),
    }
    const two = edit(graded, 'step.add', { shotId: 's1', stepId: 'b', use: 'glow', at: 1 })
    const first = evaluate(k, plan(two, target, 0, 1), sources, cache)
    const changed = edit(two, 'value.set', {
      place: { shotId: 's1', stepId: 'b', param: 'radius' },
      at: 0,
      value: 3,
    })
    const untouched: Sources = () => {
      throw new Error('The source was read again.')
    }
    const second = evaluate(k, plan(changed, target, 0, 1), untouched, cache)
    expect(worst(second.data, draw(changed))).toBe(0)
    k.free(first, second)
    expect(() => evaluate(k, plan(graded, target, 9, 1), untouched)).toThrow('read again')
  })
})
