import { RECIPES } from '../presets'
import { plan, renderFrame, type StackTarget } from '../render'
import { testKernels, worst } from '../testing/pictures'
import { onShot, testProject } from '../testing/projects'
import {
  type Act,
  animatedOf,
  controlAddress,
  getShot,
  getStep,
  loadProject,
  modifierAddress,
  originOf,
  paramsOf,
  perform,
  performAll,
  type Project,
  stepValues,
  recorded,
  valueNow,
  withRecords,
} from '.'
import type { Modifier } from '../anim'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))

const run = (project: Project, ...acts: Act[]) => performAll(project, acts, 'test').project
const on = controlAddress
const stack = (id: string) => ({ kind: 'shot' as const, id })
const add = (stepId: string, use: string, at = 0, shotId = 's1'): Act => [
  'step.add',
  { stack: stack(shotId), stepId, use, at },
]
const set = (stepId: string, param: string, value: number): Act => [
  'value.set',
  { address: on(stepId, param), at: 24, value },
]
const follow = (stepId: string, param: string, change: object = {}): Modifier => ({
  id: `f-${stepId}`,
  on: true,
  kind: 'follow',
  source: { kind: 'value', address: on(stepId, param) },
  factor: 1,
  offset: 0,
  delay: 0,
  limits: null,
  join: 'replace',
  ...change,
})
const base = run(testProject(), add('g', 'grade'), add('w', 'glow', 1), set('g', 'exposure', 0.5))
const value = (p: Project, stepId: string, param: string, t = 24) =>
  stepValues(onShot(p, 's1'), getStep(p, stepId), t)[param]

describe('following', () => {
  it('takes another value with factor, offset and delay, within the range of the control', () => {
    const keyed = run(
      base,
      ['key.put', { address: on('g', 'exposure'), at: 24, value: 0 }],
      ['key.put', { address: on('g', 'exposure'), at: 44, value: 2 }],
      ['key.interpolation', { address: on('g', 'exposure'), at: 24, leave: 'linear', arrive: 'linear' }],
      ['key.interpolation', { address: on('g', 'exposure'), at: 44, leave: 'linear', arrive: 'linear' }],
      [
        'modifier.put',
        {
          address: on('w', 'intensity'),
          modifier: follow('g', 'exposure', { factor: 3, offset: 1, delay: 4 }),
        },
      ],
    )
    expect([24, 28, 38, 200].map((t) => value(keyed, 'w', 'intensity', t))).toEqual([1, 1, 4, 7])
    const far = run(keyed, [
      'modifier.put',
      { address: on('w', 'intensity'), modifier: follow('g', 'exposure', { factor: 99 }) },
    ])
    expect(value(far, 'w', 'intensity', 200)).toBe(20)
  })

  it('refuses circles and names the chain; a document that has one is still shown', () => {
    const chained = run(
      base,
      ['modifier.put', { address: on('w', 'intensity'), modifier: follow('g', 'exposure') }],
      ['modifier.put', { address: on('w', 'radius'), modifier: follow('w', 'intensity') }],
    )
    expect(() =>
      run(chained, ['modifier.put', { address: on('g', 'exposure'), modifier: follow('w', 'radius') }]),
    ).toThrow('Grade exposure follows Glow radius follows Glow intensity follows Grade exposure')
    expect(() =>
      run(base, ['modifier.put', { address: on('g', 'gain'), modifier: follow('g', 'gain') }]),
    ).toThrow('circle')
    const broken = JSON.parse(JSON.stringify(chained)) as Project
    const exposure = getStep(broken, 'g').what.exposure
    Object.assign(exposure ?? {}, { modifiers: [follow('w', 'radius')] })
    expect(value(loadProject(broken), 'w', 'radius')).toBe(1)
  })

  it('takes values of another shot at the same distance from its head, and outlives what it followed', () => {
    const other = run(base, add('o', 'glow', 0, 's2'), [
      'key.put',
      { address: on('o', 'intensity'), at: 24, value: 3 },
    ])
    const linked = run(other, [
      'modifier.put',
      {
        address: on('w', 'intensity'),
        modifier: follow('o', 'intensity', { source: { kind: 'value', address: on('o', 'intensity') } }),
      },
    ])
    expect(value(linked, 'w', 'intensity')).toBe(3)
    expect(value(run(linked, ['shot.remove', { shotId: 's2' }]), 'w', 'intensity')).toBe(1)
  })

  it('takes the loudness of a clip where it plays, wherever the clip is moved to', () => {
    const { id: record, record: values } = recorded({
      kind: 'level',
      values: Array.from({ length: 60 }, (_, i) => i / 60),
    })
    const level = {
      id: 'l',
      name: 'Drum',
      kind: 'level',
      mediaId: 'm1',
      rate: { num: 24, den: 1 },
      record,
    } as const
    const sound = { id: 'c', name: 'Drum', mediaId: 'm1', start: 10, length: 20, in: 5, gain: 0 }
    const loud = run(
      withRecords(base, { [record]: values }),
      ['shelf.put', { item: level }],
      ['sound.place', { sound }],
      [
        'modifier.put',
        {
          address: on('w', 'intensity'),
          modifier: follow('g', 'exposure', { source: { kind: 'sound', clipId: 'c' }, factor: 6 }),
        },
      ],
    )
    // Shot frame 12 is sequence frame 12 and frame 7 of the medium.
    expect([9, 12, 30].map((f) => value(loud, 'w', 'intensity', f))).toEqual([0, expect.closeTo(0.7, 9), 0])
  })
})

