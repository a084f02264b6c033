import { find, stemOf } from '.'

const things = [
  { name: 'Hand over', words: 'export render deliver' },
  { name: 'Track a point or a plane', words: 'tracker motion stabilise' },
  { name: 'Echo', words: 'trails ghost', says: 'Pictures of before go on.' },
  { name: 'Luma key', words: 'keyer matte' },
  { name: 'Monochrome', words: 'black and white monkey' },
]
const found = (text: string) => find(things, text, (t) => t).map((t) => t.name)

it.each([
  ['export', ['Hand over']],
  ['exporting', ['Hand over']],
  ['track', ['Track a point or a plane']],
  ['stabilisation', ['Track a point or a plane']],
  ['stabilizing', ['Track a point or a plane']],
  // A word that something has is not taken for a slip of another, nor looked for inside of words.
  ['key', ['Luma key']],
  // A word that nothing has may have slipped.
  ['expotr', ['Hand over']],
  ['monocrhome', ['Monochrome']],
  ['luma matte', ['Luma key']],
  ['pictures', ['Echo']],
  ['zzzzz', []],
])('%s finds %j', (text, names) => expect(found(text)).toEqual(names))

it('nothing typed is everything, in its order', () => {
  expect(found('  ')).toEqual(things.map((t) => t.name))
})

it.each([
  ['stabilisation', 'stabil'],
  ['masks', 'mask'],
  ['keys', 'keys'],
])('the stem of %s is %s', (word, stem) => expect(stemOf(word)).toBe(stem))
