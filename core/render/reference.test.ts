import fc from 'fast-check'
import { type Area, sameArea, wholeOf } from '../frame'
import { allShots, allStacks, getSequence, type Project, stageOf } from '../project'
import { anyDocument, richProject } from '../testing/documents'
import { testKernels } from '../testing/pictures'
import { referenceFrame } from '../testing/reference'
import { pictureFor } from '../testing/sources'
import { plan, renderFrame, type Sources, type Target, targetSize } from '.'

const k = testKernels(256)
afterEach(() => expect(k.used).toBe(0))

const sourcesOf =
  (project: Project): Sources =>
  (id, n) => {
    const found = project.media.find((m) => m.id === id)
    return found && pictureFor(found, n)
  }

/** Everything in a document that can be looked at. */
const targetsOf = (p: Project): Target[] => [
  ...p.sequences.map((s): Target => ({ kind: 'sequence', sequenceId: s.id })),
  ...p.designs.map((d): Target => ({ kind: 'design', designId: d.id })),
  ...allStacks(p).map((stack): Target => ({ kind: 'stack', stack })),
]

/** The largest difference, as a share of what is there where that is above 1. */
function apart(got: Float32Array, area: Area, exact: Float32Array, width: number): number {
  let worst = 0
  got.forEach((v, i) => {
    const [x, y] = [area.x + ((i >> 2) % area.width), area.y + Math.floor((i >> 2) / area.width)]
    const wanted = exact[(y * width + x) * 4 + (i & 3)] as number
    if (!Object.is(v, wanted) && v !== wanted)
      worst = Math.max(worst, Math.abs(v - wanted) / Math.max(1, Math.abs(wanted)) || Infinity)
  })
  return worst
}

async function check(
  project: Project,
  target: Target,
  frame: number,
  scale: number,
  area?: Area,
): Promise<number> {
  const sources = sourcesOf(project)
  const planned = plan(project, target, frame, scale, area)
  const exact = await referenceFrame(k, project, target, frame, scale, sources)
  const made = await renderFrame(k, planned, sources)
  const own = planned.nodes.at(-1)?.area as Area
  const off = apart(made.data, own, exact, planned.width)
  k.free(made)
  // Where only parts are made, sums of blurs begin elsewhere: equal but for rounding. All else is the same bits.
  const whole = planned.nodes.every((n) => sameArea(n.area, wholeOf(n.canvas)))
  expect(off).toBeLessThanOrEqual(whole ? 0 : 2e-5)
  return whole ? 1 : 0
}

it('one of each, at every frame of its length, is what the naive evaluator makes, bit for bit where nothing is cut', async () => {
  const project = richProject()
  let whole = 0
  for (const target of targetsOf(project))
    for (const frame of [0, 19, 35, 44, 50, 100]) whole += await check(project, target, frame, 1)
  expect(whole).toBeGreaterThan(40)
})

it('random documents with branches, inputs, designs, cuts, spans and nested sequences are what the naive evaluator makes', async () => {
  await fc.assert(
    fc.asyncProperty(
      anyDocument(),
      fc.nat(),
      fc.integer({ min: 0, max: 130 }),
      fc.constantFrom(1, 0.5),
      fc.option(
        fc.record({
          x: fc.nat(40),
          y: fc.nat(20),
          width: fc.integer({ min: 1, max: 24 }),
          height: fc.integer({ min: 1, max: 16 }),
        }),
        {
          nil: undefined,
        },
      ),
      async (project, pick, frame, scale, area) => {
        const targets = targetsOf(project)
        const target = targets[pick % targets.length] as Target
        const { width, height } = targetSize(project, target)
        const inside =
          area && area.x + area.width <= width && area.y + area.height <= height ? area : undefined
        await check(project, target, frame, scale, inside)
      },
    ),
    { numRuns: 250 },
  )
})

it('what is hidden, off or neutral is left out without a trace in the picture', () => {
  const project = richProject()
  const sequence = getSequence(project)
  const frames = Array.from({ length: 120 }, (_, f) =>
    plan(project, { kind: 'sequence', sequenceId: sequence.id }, f, 1),
  )
  // Every shot is asked for somewhere, and the dissolve reads both sides in its sixteen frames alone.
  const both = frames.filter(
    (p) =>
      new Set(p.sources.map((s) => s.mediaId)).size > 1 &&
      p.nodes.some((n) => n.op.kind === 'step' && n.op.use === 'dissolve'),
  )
  expect(both).toHaveLength(16)
  expect(allShots(project)).toHaveLength(5)
  expect(stageOf(project, { kind: 'transition', id: 't1' })).toMatchObject({
    head: -8,
    length: 16,
    start: 40,
  })
})