describe('groups and recipes', () => {
  const frame = (p: Project, shotId = 's1') => {
    const planned = plan(p, { kind: 'stack', stack: stack(shotId) }, 0, 1)
    const data = new Uint8Array(64 * 36 * 4).map((_, i) => (i * 37) % 256)
    return renderFrame(k, planned, () => ({ kind: 'rgba', width: 64, height: 36, data }))
  }
  const looksLike = async (a: Project, b: Project, shots: [string, string] = ['s1', 's1']) => {
    const [x, y] = [await frame(a, shots[0]), await frame(b, shots[1])]
    const apart = worst(x.data, y.data)
    k.free(x, y)
    return apart
  }
  const grouped = run(base, ['steps.group', { stepIds: ['g', 'w'], groupId: 'both', name: 'Both' }])
  const panel = [
    {
      id: 'light',
      label: 'Light',
      targets: [{ stepId: 'g', param: 'exposure' }],
      limits: [-1, 1] as [number, number],
    },
  ]
  const recipe = { id: 'r', name: 'Lit', revision: 1 }
  const made = run(grouped, ['recipe.make', { stepIds: ['both'], groupId: 'x', recipe, panel }])

  it('steps look the same in a group, opened up again, and as a recipe', async () => {
    expect(await looksLike(base, grouped)).toBe(0)
    expect(await looksLike(base, made)).toBe(0)
    const opened = run(made, set('both', 'light', 0.8), ['group.open', { stepId: 'both' }])
    expect(getShot(opened, 's1').steps.map((s) => s.id)).toEqual(['g', 'w'])
    expect(value(opened, 'g', 'exposure')).toBe(0.8)
    expect(await looksLike(run(base, set('g', 'exposure', 0.8)), opened)).toBe(0)
  })

  it('a control on the front sets what it stands for, within its range, and is what others follow', () => {
    const lit = run(made, set('both', 'light', 5))
    expect(value(lit, 'g', 'exposure')).toBe(1)
    const linked = run(lit, [
      'modifier.put',
      { address: on('w', 'intensity'), modifier: follow('g', 'exposure') },
    ])
    expect(value(linked, 'w', 'intensity')).toBe(1)
    expect(() =>
      run(linked, ['modifier.put', { address: on('both', 'light'), modifier: follow('w', 'intensity') }]),
    ).toThrow('circle')
  })

  it('is used on another shot with steps of its own, and all uses change together or one alone', async () => {
    const group = getStep(made, 'both')
    const used = run(made, [
      'recipe.use',
      {
        stack: stack('s2'),
        stepId: 'use',
        at: 0,
        recipe,
        steps: group.steps ?? [],
        panel: group.panel ?? [],
        from: originOf(getShot(made, 's1')),
      },
    ])
    expect(await looksLike(used, used, ['s1', 's2'])).toBe(0)
    const [inner] = getStep(used, 'use').steps ?? []
    expect(inner?.id).not.toBe('g')
    const own = run(
      used,
      ['value.set', { address: on('use', 'light'), at: 0, value: -1 }],
      set('w', 'intensity', 4),
    )
    expect(await looksLike(own, own, ['s1', 's2'])).toBeGreaterThan(0.01)
    const updated = run(own, ['recipe.update', { stepId: 'both', revision: 2 }])
    const other = getStep(updated, 'use')
    expect(other.recipe?.revision).toBe(2)
    expect(other.steps?.[1]?.what.intensity?.value).toBe(4)
    expect(valueNow(onShot(updated, 's2'), on('use', 'light'), 0)).toBe(-1)
  })

  it('keeps its own span, mix and region, and can be shown step by step', async () => {
    const half = run(grouped, ['value.set', { address: on('both', 'mix'), at: 24, value: 0 }])
    expect(await looksLike(half, testProject())).toBe(0)
    const kinds = (target: Partial<StackTarget>) =>
      plan(grouped, { kind: 'stack', stack: stack('s1'), ...target }, 0, 1).nodes.map((n) => n.op.kind)
    expect(kinds({ upTo: 'g' })).toEqual(['source', 'colour'])
    expect(kinds({ upTo: 'both' })).toEqual(['source', 'colour', 'step'])
    expect(kinds({ solo: ['w'] })).toEqual(['source', 'step'])
    expect(kinds({ view: { stepId: 'w', view: 'light' } })).toEqual(['source', 'colour', 'step'])
  })

  it.each(RECIPES.map((r) => [r.name, r] as const))(
    'ships %s, which changes the picture by every control of its front',
    async (_, shipped) => {
      const { id, name, revision, steps, panel, from } = shipped
      const used = run(testProject(), [
        'recipe.use',
        { stack: stack('s1'), stepId: 'use', at: 0, recipe: { id, name, revision }, steps, panel, from },
      ])
      expect(await looksLike(used, testProject())).toBeGreaterThan(0.02)
      for (const control of panel) {
        const to = control.limits?.[1] ?? 1
        const [group] = getShot(used, 's1').steps
        const list = group && Array.isArray(paramsOf(group)[control.id]?.default)
        const changed = run(used, [
          'value.set',
          { address: on('use', control.id), at: 24, value: list ? [to, to / 3, to / 4] : to },
        ])
        expect([control.id, (await looksLike(used, changed)) > 1e-4]).toEqual([control.id, true])
      }
    },
  )
})

