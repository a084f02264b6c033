import assert from 'node:assert/strict'
import { test } from 'node:test'
import { fileURLToPath } from 'node:url'
import { encodeSrgb } from '@stilus/core/colour'
import { invert, type Matrix3, multiply } from '@stilus/core/matrix'
import { MEDIA_FACTS } from '../demo/media-facts'
import {
  decodeRgb,
  type Homography,
  lumaOf,
  type Picture,
  TruthReader,
  type Truths,
} from '../demo/truth/read'
import { centre, H, type Pixel, sample, shift, through, W } from './registration'
import { probe } from './video'

const folder = (name: string) => fileURLToPath(new URL(`../demo/${name}/`, import.meta.url))
const truth = new TruthReader(folder('truth'))
const media = (file: string) => `${folder('media')}${file}`
const luma = (file: string, n: number): Float32Array => lumaOf(decodeRgb(media(file), n))

/** How far two frames of a plane are apart after the truth has taken one to the other: over a grid of places in frame a. */
function planeShift(
  file: string,
  a: number,
  b: number,
  aToB: Matrix3,
  box: [number, number, number, number],
): Pixel {
  const [still, moved] = [luma(file, a), luma(file, b)]
  const [left, top, right, bottom] = box
  const places: { from: Pixel; to: Pixel }[] = []
  for (let y = top; y < bottom; y += 2)
    for (let x = left; x < right; x += 2) places.push({ from: [x, y], to: through([...aToB], x, y) })
  const at = (i: number) => places[i] as (typeof places)[number]
  return shift(
    (i) => sample(still, ...at(i).from),
    (i, dx, dy) => sample(moved, at(i).to[0] + dx, at(i).to[1] + dy),
    places.length,
    Math.ceil((right - left) / 2),
  )
}

const near = (got: Pixel, want: Pixel, limit: number, what: string) =>
  assert.ok(
    Math.hypot(got[0] - want[0], got[1] - want[1]) < limit,
    `${what}: ${got.map((v) => v.toFixed(2)).join(', ')} is not ${want.map((v) => v.toFixed(2)).join(', ')}`,
  )

for (const [file, facts] of Object.entries(MEDIA_FACTS).filter(([, f]) => f.kind === 'video')) {
  test(`${file} is what the project says: size, rate, frames, colour`, () => {
    assert.deepEqual(
      [+probe(media(file), 'width'), +probe(media(file), 'height')],
      [facts.width, facts.height],
    )
    assert.equal(probe(media(file), 'r_frame_rate'), `${facts.rate.num}/${facts.rate.den}`)
    assert.deepEqual(
      [probe(media(file), 'color_space'), probe(media(file), 'color_range'), probe(media(file), 'pix_fmt')],
      ['bt709', 'tv', 'yuv420p'],
    )
  })
}

// A quarter of a pixel: the discs are 10 px wide, and grain and compression move their weight by less than half of that.
test('two flags: the marked points are the dark discs in the picture', () => {
  const { frames } = truth.numbers('two-flags')
  for (const n of [0, 12, 30, 70, 83]) {
    const picture = luma('two-flags.mp4', n)
    const { red, blue, blueVisible } = frames[n] as (typeof frames)[number]
    near(centre(picture, red, 19, -1), red, 0.25, `moon at ${n}`)
    if (blueVisible) near(centre(picture, blue, 19, -1), blue, 0.25, `comet at ${n}`)
  }
  const hidden = frames.filter((f) => !f.blueVisible).length
  assert.ok(hidden > 5 && hidden < 50, `the second point is hidden in ${hidden} frames`)
})

