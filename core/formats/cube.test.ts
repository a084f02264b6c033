import { filled, fromBase64 } from '../kernels'
import type { Records } from '../project'
import { colourBy, k, leavesNothing, rendered } from '../testing/steps'
import { worst } from '../testing/pictures'
import { readCube } from '.'

leavesNothing()

const lines = (...text: string[]) => text.join('\n')
const cube = (size: number) =>
  `LUT_3D_SIZE ${size}\n${Array.from({ length: size ** 3 }, (_, i) => `0.${i % 10} 0.5 0.25`).join('\n')}`

it.each([
  ['no size at all', '# nothing', /names no size/],
  ['a side that is too long', lines('TITLE "x"', 'LUT_3D_SIZE 66'), /line 2 names 66 nodes, and at most 65/],
  ['a size that is no number', 'LUT_3D_SIZE many', /line 1 should name a whole number/],
  ['two sizes', lines('LUT_1D_SIZE 4', 'LUT_3D_SIZE 4'), /line 2 names a second size/],
  ['a word that is not of the format', lines('LUT_3D_SIZE 2', 'GAMMA 2.2'), /line 2 begins with "GAMMA"/],
  ['two numbers', lines('LUT_3D_SIZE 2', '', '0.1 0.2'), /line 3 should hold three numbers/],
  ['what is not a number', lines('LUT_3D_SIZE 2', '0.1 0.2 0.x'), /line 2 should hold three numbers/],
  ['colours before the size', lines('0 0 0', 'LUT_1D_SIZE 2'), /line 1 holds a colour before/],
  ['a file cut off', lines(cube(3)).split('\n').slice(0, -3).join('\n'), /promises 27 colours and holds 24/],
  ['a colour too many', lines(cube(2), '0 0 0'), /line 10 is one colour more than the 8/],
  ['a domain that is none', lines('DOMAIN_MIN 1 0 0', cube(2)), /domain is not a box/],
  ['half a domain', lines('DOMAIN_MAX 1 1', cube(2)), /line 1 should hold three numbers after DOMAIN_MAX/],
])('refuses %s and says where', (_, text, message) =>
  expect(() => readCube('t', 'x.cube', text)).toThrow(message),
)

const coloursIn = (records: Records) => {
  const [record] = Object.values(records)
  return record?.kind === 'table' ? record.colours : ''
}

it('reads cubes of any size to 65, with every kind of line end, comments and a mark at the beginning', () => {
  for (const size of [2, 33, 65]) expect(readCube('t', 'x', cube(size)).table.size).toBe(size)
  const { records } = readCube('t', 'x', `\uFEFF# made\r\n${cube(2).replaceAll('\n', '\r\n')}\r\n`)
  expect(new Float32Array(fromBase64(coloursIn(records)).buffer).slice(0, 4)).toEqual(
    Float32Array.from([0, 0.5, 0.25, 0.1]),
  )
})

it('a table of lines is exact at its nodes and linear between them, over its own domain', () => {
  const text = lines(
    'LUT_1D_SIZE 3',
    'DOMAIN_MIN 0 0 -1',
    'DOMAIN_MAX 1 2 1',
    '0 0 1',
    '0.2 0.5 0.5',
    '1 1 0',
  )
  const { table: read, records } = readCube('t', 'x', text)
  const table = { ...read, colours: new Float32Array(fromBase64(coloursIn(records)).buffer) }
  const through = (rgb: [number, number, number]) => {
    const input = filled(k, 1, 1, [...rgb, 1])
    const out = rendered('colour-table', input, { table: 't', codes: 'linear' }, { tables: { t: table } })
    const result = [...out.data.slice(0, 3)]
    k.free(input, out)
    return result
  }
  expect(worst(through([0.5, 1, 0]), [0.2, 0.5, 0.5])).toBeLessThan(1e-6)
  expect(worst(through([0.75, 0.5, 0.5]), [0.6, 0.25, 0.25])).toBeLessThan(1e-6)
  expect(worst(through([2, 3, 2]), [1, 1, 0])).toBeLessThan(1e-6)
  expect(colourBy('colour-table', [0.3, 0.2, 0.1], {})).toEqual(
    [0.3, 0.2, 0.1].map((v) => expect.closeTo(v, 6)),
  )
})
