import {
  drawHistogram,
  drawParade,
  drawTones,
  drawVectorscope,
  drawWaveform,
  type Drawn,
  SKIN_ANGLE,
  type Shown,
  toneOf,
  vectorOf,
} from '.'

/** A picture of which each pixel is what a function says. */
function picture(width: number, height: number, colour: (x: number, y: number) => number[]): Shown {
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set([...colour(x, y), 255], (y * width + x) * 4)
  return { width, height, data }
}

/** What a scope adds to the same scope of another picture: the places that only this one lights. */
function lit(one: Drawn, other: Drawn): [number, number][] {
  const out: [number, number][] = []
  for (let at = 0; at < one.data.length; at += 4) {
    const brighter = [0, 1, 2].some((c) => (one.data[at + c] ?? 0) > (other.data[at + c] ?? 0) + 20)
    if (brighter) out.push([(at / 4) % one.width, Math.floor(at / 4 / one.width)])
  }
  return out
}

const black = picture(64, 36, () => [0, 0, 0])

it.each([
  ['white', [255, 255, 255], 1, 0],
  // Linear 0.2159, whose cube root is 0.6.
  ['middle grey', [128, 128, 128], 0.6, 0],
  ['black', [0, 0, 0], 0, 0],
] as const)('the tones of %s are its Oklab lightness and chroma', (_, [r, g, b], light, chroma) => {
  expect(toneOf('lightness', r, g, b)).toBeCloseTo(light, 3)
  expect(toneOf('chroma', r, g, b)).toBeCloseTo(chroma, 3)
  const drawn = drawTones(
    { width: 2, height: 2, data: [...Array(4)].flatMap(() => [r, g, b, 255]) },
    101,
    20,
    'lightness',
  )
  const foot = Math.min(100, Math.floor(light * 101))
  expect(drawn.data[(19 * 101 + foot) * 4]).toBe(150)
})

it('a ramp is a straight line in the waveform, from black at the left below to white at the right above', () => {
  const ramp = picture(256, 36, (x) => [x, x, x])
  const points = lit(drawWaveform(ramp, 256, 140), drawWaveform(black, 256, 140)).filter(
    ([x]) => x > 8 && x < 248,
  )
  expect(points.length).toBeGreaterThan(200)
  // Row of a code value: 134 down to 6 over 0 to 255.
  for (const [x, y] of points) expect(Math.abs(y - (133 - (x / 255) * 127))).toBeLessThanOrEqual(1.5)
})

it('the parade shows each channel in its third', () => {
  const red = picture(64, 36, () => [200, 0, 0])
  const high = lit(drawParade(red, 300, 140), drawParade(black, 300, 140)).filter(([, y]) => y < 100)
  expect(high.length).toBeGreaterThan(50)
  expect(Math.max(...high.map(([x]) => x))).toBeLessThan(100)
})

it('the vectorscope shows greys in the middle, red at its own place, and skin along the skin line', () => {
  const at = (rgb: number[]) => {
    const points = lit(
      drawVectorscope(
        picture(64, 36, () => rgb),
        201,
      ),
      drawVectorscope(black, 201),
    )
    return points[0]
  }
  expect(at([120, 120, 120])).toBeUndefined()
  const [cb, cr] = vectorOf(255, 0, 0)
  expect([cb, cr]).toEqual([expect.closeTo(-0.1146, 3), expect.closeTo(0.5, 3)])
  const [x, y] = at([200, 40, 40]) ?? [0, 0]
  const [u, v] = vectorOf(200, 40, 40)
  expect(Math.hypot(x - (100 + u * 190), y - (100 - v * 190))).toBeLessThan(1.5)
  for (const skin of [
    [224, 172, 140],
    [141, 94, 66],
    [80, 52, 38],
  ]) {
    const [b, r] = vectorOf(...(skin as [number, number, number]))
    expect(Math.abs((Math.atan2(r, b) * 180) / Math.PI - SKIN_ANGLE)).toBeLessThan(8)
  }
})

it('the histogram stands where the tones are, each row for itself, and finds few beside many', () => {
  const mostly = picture(64, 36, (x, y) => (x + y === 0 ? [255, 255, 255] : [64, 64, 64]))
  const points = lit(
    drawHistogram(mostly, 256, 160),
    drawHistogram(
      picture(64, 36, () => [0, 0, 0]),
      256,
      160,
    ),
  )
  expect(new Set(points.map(([x]) => x))).toEqual(new Set([64, 255]))
  expect(new Set(points.filter(([x]) => x === 64).map(([, y]) => Math.floor(y / 40))).size).toBe(4)
})
