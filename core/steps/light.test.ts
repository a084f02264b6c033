import { filled } from '../kernels'
import { worst } from '../testing/pictures'
import { centre, dots, greys, k, leavesNothing, pixel, rendered, total } from '../testing/steps'

leavesNothing()

const light = (id: string, input: Parameters<typeof rendered>[1], values: Parameters<typeof rendered>[2]) =>
  rendered(id, input, values, { view: 'light' })

/** Light above a threshold of 0 is the picture itself, so what comes back can be weighed against it. */
const ALL = { threshold: 0, softness: 0 }

it('glow sends what lies in the region out, and nothing else', () => {
  const input = filled(k, 61, 61, [0.5, 0.5, 0.5, 1])
  const region = k.plane(61, 61)
  region.data.fill(0)
  region.data[30 * 61 + 30] = 1
  const out = rendered(
    'glow',
    input,
    { from: 'region', radius: 3, rings: 1 },
    { view: 'light', mattes: { amount: region } },
  )
  expect(total(out)).toBeCloseTo(0.5, 3)
  expect(worst(centre(out), [30.5, 30.5])).toBeLessThan(1e-3)
  k.free(input, region, out)
})

it('glow goes over from its tint to the one far out', () => {
  const input = dots(241, 241, [[120.5, 120.5]])
  const out = light('glow', input, { ...ALL, radius: 4, rings: 3, tint: [1, 0, 0], far: [0, 0, 1], fade: 1 })
  expect(pixel(out, 120, 120, 0)).toBeGreaterThan(10 * pixel(out, 120, 120, 2))
  expect(pixel(out, 200, 120, 2)).toBeGreaterThan(10 * pixel(out, 200, 120, 0))
  k.free(input, out)
})

it('halation gives back all the light that it takes, in its colour', () => {
  const input = dots(141, 141, [[70, 70]])
  const out = light('halation', input, { ...ALL, radius: 6, strength: 0.5, tint: [1, 0.2, 0], core: 0 })
  // 1e-3: what the Gaussian's tails lose at the border.
  expect(total(out, 0) / total(input)).toBeCloseTo(0.5, 3)
  expect(total(out, 1) / total(input)).toBeCloseTo(0.1, 3)
  k.free(input, out)
})

it.each(['all', 'highlights'])('diffusion of %s keeps energy, and an even picture as it is', (scatters) => {
  const values = { strength: 0.6, spread: 5, veil: 0.2, scatters, threshold: 0.2 }
  const input = dots(201, 161, [[100, 80]])
  const out = rendered('diffusion', input, values)
  // The veil's tails, 40 px wide, reach past the border: 1.2 %.
  expect(Math.abs(total(out) / total(input) - 1)).toBeLessThan(0.015)
  expect(pixel(out, 100, 80)).toBeLessThan(pixel(input, 100, 80))
  const even = filled(k, 40, 30, [0.4, 0.3, 0.2, 1])
  const same = rendered('diffusion', even, values)
  expect(worst(same.data, even.data)).toBeLessThan(1e-4)
  k.free(input, out, even, same)
})

describe('rays', () => {
  it('move light along their direction by what the decay says, and keep it', () => {
    const input = dots(300, 200, [[60, 100]])
    const out = light('rays', input, {
      ...ALL,
      way: 'along',
      angle: 0,
      length: 0.5,
      decay: 0,
      soft: 0,
      tint: [1, 1, 1],
      intensity: 0.25,
    })
    // Even weights over a length of 100 px: the middle lies 50 px on.
    expect(Math.abs(centre(out)[0] - 110)).toBeLessThan(2)
    expect(Math.abs(centre(out)[1] - 100)).toBeLessThan(0.5)
    expect(total(out) / total(input)).toBeCloseTo(1, 1)
    k.free(input, out)
  })
  it('run away from the point', () => {
    const input = dots(300, 200, [[100, 60]])
    const out = light('rays', input, { ...ALL, centre: [0.25, 0.2], length: 0.6, soft: 0 })
    // From (75, 40) through (100, 60): further out on the same line.
    const [x, y] = centre(out)
    expect(x).toBeGreaterThan(103)
    expect(Math.abs((y - 40) / (x - 75) - 20 / 25)).toBeLessThan(0.04)
    k.free(input, out)
  })
})

