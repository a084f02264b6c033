import assert from 'node:assert/strict'
import { createHash } from 'node:crypto'
import { test } from 'node:test'
import { PASSES, STAYS } from '@stilus/core/arrivals'
import {
  type Act,
  allStacks,
  controlAddress,
  type EditArgs,
  type EditName,
  perform,
  performAll,
  type Project,
} from '@stilus/core/project'
import fc from 'fast-check'
import { anyDocument } from '../core/testing/documents'
import { packDemo } from '../demo/pack'
import { NodeRenderer, openPackage } from '../server/render'
import type { Asked } from './page/main'
import { openPage } from './page/open'

/** The fingerprints of pictures as the browser renders them. */
async function inBrowser(zip: string, asked: Asked[]): Promise<string[]> {
  const { page, close } = await openPage(zip)
  try {
    return await page.evaluate((list) => {
      const { fingerprints } = window as unknown as { fingerprints(a: Asked[]): Promise<string[]> }
      return fingerprints(list)
    }, asked)
  } finally {
    await close()
  }
}

test('the browser and Node render the same floats, bit for bit, through every kind of step', async () => {
  const zip = await packDemo()
  const opened = await openPackage(zip)
  let { project } = opened
  const edit = <N extends EditName>(name: N, args: EditArgs<N>) =>
    void (project = perform(project, name, args).project)
  const stack = { kind: 'shot' as const, id: 'harbour' }
  for (const [id, use, values] of [
    ['warp', 'reframe', { angle: 4, scale: 0.8, turn: 12 }],
    ['film', 'grain', { amount: 0.4 }],
    ['last', 'grade', { contrast: 1.2, gamma: [1.1, 1, 0.9], lift: [0.02, 0, 0] }],
  ] as const) {
    edit('step.add', { stack, stepId: id, use, at: 99 })
    for (const [param, value] of Object.entries(values))
      edit('value.set', { address: controlAddress(id, param), at: 0, value: value as number | number[] })
  }
  const asked: Asked[] = [0, 41].flatMap((frame) =>
    [1, 0.5].map((scale) => ({ project, target: { kind: 'stack', stack }, frame, scale })),
  )

  const node = new NodeRenderer(project, opened.files)
  const expected: string[] = []
  for (const { target, frame, scale } of asked) {
    const made = await node.frame(target, frame, scale)
    expected.push(createHash('sha256').update(made.data).digest('hex'))
    node.kernels.free(made)
  }
  node.close()
  opened.close()
  assert.equal(new Set(expected).size, expected.length)

  assert.deepEqual(await inBrowser(zip, asked), expected)
})

test('random documents with branches, inputs, designs, cuts, spans and nested sequences are the same floats in both', async () => {
  const zip = await packDemo()
  const opened = await openPackage(zip)
  const { media } = opened.project
  const names = { m1: 'harbour-wide', m2: 'fox-talks', m3: 'title-card' }
  /** A random document on the footage of the demo. */
  const onFootage = (project: Project): Project => {
    const text = JSON.stringify({ ...project, media: [] })
    const renamed = text.replace(/"(m[123])"/g, (_, id: keyof typeof names) => `"${names[id]}"`)
    return { ...(JSON.parse(renamed) as Project), media }
  }
  const documents = fc.sample(anyDocument(), { seed: 20, numRuns: 14 }).map(onFootage)
  const asked = documents.flatMap((project, i): Asked[] => {
    const stacks = allStacks(project)
    const stack = stacks[i % stacks.length]
    const more: Asked[] = stack ? [{ project, target: { kind: 'stack', stack }, frame: 3, scale: 0.5 }] : []
    return [{ project, target: { kind: 'sequence' }, frame: 10 + ((i * 17) % 110), scale: 1 }, ...more]
  })
  const expected: string[] = []
  for (const { project, target, frame, scale } of asked) {
    const node = new NodeRenderer(project, opened.files)
    const made = await node.frame(target, frame, scale)
    expected.push(createHash('sha256').update(made.data).digest('hex'))
    node.close()
  }
  opened.close()
  assert.ok(new Set(expected).size > asked.length / 2)
  assert.deepEqual(await inBrowser(zip, asked), expected)
})

test('every arrival, stay and departure is the same floats in both, with its shutter, trails and particles', async () => {
  const zip = await packDemo()
  const opened = await openPackage(zip)
  const movers = [
    ...PASSES.flatMap(({ id }) => (['arrive', 'leave'] as const).map((way) => [id, way] as const)),
    ...STAYS.map(({ id }) => [id, 'stay'] as const),
  ]
  const columns = 12
  const acts = movers.flatMap(([use, way], i): Act[] => {
    const objectId = `o${i}`
    const place = [55 + (i % columns) * 106, 40 + Math.floor(i / columns) * 70]
    const text = { text: 'Om 4', family: 'inter', weight: 700 }
    return [
      ['object.add', { designId: 'd', objectId, kind: 'text', text, form: { place, size: 34 } }],
      ['mover.add', { objectId, moverId: `m${i}`, way, use }],
    ]
  })
  const { project } = performAll(
    opened.project,
    [
      [
        'design.add',
        {
          designId: 'd',
          name: 'All',
          size: { width: 1280, height: 720 },
          rate: { num: 24, den: 1 },
          length: 24,
        },
      ],
      ...acts,
    ],
    'All movers',
  )
  const target = { kind: 'design', designId: 'd' } as const
  const asked = [9, 19].map((frame): Asked => ({ project, target, frame, scale: 1 }))
  const node = new NodeRenderer(project, opened.files)
  const expected: string[] = []
  for (const { frame } of asked) {
    const made = await node.frame(target, frame, 1)
    expected.push(createHash('sha256').update(made.data).digest('hex'))
    node.kernels.free(made)
  }
  node.close()
  opened.close()
  assert.equal(new Set(expected).size, 2)
  assert.deepEqual(await inBrowser(zip, asked), expected)
})
