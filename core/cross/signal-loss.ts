import { smoothstep } from '../colour'
import type { Frame } from '../frame'
import { colourRamp, type Kernels, mixInto, noise, runProgram, warpBy } from '../kernels'
import { count, number, px, seed, share } from '../params/make'
import { chance } from '../hash'
import type { Place } from '../steps/declare'
import { declareCrossing } from './crossing'

export const signalLoss = declareCrossing({
  id: 'signal-loss',
  name: 'Signal loss',
  purpose: 'The picture loses its hold, rolls and drowns in snow; out of the snow the next one settles.',
  words: [
    'television',
    'tv',
    'static',
    'snow',
    'analogue',
    'channel',
    'aerial',
    'roll',
    'noise',
    'reception',
  ],
  params: {
    tear: px('Tear', 'How far lines are pulled aside before the snow.', 120, [0, 400], { limits: [0, 4000] }),
    bands: count('Bands', 'How many bands are pulled apart.', 9, [1, 60], { soft: [1, 30] }),
    rolls: number('Rolls', 'How many times the picture rolls by on either side.', 1, [0, 8], {
      soft: [0, 4],
    }),
    snow: share('Snow', 'How much of the time nothing is seen but snow.', 0.25),
    grain: px('Grain', 'Width of a speck of snow.', 3, [1, 12], { limits: [1, 100] }),
    light: share('Light', 'How light the snow is.', 0.6),
    colour: share('Loses colour', 'How far the colour goes before the picture does.', 1),
    seed: seed(21),
  },
  proxyError: 0.6,
  moves: true,
  /**
   * A picture's hold is 1 at its own end and 0 where the snow begins. As it goes, lines are pulled aside by smooth chance over the bands, anew at each frame; the picture rolls by whole turns, faster
   * and faster; its colour goes with the square root, and snow comes over it with the cube of what is lost.
   */
  render({ kernels: k, input, incoming, values: v, place, scale, time, p }) {
    const side = Math.max(1e-6, (1 - v.snow) / 2)
    const shown = p < 0.5 ? input : incoming
    const lost = Math.min(1, (p < 0.5 ? p : 1 - p) / side)
    const flakes = snow(k, input, place, { grain: v.grain * scale, light: v.light, seed: v.seed, time })
    if (lost >= 1) return flakes
    const s = Math.round(v.seed)
    const tick = Math.floor(time)
    const pulled = (at: number) => (2 * chance(s, tick, at, 1) - 1) * chance(s, tick, at, 2)
    const aside = (y: number) => {
      const band = (y / place.height) * v.bands
      const i = Math.floor(band)
      const share = smoothstep(band - i)
      return (pulled(i) * (1 - share) + pulled(i + 1) * share) * v.tear * scale * lost * lost
    }
    const turns = v.rolls * lost * lost * (p < 0.5 ? 1 : -1)
    const rolled = (turns - Math.floor(turns)) * place.height
    let [row, shift] = [NaN, 0]
    const torn = warpBy(
      k,
      shown,
      (x, y, to) => {
        if (y !== row) [row, shift] = [y, aside(y)]
        to[0] = x + shift
        to[1] = y + rolled
      },
      { edge: 'wrap', filter: 'bilinear', sharp: true },
    )
    runProgram(k, torn, [{ op: 'saturation', amount: 1 - v.colour * Math.sqrt(lost) }], torn)
    mixInto(k, flakes, torn, 1 - lost * lost * lost)
    k.free(flakes)
    return torn
  },
})

/** Opaque snow: a grey for each speck of each frame, of even chance squared, as bright as its light at most. */
function snow(
  k: Kernels,
  size: Frame,
  place: Place,
  v: { grain: number; light: number; seed: number; time: number },
): Frame {
  const [wide, high] = [Math.max(1, v.grain), Math.max(1, v.grain / 2)]
  const across = Math.ceil(place.width / wide) + 1
  const down = Math.ceil(place.height / high) + 1
  const at = { seed: Math.round(v.seed), frame: Math.floor(v.time), x: 0, y: 0 }
  const specks = noise(k, across, down, at, 'uniform')
  const grey = k.plane(size.width, size.height)
  for (let j = 0, to = 0; j < size.height; j++)
    for (let i = 0; i < size.width; i++, to++) {
      const speck = Math.floor((place.y + j) / high) * across + Math.floor((place.x + i) / wide)
      const even = specks.data[speck * 4] as number
      grey.data[to] = even * even * v.light
    }
  k.free(specks)
  const out = colourRamp(k, grey, [0, 0, 0, 1, 1, 1, 1, 1])
  k.free(grey)
  return out
}
