import { strToU8, zipSync } from 'fflate'
import { readOra } from '.'

const packed = (stack: string, files: Record<string, Uint8Array> = {}, mimetype = 'image/openraster') =>
  zipSync({ mimetype: strToU8(mimetype), 'stack.xml': strToU8(stack), ...files })
const png = { 'data/a.png': strToU8('picture') }
const layer = (more: string) => `<layer name="A" src="data/a.png" ${more}/>`

it('groups, places, visibility, opacity and blend modes are kept; what is not known is told', () => {
  const stack = `<image w="40" h="30"><stack>${layer('x="3" y="-2" opacity="0.5" composite-op="svg:multiply"')}
    <stack name="G" visibility="hidden">${layer('composite-op="x:odd"')}</stack>
    <layer name="Gone" src="data/b.png"/></stack></image>`
  const { layers, notes } = readOra(packed(stack, png))
  expect(layers).toMatchObject([
    { kind: 'group', name: 'G', on: false, layers: [{ name: 'A', blend: 'normal' }] },
    { kind: 'picture', x: 3, y: -2, opacity: 0.5, blend: 'multiply', on: true },
  ])
  expect(notes).toHaveLength(2)
})

it.each([
  ['what is no zip', new Uint8Array(80), /cannot be unpacked/],
  ['another kind of file', packed('<image w="1" h="1"/>', {}, 'text/plain'), /no OpenRaster/],
  ['a damaged list', packed('<image w="1" h="1"><stack></image>'), /damaged in line/],
  ['no size', packed('<image><stack/></image>'), /no size/],
  ['no layers', packed('<image w="4" h="4"><stack/></image>'), /no layer/],
  [
    'too deep',
    packed(`<image w="4" h="4">${'<stack>'.repeat(40)}${'</stack>'.repeat(40)}</image>`),
    /groups in more/,
  ],
])('%s is refused in words', (_, bytes, message) => {
  expect(() => readOra(bytes)).toThrow(message)
})
