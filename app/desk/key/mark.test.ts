import { findStep } from '@stilus/core/steps'
import { valueAt } from '@stilus/core/anim'
import fc from 'fast-check'
import { FLAW_WORDS, NOTHING_BEHIND } from './flaws'
import { drawing, drawnOn, frameOnly, MARK_NAMES, markFrom, onlyAt, pathOf, strokeFrom } from './mark'
import { cropTo } from './crop'

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

it('a way of the brush is a mark about its middle, and lies on the picture where it was drawn', () => {
  const point = fc.tuple(fc.integer({ min: 0, max: 1280 }), fc.integer({ min: 0, max: 720 }))
  fc.assert(
    fc.property(fc.array(point, { minLength: 1, maxLength: 20 }), (all) => {
      const way = all.reduce((w, p) => drawnOn(w, p), [] as readonly (readonly [number, number])[])
      way.forEach((p, i) => {
        const next = way[i + 1]
        if (next) expect(Math.hypot(next[0] - p[0], next[1] - p[1])).toBeGreaterThanOrEqual(3)
      })
      const { place, stroke } = strokeFrom(way, { width: 1280, height: 720 })
      const drawn = pathOf(stroke, [place[0] * 1280, place[1] * 720]).match(/[\d.e-]+/g) ?? []
      expect(drawn.length).toBe(2 * Math.max(2, way.length))
      way.forEach(([x, y], i) => {
        expect(Math.abs(Number(drawn[2 * i]) - x)).toBeLessThan(0.11)
        expect(Math.abs(Number(drawn[2 * i + 1]) - y)).toBeLessThan(0.11)
      })
    }),
  )
  expect(pathOf([], [5, 5])).toBe('')
})

it('an edge of a crop stays within the picture and never passes the other', () => {
  const at = fc.double({ min: -0.5, max: 1.5, noNaN: true })
  fc.assert(
    fc.property(at, at, fc.constantFrom(0 as const, 1 as const), (a, b, end) => {
      const range = cropTo(cropTo([0, 1], 0, a), 1, b)
      expect(cropTo(range, end, range[end])).toEqual(range)
      expect(range[0]).toBeGreaterThanOrEqual(0)
      expect(range[1]).toBeLessThanOrEqual(1)
      expect(range[1] - range[0]).toBeGreaterThan(0.009)
    }),
  )
})

it('every mark that can be drawn is one that the step declares, at a stage that it has', () => {
  const kinds = fields?.kind?.type === 'choice' ? fields.kind.options.map((o) => [o.value, o.label]) : []
  expect(MARK_NAMES).toEqual(kinds)
  const { part, look } = drawing({ kind: 'drop', shape: 'dab', wide: 24 })
  expect(step?.stages).toContainEqual(expect.objectContaining({ label: part, view: look }))
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
