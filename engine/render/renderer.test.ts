import { direct } from '../testing/direct'
import type { Picture } from '@stilus/core/frame'
import { readCube } from '@stilus/core/formats'
import { plan, renderFrame } from '@stilus/core/render'
import { type Project, withRecords } from '@stilus/core/project'
import { address, edit, graded, k, picture, sources, stack, target } from '../../core/testing/graded'
import { handlers } from './render.worker'
import { Renderer } from './renderer'

/** The frame of the medium that is had at once: the first of its only group. */
const KEY = 24

/** A renderer whose one worker runs in place, with decoders that can be slow, fail or be gone. */
function rendererWith(decode: (frame: number) => Promise<Picture> | Picture = (frame) => picture(frame)) {
  const worker = direct(handlers)
  const said: string[] = []
  const read: number[] = []
  const medium = direct({
    open: () => ({}),
    async picture({ frame, quick }: { frame: number; quick: boolean }) {
      const given = quick ? KEY : frame
      read.push(given)
      return { picture: await decode(given), frame: given, problems: [], kept: 1000 }
    },
  })
  const renderer = new Renderer(
    (id) => Promise.resolve(id === 'm1' ? { blob: new Blob(), name: id } : undefined),
    {
      onProblem: (message) => said.push(message),
      workers: 1,
      memory: 2 ** 24,
      startMedia: () => medium.caller,
      startRenderer: () => worker.caller,
      startPlanner: null,
    },
  )
  const of = (project: Project, frame: number) => ({ project, target, frame, scale: 1 })
  return { renderer, worker, said, read, of }
}

const turned = (value: number) => edit(graded, 'value.set', { address: address('exposure'), at: 0, value })

it('gives the picture that the core gives, keeps it, and renders equal requests once', async () => {
  const { renderer, worker, of } = rendererWith()
  const exact = await renderFrame(k, plan(graded, target, 3, 1), sources)
  const floats = await renderer.render({ ...of(graded, 3), format: 'float' })
  expect(floats.data).toEqual(exact.data.slice())
  k.free(exact)
  expect(renderer.peek(of(graded, 3))).toBeUndefined()
  const [a, b] = await Promise.all([renderer.render(of(graded, 3)), renderer.render(of(graded, 3))])
  expect([a, renderer.peek(of(graded, 3)), renderer.has(of(graded, 3)), renderer.has(of(graded, 4))]).toEqual(
    [b, b, true, false],
  )
  // Twice it was asked for floats and codes, and once the worker was started.
  expect(worker.calls.map((c) => c.name)).toEqual(['start', 'render', 'render'])
  expect(renderer.held).toBe(64 * 36 * 4 + 1000)
  renderer.close()
})

it('what is wanted quickly is made of a frame near the right one, says so, and is never kept for it', async () => {
  const { renderer, of, read } = rendererWith()
  const near = await renderer.render({ ...of(graded, 5), quick: true })
  const exact = await renderer.render(of(graded, 5))
  const same = await renderer.render({ ...of(graded, 0), quick: true })
  expect([near.near, exact.near, same.near]).toEqual([true, undefined, undefined])
  expect(near.data).toEqual((await renderer.render(of(graded, 0))).data)
  expect(exact.data).not.toEqual(near.data)
  // The one of frame 0 was right, and so it was kept; of frame 5 the right one alone.
  expect([read, renderer.peek(of(graded, 5)), renderer.peek(of(graded, 0))]).toEqual([
    [24, 29, 24],
    exact,
    same,
  ])
  renderer.close()
})

it('a hand reads its source once, whatever it turns', async () => {
  const { renderer, read, of } = rendererWith()
  const seen = new Set<number>()
  for (const value of [0.1, 0.2, 0.3, 0.4]) {
    const made = await renderer.render({ ...of(turned(value), 5), urgent: true, format: 'float' })
    const exact = await renderFrame(k, plan(turned(value), target, 5, 1), sources)
    expect(made.data).toEqual(exact.data.slice())
    k.free(exact)
    seen.add(made.data[0] as number)
  }
  expect([seen.size, read]).toEqual([4, [29]])
  renderer.close()
})

it('a frame that cannot be read is shown as such, told with what to think of it, and asked for again', async () => {
  let broken = true
  const { renderer, said, of } = rendererWith((frame) => {
    if (broken) throw new Error('The data ends early.')
    return picture(frame)
  })
  expect((await renderer.render(of(graded, 0))).failed).toBe(true)
  expect(said).toEqual(['Frame 24 of "m1.mp4" could not be read and is left out: The data ends early.'])
  broken = false
  expect((await renderer.render(of(graded, 0))).failed).toBeUndefined()
  renderer.close()
})

it('what is withdrawn before its turn is never rendered, and an equal request is not lost with it', async () => {
  let there: () => void = () => undefined
  const { renderer, worker, of } = rendererWith(
    (frame) => new Promise((resolve) => (there = () => resolve(picture(frame)))),
  )
  const gone = new AbortController()
  const withdrawn = renderer.render({ ...of(graded, 1), signal: gone.signal })
  const other = renderer.render(of(graded, 1))
  const failing = expect(withdrawn).rejects.toMatchObject({ name: 'AbortError' })
  await new Promise((resolve) => setTimeout(resolve, 5))
  gone.abort()
  there()
  await failing
  await new Promise((resolve) => setTimeout(resolve, 5))
  there()
  expect((await other).width).toBe(64)
  expect(worker.calls.filter((c) => c.name === 'render')).toHaveLength(1)
  renderer.close()
})

it('memory is one number: less of it lets go of pictures at once', async () => {
  const { renderer, of } = rendererWith()
  for (let frame = 0; frame < 12; frame++) await renderer.render(of(graded, frame))
  const all = renderer.held
  renderer.memory = 64 * 36 * 4 * 2 * 5
  expect([renderer.memory, renderer.cache.bytes]).toEqual([64 * 36 * 4 * 10, 64 * 36 * 4 * 5])
  expect(renderer.held).toBeLessThan(all)
  renderer.close()
})

it('a colour table gives the same picture by way of the worker, and travels once', async () => {
  const rows = Array.from({ length: 8 }, (_, i) => `${(i >> 2) & 1} ${(i >> 1) & 1} ${i & 1}`)
  const { table, records } = readCube('t', 'swap.cube', ['LUT_3D_SIZE 2', ...rows].join('\n'))
  const added = edit(withRecords(graded, records), 'table.add', { table })
  const stepped = edit(added, 'step.add', { stack, stepId: 'b', use: 'colour-table', at: 1 })
  const project = edit(stepped, 'value.set', { address: address('table', 'b'), at: 0, value: 't' })
  const { renderer, worker, of } = rendererWith()
  const [one, two] = [await renderer.render(of(project, 0)), await renderer.render(of(project, 1))]
  const plain = await renderer.render(of(graded, 0))
  // Red and blue have changed places.
  for (let i = 0; i < 64 * 36 * 4; i += 4)
    expect(Math.abs((one.data[i] as number) - (plain.data[i + 2] as number))).toBeLessThanOrEqual(1)
  expect(two.data).not.toEqual(one.data)
  const sent = worker.calls
    .filter((c) => c.name === 'render')
    .map(({ argument }) => (argument as { tables: [] }).tables)
  expect(sent.map((tables) => tables.length)).toEqual([1, 0, 0])
  renderer.close()
})
