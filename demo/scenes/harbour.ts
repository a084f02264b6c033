import {
  chance,
  cloud,
  lay,
  mixed,
  paint,
  paper,
  type Point,
  polygon,
  type Rgb,
  sheet,
  type Sheet,
  shine,
  wobble,
} from './paper'

const W = 1280
const H = 720
const WATER = 512
/** Layers are painted wider than the picture so that the camera can move. */
const PAD = 160

interface Row {
  seed: number
  tone: Rgb
  base: number
  tall: number
  depth: number
}

const ROWS: Row[] = [
  { seed: 11, tone: [0.16, 0.11, 0.19], base: 486, tall: 210, depth: 0.25 },
  { seed: 23, tone: [0.13, 0.085, 0.12], base: 500, tall: 260, depth: 0.5 },
  { seed: 37, tone: [0.1, 0.075, 0.085], base: 512, tall: 230, depth: 0.8 },
]

/** The paper city at dusk over the water, a slow push with a hand-held wobble, a paper boat with a lantern crossing. */
export function harbour(frames: number): (n: number) => Sheet {
  const sky = paintSky()
  const rows = ROWS.map(paintRow)
  const boat = paintBoat()
  return (n) => {
    const t = n / 24
    const push = 1 + 0.055 * smooth(n / frames)
    const [wx, wy] = wobble(t, 3)
    const upper = sheet(W, WATER)
    lay(upper, sky, W / 2 + PAD, 300, W / 2 + wx * 0.2, 300 + wy * 0.2, 1 + (push - 1) * 0.15)
    ROWS.forEach((row, i) => {
      const { street, lights } = rows[i] as { street: Sheet; lights: Sheet }
      const scale = 1 + (push - 1) * (0.4 + row.depth)
      const [x, y] = [W / 2 + wx * (0.4 + row.depth), WATER + wy * (0.3 + row.depth * 0.5)]
      lay(upper, street, W / 2 + PAD, WATER, x, y, scale)
      lay(upper, lights, W / 2 + PAD, WATER, x, y, scale, 0, 0.93 + 0.07 * Math.sin(t * 5 + i))
    })
    const picture = sheet(W, H)
    picture.data.set(upper.data)
    water(picture, t)
    const [bx, by] = [-120 + 900 * (n / frames), 566 + 3 * Math.sin(t * 1.9)]
    const tilt = 0.03 * Math.sin(t * 1.4)
    shine(picture, bx + 34, by - 56, 46, [0.5, 0.26, 0.08])
    lay(picture, boat, 150, 150, bx, by, 1 + (push - 1) * 1.6, tilt)
    return picture
  }
}

const smooth = (t: number) => t * t * (3 - 2 * t)

function paintSky(): Sheet {
  const s = sheet(W + 2 * PAD, WATER)
  const [top, middle, low]: [Rgb, Rgb, Rgb] = [
    [0.055, 0.05, 0.14],
    [0.3, 0.13, 0.21],
    [0.92, 0.42, 0.2],
  ]
  paint(
    s,
    () => -9,
    (x, y) => {
      const v = y / WATER
      const c = v < 0.55 ? mixed(top, middle, v / 0.55) : mixed(middle, low, (v - 0.55) / 0.45)
      const k = 0.86 + 0.28 * cloud(x / 260, y / 60, 5)
      return [c[0] * k, c[1] * k, c[2] * k]
    },
  )
  for (let i = 0; i < 70; i++) {
    const [x, y] = [chance(i, 1) * s.width, chance(i, 2) * 250]
    shine(s, x, y, 1 + chance(i, 3), [0.5, 0.5, 0.6])
  }
  // A cut-out moon, hung with a soft shadow of its own on the paper sky.
  const [mx, my] = [W * 0.74 + PAD, 128]
  paint(
    s,
    (x, y) => Math.hypot(x - mx - 9, y - my - 11) - 50,
    () => [0.03, 0.02, 0.06],
    { soft: 26, alpha: 0.5 },
  )
  paint(s, (x, y) => Math.hypot(x - mx, y - my) - 50, paper([1.5, 1.28, 0.92], 71))
  return s
}

function paintRow(row: Row): { street: Sheet; lights: Sheet } {
  const street = sheet(W + 2 * PAD, WATER)
  const lights = sheet(W + 2 * PAD, WATER)
  const fade = (_: number, y: number) => 0.55 + 0.75 * (y / WATER)
  let x = -30
  for (let i = 0; x < street.width; i++) {
    const w = 74 + 92 * chance(i, row.seed)
    const h = row.tall * (0.45 + 0.75 * chance(i, row.seed + 1))
    house(street, lights, row, i, x, w, h, fade)
    x += w * (0.86 + 0.22 * chance(i, row.seed + 2))
  }
  return { street, lights }
}

