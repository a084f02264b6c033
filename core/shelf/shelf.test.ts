import { findMover, moverParams } from '../arrivals'
import { COAT_FORMS } from '../coats'
import { OBJECT_FORMS } from '../design'
import { shippedFamilies } from '../lettering'
import { allObjects, type Design, type DesignObject, mirrored, newProject, perform } from '../project'
import { replay } from '../project'
import { fit, sameValue } from '../params'
import { FAMILIES, findShelf, lightOf, makeDesign, type OnShelf, PURPOSES, SHELF } from '.'

const SIZES = {
  '16:9': { width: 1280, height: 720 },
  '9:16': { width: 720, height: 1280 },
  '1:1': { width: 720, height: 720 },
  '4:3': { width: 960, height: 720 },
}
const RATE = { num: 24, den: 1 }
function made({ family, design }: OnShelf, size = SIZES['16:9'], words?: readonly string[]): Design {
  let count = 0
  return makeDesign(design, {
    designId: 'd',
    size,
    rate: RATE,
    palette: family.palettes[0],
    newId: () => `o${++count}`,
    ...(words ? { words } : {}),
  })
}
const names = SHELF.map((entry) => [entry.id, entry] as const)

it('has a hundred and sixty designs in eighteen families, each purpose with some, none called as another', () => {
  expect(SHELF.length).toBe(160)
  expect(FAMILIES.length).toBe(18)
  expect(new Set(SHELF.map((e) => e.id)).size).toBe(SHELF.length)
  for (const purpose of Object.keys(PURPOSES))
    expect(SHELF.filter((e) => e.design.purpose === purpose).length).toBeGreaterThan(4)
  expect(findShelf('quiet/name')?.design.name).toBe('Name and small capitals')
})

it.each(names)('%s is made of what there is, at every shape of picture', (_, entry) => {
  for (const size of Object.values(SIZES)) {
    const design = made(entry, size)
    // Taking it checks its shape.
    const { project, inverse } = perform(newProject('p', 'P'), 'design.take', { design })
    expect(project.designs[0]).toEqual(design)
    expect(replay(project, inverse).designs).toEqual([])
    const known = new Set(shippedFamilies().map((f) => f.id))
    for (const object of allObjects(design.objects)) {
      const own = { ...OBJECT_FORMS[object.kind], points: {} }
      expect(Object.keys(object.form).filter((name) => !(name in own))).toEqual([])
      for (const coat of object.coats ?? [])
        expect(Object.keys(coat.form).filter((name) => !(name in COAT_FORMS[coat.kind]))).toEqual([])
      for (const mover of object.movers ?? []) {
        const declaration = findMover(mover.use)
        if (!declaration) throw new Error(`no mover ${mover.use}`)
        const params = moverParams(declaration, mover.way)
        for (const [name, { value }] of Object.entries(mover.form)) {
          const param = params[name]
          expect([mover.use, name, param !== undefined && sameValue(fit(param, value), value)]).toEqual([
            mover.use,
            name,
            true,
          ])
        }
      }
      if (object.text) expect(known).toContain(object.text.family)
    }
  }
})

/** The frame by which all that arrives is there, and that at which the first begins to go. */
function held(objects: readonly DesignObject[]) {
  const frames = (way: string) =>
    allObjects([...objects]).flatMap((o) =>
      (o.movers ?? [])
        .filter((m) => m.way === way)
        .map((m) => ({ o, n: Number(m.form['frames']?.value ?? 0) })),
    )
  return {
    there: Math.max(0, ...frames('arrive').map(({ o, n }) => o.start + n)),
    going: Math.min(
      ...objects.map((o) => o.start + o.length),
      ...frames('leave').map(({ o, n }) => o.start + o.length - n),
    ),
  }
}

it.each(names)(
  '%s can be read: its words are asked for, lie in the picture and stand long enough',
  (_, entry) => {
    for (const size of Object.values(SIZES)) {
      const design = made(entry, size)
      const asked = design.front?.filter((f) => f.kind === 'words') ?? []
      const { purpose } = entry.design
      expect(asked.length + Number(purpose === 'counter' || purpose === 'layout')).toBeGreaterThan(0)
      const texts = allObjects(design.objects).filter((o) => o.text)
      for (const object of texts.filter((o) => !o.form['place']?.keys)) {
        const [[x, y], [w, h]] = [object.form['place']?.value, object.form['box']?.value] as [
          number,
          number,
        ][] as [[number, number], [number, number]]
        expect(w).toBeGreaterThan(0)
        expect([x - w / 2, y - h / 2].every((v) => v >= -1)).toBe(true)
        expect(x + w / 2).toBeLessThanOrEqual(size.width + 1)
        if (!texts.some((o) => o.form['place']?.keys) && entry.id !== 'carbon/cast')
          expect(y + h / 2).toBeLessThanOrEqual(size.height + 1)
      }
      // 0.6 s and 0.2 s a word of what is read first, after the last has come.
      const first = texts.find((o) => o.id === asked[0]?.objects?.[0])
      const words = first?.text?.text.split(/\s+/).length ?? 1
      const { there, going } = held(design.objects)
      expect((going - there) / 24).toBeGreaterThanOrEqual(Math.min(3, 0.6 + 0.2 * words))
    }
  },
)

const luminance = (hex: string) => {
  const [r, g, b] = lightOf(hex)
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
const contrast = (a: string, b: string) => {
  const [x, y] = [luminance(a), luminance(b)]
  return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05)
}

it.each(FAMILIES.map((f) => [f.id, f] as const))('the palettes of %s hold on their ground', (_, family) => {
  for (const { colours } of family.palettes)
    expect(
      Math.max(contrast(colours.ink, colours.ground), contrast(colours.ink, colours.accent)),
    ).toBeGreaterThan(4.5)
})

it('gives the words of the user to what is read first, and keeps its own for the rest', () => {
  const entry = findShelf('paper/slips')
  if (!entry) throw new Error('gone')
  const said = (words: string[]) =>
    allObjects(made(entry, SIZES['16:9'], words).objects)
      .filter((o) => o.text)
      .map((o) => [o.name, o.text?.text])
  expect(Object.fromEntries(said(['Nim Ferro', '  ']))).toEqual({
    Name: 'Nim Ferro',
    'What they do': 'Puppet maker',
  })
})

it.each(names)('%s mirrored twice is as it was; for words from right to left it is mirrored', (_, entry) => {
  const design = made(entry)
  const twice = mirrored(mirrored(design))
  for (const [i, object] of allObjects(twice.objects).entries()) {
    const was = allObjects(design.objects)[i] as DesignObject
    expect(object.text?.align).toBe(was.text?.align)
    for (const [name, { value }] of Object.entries(object.form))
      expect([name, value].flat()).toEqual(
        [name, was.form[name]?.value].flat().map((v) => (typeof v === 'number' ? expect.closeTo(v, 9) : v)),
      )
  }
  const right = made(entry, SIZES['16:9'], ['أيدا عم'])
  const [plain, other] = [design, right].map((d) =>
    allObjects(d.objects).filter((o) => o.text && !o.form['place']?.keys),
  )
  for (const [i, object] of (other ?? []).entries()) {
    const [x, y] = object.form['place']?.value as [number, number]
    const [px, py] = plain?.[i]?.form['place']?.value as [number, number]
    expect([x, y]).toEqual([expect.closeTo(1280 - px, 6), py])
    if (plain?.[i]?.text?.align === 'start') expect(object.text?.align).toBe('start')
  }
})
