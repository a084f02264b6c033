import {
  addScaledInto,
  type Affine,
  filled,
  type Kernels,
  passesFor,
  resample,
  runProgram,
  trail,
} from '../../kernels'
import type { Frame } from '../../frame'
import { maths } from '../../maths'
import { colour, count, degrees, px, share, times } from '../../params/make'
import { declareStep } from '../declare'
import { gainOf, JOIN, joinLight, lightMode } from './source'

/** Beams are soft along their way: they are made on a picture of half the size. */
const BY = 2

export const star = declareStep({
  id: 'star',
  name: 'Star filter',
  aim: 'light',
  family: 'light',
  purpose: 'Makes stars of bright points, as a grating before the lens does.',
  words: ['streaks', 'sparkle', 'anamorphic', 'glint', 'cross'],
  params: {
    threshold: times('Threshold', 'Light above this makes stars; 1 is diffuse white.', 0.9, 100, {
      soft: [0, 4],
    }),
    points: count('Points', 'How many beams a star has; 2 is a single streak.', 4, [2, 16], { soft: [2, 8] }),
    angle: degrees('Angle', 'Turns the stars.', 20),
    length: px('Length', 'How far a beam goes until it is gone.', 160, [4, 500], { limits: [1, 2000] }),
    dispersion: share('Dispersion', 'How far colours come apart along the beams.', 0.3),
    intensity: times('Intensity', 'How much light is given back.', 1, 100, { soft: [0, 8], group: 'Light' }),
    tint: colour('Tint', 'The colour of the beams.', [1, 1, 1], { group: 'Light' }),
    blend: JOIN,
  },
  outputs: [{ id: 'light', label: 'Stars alone' }],
  keepsAlpha: true,
  proxyError: 0.2,
  neutral: (v) => v.intensity === 0,
  reach: (v, scale) => Math.ceil(v.length * scale * (1 + v.dispersion)) + 8,
  /** For each beam the light above the threshold, copied along it with weights that fall to 1 % at its end; red goes further and blue less far by the dispersion. */
  render({ kernels: k, input, values: v, scale, view }) {
    const light = k.frame(input.width, input.height)
    k.raw.glowLight(
      light.block.at,
      input.block.at,
      input.width * input.height,
      v.threshold,
      v.threshold * 0.2,
    )
    const small = resample(k, light, Math.ceil(input.width / BY), Math.ceil(input.height / BY))
    k.free(light)
    const sum = filled(k, small.width, small.height, [0, 0, 0, 0])
    const points = Math.round(v.points)
    const spread = v.dispersion * 0.5
    const shares =
      spread > 0.005
        ? ([
            [1 + spread, 0],
            [1, 1],
            [1 - spread, 2],
          ] as const)
        : ([[1, -1]] as const)
    for (let i = 0; i < points; i++)
      for (const [factor, channel] of shares) {
        const beam = along(k, small, v.angle + (360 / points) * i, (v.length * scale * factor) / BY)
        if (channel >= 0) {
          const scale3 = [0, 1, 2].map((c) => (c === channel ? 1 : 0)) as [number, number, number]
          runProgram(k, beam, [{ op: 'levels', scale: scale3, offset: [0, 0, 0] }], beam)
        }
        addScaledInto(k, sum, beam, 1)
        k.free(beam)
      }
    k.free(small)
    const out = resample(k, sum, input.width, input.height, 'bilinear')
    k.free(sum)
    // A beam spreads its light over its length: the gain makes it as bright near the star as a beam of 24 px would be.
    const gain = (v.intensity * v.length) / 24
    return joinLight(k, input, out, gainOf(v.tint, gain), lightMode(view, v.blend))
  },
})

function along(k: Kernels, light: Frame, angle: number, length: number): Frame {
  const passes = passesFor(Math.min(1024, Math.max(2, length / 1.3)))
  const count = maths.pow(4, passes)
  const turn = (angle * Math.PI) / 180
  const [dx, dy] = [(-maths.cos(turn) * length) / count, (-maths.sin(turn) * length) / count]
  const power = (n: number): Affine => [1, 0, dx * n, 0, 1, dy * n]
  return trail(k, light, power, { passes, decay: maths.pow(0.01, 1 / count), edge: 'black' })
}