function house(
  street: Sheet,
  lights: Sheet,
  row: Row,
  i: number,
  x: number,
  w: number,
  h: number,
  light: (x: number, y: number) => number,
) {
  const pitch = w * (0.35 + 0.4 * chance(i, row.seed + 3))
  const [top, right] = [row.base - h, x + w]
  const outline: Point[] = [
    [x, WATER + 4],
    [x, top],
    [x + w / 2, top - pitch],
    [right, top],
    [right, WATER + 4],
  ]
  const box = { left: x - 30, top: top - pitch - 30, right: right + 40, bottom: WATER }
  const moved = outline.map(([px, py]): Point => [px + 9, py + 7])
  paint(street, polygon(...moved), () => [0.012, 0.008, 0.02], { soft: 26, alpha: 0.55, box })
  const shift = chance(i, row.seed + 4) - 0.5
  const tone: Rgb = [
    row.tone[0] * (1 + shift * 0.7),
    row.tone[1] * (1 + shift * 0.5),
    row.tone[2] * (1 - shift * 0.5),
  ]
  paint(street, polygon(...outline), paper(tone, row.seed + i, light), { box })
  const roof: Point[] = [
    [x - 5, top + 5],
    [x + w / 2, top - pitch - 4],
    [right + 5, top + 5],
    [x + w / 2, top - pitch + 10],
  ]
  paint(
    street,
    polygon(...roof),
    paper([tone[0] * 0.55, tone[1] * 0.5, tone[2] * 0.6], row.seed + i + 50, light),
    { box },
  )
  const across = Math.max(1, Math.floor(w / 40))
  const down = Math.max(1, Math.floor(h / 52))
  for (let c = 0; c < across; c++) {
    for (let r = 0; r < down; r++) {
      if (chance(i * 31 + c, r, row.seed + 5) > 0.52) continue
      const [ww, wh] = [11 + 5 * row.depth, 15 + 7 * row.depth]
      const wx = x + ((c + 0.5) * w) / across - ww / 2
      const wy = top + 16 + (r * (h - 20)) / down
      const warm = 0.75 + 0.8 * chance(c, r, row.seed + i)
      const pane = polygon([wx, wy], [wx + ww, wy], [wx + ww, wy + wh], [wx, wy + wh])
      const cell = { left: wx - 2, top: wy - 2, right: wx + ww + 2, bottom: wy + wh + 2 }
      paint(
        lights,
        pane,
        (px, py) => {
          const bar = Math.abs(px - wx - ww / 2) < 1 || Math.abs(py - wy - wh / 2) < 1 ? 0.25 : 1
          return [1.9 * warm * bar, 1.02 * warm * bar, 0.36 * warm * bar]
        },
        { box: cell },
      )
    }
  }
}

/** The upper picture mirrored in water that moves: rows shifted by small waves, darker and cooler. */
function water(picture: Sheet, t: number): void {
  for (let y = WATER; y < H; y++) {
    const depth = (y - WATER) / (H - WATER)
    const from = WATER - 1 - (y - WATER) * 1.25 - 3 * Math.sin(y * 0.55 + t * 2.2) * depth
    for (let x = 0; x < W; x++) {
      const wave =
        Math.sin(y * 0.9 - t * 3 + Math.sin(x * 0.013 + t) * 2) * (2 + 12 * depth) +
        Math.sin(y * 0.33 + x * 0.02 + t * 1.6) * 5 * depth
      const sx = Math.min(W - 1, Math.max(0, Math.round(x + wave)))
      const sy = Math.min(WATER - 1, Math.max(0, Math.round(from + Math.sin(x * 0.05 + t * 2.4) * 3 * depth)))
      const at = (y * W + x) * 4
      const src = (sy * W + sx) * 4
      const k = 0.62 - 0.3 * depth
      const crest = Math.max(0, Math.sin(y * 1.3 + x * 0.021 - t * 2.6) - 0.93) * 0.5 * (1 - depth)
      picture.data[at] = (picture.data[src] as number) * k * 0.86 + 0.008 + crest
      picture.data[at + 1] = (picture.data[src + 1] as number) * k * 0.94 + 0.012 + crest * 0.7
      picture.data[at + 2] = (picture.data[src + 2] as number) * k * 1.1 + 0.03 + crest * 0.6
      picture.data[at + 3] = 1
    }
  }
}

function paintBoat(): Sheet {
  const s = sheet(300, 230)
  paint(
    s,
    (x, y) => Math.hypot((x - 150) / 1.9, y - 176) - 34,
    () => [0.01, 0.01, 0.02],
    { soft: 24, alpha: 0.5 },
  )
  paint(
    s,
    polygon([64, 146], [236, 146], [206, 178], [92, 178]),
    paper([0.62, 0.5, 0.38], 91, (_, y) => 1.25 - (y - 140) / 70),
  )
  paint(s, polygon([92, 146], [150, 58], [150, 146]), paper([0.8, 0.7, 0.56], 92))
  paint(s, polygon([156, 146], [156, 70], [206, 146]), paper([0.5, 0.36, 0.3], 93))
  paint(
    s,
    (x, y) => Math.hypot((x - 184) * 1.25, y - 96) - 15,
    (_, y) => [3.4, 1.75 - (y - 96) * 0.01, 0.55],
  )
  return s
}
