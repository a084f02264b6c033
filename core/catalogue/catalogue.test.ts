import fc from 'fast-check'
import { PRESETS, RECIPES } from '../presets'
import { contentAt, fit } from '../params'
import { newPlainStep } from '../project'
import { findStep, STEPS } from '../steps'
import { shot, testProject, withEdit } from '../testing/projects'
import { typos } from '../search'
import { entriesOf, exampleOf, findEntries, usedIn } from '.'

const entries = entriesOf(RECIPES)
const first = (text: string) => findEntries(entries, text)[0]?.name

it.each([
  ['gl', 'Glow'],
  ['gausian', 'Gaussian blur'],
  ['vingette', 'Vignette'],
  ['kaliedoscope', 'Kaleidoscope'],
  ['bleach bypass', 'Silver contrast'],
  ['bokeh', 'Lens blur'],
  ['god rays', 'Rays'],
  ['chromatic aberration', 'Colour fringes'],
  ['pixelate', 'Mosaic'],
  ['slow motion', 'Retime'],
  ['fireflies', 'Particles'],
  ['newsprint', 'Newsprint'],
])('finds %p', (text, name) => expect(first(text)).toBe(name))

it('finds everything for nothing, and nothing for nonsense', () => {
  expect(findEntries(entries, '  ')).toHaveLength(entries.length)
  expect(findEntries(entries, 'qqqzzz')).toHaveLength(0)
})

it('counts slips as a distance: none for the same, one for a swap, alike both ways', () => {
  expect(typos('blur', 'blur', 2)).toBe(0)
  expect(typos('blru', 'blur', 2)).toBe(1)
  fc.assert(
    fc.property(fc.string({ maxLength: 7 }), fc.string({ maxLength: 7 }), (a, b) => {
      expect(typos(a, b, 9)).toBe(typos(b, a, 9))
      expect(typos(a, b, 9) === 0).toBe(a === b)
    }),
  )
})

it('every treatment can be shown doing something, but for those that need what the user has', () => {
  const bare = STEPS.filter((s) => s.neutral(valuesOf(s.id) as never, contentOf(s.id))).map((s) => s.id)
  expect(bare).toEqual(['neutralise', 'match', 'colour-table', 'difference-key'])
})

function contentOf(id: string) {
  const step = findStep(id)
  return contentAt(step?.content ?? {}, step && exampleOf(step)?.content, (a) => a.value)
}

function valuesOf(id: string) {
  const step = findStep(id)
  const what = (step && exampleOf(step)?.what) ?? {}
  return Object.fromEntries(
    Object.entries(step?.params ?? {}).map(([name, p]) => [
      name,
      fit(p, what[name]?.keys?.at(-1)?.value ?? what[name]?.value),
    ]),
  )
}

it('there are at least 150 presets and 12 looks, each name once to a step, each preset within its ranges', () => {
  expect(PRESETS.length).toBeGreaterThanOrEqual(150)
  expect(RECIPES.length).toBeGreaterThanOrEqual(12)
  expect(new Set(PRESETS.map((p) => `${p.use} ${p.name}`)).size).toBe(PRESETS.length)
  for (const preset of PRESETS)
    for (const [name, { value }] of Object.entries(preset.what)) {
      const param = findStep(preset.use)?.params[name]
      expect([preset.use, preset.name, name, param && fit(param, value)]).toEqual([
        preset.use,
        preset.name,
        name,
        value,
      ])
    }
})

it('knows what a project uses', () => {
  const project = testProject()
  const used = withEdit(project, { shots: [shot('s', 'm1', { steps: [newPlainStep('glow', 'a')] })] })
  expect([...usedIn(used)]).toEqual(['step glow'])
})
