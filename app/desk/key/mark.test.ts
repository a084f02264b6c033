import { findStep } from '@stilus/core/steps'
import { valueAt } from '@stilus/core/anim'
import fc from 'fast-check'
import { FLAW_WORDS, NOTHING_BEHIND } from './flaws'
import { drawing, frameOnly, MARK_NAMES, markFrom, onlyAt } from './mark'

const step = findStep('screen-key')
const fields = step?.content?.marks?.fields
const stages = (step?.stages ?? []).map((s) => s.label)

it('a mark counts at its frame alone, and other keys are not taken for that', () => {
  fc.assert(
    fc.property(fc.integer({ min: -50, max: 500 }), fc.integer({ min: -60, max: 510 }), (t, at) => {
      const keys = frameOnly(t)
      expect(valueAt({ value: true, keys }, at)).toBe(at === t)
      expect(onlyAt(keys)).toBe(t)
      expect(onlyAt(keys.slice(0, 2))).toBeUndefined()
      expect(onlyAt(keys.map((k) => ({ ...k, at: k.at * 2 })))).toBeUndefined()
      expect(onlyAt(keys.map((k) => ({ ...k, value: true })))).toBeUndefined()
    }),
  )
  expect(onlyAt(undefined)).toBeUndefined()
})

it('a drag is a mark of its size in the middle of it, a click one of 40 pixels', () => {
  const size = { width: 1280, height: 720 }
  expect(markFrom([640, 180], [100, 61.4], size)).toEqual({ place: [0.5, 0.25], size: [100, 61] })
  expect(markFrom([0, 720], [1, 2], size)).toEqual({ place: [0, 1], size: [40, 40] })
  expect(markFrom([10, 10], [0, 300], size).size).toEqual([2, 300])
})

it('every mark that can be drawn is one that the step declares, at a stage that it has', () => {
  const kinds = fields?.kind?.type === 'choice' ? fields.kind.options.map((o) => [o.value, o.label]) : []
  expect(MARK_NAMES).toEqual(kinds)
  const { part, look } = drawing({ kind: 'drop', shape: 'dab' })
  expect(step?.stages).toContainEqual({ label: part, view: look })
  expect(step?.content?.marks?.drawn).toBe(look)
})

it('every control of the key stands at one of its stages, and so does every sentence about it', () => {
  const groups = Object.entries(step?.params ?? {}).map(([id, { group }]) => [
    id,
    stages.includes(group ?? ''),
  ])
  expect(groups.filter(([, there]) => !there)).toEqual([])
  for (const { stage, text } of [...Object.values(FLAW_WORDS), NOTHING_BEHIND]) {
    expect(stages).toContain(stage)
    expect(text).toMatch(/^[A-Z].*\.$/)
  }
})
