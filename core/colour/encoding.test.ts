import { encodingOf, encodingWords, type ColourTags, STILL } from '.'

it.each<[ColourTags, string]>([
  [{}, 'BT.709 limited sRGB'],
  [
    { matrix: 'smpte170m', primaries: 'smpte170m', transfer: 'smpte170m' },
    'BT.601 limited BT.601 (525) sRGB',
  ],
  [{ matrix: 'bt470bg', primaries: 'bt470bg', fullRange: true }, 'BT.601 full BT.601 (625) sRGB'],
  [{ matrix: 'bt2020-ncl', primaries: 'bt2020', transfer: 'pq' }, 'BT.2020 limited PQ'],
  [{ matrix: 'bt2020nc', transfer: 'arib-std-b67' }, 'BT.2020 limited HLG'],
  // What a file leaves out follows from what it says.
  [{ primaries: 'bt2020' }, 'BT.2020 limited sRGB'],
  [{ primaries: 'smpte432' }, 'BT.709 limited P3 sRGB'],
  [{ transfer: 'linear' }, 'BT.709 limited linear'],
  [{ matrix: 'gbr', fullRange: true }, 'RGB sRGB'],
  [{ matrix: 'no such thing', transfer: 'neither' }, 'BT.709 limited sRGB'],
])('%j is %s', (tags, words) => {
  expect(encodingWords(encodingOf(tags))).toBe(words)
})

it('a still that says nothing is read as JFIF', () => {
  expect(encodingWords(encodingOf({}, STILL))).toBe('BT.601 full BT.709 sRGB')
})