describe('copies between shots', () => {
  const keyed = run(
    base,
    ...[24, 48, 72].map((at): Act => ['key.put', { address: on('w', 'intensity'), at, value: at / 10 }]),
    ['step.when', { stepId: 'w', when: { start: 30, end: 60, rampIn: 6, rampOut: 4 } }],
    ['modifier.put', { address: on('w', 'radius'), modifier: follow('w', 'intensity') }],
    ['shot.trim', { shotId: 's2', edge: 'tail', by: -24 }],
  )
  const s1 = getShot(keyed, 's1')
  const pasted = (timing: 'kept' | 'scaled' | 'end') => {
    const p = run(keyed, [
      'steps.paste',
      { stack: stack('s2'), at: 0, steps: s1.steps, newId: 'n', from: originOf(s1), timing },
    ])
    const [, glow] = getShot(p, 's2').steps
    return { glow, times: glow?.what.intensity?.keys?.map((key) => key.at), when: glow?.when }
  }

  it.each([
    ['kept', [24, 48, 72], { start: 30, end: 60, rampIn: 6, rampOut: 4 }],
    ['scaled', [12, 24, 36], { start: 15, end: 30, rampIn: 3, rampOut: 2 }],
    ['end', [0, 24, 48], { start: 6, end: 36, rampIn: 6, rampOut: 4 }],
  ] as const)('times are %s', (timing, times, when) => {
    expect(pasted(timing).times).toEqual(times)
    expect(pasted(timing).when).toMatchObject(when)
  })

  it('links among copies point to the copies', () => {
    const modifier = pasted('kept').glow?.what.radius?.modifiers?.[0]
    expect(modifier).toMatchObject({ source: { address: { owner: { kind: 'step', id: 'n.1' } } } })
  })

  it('takes over only the parts that are wanted', () => {
    const source = getStep(keyed, 'w')
    const target = run(keyed, add('t', 'glow', 0, 's2'))
    const part = (what: 'what' | 'where' | 'when') =>
      getStep(
        run(target, [
          'step.parts',
          { stepId: 't', parts: [what], source, from: originOf(s1), timing: 'kept' },
        ]),
        't',
      )
    expect([part('what').what.intensity?.keys?.length, part('what').when.start]).toEqual([3, null])
    expect([part('when').what.intensity?.keys, part('when').when.start]).toEqual([undefined, 30])
    expect(part('where').where).toEqual(source.where)
  })
})