it('stars have so many beams, at their angle', () => {
  const input = dots(241, 241, [[120.5, 120.5]])
  const out = light('star', input, { threshold: 0, points: 4, angle: 30, length: 90, dispersion: 0 })
  const at = (angle: number) => {
    const turn = (angle * Math.PI) / 180
    return pixel(out, Math.floor(120.5 + 50 * Math.cos(turn)), Math.floor(120.5 + 50 * Math.sin(turn)))
  }
  for (const angle of [30, 120, 210, 300]) expect(at(angle)).toBeGreaterThan(20 * at(angle + 45))
  k.free(input, out)
})

it('a flare is brightest at its light, its ghosts lie on the axis, and a dark place hides it', () => {
  const input = filled(k, 320, 180, [0.2, 0.2, 0.2, 1])
  const values = { light: [0.25, 0.25], ring: 0, streak: 0, beams: 0, size: 0.5, ghosts: 0.4 }
  const out = light('flare', input, values)
  let best = 0
  for (let i = 0; i < out.data.length; i += 4)
    if ((out.data[i] as number) > (out.data[best] as number)) best = i
  expect([Math.floor(best / 4) % 320, Math.floor(best / 4 / 320)]).toEqual([
    expect.closeTo(80, -0.5),
    expect.closeTo(45, -0.5),
  ])
  // The second ghost: 0.36 of the way from the middle to the light.
  const [gx, gy] = [Math.round(160 - 80 * 0.18), Math.round(90 - 45 * 0.18)]
  expect(pixel(out, gx, gy)).toBeGreaterThan(0.01)
  const hidden = light('flare', input, { ...values, hides: true, sense: 5 })
  expect(total(hidden)).toBeLessThan(0.01 * total(out))
  k.free(input, out, hidden)
})

it('a leak is light: twice the intensity is twice the light', () => {
  const input = filled(k, 120, 80, [0, 0, 0, 1])
  const one = rendered('light-leak', input, { intensity: 0.5, blend: 'add' })
  const two = rendered('light-leak', input, { intensity: 1, blend: 'add' })
  expect(total(one)).toBeGreaterThan(1)
  expect(total(two) / total(one)).toBeCloseTo(2, 4)
  k.free(input, one, two)
})

it('edge glow draws its line on the edge', () => {
  const input = greys(120, 60, (x) => (x < 60 ? 0.1 : 0.7))
  const out = light('edge-glow', input, { radius: 0, tint: [1, 1, 1] })
  const row = Array.from({ length: 120 }, (_, x) => pixel(out, x, 30))
  expect(Math.abs(row.indexOf(Math.max(...row)) - 59.5)).toBeLessThanOrEqual(0.5)
  expect(row[40]).toBeLessThan(1e-3)
  k.free(input, out)
})

it('a vignette is half as strong where it says, and can go over to a colour', () => {
  const input = filled(k, 400, 200, [0.5, 0.5, 0.5, 1])
  const dark = rendered('vignette', input, { strength: 1, size: 0.5, softness: 0.2 })
  expect(pixel(dark, 200, 100)).toBeCloseTo(0.5, 4)
  expect(pixel(dark, 2, 2)).toBeCloseTo(0.25, 4)
  expect(pixel(dark, 300, 100)).toBeCloseTo(0.375, 1)
  const blue = rendered('vignette', input, {
    by: 'colour',
    colour: [0, 0, 1],
    strength: 10,
    size: 0.5,
    softness: 0.2,
  })
  expect([0, 2].map((c) => pixel(blue, 2, 2, c))).toEqual([expect.closeTo(0, 2), expect.closeTo(1, 2)])
  k.free(input, dark, blue)
})
