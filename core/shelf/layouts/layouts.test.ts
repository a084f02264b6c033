import { valueAt } from '../../anim'
import {
  allObjects,
  type Design,
  frontOf,
  mirrored,
  perform,
  performAll,
  type Project,
  slotOf,
} from '../../project'
import { plan, renderFrame } from '../../render'
import { testKernels, worst } from '../../testing/pictures'
import { medium, shot, testProject, withEdit } from '../../testing/projects'
import { pictureFor } from '../../testing/sources'
import { makeDesign, picturesAsked, SHELF, type Shown } from '..'
import { pageOf } from '../page'

const RATE = { num: 24, den: 1 }
const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))

const LAYOUTS = SHELF.filter((e) => e.design.purpose === 'layout')
const names = LAYOUTS.map((e) => [e.id, e] as const)
const SIZES = [
  { width: 160, height: 90 },
  { width: 90, height: 160 },
  { width: 120, height: 120 },
]
const shows: Shown[] = ['m2', 'm3', 'm4'].map((mediaId, i) => ({
  source: { kind: 'medium', mediaId },
  in: 5 * i,
}))

function made(
  { family, design }: (typeof LAYOUTS)[number],
  size = SIZES[0] as { width: number; height: number },
) {
  let count = 0
  const newId = () => `o${++count}`
  return makeDesign(design, { designId: 'd', size, rate: RATE, palette: family.palettes[0], shows, newId })
}

/** A shot of the first medium, and a layout over it for some frames. */
function used(design: Design, length = design.length): Project {
  const over = shot('over', 'm1', { start: 0, length, in: 0, zero: 0, lane: 1, fitted: true })
  const edit = {
    size: design.size,
    shots: [
      shot('under', 'm1', { length: 400, in: 24, zero: 24 }),
      { ...over, source: { kind: 'design' as const, designId: 'd' } },
    ],
  }
  const media = ['m1', 'm2', 'm3', 'm4'].map((id) => medium(id, { ...design.size, frames: 600 }))
  const { project } = perform({ ...testProject(), media }, 'design.take', { design })
  return withEdit(project, edit)
}

async function pictured(p: Project, frame: number, objects = true) {
  const shown = objects ? p : withEdit(p, { shots: p.sequences[0]?.shots.slice(0, 1) ?? [] })
  const made = await renderFrame(k, plan(shown, { kind: 'sequence' }, frame, 1), (mediaId, at) =>
    pictureFor(p.media.find((m) => m.id === mediaId) ?? medium(mediaId), at),
  )
  const data = made.data.slice()
  k.free(made)
  return data
}
/** Without its words, for which fonts would be needed. */
const wordless = (design: Design): Design => {
  const without = (objects: Design['objects']): Design['objects'] =>
    objects.filter((o) => !o.text).map((o) => (o.objects ? { ...o, objects: without(o.objects) } : o))
  return { ...design, objects: without(design.objects), front: [] }
}

it.each(names)('%s begins and ends as the edit below, to the bit', async (_, entry) => {
  for (const size of SIZES)
    for (const longer of [0, 61]) {
      const design = wordless(made(entry, size))
      const p = used(design, design.length + longer)
      for (const frame of [0, design.length + longer - 1])
        expect(worst(await pictured(p, frame), await pictured(p, frame, false))).toBeLessThan(1e-6)
      expect(worst(await pictured(p, 60), await pictured(p, 60, false))).toBeGreaterThan(0.05)
    }
})

it.each(names)('%s asks for its pictures, fills them in their order and stays as one', (_, entry) => {
  const design = made(entry)
  const asked = frontOf(used(design), design).filter((item) => item.kind === 'picture')
  const objects = new Map(allObjects(design.objects).map((o) => [o.id, o]))
  const slots = asked.map(({ objects: [id = ''] = [] }) => slotOf(objects.get(id) as never))
  expect(slots.filter((s) => s?.source).map((s) => [s?.source, s?.in])).toEqual(
    shows.slice(0, picturesAsked(entry.design.pieces(pageOf(design.size)))).map((s) => [s.source, s.in]),
  )
  expect(slots.filter((s) => s && !s.source).length).toBeLessThanOrEqual(1)
  const [there, back] = [design, mirrored(design)].map((d) =>
    allObjects(d.objects).map((o) => o.form['place']),
  )
  for (const frame of [0, 7, 15, 60, design.length - 9])
    there?.forEach((place, i) => {
      const at = (v: typeof place) => valueAt(v as never, frame) as [number, number]
      const [x, y] = [at(place), at(back?.[i])]
      if (design.objects.length > 1) expect([y[0] + x[0], y[1]]).toEqual([expect.closeTo(160, 6), x[1]])
    })
})

/** The frames of media that a frame of the edit asks for. */
const asksFor = (p: Project, frame: number) =>
  plan(p, { kind: 'sequence' }, frame, 1).nodes.flatMap(({ op }) =>
    op.kind === 'source' && op.mediaId !== 'm1' ? [[op.mediaId, op.frame]] : [],
  )

it('clips in a layout keep their speed however long it stands', () => {
  const design = made(LAYOUTS.find((e) => e.id === 'grid/two-shot') as never)
  for (const length of [design.length, 2 * design.length, Math.round(design.length / 2)]) {
    const p = used(design, length)
    for (const frame of [10, 30, Math.round(length / 2), length - 4])
      expect(asksFor(p, frame)).toEqual([['m2', frame]])
  }
})

it('a place is filled by one act, and given back to the edit below by another', () => {
  const design = made(LAYOUTS.find((e) => e.id === 'grid/two-shot') as never)
  const p = used(design)
  const [first = '', second = ''] = frontOf(p, design)
    .filter((item) => item.kind === 'picture')
    .map(({ objects: [id = ''] = [] }) => id)
  const fill = (objectId: string, mediaId: string | null, from = 0) =>
    performAll(
      p,
      [['slot.fill', { objectId, source: mediaId === null ? null : { kind: 'medium', mediaId }, in: from }]],
      'Fill',
    ).project
  expect(asksFor(fill(second, 'm4', 7), 30)).toEqual([['m4', 37]])
  expect(asksFor(fill(first, 'm3'), 30).sort()).toEqual([
    ['m2', 30],
    ['m3', 30],
  ])
  expect(asksFor(fill(second, null), 30)).toEqual([])
  expect(() => fill(first, 'gone')).toThrow(/gone/)
  const [sheet = ''] = allObjects(design.objects)
    .filter((o) => o.name === 'Ground')
    .map((o) => o.id)
  expect(() => fill(sheet, 'm3')).toThrow(/shows no picture/)
  expect(() =>
    performAll(
      p,
      [
        [
          'slot.fill',
          { objectId: first, source: { kind: 'comp', sequenceId: p.sequences[0]?.id ?? '' }, in: 0 },
        ],
      ],
      '',
    ),
  ).toThrow(/itself|comes back|circle/i)
})
