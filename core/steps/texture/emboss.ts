import { gaussian, gaussianReach, runProgram, showPlane, slopes, weigh } from '../../kernels'
import { maths } from '../../maths'
import { degrees, px, share, times } from '../../params/make'
import { declareStep } from '../declare'

export const emboss = declareStep({
  id: 'emboss',
  name: 'Relief',
  aim: 'texture',
  family: 'texture',
  purpose: 'Lights the picture from one side as if its tones were hills.',
  words: ['emboss', 'bump', 'metal', 'stone'],
  params: {
    angle: degrees('Light from', 'The direction that the light comes from.', -45),
    height: times('Height', 'How steep the hills are.', 3, 40, { soft: [0, 12] }),
    size: px('Size', 'Softens the hills.', 1, [0, 12], { limits: [0, 100] }),
    colour: share('Colour', '0 is grey stone, 1 lays the relief over the picture.', 1),
  },
  outputs: [],
  keepsAlpha: true,
  proxyError: 0.3,
  neutral: () => false,
  reach: (v, scale) => gaussianReach(Math.max(v.size * scale, 0.3)) + 2,
  /** Slope of display code towards the light, times height, about middle grey; laid over the picture as hard light would (2 x relief). */
  render({ kernels: k, input, values: v, scale }) {
    const codes = runProgram(k, input, [{ op: 'encode' }, { op: 'clamp', low: 0, high: 1 }])
    const sigma = Math.max(v.size * scale, 0.3)
    const soft = gaussian(k, codes, sigma, sigma, 'clamp')
    k.free(codes)
    const slope = slopes(k, soft)
    k.free(soft)
    const turn = (v.angle * Math.PI) / 180
    const gain = v.height * scale
    const plane = weigh(k, slope, [-maths.cos(turn) * gain, -maths.sin(turn) * gain, 0, 0])
    k.free(slope)
    const grey = showPlane(k, plane)
    k.free(plane)
    // Codes about one half.
    const relief = runProgram(
      k,
      grey,
      [
        { op: 'levels', scale: [1, 1, 1], offset: [0.5, 0.5, 0.5] },
        { op: 'clamp', low: 0, high: 1 },
        { op: 'decode' },
      ],
      grey,
    )
    const n = input.width * input.height
    const { data } = relief
    for (let i = 0; i < n * 4; i += 4) {
      const a = input.data[i + 3] as number
      for (let c = 0; c < 3; c++) {
        const stone = (data[i + c] as number) * a
        const lit = ((input.data[i + c] as number) * (data[i + c] as number)) / 0.2140411
        data[i + c] = stone + (lit - stone) * v.colour
      }
      data[i + 3] = a
    }
    return relief
  },
})