test('bench tablet: corners through the lens put the crosses where the picture has them', () => {
  const { frames, ...head } = truth.numbers('bench-tablet')
  const { k1 } = (head as unknown as { distortion: { k1: number } }).distortion
  // From either side of the face; between them the arm is in front.
  for (const n of [0, 10, 20, 65, 70, 75]) {
    const picture = luma('bench-tablet.mp4', n)
    const { corners, pinhole, crosses } = frames[n] as (typeof frames)[number]
    corners.forEach((corner, i) => near(bend(pinhole[i] as Pixel, k1), corner, 1e-3, `corner ${i} at ${n}`))
    // The crosses lie where the corners' homography puts them.
    const onFace = [0.32, 2.08].map((y) => bend(through(quad(pinhole), 0.35 / 3.2, 1 - y / 2.4), k1))
    onFace.forEach((place, i) =>
      near(crosses[i] as Pixel, place, 1e-3, `cross ${i} against the face at ${n}`),
    )
    const offs = crosses.map((cross, i) => {
      const drawn = crossDrawn(pinhole, k1, CROSSES[i] as Pixel, cross)
      const places = Array.from({ length: 41 * 41 }, (_, p): Pixel => [
        Math.round(cross[0]) - 20 + (p % 41),
        Math.round(cross[1]) - 20 + Math.floor(p / 41),
      ])
      const off = shift(
        (p) => drawn(...(places[p] as Pixel)),
        (p, dx, dy) => sample(picture, (places[p] as Pixel)[0] + dx, (places[p] as Pixel)[1] + dy),
        places.length,
        41,
      )
      // A stroke is three traced pixels wide and the shot was traced at three quarters: the coding may move one cross a little.
      near(off, [0, 0], 0.25, `cross ${i} at ${n}`)
      return off
    })
    near([mean(offs.map(([x]) => x)), mean(offs.map(([, y]) => y))], [0, 0], 0.1, `four crosses at ${n}`)
  }
})

const mean = (list: number[]) => list.reduce((sum, v) => sum + v, 0) / list.length

/** The middles of the crosses on the face, in stage units from the middle of its foot. */
const CROSSES: Pixel[] = [-1.25, 1.25].flatMap((x) => [0.32, 2.08].map((y): Pixel => [x, y]))

/** How much of a cross is seen at a place of the picture, as it is painted on the face and lies at `centre`. */
function crossDrawn(
  pinhole: Pixel[],
  k1: number,
  [cx, cy]: Pixel,
  at: Pixel,
): (x: number, y: number) => number {
  const toFace = invert(quad(pinhole) as unknown as Matrix3)
  const onFace = bend(through(quad(pinhole), (cx + 1.6) / 3.2, 1 - cy / 2.4), k1)
  const half = Math.hypot(W, H) / 2
  const inside = (x: number, y: number): number => {
    const [p, q] = [(x - at[0] + onFace[0] - W / 2) / half, (y - at[1] + onFace[1] - H / 2) / half]
    const k = 1 + k1 * (p * p + q * q)
    const [u, v] = through([...toFace], W / 2 + p * k * half, H / 2 + q * k * half)
    const [a, b] = [Math.abs(u * 3.2 - 1.6 - cx), Math.abs(2.4 - v * 2.4 - cy)]
    return (a < 0.11 && b < 0.018) || (a < 0.018 && b < 0.11) ? 1 / 36 : 0
  }
  return (x, y) => {
    let sum = 0
    for (let j = 0; j < 6; j++)
      for (let i = 0; i < 6; i++) sum += inside(x + (i - 2.5) / 4, y + (j - 2.5) / 4)
    return sum
  }
}

const planes: [
  string,
  string,
  number,
  number,
  (n: number) => Homography,
  (n: number) => [number, number, number, number],
][] = [
  [
    'cart comes: the sign',
    'cart-comes.mov',
    30,
    60,
    (n) => truth.numbers('cart-comes').frames[n]!.sign,
    (n) => boxOf(truth.numbers('cart-comes').frames[n]!.sign, [0.06, 0.12], [0.94, 0.88]),
  ],
  [
    'cart comes: the side',
    'cart-comes.mov',
    55,
    70,
    (n) => truth.numbers('cart-comes').frames[n]!.side,
    // Above the wheels.
    (n) => boxOf(truth.numbers('cart-comes').frames[n]!.side, [0.06, 0.06], [0.94, 0.36]),
  ],
  [
    'fox crosses: the ground',
    'fox-crosses.mp4',
    20,
    44,
    (n) => truth.numbers('fox-crosses').frames[n]!.ground,
    () => [300, 560, 980, 700],
  ],
  [
    'tower tilt: the tower',
    'tower-tilt.mp4',
    40,
    55,
    (n) => truth.numbers('tower-tilt').frames[n]!.plateToPicture,
    () => [480, 150, 860, 420],
  ],
  [
    'harbour wide: the front row',
    'harbour-wide.mp4',
    20,
    100,
    (n) => frontRow(truth.numbers('harbour-wide').frames[n]!),
    () => [150, 400, 1100, 500],
  ],
]
for (const [name, file, a, b, plane, box] of planes) {
  test(`${name}: what the truth takes from one frame to another lies on itself within a quarter of a pixel`, () => {
    const aToB = multiply(plane(b) as unknown as Matrix3, invert(plane(a) as unknown as Matrix3))
    near(planeShift(file, a, b, aToB, box(a)), [0, 0], 0.25, `shift from ${a} to ${b}`)
  })
}

