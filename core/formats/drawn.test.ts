import { flatten, outlineOfShape, twiceArea } from '../region'
import type { Motion } from '../motion'
import { readMotion, readSvg, writeMotionCsv, writeMotionJson, writeSvg } from '.'

const size = { width: 200, height: 100 }
const area = (corners: Parameters<typeof flatten>[0]) => Math.abs(twiceArea(flatten(corners).contour)) / 2

it.each([
  ['a rectangle', '<rect x="10" y="20" width="30" height="40"/>', 1200],
  ['a circle', '<circle cx="50" cy="50" r="20"/>', Math.PI * 400],
  ['a polygon', '<polygon points="0,0 10,0 10,10"/>', 50],
  ['a path of arcs', '<path d="M0 50a20 20 0 0 1 40 0z"/>', (Math.PI * 400) / 2],
  ['a path of quadratics', '<path d="M0 0Q10 0 10 10L0 10z"/>', 100 - 100 / 6],
  ['what lies in groups', '<g transform="scale(2)"><g><rect width="5" height="5"/></g></g>', 100],
])('reads %s with its area', (_, body, expected) => {
  const [first] = readSvg(`<?xml version="1.0"?><svg viewBox="0 0 200 100">${body}</svg>`, size)
  // Flattened to 0.02 px along some 15 px; arcs come as cubics, true to 3 parts in 10,000.
  expect(Math.abs(area(first?.corners ?? []) - expected)).toBeLessThan(0.3 + expected * 1e-3)
})

it('fits a drawing of another size into the picture', () => {
  const [first] = readSvg('<svg viewBox="0 0 100 100"><rect width="100" height="100"/></svg>', size)
  expect(first?.corners.map((c) => c.x).sort((a, b) => a - b)).toEqual([50, 50, 150, 150])
})

it('writes what it reads', () => {
  const corners = outlineOfShape('ellipse', [70, 50], [60, 40], 20)
  const [again] = readSvg(writeSvg([{ name: 'A "name"', corners }], size), size)
  expect(again?.name).toBe('A "name"')
  expect(Math.abs(area(again?.corners ?? []) - area(corners))).toBeLessThan(0.05)
})

it.each([
  ['no drawing', '<html></html>', 'not an SVG'],
  ['broken', '<svg><rect', 'damaged in line 1'],
  ['nothing closed', '<svg viewBox="0 0 1 1"><text>A</text></svg>', 'no closed shape'],
  ['no size', '<svg width="0" height="0"><rect width="1" height="1"/></svg>', 'no size'],
])('refuses %s', (_, text, message) => expect(() => readSvg(text, size)).toThrow(message))

const motion: Motion = {
  form: 'plane',
  reference: 12,
  first: 12,
  anchor: [10, 10, 50, 12, 48, 40, 9, 38],
  places: [
    [10, 10, 50, 12, 48, 40, 9, 38],
    [11, 10, 52, 12, 50, 41, 9, 39],
  ],
  quality: [1, 0.9],
}
const meta = { name: 'Sign', ...size, rate: { num: 24, den: 1 } }

it.each([
  ['JSON', writeMotionJson(motion, meta)],
  ['a table', writeMotionCsv(motion)],
])('a motion comes back from %s', (_, text) => {
  expect(readMotion(text, 'Sign.csv').motion).toEqual(motion)
})

it.each([
  ['a table without columns', 'a,b\n1,2\n', 'must name the columns'],
  ['a table with words', 'frame,x,y\n1,2,3\n2,left,3\n', 'Line 3: "left" in column x'],
  ['other JSON', '{"format":"x"}', 'not a motion: format'],
  ['broken JSON', '{', 'not readable JSON'],
])('refuses %s', (_, text, message) => expect(() => readMotion(text, 'x.csv')).toThrow(message))
