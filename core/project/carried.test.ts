import fc from 'fast-check'
import { plan, renderFrame } from '../render'
import { anyDocument, richProject } from '../testing/documents'
import { shippedFonts } from '../testing/fonts'
import { testKernels, worst } from '../testing/pictures'
import { testProject } from '../testing/projects'
import { pictureFor } from '../testing/sources'
import {
  type Act,
  type Address,
  allObjects,
  bringing,
  carriedDesign,
  documentOf,
  formAddress,
  frontOf,
  getDesign,
  loadProject,
  outerDesigns,
  perform,
  performAll,
  type Project,
  sayIn,
} from '.'

const RATE = { num: 24, den: 1 }
const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))
const all = (p: Project, ...acts: Act[]) => performAll(p, acts, 'More').project
const ids = (head: string) => {
  let n = 0
  return () => `${head}-${++n}`
}
let open: Awaited<ReturnType<typeof shippedFonts>>['open']
beforeAll(async () => ({ open } = await shippedFonts('inter')))

/** A frame of a design; its media show what their names say, whatever ids they have. */
async function pictured(p: Project, designId: string, frame = 3) {
  const planned = plan(p, { kind: 'design', designId }, frame, 1)
  const made = await renderFrame(
    k,
    planned,
    (mediaId, at) => {
      const medium = p.media.find((m) => m.id === mediaId)
      return medium && pictureFor({ ...medium, id: medium.name }, at)
    },
    { typefaces: open },
  )
  const data = made.data.slice()
  k.free(made)
  return data
}

it('a design alone is a whole document that shows the same, and shows it again where it is brought', async () => {
  await fc.assert(
    fc.asyncProperty(anyDocument(16), async (p) => {
      for (const { id } of p.designs) {
        let carried
        try {
          carried = carriedDesign(p, id, ids('kept'))
        } catch (error) {
          expect((error as Error).message).toMatch(/shows a sequence/)
          continue
        }
        const alone = loadProject(JSON.parse(JSON.stringify(documentOf(carried.project))))
        const brought = bringing(testProject(), alone, ids('new'))
        const there = all(testProject(), ...brought.acts)
        const [one, two] = [
          await pictured(alone, alone.designs[0]?.id ?? ''),
          await pictured(there, brought.design.id),
        ]
        expect(worst(one, two)).toBe(0)
        if (!carried.left.length) expect(worst(one, await pictured(p, id))).toBe(0)
      }
    }),
    { numRuns: 12 },
  )
})

it('brought twice, a design is two; its medium comes once, and the second use is one act that can be taken back', () => {
  const kept = carriedDesign(richProject(), 'd1', ids('kept')).project
  const first = bringing(testProject(), kept, ids('a'))
  const once = all(testProject(), ...first.acts)
  expect(first.media.map((m) => m.name)).toEqual(['m3.mp4'])
  const second = bringing(once, kept, ids('b'))
  expect(second.media).toEqual([])
  const twice = performAll(once, second.acts, 'Use it')
  const objects = twice.project.designs.flatMap((d) => allObjects(d.objects).map((o) => o.id))
  expect(new Set(objects).size).toBe(objects.length)
  expect(twice.project.media.filter((m) => m.name === 'm3.mp4')).toHaveLength(1)
})

const followed: Act = [
  'modifier.put',
  {
    address: formAddress('object', 'o1', 'turn'),
    modifier: {
      id: 'f',
      on: true,
      kind: 'follow',
      source: { kind: 'value', address: { owner: { kind: 'step', id: 'a' }, path: 'what/exposure' } },
      factor: 1,
      offset: 0,
      delay: 0,
      limits: null,
      join: 'replace',
    },
  },
]

it('what belongs to the rest of a project is taken out of the copy and told', () => {
  const p = all(richProject(), followed)
  const { project, left } = carriedDesign(p, 'd1', ids('kept'))
  expect(left).toEqual(['what its numbers follow elsewhere'])
  const [design] = project.designs
  expect(allObjects(design?.objects ?? []).find((o) => o.id === 'o1')?.form['turn']?.modifiers).toEqual([])
  expect(getDesign(p, 'd1').objects).not.toEqual(design?.objects)
})