/** A box inside the unit square's picture. */
function boxOf(h: Homography, from: Pixel, to: Pixel): [number, number, number, number] {
  return [...through(h, ...from), ...through(h, ...to)]
}

/** The homography from (x, y) on the plane z = 0 of the harbour to pixels. */
function frontRow({ position, right, up, forward, focal }: Truths['harbour-wide']): Homography {
  const row = (axis: number[], scale: number, middle: number) =>
    [0, 1]
      .map((i) => scale * (axis[i] as number) + middle * (forward[i] as number))
      .concat(-dot(axis, position) * scale - middle * dot(forward, position))
  return [...row(right, focal, W / 2), ...row(up, -focal, H / 2), ...row(forward, 0, 1)]
}
const dot = (a: number[], b: number[]) => a.reduce((sum, v, i) => sum + v * (b[i] as number), 0)

/** The homography of the unit square onto four corners, clockwise from the left top. */
function quad(c: Pixel[]): Homography {
  const [[x0, y0], [x1, y1], [x2, y2], [x3, y3]] = c as [Pixel, Pixel, Pixel, Pixel]
  const [sx, sy] = [x0 - x1 + x2 - x3, y0 - y1 + y2 - y3]
  const [ax, ay, bx, by] = [x1 - x2, y1 - y2, x3 - x2, y3 - y2]
  const d = ax * by - bx * ay
  const [g, h] = [(sx * by - bx * sy) / d, (ax * sy - sx * ay) / d]
  return [x1 - x0 + g * x1, x3 - x0 + h * x3, x0, y1 - y0 + g * y1, y3 - y0 + h * y3, y0, g, h, 1]
}

/** Where the lens shows what a pinhole would show at a pixel: solves p = q (1 + k1 r²) by fixed-point steps. */
function bend([x, y]: Pixel, k1: number): Pixel {
  const half = Math.hypot(W, H) / 2
  const [u, v] = [(x - W / 2) / half, (y - H / 2) / half]
  let r2 = u * u + v * v
  for (let i = 0; i < 60; i++) r2 = (u * u + v * v) / (1 + k1 * r2) ** 2
  return [W / 2 + (u * half) / (1 + k1 * r2), H / 2 + (v * half) / (1 + k1 * r2)]
}

/** Mean of each block of 16x16 of one channel; grain and compression leave means nearly alone. */
function blocks(value: (p: number) => number): number[] {
  const out: number[] = []
  for (let j = 0; j < H; j += 16)
    for (let i = 0; i < W; i += 16) {
      let sum = 0
      for (let y = 0; y < 16; y++) for (let x = 0; x < 16; x++) sum += value((j + y) * W + i + x)
      out.push(sum / 256)
    }
  return out
}
// The film was coded as Stilus writes video.
const code = (v: number) => 255 * encodeSrgb(Math.min(1, v))
const rms = (list: number[]) => Math.sqrt(list.reduce((sum, v) => sum + v * v, 0) / list.length)

