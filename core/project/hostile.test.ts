import fc from 'fast-check'
import { readPresets, readRecipe, ReuseError } from '../formats'
import { richProject } from '../testing/documents'
import presets1 from './fixtures/presets-1.json'
import project1 from './fixtures/project-1.json'
import project2 from './fixtures/project-2.json'
import recipe1 from './fixtures/recipe-1.json'
import { documentOf, loadProject, ProjectError } from '.'

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }

/** Every place in a tree, as a way to it. */
function places(tree: Json, way: (string | number)[] = []): (string | number)[][] {
  if (typeof tree !== 'object' || tree === null) return [way]
  return [
    way,
    ...Object.entries(tree).flatMap(([key, value]) =>
      places(value, [...way, Array.isArray(tree) ? Number(key) : key]),
    ),
  ]
}

/** A tree with one place changed; only what lies on the way is copied. */
function changed(
  tree: Json,
  [key, ...rest]: readonly (string | number)[],
  change: (old: Json) => Json | undefined,
): Json {
  if (key === undefined) return change(tree) ?? null
  const copy = (Array.isArray(tree) ? [...tree] : { ...(tree as object) }) as Record<string | number, Json>
  const old = copy[key] as Json
  const next = rest.length ? changed(old, rest, change) : change(old)
  if (next === undefined) delete copy[key]
  else copy[key] = next
  return copy as Json
}

/** What is put elsewhere is a part of a document, not all of it. */
const deepEnough = (way: (string | number)[]) => (way.length > 3 ? way : undefined)

const NASTY: (Json | undefined)[] = [
  ...[undefined, null, true, '', 'constructor', '__proto__', 'x'.repeat(9000), -1, 0, 1e308, 0.5, 2 ** 40],
  ...[
    [],
    {},
    [null],
    [[]],
    { id: 1 },
    { __proto__: null, length: 5 },
    [1, 2, 3],
    { keys: [] },
    { value: null },
  ],
]
const nasty = fc.constantFrom(...NASTY.map((_, i) => i))

/** Mutations of a fixture, a few at a time; `open` must take them or say in its own words what is wrong. */
function holds(
  tree: Json,
  runs: number,
  open: (tree: Json) => unknown,
  refused: (error: unknown) => boolean,
) {
  const all = places(tree)
  const mutation = fc.record({
    at: fc.nat(all.length - 1),
    to: nasty,
    swap: fc.option(fc.nat(all.length - 1)),
  })
  let wrong = 0
  fc.assert(
    fc.property(fc.array(mutation, { minLength: 1, maxLength: 3 }), (list) => {
      const broken = list.reduce((t, { at, to, swap }) => {
        try {
          const from = swap === null ? undefined : deepEnough(all[swap] as (string | number)[])
          const given = from
            ? from.reduce<Json>((v, key) => (v as Record<string | number, Json>)[key] as Json, tree)
            : NASTY[to]
          return changed(t, all[at] as (string | number)[], () => given)
        } catch {
          return t
        }
      }, tree)
      try {
        open(broken)
      } catch (error) {
        wrong++
        if (!refused(error)) throw error
      }
    }),
    { numRuns: runs },
  )
  return wrong / runs
}

const isProjectError = (error: unknown) =>
  error instanceof ProjectError && /damaged at |not a Stilus project|newer Stilus|version/.test(error.message)

interface Old {
  shots: { id: string; steps: unknown[] }[]
  media: { id: string }[]
  shelf?: { motion?: { places: unknown[]; quality: unknown[] } }[]
}

/** A fixture with some of its shots and the beginnings of its motions, so that ten thousand of them can be opened. */
function thinned(tree: object, shots: readonly string[]): Json {
  const old = JSON.parse(JSON.stringify(tree)) as Old
  const kept = old.shots.filter((s) => shots.includes(s.id))
  for (const { motion } of old.shelf ?? [])
    if (motion)
      Object.assign(motion, { places: motion.places.slice(0, 3), quality: motion.quality.slice(0, 3) })
  return {
    ...old,
    shots: kept,
    media: old.media.slice(0, 2),
    shelf: old.shelf?.slice(0, 1),
  } as unknown as Json
}

it.each([
  ['version 1', thinned(project1, ['talk']), 2500],
  ['version 2', thinned(project2, ['hammer', 'word-moon']), 3500],
  ['version 3', JSON.parse(JSON.stringify(documentOf(richProject()))) as Json, 4000],
] as const)(
  'whatever is wrong in a document of %s, it opens or says where it is damaged',
  (_, tree, runs) => {
    // Many mutations are seen; the others are harmless.
    expect(holds(tree, runs, (t) => loadProject(t), isProjectError)).toBeGreaterThan(0.25)
  },
  60_000,
)

it.each([
  ['presets', presets1, (tree: Json) => readPresets('x', JSON.stringify(tree))],
  ['a recipe', recipe1, (tree: Json) => readRecipe('x', JSON.stringify(tree))],
])('whatever is wrong in %s, it is read or refused in words', (_, file, read) => {
  const tree = file as unknown as Json
  expect(holds(tree, 300, read, (error) => error instanceof ReuseError)).toBeGreaterThan(0.1)
})

it('names the way to what is wrong', () => {
  const tree = JSON.parse(JSON.stringify(project2)) as { shots: { steps: { mix: unknown }[] }[] }
  const at = tree.shots.findIndex((s) => s.steps.length)
  ;(tree.shots[at] as (typeof tree.shots)[0]).steps[0] = { mix: 'much' }
  expect(() => loadProject(tree)).toThrow(new RegExp(`damaged at .*shots\\.${at}\\.steps\\.0\\.`))
})