it('a design that shows a sequence says why it cannot be carried', () => {
  const shown: Act = [
    'object.add',
    { designId: 'd1', objectId: 'o9', kind: 'picture', source: { kind: 'comp', sequenceId: 'q1' } },
  ]
  expect(() => carriedDesign(all(richProject(), shown), 'd1', ids('kept'))).toThrow(/D shows a sequence/)
})

it('words are said by the texts that ask for them; what was styled in the old ones is gone', () => {
  const text = { text: 'Old words', ranges: [{ start: 0, end: 3, style: { italic: true } }] }
  const p = all(
    richProject(),
    ['object.add', { designId: 'd1', objectId: 't', kind: 'text', text }],
    ['design.front', { designId: 'd1', front: [{ label: 'Name', kind: 'words', objects: ['t'] }] }],
  )
  const said = (words: string[]) => {
    const { design } = bringing(testProject(), carriedDesign(p, 'd1', ids('kept')).project, ids('n'), (d) =>
      sayIn(d, words),
    )
    const [item] = design.front ?? []
    const object = allObjects(design.objects).find((o) => o.id === item?.objects?.[0])
    return [object?.text?.text, object?.text?.ranges.length]
  }
  expect(said(['Nim Ferro'])).toEqual(['Nim Ferro', 0])
  expect(said(['  '])).toEqual(['Old words', 1])
})

it('a design that shows another one takes it along, that one first', async () => {
  const shows: Act[] = [
    [
      'design.add',
      { designId: 'd2', name: 'Outer', size: { width: 64, height: 36 }, rate: RATE, length: 30 },
    ],
    [
      'object.add',
      { designId: 'd2', objectId: 'p', kind: 'picture', source: { kind: 'design', designId: 'd1' } },
    ],
  ]
  const p = all(richProject(), ...shows)
  expect(outerDesigns(p).map((d) => d.id)).toEqual(['d2'])
  const kept = carriedDesign(p, 'd2', ids('kept')).project
  expect(kept.designs.map((d) => d.name)).toEqual(['Outer', 'D'])
  expect(kept.media.map((m) => m.name)).toEqual(['m3.mp4'])
  const { acts, design } = bringing(testProject(), kept, ids('new'))
  const there = all(testProject(), ...acts)
  expect(there.designs.map((d) => d.name)).toEqual(['D', 'Outer'])
  expect(worst(await pictured(there, design.id), await pictured(p, 'd2'))).toBe(0)
})

const ask = (p: Project, ...at: Address[]) =>
  perform(p, 'design.front', {
    designId: 'd1',
    front: at.map((a) => ({ label: 'It', kind: 'value' as const, at: [a] })),
  }).project
const turn = formAddress('object', 'o1', 'turn')

it('a design asks for parts of its own alone', () => {
  expect(getDesign(ask(richProject(), turn), 'd1').front).toHaveLength(1)
  const elsewhere = { owner: { kind: 'step', id: 'a' }, path: 'what/exposure' } as const
  expect(() => ask(richProject(), elsewhere)).toThrow(/no part of D/)
})

it('what is taken out of a design is no longer asked for, and is in the way of nothing', () => {
  const asked = ask(richProject(), turn, formAddress('object', 'o2', 'scale'))
  const without = all(asked, ['object.remove', { objectId: 'o1' }])
  const left = frontOf(without, getDesign(without, 'd1'))
  expect(left.map((item) => item.at?.[0]?.owner.id)).toEqual(['o2'])
  // The old list, with what is gone in it, can be set again: that is left aside.
  const front = getDesign(without, 'd1').front ?? []
  expect(getDesign(perform(without, 'design.front', { designId: 'd1', front }).project, 'd1').front).toEqual(
    left,
  )
})
