import { copyOf, gaussian } from '../kernels'
import { maths } from '../maths'
import { colour, number, px, share, times } from '../params/make'
import { declareCrossing } from './crossing'

export const flash = declareCrossing({
  id: 'flash',
  name: 'Flash',
  purpose:
    'Exposure rises until the picture burns out, and falls onto the next one, as when a lamp goes off.',
  words: ['white', 'burst', 'exposure', 'bulb', 'camera', 'bright'],
  params: {
    stops: number('Exposure', 'Stops of light at the brightest moment.', 6, [0, 16], { soft: [1, 10] }),
    peak: share('Peak at', 'When it is brightest: 0.5 is the middle, earlier falls longer.', 0.4),
    tint: colour('Colour', 'The colour of the flash.', [1, 0.98, 0.94]),
    glow: times('Veil', 'Light of the flash itself, which lies over dark places too.', 1.5, 20, {
      soft: [0, 6],
    }),
    blur: px(
      'Blur',
      'How soft the picture is at the brightest moment, which covers its grain.',
      12,
      [0, 80],
      {
        limits: [0, 500],
      },
    ),
  },
  proxyError: 0.2,
  reach: (v, scale) => Math.ceil(v.blur * scale * 4) + 2,
  /** Exposure in stops rises with the square of the way to the peak and falls with the square of the way from it; blur and veil go along. */
  render({ kernels: k, input, incoming, values: v, scale, p }) {
    const peak = Math.min(0.99, Math.max(0.01, v.peak))
    const way = p < peak ? p / peak : (1 - p) / (1 - peak)
    const strength = way * way
    const shown = p < peak ? input : incoming
    const sigma = v.blur * scale * strength
    const soft = sigma > 0.05 ? gaussian(k, shown, sigma, sigma, 'clamp') : copyOf(k, shown)
    const gain = maths.pow(2, v.stops * strength)
    const veil = v.glow * strength
    const [r, g, b] = v.tint
    const { data } = soft
    for (let i = 0; i < data.length; i += 4) {
      const alpha = data[i + 3] as number
      data[i] = (data[i] as number) * gain + r * veil * alpha
      data[i + 1] = (data[i + 1] as number) * gain + g * veil * alpha
      data[i + 2] = (data[i + 2] as number) * gain + b * veil * alpha
    }
    return soft
  },
})
