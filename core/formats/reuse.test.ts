import { CROSSING_RECIPES, PRESETS, RECIPES } from '../presets'
import { fromBase64, toBase64 } from '../kernels'
import { controlAddress, getStep, performAll, withRecords } from '../project'
import { plan, renderFrame, tablesOf } from '../render'
import { findStep } from '../steps'
import { testKernels, worst } from '../testing/pictures'
import { testProject } from '../testing/projects'
import {
  readCube,
  readPresets,
  readRecipe,
  readTransition,
  writePresets,
  writeRecipe,
  writeTransition,
} from '.'

const k = testKernels()
const stack = { kind: 'shot' as const, id: 's1' }

it('bytes survive base64 at every length', () => {
  for (let n = 0; n < 9; n++) {
    const bytes = new Uint8Array(n).map((_, i) => i * 77 + n)
    expect(toBase64(bytes)).toBe(Buffer.from(bytes).toString('base64'))
    expect(fromBase64(toBase64(bytes))).toEqual(bytes)
  }
})

it('presets and recipes come back from their files as they were', () => {
  expect(readPresets('x', writePresets(PRESETS)).presets).toEqual(PRESETS)
  for (const recipe of RECIPES) expect(readRecipe('x', writeRecipe(recipe))).toEqual(recipe)
})

it('transitions come back from their files as they were, and another file is not taken for one', () => {
  for (const made of CROSSING_RECIPES) expect(readTransition('x', writeTransition(made))).toEqual(made)
  const [recipe] = RECIPES
  expect(() => readTransition('a.json', recipe ? writeRecipe(recipe) : '')).toThrow(
    /"a.json" cannot be read: it is not a Stilus transition/,
  )
})

it.each([
  ['nonsense', '{', 'it is not a Stilus recipe but something else'],
  ['another file', '{"format":"x"}', 'it is not a Stilus recipe'],
  ['a newer one', '{"format":"stilus-recipe","version":9}', 'made by a newer Stilus'],
  ['an empty one', writeRecipe({ ...(RECIPES[0] as (typeof RECIPES)[0]), steps: [] }), 'steps'],
])('says what is wrong with %s', (_, text, message) => {
  expect(() => readRecipe('a.json', text)).toThrow(message)
})

describe('colour tables', () => {
  const cube = (
    size: number,
    rows: (r: number, g: number, b: number) => number[],
    head = `LUT_3D_SIZE ${size}`,
  ) => {
    const lines = [head, '# made here']
    const n = size - 1
    for (let b = 0; b <= n; b++)
      for (let g = 0; g <= n; g++)
        for (let r = 0; r <= n; r++) lines.push(rows(r / n, g / n, b / n).join(' '))
    return lines.join('\r\n')
  }
  it('a table that changes nothing leaves the picture, one that swaps channels swaps them', async () => {
    const draw = async (rows: (r: number, g: number, b: number) => number[]) => {
      const { table, records } = readCube('t', 'a.cube', cube(5, rows))
      const { project } = performAll(
        withRecords(testProject(), records),
        [
          ['table.add', { table }],
          ['step.add', { stack, stepId: 'a', use: 'colour-table', at: 0 }],
          ['value.set', { address: controlAddress('a', 'table'), at: 0, value: 't' }],
        ],
        'x',
      )
      const data = new Uint8Array(64 * 36 * 4).map((_, i) => (i % 4 === 3 ? 255 : (i * 91) % 256))
      const source = () => ({ kind: 'rgba', width: 64, height: 36, data }) as const
      const frame = (upTo?: string) => {
        const planned = plan(project, { kind: 'stack', stack, upTo }, 0, 1)
        return renderFrame(k, planned, source, { tables: tablesOf(project, planned) })
      }
      return [await frame(), await frame('source')] as const
    }
    const [same, source] = await draw((r, g, b) => [r, g, b])
    expect(worst(same.data, source.data)).toBeLessThan(2e-5)
    const [swapped, before] = await draw((r, g, b) => [b, g, r])
    const red = (f: { data: Float32Array }, c: number) => f.data.filter((_, i) => i % 4 === c)
    expect(worst(red(swapped, 0), red(before, 2))).toBeLessThan(2e-5)
    k.free(same, source, swapped, before)
  })
})

it.each(PRESETS.map((p) => [`${p.use}: ${p.name}`, p] as const))(
  'preset %s fits its step and does something',
  (_, preset) => {
    const params = findStep(preset.use)?.params ?? {}
    expect(Object.keys(params)).toEqual(expect.arrayContaining(Object.keys(preset.what)))
    const { project } = performAll(
      testProject(),
      [
        ['step.add', { stack, stepId: 'a', use: preset.use, at: 0 }],
        ['step.preset', { stepId: 'a', name: preset.name, what: preset.what, content: preset.content }],
      ],
      'x',
    )
    for (const [id, animated] of Object.entries(preset.what))
      expect(getStep(project, 'a').what[id]?.value).toEqual(animated.value)
    // Some begin or end with nothing.
    const nodes = [2, 20, 40].map((t) => plan(project, { kind: 'stack', stack }, t, 1).nodes.length)
    expect(Math.max(...nodes)).toBeGreaterThan(1)
  },
)
