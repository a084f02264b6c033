import { filterX, filterY, makeFilter } from '../../kernels'
import { px, share } from '../../params/make'
import { declareStep } from '../declare'

/** Means of cells that are `size` long and begin at `phase`: from n pixels to cells, and back with edges as exact as a pixel's share. */
function cells(n: number, offset: number, whole: number, size: number) {
  // Cells are centred on the picture, so that it is cut alike at both ends.
  const phase = ((((whole / 2) % size) + size) % size) - size
  const first = Math.floor((offset - phase) / size)
  const count = Math.ceil((offset + n - phase) / size) - first
  const start = (c: number) => phase + (first + c) * size - offset
  const taps = Math.ceil(size) + 1
  const down = makeFilter(count, n, taps, 'clamp', (c) => {
    const [a, b] = [Math.max(0, start(c)), Math.min(n, start(c + 1))]
    const from = Math.floor(a)
    const weights = Array.from({ length: taps }, (_, t) =>
      Math.max(0, Math.min(b, from + t + 1) - Math.max(a, from + t)),
    )
    const sum = weights.reduce((x, y) => x + y, 0) || 1
    return { start: from, weights: weights.map((w) => w / sum) }
  })
  const up = makeFilter(n, count, 2, 'clamp', (o) => {
    const c = Math.min(count - 1, Math.max(0, Math.floor((o - start(0)) / size)))
    const next = Math.min(1, Math.max(0, o + 1 - start(c + 1)))
    return { start: c, weights: [1 - next, next] }
  })
  return { down, up }
}

export const mosaic = declareStep({
  id: 'mosaic',
  name: 'Mosaic',
  aim: 'texture',
  family: 'texture',
  purpose: 'Replaces the picture by blocks of its mean colours, to hide or to stylise.',
  words: ['pixelate', 'censor', 'blocks', 'anonymise', 'face'],
  params: {
    width: px('Width', 'How wide a block is.', 24, [2, 120], { limits: [1, 4000] }),
    height: px('Height', 'How high a block is.', 24, [2, 120], { limits: [1, 4000] }),
    strength: share('Strength', 'How much of it shows.', 1),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.12,
  neutral: (v) => v.strength === 0 || (v.width <= 1 && v.height <= 1),
  reach: (v, scale) => Math.ceil(Math.max(v.width, v.height) * scale) + 1,
  /** The exact mean of each block in linear light; blocks that begin between pixels share them. */
  render({ kernels: k, input, values: v, scale, place }) {
    const x = cells(input.width, place.x, place.width, Math.max(1, v.width * scale))
    const y = cells(input.height, place.y, place.height, Math.max(1, v.height * scale))
    const narrow = filterX(k, input, x.down)
    const small = filterY(k, narrow, y.down)
    k.free(narrow)
    const wide = filterX(k, small, x.up)
    k.free(small)
    const out = filterY(k, wide, y.up)
    k.free(wide)
    k.raw.mix(out.block.at, input.block.at, out.block.at, input.width * input.height, v.strength)
    return out
  },
})
