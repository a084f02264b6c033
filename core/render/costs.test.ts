import { richProject } from '../testing/documents'
import { testKernels } from '../testing/pictures'
import { pictureFor } from '../testing/sources'
import { costsOf, keptSteps, type Node, plan, renderFrame } from '.'

const k = testKernels(64)

it('every step that acts is told what it took; what several share is shared, and the sum is the whole', async () => {
  const project = richProject()
  const planned = plan(project, { kind: 'stack', stack: { kind: 'shot', id: 's1' } }, 4, 1)
  let now = 0
  const spent: { of: Node['of']; ms: number }[] = []
  const timed = {
    // A clock that goes on by one whenever it is asked: every node takes one.
    clock: () => now++,
    tell: ({ of }: Node, ms: number) => void spent.push({ of, ms }),
  }
  const sources = (id: string, n: number) => {
    const found = project.media.find((m) => m.id === id)
    return found && pictureFor(found, n)
  }
  k.free(await renderFrame(k, planned, sources, { timed }))
  expect(spent).toHaveLength(planned.nodes.length)
  expect(spent.every(({ ms }) => ms === 1)).toBe(true)
  const costs = costsOf(spent)
  expect(Object.keys(costs).sort()).toEqual(['a', 'b', 'c'])
  const owned = spent.filter(({ of }) => of?.length).length
  expect(Object.values(costs).reduce((a, b) => a + b)).toBeCloseTo(owned, 9)
  expect(
    costsOf([
      { of: ['a', 'b'], ms: 3 },
      { of: undefined, ms: 9 },
      { of: ['b'], ms: 1 },
    ]),
  ).toEqual({ a: 1.5, b: 2.5 })
})

it('a step is kept where a picture of it is', () => {
  const planned = plan(richProject(), { kind: 'stack', stack: { kind: 'shot', id: 's1' } }, 4, 1)
  const last = planned.nodes.at(-1) as Node
  expect([...keptSteps(planned, (key) => key === last.key)]).toEqual(last.of)
  expect(keptSteps(planned, () => false).size).toBe(0)
})