test('stargazer on green: the clip is foreground over cloth', () => {
  const cloth = truth.channel('stargazer-on-green-cloth', 0)
  for (const n of [0, 48]) {
    const front = truth.channel('stargazer-on-green-foreground', n)
    const alpha = truth.channel('stargazer-on-green-alpha', n)
    const seen = decodeRgb(media('stargazer-on-green.mp4'), n)
    let worst = 0
    for (let p = 0; p < W * H; p++)
      worst = Math.max(worst, Math.abs((alpha.data[p] as number) - (front.data[p * 4 + 3] as number)))
    assert.ok(worst <= 0.5 / 255 + 1e-4, `alpha in 8 bits is off by ${worst}`)
    for (let c = 0; c < 3; c++) {
      const made = blocks((p) =>
        code(
          (front.data[p * 4 + c] as number) +
            (1 - (front.data[p * 4 + 3] as number)) * (cloth.data[p * 3 + c] as number),
        ),
      )
      const got = blocks((p) => seen[p * 3 + c] as number)
      // Codes of 255, means of 16x16: grain (4 codes) leaves a quarter of a code, chroma at half size and the codec the rest.
      assert.ok(
        rms(made.map((v, i) => v - (got[i] as number))) < 1.2,
        `channel ${c} at ${n}: ${rms(made.map((v, i) => v - (got[i] as number)))}`,
      )
    }
  }
})

test('fox crosses: outside the fox the clip is the clean plate, inside it is not', () => {
  for (const n of [10, 40]) {
    const [clip, clean] = [lumaOf(decodeRgb(media('fox-crosses.mp4'), n)), lumaOf(truth.cleanPlate(n))]
    const fox = truth.channel('fox-crosses-fox', n).data
    const matte = blocks((p) => fox[p] as number)
    const plate = blocks((p) => clean[p] as number)
    const differs = blocks((p) => clip[p] as number).map((v, i) => v - (plate[i] as number))
    const [away, on] = [
      differs.filter((_, i) => near16(matte, i) === 0),
      differs.filter((_, i) => (matte[i] as number) > 0.9),
    ]
    assert.ok(median(away) < 0.6, `away from the fox the plates differ by ${median(away)} codes`)
    assert.ok(
      on.length > 10 && rms(on) > 8,
      `on the fox they differ by ${rms(on)} codes over ${on.length} blocks`,
    )
  }
})
const near16 = (list: number[], i: number) =>
  Math.max(...[-W / 16, -1, 0, 1, W / 16].map((d) => list[i + d] ?? 0))
const median = (list: number[]) => list.map(Math.abs).sort((a, b) => a - b)[list.length >> 1] as number

test('lantern close: depth is nearer for the lantern than for him, and he is nearer than the wall', () => {
  const fine = truth.channel('lantern-close-depth-fine', 0)
  const depth = (x: number, y: number) =>
    3 / (fine.data[Math.round(y) * fine.width + Math.round(x)] as number)
  // The lantern swings: it is what is nearest in the left third.
  const lantern =
    3 / fine.data.reduce((top, v, p) => (p % fine.width < fine.width / 3 ? Math.max(top, v) : top), 0)
  const [he, wall] = [depth(392, 255), depth(40, 40)]
  assert.ok(lantern < he - 2 && he < wall - 2, `${lantern}, ${he}, ${wall}`)
  const coarse = truth.channel('lantern-close-depth', 0)
  const off = coarse.data.reduce((worst, v, p) => Math.max(worst, Math.abs(v - (fine.data[p] as number))), 0)
  assert.ok(off <= 0.5 / 255 + 1e-4)
})

test('mattes cover what they name: the face box holds the face, the landmarks lie on it', () => {
  const { frames } = truth.numbers('stargazer-talks')
  const on = ({ data }: Picture, [x, y]: Pixel) => data[Math.floor(y) * W + Math.floor(x)] as number
  for (const n of [0, 30]) {
    const { face, leftEye, rightEye, nose, mouth } = frames[n]!
    const matte = truth.channel('stargazer-talks-face', n)
    for (const point of [leftEye, rightEye, nose, mouth])
      assert.ok(on(matte, point) > 0.9, `${point.join(', ')} at ${n}`)
    const [left, top, right, bottom] = face
    const inside = matte.data.reduce(
      (sum, v, p) => sum + (p % W >= left && p % W <= right && p / W >= top && p / W <= bottom ? v : 0),
      0,
    )
    assert.ok(inside > 0.9 * matte.data.reduce((sum, v) => sum + v, 0), `the box misses the face at ${n}`)
  }
  const hand = truth
    .kept('stargazer-talks-hand')
    .filter((n) => n % 6 === 0 && truth.channel('stargazer-talks-hand', n).data.some((v) => v > 0.9))
  assert.ok(
    hand.some((n) => n > 55 && n < 95),
    'the hand passes the face',
  )
})
