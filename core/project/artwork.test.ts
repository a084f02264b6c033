import { type ArtLayer, readSvgArtwork } from '../formats'
import { designSvg, plan, renderFrame } from '../render'
import { Typesetter, type Typefaces } from '../lettering'
import { card } from '../testing/design'
import { shippedFonts } from '../testing/fonts'
import { testKernels } from '../testing/pictures'
import { testProject } from '../testing/projects'
import {
  type Act,
  allObjects,
  artworkActs,
  type ArtworkHelp,
  formAddress,
  fontsOf,
  performAll,
  type Project,
  rereadActs,
} from '.'

const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))
let open: Typefaces
beforeAll(async () => ({ open } = await shippedFonts('inter')))

let count = 0
const help: ArtworkHelp = {
  designId: 'd',
  newId: () => `x${++count}`,
  mediumOf: () => undefined,
  familyOf: () => 'inter',
  ascentOf: (_, size) => size,
}
const SIZE = { width: 200, height: 100 }
const design: Act = card(SIZE)
const svg = (inner: string) =>
  readSvgArtwork(`<svg xmlns="http://www.w3.org/2000/svg" width="200" height="100">${inner}</svg>`)
const laid = (layers: readonly ArtLayer[]): Project =>
  performAll(testProject(), [design, ...artworkActs(layers, help)], 'Artwork').project
const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'More').project
async function pictured(p: Project): Promise<Float32Array> {
  const out = await renderFrame(k, plan(p, { kind: 'design', designId: 'd' }, 0, 1), () => undefined, {
    typefaces: open,
  })
  const data = out.data.slice()
  k.free(out)
  return data
}
const alphaAt = (data: Float32Array, x: number, y: number) => data[(y * SIZE.width + x) * 4 + 3]
const objects = (p: Project) => allObjects(p.designs[0]?.objects ?? [])
const objectOf = (p: Project, name: string) => {
  const found = objects(p).find((o) => o.name === name)
  if (!found) throw new Error(`There is no ${name}.`)
  return found
}

it('a drawing shows what it should: holes by their rule, what is clipped, groups half there', async () => {
  const p = laid(
    svg(
      `<path id="ring" fill="#fff" fill-rule="evenodd" d="M0 0H40V40H0ZM10 10H30V30H10Z"/>
       <clipPath id="c"><rect x="60" y="0" width="10" height="40"/></clipPath>
       <rect id="cut" clip-path="url(#c)" x="50" width="40" height="40" fill="#fff"/>
       <g id="pale" opacity=".5"><rect x="100" width="20" height="20" fill="#fff"/></g>
       <g display="none" id="hidden"><rect x="150" width="20" height="20"/></g>`,
    ).layers,
  )
  const seen = await pictured(p)
  expect([alphaAt(seen, 5, 5), alphaAt(seen, 20, 20)]).toEqual([1, 0])
  expect([alphaAt(seen, 55, 20), alphaAt(seen, 65, 20), alphaAt(seen, 75, 20)]).toEqual([0, 1, 0])
  expect(alphaAt(seen, 110, 10)).toBeCloseTo(0.5, 6)
  expect(alphaAt(seen, 160, 10)).toBe(0)
  expect(objects(p).map((o) => o.name)).toEqual(['ring', 'cut', 'pale', 'Rectangle', 'hidden', 'Rectangle'])
})

it('read again, layers are known by their names: what they show changes, keys and what was added stay', () => {
  const before = laid(
    svg('<g id="lamp"><rect id="glass" width="40" height="40"/></g><circle id="moon" r="9"/>').layers,
  )
  const glass = objectOf(before, 'glass').id
  const keyed = run(
    before,
    ['key.put', { address: formAddress('object', glass, 'place'), at: 0, value: [20, 20] }],
    ['key.put', { address: formAddress('object', glass, 'place'), at: 24, value: [90, 20] }],
    ['object.add', { designId: 'd', objectId: 'own', kind: 'rectangle', name: 'By hand' }],
  )
  const changed = svg(
    '<g id="lamp"><path id="glass" d="M0 0H80V80Z"/></g><rect id="star" width="5" height="5"/>',
  )
  const [current] = keyed.designs
  if (!current) throw new Error('It has a design.')
  const { acts, added, gone } = rereadActs(current, changed, help)
  const after = run(keyed, ...acts)
  expect([added, gone]).toEqual([['star'], ['moon']])
  const now = objectOf(after, 'glass')
  expect(now.id).toBe(glass)
  expect(now.drawing?.contours[0]).toHaveLength(3 * 8)
  expect(now.form['place']?.keys).toHaveLength(2)
  expect(objects(after).map((o) => o.name)).toEqual(['lamp', 'glass', 'moon', 'By hand', 'star'])
})

