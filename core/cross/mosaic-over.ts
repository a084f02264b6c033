import { px } from '../params/make'
import { mosaic } from '../steps/texture/mosaic'
import { through } from './through'

export const mosaicOver = through({
  id: 'mosaic-over',
  name: 'Mosaic over the cut',
  purpose: 'The picture falls into blocks, and the next one comes out of them.',
  words: ['pixelate', 'blocks', 'digital'],
  params: { size: px('Size', 'How large blocks are in the middle.', 96, [4, 300], { limits: [2, 2000] }) },
  proxyError: 0.3,
  step: mosaic,
  values: (v, s) => ({
    width: 1 + (v.size - 1) * s,
    height: 1 + (v.size - 1) * s,
    strength: Math.min(1, s * 6),
  }),
})
