import '../testing/page'
import { afterAll, beforeEach, expect, it, jest } from '@jest/globals'
import { type Preset, writePresets, writeRecipe } from '@stilus/core/formats'
import { RECIPES } from '@stilus/core/presets'
import { type LibraryItem, listLibrary } from '@stilus/engine'
import { database } from '../../engine/store/database'
import { openFresh, told } from '../testing/open'
import { dropKept, importPresets, importRecipe, keepPreset, keepRecipe, markFavourite, star } from './library'
import { leaveProject } from './session'

const preset = (name: string, exposure = 1): Preset => ({
  name,
  use: 'grade',
  version: 1,
  what: { exposure: { value: exposure } },
})
const names = async () =>
  (await listLibrary()).map((i) =>
    i.kind === 'preset' ? i.preset.name : i.kind === 'recipe' ? i.recipe.name : i.id,
  )
const favourites = async () =>
  (await listLibrary()).flatMap((i) => (i.kind !== 'favourite' && i.favourite ? [i.id] : []))
const kept = (item: LibraryItem | undefined) => {
  if (item?.kind !== 'preset') throw new Error('It is not there.')
  return { id: item.id, value: item.preset, favourite: item.favourite, shipped: false }
}
const [shipped] = RECIPES
if (!shipped) throw new Error('No recipes ship.')

beforeEach(() => openFresh())
afterAll(leaveProject)

it('a preset is kept, marked, and dropped', async () => {
  await keepPreset(preset('Dawn'), 'p1')
  await keepPreset(preset('Dusk'))
  expect((await names()).sort()).toEqual(['Dawn', 'Dusk'])
  await markFavourite(kept((await listLibrary()).find((i) => i.id === 'p1')), true)
  expect(await favourites()).toEqual(['p1'])
  await markFavourite(kept((await listLibrary()).find((i) => i.id === 'p1')), false)
  expect(await favourites()).toEqual([])
  await dropKept('p1')
  expect(await names()).toEqual(['Dusk'])
})

it('what ships is marked beside itself, and a recipe of the same id is replaced', async () => {
  const entry = { id: shipped.id, value: shipped, favourite: false, shipped: true }
  await markFavourite(entry, true)
  expect(await listLibrary()).toEqual([{ id: shipped.id, kind: 'favourite' }])
  await markFavourite(entry, false)
  for (const name of ['First', 'Second']) await keepRecipe({ ...shipped, id: 'r1', name })
  expect(await names()).toEqual(['Second'])
  await star('look r1', true)
  expect(await favourites()).toEqual(['r1'])
  await star('glow', true)
  await star('glow', false)
  expect(await names()).toEqual(['Second'])
})

it('a file of presets comes in; those of the same step and name are replaced, not doubled', async () => {
  const file = (exposure: number) =>
    new File([writePresets([preset('Dawn', exposure), preset('Noon')])], 'mine.stilus-presets.json')
  await importPresets(file(1))
  await importPresets(file(2))
  expect((await names()).sort()).toEqual(['Dawn', 'Noon'])
  const dawn = (await listLibrary()).find((i) => i.kind === 'preset' && i.preset.name === 'Dawn')
  expect(kept(dawn).value.what['exposure']?.value).toBe(2)
  expect(told().at(-1)).toBe('Read 2 presets from mine.stilus-presets.json.')
})

it('a recipe is read from its file; what is none is refused with its name', async () => {
  await importRecipe(
    new File([writeRecipe({ ...shipped, id: 'r2', name: 'Mine' })], 'mine.stilus-recipe.json'),
  )
  expect(await names()).toEqual(['Mine'])
  await importRecipe(new File(['{"a": 1}'], 'other.json'))
  await importPresets(new File(['not json'], 'bad.json'))
  expect([await names(), told().filter((t) => /other\.json|bad\.json/.test(t)).length]).toEqual([['Mine'], 2])
})

it('with a full disk what is kept is not there, and that is said', async () => {
  jest
    .spyOn(database.library, 'bulkPut')
    .mockImplementationOnce(() => Promise.reject(new DOMException('Full.', 'QuotaExceededError')) as never)
  await keepPreset(preset('Dawn'))
  expect([await names(), told()]).toEqual([[], [expect.stringContaining('no room left')]])
})