it('a design written as SVG looks the same when it is read again', async () => {
  const p = run(
    testProject(),
    design,
    [
      'object.add',
      { designId: 'd', objectId: 'a', kind: 'star', form: { box: [60, 60], place: [40, 50], round: 4 } },
    ],
    [
      'object.add',
      {
        designId: 'd',
        objectId: 'b',
        kind: 'ellipse',
        form: { box: [50, 30], place: [100, 50], opacity: 0.5, turn: 20 },
      },
    ],
    [
      'object.add',
      {
        designId: 'd',
        objectId: 't',
        kind: 'text',
        text: { text: 'Om' },
        form: { place: [130, 20], size: 40 },
      },
    ],
    [
      'object.add',
      { designId: 'd', objectId: 'e', kind: 'rectangle', form: { box: [12, 8], place: [20, 12] } },
    ],
    ['objects.repeat', { objectIds: ['e'], repeatId: 'r', form: { step: [18, 0], count: 4 } }],
    [
      'value.set',
      {
        address: { owner: { kind: 'object', id: 'b' }, path: 'coats/b-fill/form/paint' },
        at: 0,
        value: 'linear',
      },
    ],
  )
  const [card] = p.designs
  if (!card) throw new Error('It has a design.')
  const { text, notes } = designSvg(p, card, 0, new Typesetter(fontsOf(p), open))
  expect(notes).toEqual([])
  const { layers, notes: lost } = readSvgArtwork(text)
  expect(lost).toEqual([])
  expect(layers.map((l) => l.name)).toEqual(card.objects.map((o) => o.name))
  const [one, two] = [await pictured(p), await pictured(laid(layers))]
  let worst = 0
  one.forEach((v, i) => (worst = Math.max(worst, Math.abs(v - (two[i] as number)))))
  // Places are written to a thousandth of a pixel, colours to 8 bits.
  expect(worst).toBeLessThan(0.02)
})

it('letters keep colours of their own, and copies how dense they are and what they went towards', () => {
  const range = { start: 0, end: 1, style: { colour: [1, 0, 0] as [number, number, number] } }
  const p = run(
    testProject(),
    design,
    ['object.add', { designId: 'd', objectId: 't', kind: 'text', text: { text: 'Om', ranges: [range] } }],
    ['object.add', { designId: 'd', objectId: 'e', kind: 'rectangle', form: { box: [12, 8] } }],
    [
      'objects.repeat',
      {
        objectIds: ['e'],
        repeatId: 'r',
        form: { step: [18, 0], count: 3, fade: 0.5, tinted: 1, tint: [0, 0, 1] },
      },
    ],
  )
  const [card] = p.designs
  if (!card) throw new Error('It has a design.')
  const { text } = designSvg(p, card, 0, new Typesetter(fontsOf(p), open))
  expect(text).toContain('fill="#ff0000"')
  expect(text).toContain('fill="#0000ff"')
  expect(text).toContain('<g opacity="0.75">')
  expect(text).toContain('<g opacity="0.5">')
})

it('what SVG cannot hold is told by the names of objects', () => {
  const p = run(
    testProject(),
    design,
    ['object.add', { designId: 'd', objectId: 'a', kind: 'rectangle', name: 'Plate' }],
    ['coat.add', { objectId: 'a', coatId: 's', kind: 'shadow', at: 0 }],
    [
      'object.add',
      {
        designId: 'd',
        objectId: 'p',
        kind: 'picture',
        name: 'Sky',
        source: { kind: 'solid', colour: [1, 1, 1] },
      },
    ],
    ['step.add', { stack: { kind: 'object', id: 'a' }, stepId: 'g', use: 'glow', at: 0 }],
  )
  const [card] = p.designs
  if (!card) throw new Error('It has a design.')
  expect(designSvg(p, card, 0, new Typesetter(fontsOf(p), open)).notes).toEqual([
    'The treatments of Plate are left out.',
    'Coats of Plate that are soft, moved, or lie behind it are left out.',
    'Sky is a picture, and is left out.',
  ])
})