it('versions keep a stack each; a new one begins as a copy', () => {
  const b = run(base, ['variant.switch', { shotId: 's1', to: 'B' }], ['step.remove', { stepId: 'w' }])
  const ids = (p: Project) => getShot(p, 's1').steps.map((s) => s.id)
  expect(ids(b)).toEqual(['g'])
  const a = run(b, ['variant.switch', { shotId: 's1', to: 'A' }])
  expect([ids(a), getShot(a, 's1').variants?.B?.map((s) => s.id)]).toEqual([['g', 'w'], ['g']])
  const planned = plan(a, { kind: 'stack', stack: stack('s1'), variant: 'B' }, 0, 1)
  expect(planned.nodes.map((n) => n.op.kind)).toEqual(['source', 'colour'])
})

it('several edits are one change: all of them or none', () => {
  expect(() => performAll(base, [set('g', 'exposure', 1), set('gone', 'exposure', 1)], 'Both')).toThrow(
    'gone',
  )
  const change = performAll(base, [set('g', 'exposure', 1), set('w', 'intensity', 2)], 'Both')
  expect([change.label, value(change.project, 'w', 'intensity')]).toEqual(['Both', 2])
  expect(perform(change.project, 'step.reset', { stepId: 'w', params: ['intensity'] }).project).toEqual(
    performAll(base, [set('g', 'exposure', 1)], 'x').project,
  )
})

it('lists every animatable value of a step, those of its noises too', () => {
  const forms = { amplitude: { value: 1 }, frequency: { value: 1 }, decay: { value: 0 } }
  const modifier: Modifier = { id: 'n', on: true, kind: 'wobble', seed: 1, octaves: 1, ...forms }
  const shaken = run(base, ['modifier.put', { address: on('w', 'radius'), modifier }])
  const count = (p: Project) => animatedOf(getStep(p, 'w')).length
  expect(count(shaken)).toBe(count(base) + 3)
  const at = modifierAddress(on('w', 'radius'), 'n', 'amplitude')
  const keyed = run(shaken, ['key.put', { address: at, at: 24, value: 8 }])
  expect(value(keyed, 'w', 'radius')).not.toBe(value(shaken, 'w', 'radius'))
})
