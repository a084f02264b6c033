import { gather, type Tap, warpBy } from '../../kernels'
import { count, px, seed, share } from '../../params/make'
import { chance } from '../../hash'
import { declareStep } from '../declare'

export const glitch = declareStep({
  id: 'glitch',
  name: 'Signal glitch',
  aim: 'texture',
  family: 'texture',
  purpose: 'Breaks the signal: torn lines, shifted blocks and colours that slip, in bursts.',
  words: ['digital', 'datamosh', 'tear', 'error', 'hack', 'interference', 'vhs'],
  params: {
    amount: share('Amount', 'How many lines and blocks are hit during a burst.', 0.5),
    shift: px('Shift', 'How far they are thrown.', 60, [0, 300]),
    lines: px('Line height', 'Height of torn bands.', 14, [1, 80], { limits: [1, 1000] }),
    blocks: count('Blocks', 'How many blocks are thrown.', 8, [0, 200], { soft: [0, 40] }),
    split: px('Colour slip', 'How far red and blue slip apart.', 10, [0, 60], { limits: [0, 600] }),
    bursts: share('Bursts', 'How much of the time is hit; 1 is always.', 0.6),
    hold: count('Hold', 'Frames that a pattern stays.', 2, [1, 24]),
    seed: seed(11),
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 1.5,
  neutral: (v) => v.amount === 0 || v.bursts === 0,
  reach: () => Infinity,
  /** Bands and blocks move sideways by seeded shifts that stay for `hold` frames; bursts come by seeded chance, half a second each. */
  render({ kernels: k, input, values: v, scale, place, time }) {
    const s = Math.round(v.seed)
    const tick = Math.floor(time / Math.max(1, Math.round(v.hold)))
    const burst = v.bursts >= 1 || chance(s, Math.floor(time / 12), 1) < v.bursts
    const strength = burst ? v.amount : 0
    const band = Math.max(1, v.lines * scale)
    const thrown = (c: number) => (c * 2 - 1) * Math.abs(c * 2 - 1) * v.shift * scale
    const rowShift = (y: number) => {
      const b = Math.floor(y / band)
      return chance(s, tick, b, 2) < strength * 0.6 ? thrown(chance(s, tick, b, 3)) : 0
    }
    const { width, height } = place
    const blocks = Array.from({ length: burst ? Math.round(v.blocks * v.amount) : 0 }, (_, i) => ({
      x: chance(s, tick, i, 4) * width,
      y: chance(s, tick, i, 5) * height,
      w: (0.05 + 0.2 * chance(s, tick, i, 6)) * width,
      h: (0.02 + 0.08 * chance(s, tick, i, 7)) * height,
      dx: Math.round(thrown(chance(s, tick, i, 8)) * 2),
      dy: Math.round(thrown(chance(s, tick, i, 9)) * 0.6),
    }))
    let row = NaN
    let shift = 0
    let hit = blocks
    const torn = warpBy(
      k,
      input,
      (x, y, to) => {
        if (y !== row) {
          row = y
          shift = Math.round(rowShift(y))
          hit = blocks.filter((b) => y >= b.y && y < b.y + b.h)
        }
        to[0] = x + shift
        to[1] = y
        for (const b of hit)
          if (x >= b.x && x < b.x + b.w) {
            to[0] = x + b.dx
            to[1] = y + b.dy
          }
      },
      { edge: 'wrap', filter: 'bilinear', sharp: true },
    )
    const d = burst ? v.split * scale * (0.5 + chance(s, tick, 10)) : 0
    if (!(d > 0)) return torn
    const taps: Tap[] = [
      { to: [1, 0, -d, 0, 1, 0], weight: [1, 0, 0, 0] },
      { to: [1, 0, 0, 0, 1, 0], weight: [0, 1, 0, 1] },
      { to: [1, 0, d, 0, 1, 0], weight: [0, 0, 1, 0] },
    ]
    const out = gather(k, torn, taps, 'clamp')
    k.free(torn)
    return out
  },
})
