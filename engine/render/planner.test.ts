import { direct } from '../testing/direct'
import { plan, planKey } from '@stilus/core/render'
import { address, edit, graded, target } from '../../core/testing/graded'
import { handlers } from './plan.worker'
import { Planner } from './planner'

/** As the renderer asks, with what is no part of the plan. */
const request = (frame: number, project = graded) => ({
  project,
  target,
  frame,
  scale: 1,
  signal: new AbortController().signal,
  done: () => undefined,
})
const turned = (value: number) => edit(graded, 'value.set', { address: address('exposure'), at: 0, value })

it('plans once for a document and a request, here where there is no worker', () => {
  const planner = new Planner()
  const first = planner.plan(request(3))
  expect(planner.plan(request(3))).toBe(first)
  expect(planner.key(request(3))).toBe(planKey(plan(graded, target, 3, 1)))
  expect(planner.plan(request(4))).not.toBe(first)
})

it('what is not known is planned in the worker, once', async () => {
  const worker = direct(handlers)
  const planner = new Planner(() => worker.caller)
  expect(planner.key(request(3))).toBeUndefined()
  const [one, two] = await Promise.all([planner.plan(request(3)), planner.plan(request(3))])
  expect([one === two, worker.calls.length]).toEqual([true, 1])
  expect(planner.key(request(3))).toBe(one.key)
  expect(one.plan).toEqual(plan(graded, target, 3, 1))
})

/** A planner whose worker says that a plan took so many milliseconds. */
const tookAlways = (took: number) => {
  const worker = direct({
    plan({ changes: _, target: to, frame, scale }: Parameters<typeof handlers.plan>[0]) {
      return { planned: plan(graded, to, frame, scale), took }
    },
  })
  return new Planner(() => worker.caller as never)
}

it('what was cheap is planned here from then on, what was dear is not', async () => {
  const [cheap, dear] = [tookAlways(3.9), tookAlways(4.1)]
  for (const planner of [cheap, dear]) expect(planner.plan(request(3))).toBeInstanceOf(Promise)
  for (const planner of [cheap, dear]) await planner.plan(request(3))
  expect(cheap.plan(request(4))).not.toBeInstanceOf(Promise)
  expect(dear.plan(request(4))).toBeInstanceOf(Promise)
  await dear.plan(request(4))
  expect(dear.key(request(4))).toBeDefined()
})

it('the worker is told what differs, and plans on that', async () => {
  const worker = direct(handlers)
  const planner = new Planner(() => worker.caller)
  const documents = [graded, turned(0.5), turned(-1), graded]
  for (const [i, project] of documents.entries()) {
    // Another scale each time, and so another target to the planner than it knows the cost of.
    const asked = { project, target: { ...target, frame: i }, frame: 0, scale: 1 }
    expect((await planner.plan(asked)).key).toBe(planKey(plan(project, asked.target, 0, 1)))
  }
  const sizes = worker.calls.map(
    ({ argument }) => JSON.stringify((argument as { changes: object }).changes).length,
  )
  expect(sizes).toHaveLength(4)
  for (const size of sizes.slice(1)) expect(size).toBeLessThan((sizes[0] as number) / 5)
})

it('a target that is not there fails as it does here, and what follows is planned', async () => {
  const planner = new Planner(() => direct(handlers).caller)
  const gone = { ...request(0), target: { kind: 'design', designId: 'gone' } as const }
  await expect(planner.plan(gone)).rejects.toMatchObject({ name: 'NotFound' })
  expect(planner.key(gone)).toBeUndefined()
  expect((await planner.plan(request(0))).key).toBe(planKey(plan(graded, target, 0, 1)))
})

it('a worker that dies costs nothing but its own time', async () => {
  let started = 0
  const planner = new Planner(() => {
    const { caller } = direct(handlers)
    if (started++ === 0) caller.end()
    return caller
  })
  const at = (frame: number) => ({ ...request(0), target: { ...target, frame } })
  expect((await planner.plan(at(1))).key).toBe(planKey(plan(graded, at(1).target, 0, 1)))
  expect((await planner.plan(at(2))).key).toBe(planKey(plan(graded, at(2).target, 0, 1)))
  expect(started).toBe(2)
  planner.close()
})
