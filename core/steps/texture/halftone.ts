import { gaussian, gaussianReach, halftone as screened, runProgram } from '../../kernels'
import { choice, colour, degrees, px, share } from '../../params/make'
import { declareStep } from '../declare'

export const halftone = declareStep({
  id: 'halftone',
  name: 'Halftone',
  aim: 'texture',
  family: 'texture',
  purpose: 'Prints the picture with dots or lines of ink.',
  words: ['comic', 'newspaper', 'print', 'dots', 'screen', 'pop art', 'cmyk'],
  params: {
    inks: choice('Inks', 'One ink, or three that mix.', { three: 'Three colours', one: 'One colour' }),
    form: choice('Form', 'What the screen is made of.', { dots: 'Dots', lines: 'Lines' }),
    pitch: px('Distance', 'From one dot to the next.', 8, [3, 40], { limits: [2, 300] }),
    angle: degrees('Angle', 'Turns the screens.', 15),
    ink: colour('Ink', 'The colour of the ink.', [0.02, 0.02, 0.03], { when: (v) => v.inks === 'one' }),
    paper: colour('Paper', 'The colour of the paper.', [0.9, 0.87, 0.8]),
    strength: share('Strength', 'How much of the print shows.', 1),
  },
  outputs: [],
  keepsAlpha: true,
  proxyError: 0.6,
  neutral: (v) => v.strength === 0,
  reach: (v, scale) => gaussianReach(v.pitch * scale * 0.35),
  /** Each spot of paper covers as much of its cell as the light there says, so that from afar the tones are those of the picture times the paper. */
  render({ kernels: k, input, values: v, scale, place }) {
    const w = [0.2126, 0.7152, 0.0722]
    const mono = v.inks === 'one'
    const straight = runProgram(k, input, [
      ...(mono ? [{ op: 'matrix', rows: [...w, 0, ...w, 0, ...w, 0] } as const] : []),
      { op: 'clamp', low: 0, high: 1 },
    ])
    const sigma = v.pitch * scale * 0.35
    const soft = gaussian(k, straight, sigma, sigma, 'clamp')
    k.free(straight)
    const angles = mono
      ? ([v.angle, v.angle, v.angle] as const)
      : ([v.angle, v.angle + 60, v.angle + 30] as const)
    const printed = screened(k, soft, {
      pitch: Math.max(v.pitch * scale, 1.01),
      form: v.form as 'dots',
      angles,
      x: place.x,
      y: place.y,
    })
    k.free(soft)
    const paper = v.paper
    const scaleTo = paper.map((p, i) => (mono ? p - (v.ink[i] as number) : p)) as [number, number, number]
    const offset = mono ? v.ink : ([0, 0, 0] as [number, number, number])
    const out = runProgram(k, printed, [{ op: 'levels', scale: scaleTo, offset }], printed)
    for (let i = 0; i < out.data.length; i += 4) {
      const a = input.data[i + 3] as number
      if (a < 1) for (let c = 0; c < 3; c++) out.data[i + c] = (out.data[i + c] as number) * Math.max(0, a)
      out.data[i + 3] = a
    }
    k.raw.mix(out.block.at, input.block.at, out.block.at, input.width * input.height, v.strength)
    return out
  },
})
