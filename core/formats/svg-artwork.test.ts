import { decodeSrgb } from '../colour'
import { flatten, twiceArea } from '../region'
import { type ArtLayer, ArtworkError, readSvgArtwork } from '.'

const drawing = (inner: string, attributes = 'width="200" height="100" viewBox="0 0 200 100"') =>
  readSvgArtwork(`<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inner}</svg>`)
const only = (inner: string, attributes?: string) => drawing(inner, attributes).layers[0] as ArtLayer
const drawn = (layer: ArtLayer | undefined) => {
  if (layer?.kind !== 'drawing') throw new Error(`It is ${layer?.kind ?? 'nothing'}.`)
  return layer
}
const boxOf = (layer: ArtLayer | undefined) => {
  const all = drawn(layer).contours.flat()
  const [xs, ys] = [all.map((c) => c.x), all.map((c) => c.y)]
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].map(
    (v) => Math.round(v * 100) / 100,
  )
}
const light = (code: number) => decodeSrgb(code / 255)

it.each([
  ['rect', '<rect x="10" y="20" width="30" height="40"/>', [10, 20, 40, 60]],
  ['circle', '<circle cx="50" cy="50" r="20"/>', [30, 30, 70, 70]],
  ['ellipse', '<ellipse cx="50" cy="50" rx="20" ry="10"/>', [30, 40, 70, 60]],
  ['polygon', '<polygon points="0,0 10,0 10,20"/>', [0, 0, 10, 20]],
  ['path with relative parts', '<path d="m5 5 h10 v10 h-10z"/>', [5, 5, 15, 15]],
  [
    'moved',
    '<g transform="translate(10 5)"><rect width="4" height="4" transform="scale(2)"/></g>',
    [10, 5, 18, 13],
  ],
])('a %s lies where it is drawn', (_, inner, box) => {
  const layer = only(inner)
  expect(boxOf(layer.kind === 'group' ? layer.layers[0] : layer)).toEqual(box)
})

it('the view box is brought to the size and centred', () => {
  const layer = only('<rect width="10" height="10"/>', 'width="400" height="400" viewBox="0 0 20 10"')
  expect(boxOf(layer)).toEqual([0, 100, 200, 300])
})

it('layers keep their order, names, switches, opacity and blend modes, whatever they are', () => {
  const { layers, notes } = drawing(
    `<rect id="back" width="9" height="9"/>
     <g id="middle" opacity="0.5" style="mix-blend-mode: color-dodge"><title>Lantern</title><circle r="3"/><path d="M0 0L9 0L9 9"/></g>
     <g id="off" display="none"><circle r="3"/></g>
     <text x="5" y="20">front</text>`,
  )
  expect(layers.map((l) => [l.kind, l.name, l.on, l.opacity, l.blend])).toEqual([
    ['drawing', 'back', true, 1, 'normal'],
    ['group', 'Lantern', true, 0.5, 'colour dodge'],
    ['group', 'off', false, 1, 'normal'],
    ['text', 'Text', true, 1, 'normal'],
  ])
  expect(notes).toEqual([])
})

it.each([
  ['a name', 'fill="rebeccapurple"', [0x66, 0x33, 0x99], 1],
  ['hexadecimal digits', 'fill="#f80"', [255, 136, 0], 1],
  ['shares', 'fill="rgb(100%, 0%, 50%)"', [255, 0, 128], 1],
  ['a style before an attribute', 'fill="red" style="fill: #00f"', [0, 0, 255], 1],
  ['the colour that stands for it', 'color="#0f0" fill="currentColor"', [0, 255, 0], 1],
  ['an opacity', 'fill="#000" fill-opacity="25%"', [0, 0, 0], 0.25],
  ['nothing, which is black', '', [0, 0, 0], 1],
])('a fill is said by %s', (_, attributes, codes, opacity) => {
  const [coat] = drawn(only(`<rect width="9" height="9" ${attributes}/>`)).coats
  expect(coat?.kind).toBe('fill')
  const colour = coat?.values['colour'] as number[]
  codes.forEach((code, c) => expect(colour[c]).toBeCloseTo(light(code), 2))
  expect(coat?.values['opacity']).toBeCloseTo(opacity, 5)
})

it('classes and ids of a style sheet count, ids most; groups hand on what is inherited', () => {
  const { layers } = drawing(
    `<style>/* tones */ .warm, .other { fill: red } #one { fill: blue } rect.warm { stroke: lime }</style>
     <g stroke-width="4"><rect id="one" class="warm" width="9" height="9"/></g>`,
  )
  const group = layers[0]
  const { coats } = drawn(group?.kind === 'group' ? group.layers[0] : undefined)
  expect(coats.map((c) => c.kind)).toEqual(['fill', 'edge'])
  expect(coats[0]?.values['colour']).toEqual([0, 0, 1])
  expect(coats[1]?.values).toMatchObject({ width: 4, side: 'centred', corners: 'mitre' })
})

it('an open line is a line with its pen, in pixels of the whole', () => {
  const layer = only(
    '<polyline points="0,0 10,0 10,10" transform="scale(2)" fill="none" stroke="#fff" stroke-width="3" stroke-linecap="round" stroke-dasharray="4 2"/>',
  )
  if (layer.kind !== 'line') throw new Error('It is a line.')
  expect(layer.corners.map((c) => [c.x, c.y])).toEqual([
    [0, 0],
    [20, 0],
    [20, 20],
  ])
  expect(layer.pen).toMatchObject({ width: 6, ends: 'round', dash: [8, 4] })
})

