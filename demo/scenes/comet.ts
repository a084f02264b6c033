import {
  chance,
  cloud,
  disc,
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

/** The tin comet hangs on its thread over dark roofs, turning a little, its foil tail rustling; the camera pans after it. */
export function comet(frames: number): (n: number) => Sheet {
  const night = paintNight()
  const head = paintHead()
  const roofs = paintRoofs()
  const stars = Array.from({ length: 9 }, (_, i) => ({
    x: 120 + chance(i, 5) * 1300,
    y: 90 + chance(i, 6) * 260,
    r: 9 + 13 * chance(i, 7),
    i,
  }))
  return (n) => {
    const t = n / 24
    const pan = 90 * (n / frames)
    const [wx, wy] = wobble(t, 8)
    const picture = sheet(W, H)
    lay(picture, night, 40 + pan * 0.25, 40, wx * 0.2, wy * 0.2)
    for (const { x, y, r, i } of stars)
      hangStar(picture, x - pan * 0.55 + 5 * Math.sin(t * 0.9 + i), y + wy * 0.5, r, t + i)
    const [cx, cy] = [430 + 330 * (n / frames) - pan * 0.2 + wx, 300 + 26 * Math.sin(t * 0.8) + wy]
    thread(picture, cx, cy - 74)
    tail(picture, cx, cy, t)
    shine(picture, cx, cy, 150, [0.09, 0.1, 0.15])
    lay(picture, head, 90, 90, cx, cy, 1, 0.1 * Math.sin(t * 1.1))
    const glint = 0.5 + 0.5 * Math.sin(t * 1.7)
    shine(picture, cx - 24, cy - 26, 8, [3.2 * glint, 3.3 * glint, 3.6 * glint])
    lay(picture, roofs, pan, 0, wx * 1.3, 470 + wy * 1.2)
    return picture
  }
}

function paintNight(): Sheet {
  const s = sheet(W + 160, H + 80)
  paint(
    s,
    () => -9,
    (x, y) => {
      const c = mixed([0.012, 0.02, 0.06], [0.09, 0.075, 0.16], (y / H) ** 1.5)
      const k = 0.7 + 0.6 * cloud(x / 240, y / 130, 21)
      return [c[0] * k, c[1] * k, c[2] * k]
    },
  )
  for (let i = 0; i < 160; i++)
    shine(s, chance(i, 31) * s.width, chance(i, 32) * 520, 0.8 + chance(i, 33), [0.35, 0.38, 0.5])
  return s
}

/** Beaten tin: a disc with rings, rivets and a highlight that goes round with the light. */
function paintHead(): Sheet {
  const s = sheet(180, 180)
  paint(s, disc(97, 101, 70), () => [0.002, 0.002, 0.006], { soft: 30, alpha: 0.6 })
  paint(s, disc(90, 90, 70), (x, y, d) => {
    const [u, v] = [(x - 90) / 70, (y - 90) / 70]
    const turn = Math.atan2(v, u)
    const brushed = 0.75 + 0.4 * cloud(turn * 3, Math.hypot(u, v) * 26, 44, 3)
    const sheen = 0.35 + 0.65 * Math.max(0, Math.cos(2 * (turn + 0.9))) ** 3
    const ring = 1 - 0.5 * Math.exp(-((Math.hypot(u, v) - 0.72) ** 2) / 0.0008)
    const dent = 0.8 + 0.4 * cloud(u * 6, v * 6, 45, 2)
    const k = 0.62 * brushed * (0.4 + sheen) * ring * dent * (1 + 1.6 * Math.exp(-((d + 2) ** 2) / 3))
    return [k * 0.95, k * 1.0, k * 1.12]
  })
  for (let i = 0; i < 12; i++) {
    const a = (i / 12) * 2 * Math.PI
    paint(s, disc(90 + 60 * Math.cos(a), 90 + 60 * Math.sin(a), 3), () => [0.75, 0.7, 0.62])
  }
  const face: Rgb = [0.05, 0.045, 0.05]
  for (const x of [68, 112]) paint(s, disc(x, 82, 7), () => face)
  paint(
    s,
    (x, y) => Math.max(Math.abs(Math.hypot(x - 90, y - 88) - 34) - 2.4, 100 - y),
    () => face,
  )
  return s
}

function tail(picture: Sheet, cx: number, cy: number, t: number): void {
  for (let i = 0; i < 7; i++) {
    const lean = -0.42 + i * 0.14
    const points: Point[] = []
    const back: Point[] = []
    for (let j = 0; j <= 12; j++) {
      const s = j / 12
      const long = 60 + s * (230 + 40 * chance(i, 71))
      const wave = Math.sin(t * 3 - s * 5 + i * 1.3) * 14 * s
      const [x, y] = [cx - long * Math.cos(lean * 0.8), cy + long * Math.sin(lean * 0.55) + wave]
      const half = 9 * (1 - s * 0.75)
      points.push([x, y - half])
      back.unshift([x, y + half])
    }
    const warm = i % 2
    paint(
      picture,
      polygon(...points, ...back),
      (x, y) => {
        const k = 0.16 + 0.5 * Math.max(0, Math.sin(x * 0.045 + t * 3 + i)) ** 4 + 0.05 * chance(x, y, i)
        return warm ? [k * 1.25, k * 0.8, k * 0.34] : [k * 0.75, k * 0.86, k * 1.05]
      },
      { box: { left: cx - 350, right: cx, top: cy - 150, bottom: cy + 150 } },
    )
  }
}

function thread(picture: Sheet, x: number, y: number): void {
  paint(picture, polygon([x - 0.8, -5], [x + 0.8, -5], [x + 0.8, y], [x - 0.8, y]), () => [0.2, 0.2, 0.24], {
    box: { left: x - 3, right: x + 3, top: 0, bottom: y },
  })
}

function hangStar(picture: Sheet, x: number, y: number, r: number, t: number): void {
  thread(picture, x, y)
  const squash = Math.cos(t * 0.7)
  const points = Array.from({ length: 10 }, (_, i): Point => {
    const a = (i / 10) * 2 * Math.PI - Math.PI / 2
    const d = i % 2 ? r * 0.45 : r
    return [x + d * Math.cos(a) * (0.35 + 0.65 * Math.abs(squash)), y + d * Math.sin(a)]
  })
  const bright = 0.35 + 0.6 * Math.abs(squash)
  paint(picture, polygon(...points), paper([bright * 1.1, bright * 0.85, bright * 0.4], 13), {
    box: { left: x - r, right: x + r, top: y - r, bottom: y + r },
  })
}

function paintRoofs(): Sheet {
  const s = sheet(W + 220, 260)
  let x = -40
  for (let i = 0; x < s.width; i++) {
    const w = 120 + 130 * chance(i, 91)
    const top = 70 + 90 * chance(i, 92)
    const tone: Rgb = [0.02 + 0.02 * chance(i, 93), 0.016, 0.026]
    paint(
      s,
      polygon([x, 262], [x, top + 40], [x + w / 2, top - 20], [x + w, top + 40], [x + w, 262]),
      paper(tone, 95 + i),
      { box: { left: x - 2, right: x + w + 2, top: top - 24, bottom: 262 } },
    )
    const [cx, cy] = [x + w * 0.72, top - 22]
    paint(
      s,
      polygon([cx, cy], [cx + 20, cy], [cx + 20, top + 30], [cx, top + 30]),
      paper([0.03, 0.018, 0.02], 99),
    )
    if (chance(i, 94) > 0.3) {
      const [lx, ly] = [x + w * 0.38, top + 78]
      paint(s, polygon([lx, ly], [lx + 24, ly], [lx + 24, ly + 32], [lx, ly + 32]), () => [1.7, 0.86, 0.28], {
        box: { left: lx - 2, right: lx + 26, top: ly - 2, bottom: ly + 34 },
      })
    }
    x += w * 0.94
  }
  return s
}
