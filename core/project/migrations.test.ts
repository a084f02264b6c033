import { readPresets, readRecipe } from '../formats'
import { plan, renderFrame, type Target } from '../render'
import { testKernels } from '../testing/pictures'
import { pictureFor } from '../testing/sources'
import presets1 from './fixtures/presets-1.json'
import project1 from './fixtures/project-1.json'
import project2 from './fixtures/project-2.json'
import project3 from './fixtures/project-3.json'
import project2Prints from './fixtures/project-2.prints.json'
import recipe1 from './fixtures/recipe-1.json'
import {
  allShots,
  allStacks,
  allSteps,
  coatsAt,
  documentOf,
  getItem,
  getObject,
  getStep,
  loadProject,
  motionOf,
  recordsOf,
  stageOf,
  stackSteps,
  unknownSteps,
} from '.'

const k = testKernels(256)
afterEach(() => expect(k.used).toBe(0))

const json = (tree: object) => JSON.parse(JSON.stringify(tree)) as Record<string, unknown>
const prints = project2Prints as Record<string, string>

describe('a project of version 2', () => {
  const project = loadProject(json(project2))

  it('renders the same bits as it did: every shot, and the sequence', async () => {
    const bits = async (name: string) => {
      const [kind, a, b] = name.split(' ')
      const target: Target =
        kind === 'shot' ? { kind: 'stack', stack: { kind: 'shot', id: a as string } } : { kind: 'sequence' }
      const frame = await renderFrame(
        k,
        plan(project, target, Number(kind === 'shot' ? b : a), 0.125),
        (id, n) => {
          const found = project.media.find((m) => m.id === id)
          return found && pictureFor(found, n)
        },
      )
      const { buffer, byteOffset, byteLength } = frame.data
      const digest = await crypto.subtle.digest(
        'SHA-256',
        new Uint8Array(buffer, byteOffset, byteLength).slice(),
      )
      k.free(frame)
      return Array.from(new Uint8Array(digest), (b) => b.toString(16).padStart(2, '0'))
        .join('')
        .slice(0, 24)
    }
    const found: Record<string, string> = {}
    for (const name of Object.keys(prints)) found[name] = await bits(name)
    expect(Object.keys(prints).length).toBeGreaterThan(90)
    expect(found).toEqual(prints)
  })

  it('is saved as version 4, without what was measured in it, and opens again as it was', () => {
    const document = JSON.parse(JSON.stringify(documentOf(project))) as Record<string, unknown>
    expect(document.version).toBe(4)
    expect(JSON.stringify(document)).not.toMatch(
      /"places"|"quality"|"shapes"|"movers"|"front"|"shotId":"[^"]*","stepId"/,
    )
    const again = loadProject(document, project.records)
    expect(again).toEqual(project)
    expect(recordsOf(project).every((id) => project.records?.[id])).toBe(true)
  })

  it('has ids that are unique, however often the old one used them', () => {
    const steps = allStacks(project).flatMap((stack) => allSteps(stackSteps(project, stack)))
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length)
    expect(allShots(project)).toHaveLength(25)
    const motions = (project.shelf ?? []).filter((s) => s.kind === 'motion')
    expect(motions.length).toBeGreaterThan(3)
    for (const item of motions) expect(motionOf(project, item).places.length).toBeGreaterThan(10)
  })
})

it('a project of version 1 opens with its feather on both sides', () => {
  const old = json(project1)
  const shapes = JSON.stringify(old).match(/"feather":\{[^[\]]*?"value":[\d.]+/g) ?? []
  const project = loadProject(old)
  expect(project.version).toBe(4)
  expect(shapes.length).toBeGreaterThan(0)
  const items = allShots(project).flatMap((s) => allSteps(s.steps).flatMap((step) => step.where?.items ?? []))
  const feathers = items.flatMap((i) => (i.form.feather ? [i.form.feather.value] : []))
  expect(feathers.length).toBeGreaterThan(0)
  for (const feather of feathers) expect(feather).toEqual([expect.any(Number), expect.any(Number)])
  for (const item of items) expect(getItem(project, item.id)).toBe(item)
})

it('presets and recipes of version 1 are read as those of now', () => {
  const { presets, version } = readPresets('old', JSON.stringify(presets1))
  expect([version, presets.length > 5]).toEqual([2, true])
  const recipe = readRecipe('old', JSON.stringify(recipe1))
  expect(recipe.version).toBe(2)
  expect(recipe.panel[0]).toMatchObject({ label: 'Contrast', limits: [0.8, 1.8] })
})

it('keeps steps that it does not know, leaves them out of the picture, and can name them', () => {
  const raw = JSON.parse(JSON.stringify(documentOf(loadProject(json(project2))))) as ReturnType<
    typeof documentOf
  >
  const [step] = allSteps(allShots(raw).flatMap((s) => s.steps))
  if (!step) throw new Error('The fixture has no steps.')
  Object.assign(step, { use: 'from-later', version: 9, later: { kept: true } })
  const project = loadProject(raw)
  expect(getStep(project, step.id)).toMatchObject({ use: 'from-later', version: 9, later: { kept: true } })
  expect(unknownSteps(project).map((s) => s.id)).toEqual([step.id])
  const stack = allStacks(project).find((s) => stackSteps(project, s).some((t) => t.id === step.id))
  if (!stack) throw new Error('The step is nowhere.')
  const nodes = plan(project, { kind: 'stack', stack }, 0, 1).nodes
  expect(JSON.stringify(nodes)).not.toContain('from-later')
})

it('a plane that was saved as a surface is a plane', () => {
  const plane = [0, 0, 10, 0, 10, 10, 0, 10]
  const item = loadProject(json(project2)).shelf?.find((each) => each.kind === 'motion')
  const document = json(documentOf(loadProject(json(project2))))
  const shelf = (document.shelf as Record<string, unknown>[]).map((each) =>
    each.id === item?.id ? { ...each, motion: { ...(each.motion as object), surface: plane } } : each,
  )
  const again = loadProject({ ...document, shelf }).shelf?.find((each) => each.id === item?.id)
  expect(again?.kind === 'motion' && again.motion.plane).toEqual(plane)
  expect(JSON.stringify(again)).not.toMatch('surface')
})

it('a shape of version 3 keeps its face and its line, with their keys and what follows them', () => {
  const project = loadProject(json(project3))
  const box = getObject(project, 'r')
  const form = (kind: string) => box.coats?.find((c) => c.kind === kind)?.form
  expect(Object.keys(box.form).sort()).toEqual([
    'along',
    'anchor',
    'box',
    'lower',
    'opacity',
    'place',
    'round',
    'scale',
    'turn',
    'upper',
  ])
  expect(form('fill')?.['opacity']?.value).toBe(0.5)
  expect(form('edge')?.['width']?.keys?.map((key) => [key.at, key.value])).toEqual([
    [0, 1],
    [12, 5],
  ])
  expect(box.coats?.map((c) => c.stops.length)).toEqual([2, 2])
  const follower = getObject(project, 'e').coats?.[0]?.form['opacity']?.modifiers?.[0]
  expect(follower).toMatchObject({
    source: { address: { owner: { kind: 'object', id: 'r' }, path: 'coats/edge/form/width' } },
  })
  // It follows a tenth of a width of 5.
  const [at] = coatsAt(stageOf(project, { kind: 'object', id: 'e' }), getObject(project, 'e'), 12)
  expect(at?.values['opacity']).toBeCloseTo(0.5, 6)
})