it('a hole stays a hole by either rule', () => {
  const d = 'M0 0H40V40H0ZM10 10H30V30H10Z'
  const [even, odd] = [drawn(only(`<path d="${d}" fill-rule="evenodd"/>`)), drawn(only(`<path d="${d}"/>`))]
  expect([even.evenOdd, odd.evenOdd]).toEqual([true, false])
  expect(even.contours).toHaveLength(2)
})

it('a linear gradient runs from where it begins to where it ends, also outside of what it paints', () => {
  const [coat] = drawn(
    only(
      `<defs><linearGradient id="base"><stop offset="0" stop-color="#f00"/><stop offset="100%" stop-color="#00f" stop-opacity=".5"/></linearGradient>
       <linearGradient id="g" href="#base" gradientUnits="userSpaceOnUse" x1="0" y1="0" x2="100" y2="0"/></defs>
       <rect x="0" width="200" height="100" fill="url(#g)"/>`,
    ),
  ).coats
  expect(coat?.values).toMatchObject({ paint: 'linear', angle: 0, spread: 1 })
  // The box is 200 wide, the colours end at its middle.
  expect(coat?.stops.map((s) => [s.at, s.opacity])).toEqual([
    [0, 1],
    [0.5, 0.5],
  ])
  const [boxed] = drawn(
    only(
      '<linearGradient id="g" x1="0" y1="0" x2="0" y2="1"><stop offset="0"/><stop offset="1"/></linearGradient><rect width="50" height="80" fill="url(#g)"/>',
    ),
  ).coats
  expect(boxed?.values['angle']).toBeCloseTo(90, 6)
  expect(boxed?.stops.map((s) => s.at)).toEqual([0, 1])
})

it('what is used is copied where it is used, and never within itself', () => {
  const { layers, notes } = drawing(
    '<defs><rect id="tin" width="4" height="4"/><g id="loop"><use href="#loop"/></g></defs><use href="#tin" x="10" y="5"/><use href="#loop"/>',
  )
  const used = layers[0]
  expect(boxOf(used?.kind === 'group' ? used.layers[0] : undefined)).toEqual([10, 5, 14, 9])
  expect(layers).toHaveLength(1)
  expect(notes.join()).toContain('uses what is not there')
})

it('clip paths come along as outlines, in pixels of the whole', () => {
  const layer = only(
    '<clipPath id="c"><circle cx="5" cy="5" r="5"/></clipPath><g transform="scale(2)"><rect width="9" height="9" clip-path="url(#c)"/></g>',
  )
  // Of a group that does nothing else the only layer is left, by its name.
  const [clip] = layer.clips ?? []
  const area = twiceArea(flatten(clip?.contours[0] ?? []).contour) / 2
  // Straight pieces are off by up to .02 px.
  expect(Math.abs(Math.abs(area) - Math.PI * 100)).toBeLessThan(1)
})

it('texts keep their words, place, size and weight', () => {
  const { layers } = drawing(
    '<text x="10" y="40" font-size="12pt" font-weight="bold" text-anchor="middle" font-family="\'Source Serif 4\', serif" transform="scale(2)">Lantern <tspan fill="red">one</tspan><tspan x="10" dy="20">two</tspan></text>',
  )
  expect(
    layers.map((l) => (l.kind === 'text' ? [l.text, l.x, l.y, l.size, l.weight, l.family, l.align] : l.kind)),
  ).toEqual([
    ['Lantern', 20, 80, 32, 700, 'Source Serif 4', 'centre'],
    ['one', 20, 80, 32, 700, 'Source Serif 4', 'centre'],
    ['two', 20, 120, 32, 700, 'Source Serif 4', 'centre'],
  ])
})

it('a picture in the file comes along, one outside of it is told', () => {
  const { layers, notes } = drawing(
    '<image id="bad" href="data:image/png;base64,@@@"/><image x="4" y="6" width="20" height="10" href="data:image/png;base64,iVBORw0KGgo="/><image href="photo.jpg"/><mask id="m"/><rect width="9" height="9" mask="url(#m)" filter="url(#f)"/><foreignObject/>',
  )
  expect(layers[0]).toMatchObject({ kind: 'picture', x: 4, y: 6, size: [20, 10], type: 'png' })
  expect(notes).toEqual([
    'The picture of "bad" is damaged, and is left out.',
    'The picture of "Picture" does not lie in the file, and is left out.',
    'The mask of "Rectangle" is left out.',
    'The filter of "Rectangle" is left out.',
    'What <foreignObject> shows is left out.',
  ])
})

it.each([
  ['<svg', 'damaged in line'],
  ['<html/>', 'not an SVG drawing'],
  ['<svg xmlns="http://www.w3.org/2000/svg"><rect width="9" height="9"/></svg>', 'no size'],
  ['<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><defs/></svg>', 'nothing to be seen'],
])('%s is refused in words', (text, message) => {
  expect(() => readSvgArtwork(text)).toThrow(ArtworkError)
  expect(() => readSvgArtwork(text)).toThrow(message)
})
