import { entriesOf } from '@stilus/core/catalogue'
import { PRESETS, RECIPES } from '@stilus/core/presets'
import { allSteps, loadProject, performAll, stageOf, stackSteps } from '@stilus/core/project'
import { richProject } from '../../core/testing/documents'
import { actOf, exampleAct, movedPreset } from './acts'

const project = richProject()
const stack = { kind: 'shot', id: 's1' } as const
const stage = stageOf(project, stack)
const entries = entriesOf(RECIPES)
const EACH = entries.map((entry) => [entry.name, entry] as const)

it.each(EACH)('%s is used, and its example too, wherever it is put', (_, entry) => {
  for (const at of [0, 1, 3]) {
    for (const act of [actOf(entry, stage, 'made', at), exampleAct(entry, stage, at)]) {
      const made = performAll(project, [act], 'Use').project
      const ids = allSteps(stackSteps(made, stack)).map((s) => s.id)
      expect(ids.length).toBeGreaterThan(3)
      expect(new Set(ids).size).toBe(ids.length)
      expect(() => loadProject(JSON.parse(JSON.stringify(made)))).not.toThrow()
    }
  }
})

it('a preset counts from the head of a shot, wherever that lies', () => {
  const keyed = PRESETS.filter((p) => Object.values(p.what).some((v) => v.keys?.length))
  expect(keyed.length).toBeGreaterThan(0)
  for (const preset of keyed) {
    const before = JSON.stringify(preset)
    const moved = movedPreset(preset, 24)
    for (const [name, value] of Object.entries(preset.what))
      expect(moved.what[name]?.keys?.map((k) => k.at)).toEqual(value.keys?.map((k) => k.at + 24))
    expect(movedPreset(moved, -24)).toEqual(preset)
    expect(JSON.stringify(preset)).toBe(before)
  }
})
