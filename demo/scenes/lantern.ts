import {
  chance,
  cloud,
  disc,
  lay,
  mixed,
  paint,
  paper,
  polygon,
  type Rgb,
  sheet,
  type Sheet,
  shine,
} from './paper'

const W = 1280
const H = 720
const CORD = 470

/** A paper lantern swings in front of an out-of-focus workshop; dust drifts through its light. */
export function lantern(frames: number): (n: number) => Sheet {
  const room = paintRoom()
  const lamp = paintLamp()
  return (n) => {
    const t = n / 24
    const swing = 0.17 * Math.sin(t * 2.1) * Math.exp(-t * 0.07)
    const flicker = 0.94 + 0.06 * cloud(t * 3.1, 0.5, 8)
    const [px, py] = [700 + 14 * (n / frames), -90]
    const [x, y] = [px + CORD * Math.sin(swing), py + CORD * Math.cos(swing)]
    const picture = sheet(W, H)
    lay(picture, room, W / 2 + 60, H / 2 + 40, W / 2 - 18 * (n / frames), H / 2 + 4 * Math.sin(t * 0.8))
    shine(picture, x, y + 40, 250, [0.26 * flicker, 0.125 * flicker, 0.035 * flicker])
    dust(picture, t, x, y)
    paint(
      picture,
      polygon([px - 2, py], [px + 2, py], [x + 2, y - 120], [x - 2, y - 120]),
      () => [0.02, 0.014, 0.012],
      {
        box: { left: Math.min(px, x) - 4, right: Math.max(px, x) + 4, top: 0, bottom: y - 100 },
      },
    )
    lay(picture, lamp, 160, 200, x, y, 1, -swing, flicker)
    return picture
  }
}

/** Shelves, jars and lights far behind, as a lens leaves them: discs of soft colour. */
function paintRoom(): Sheet {
  const s = sheet(W + 120, H + 80)
  const [dark, warm]: [Rgb, Rgb] = [
    [0.012, 0.016, 0.03],
    [0.11, 0.055, 0.03],
  ]
  paint(
    s,
    () => -9,
    (x, y) => {
      const k = 0.7 + 0.6 * cloud(x / 300, y / 240, 3, 2)
      const c = mixed(dark, warm, Math.min(1, Math.max(0, 0.25 + 0.5 * (y / H) + 0.3 * Math.sin(x / 260))))
      return [c[0] * k, c[1] * k, c[2] * k]
    },
  )
  for (let i = 0; i < 26; i++) {
    const [x, y] = [chance(i, 41) * s.width, 120 + chance(i, 42) * 430]
    const tall = 50 + 150 * chance(i, 43)
    const tone: Rgb = [0.05 + 0.1 * chance(i, 44), 0.035 + 0.05 * chance(i, 45), 0.03 + 0.07 * chance(i, 46)]
    paint(s, polygon([x, y], [x + 60, y], [x + 60, y + tall], [x, y + tall]), () => tone, {
      soft: 54,
      alpha: 0.75,
    })
  }
  for (let i = 0; i < 46; i++) {
    const [x, y, r] = [chance(i, 51) * s.width, chance(i, 52) * s.height * 0.8, 10 + 34 * chance(i, 53) ** 2]
    const bright = 0.1 + 0.75 * chance(i, 54) ** 3
    const tone = mixed([1, 0.5, 0.16], [0.35, 0.5, 0.9], chance(i, 55) > 0.72 ? 0.9 : 0.1 * chance(i, 56))
    const rim = (_x: number, _y: number, d: number): Rgb => {
      const k = bright * (0.75 + 0.5 * Math.exp(-((d + 2.5) ** 2) / 8))
      return [tone[0] * k, tone[1] * k, tone[2] * k]
    }
    paint(s, disc(x, y, r), rim, {
      soft: 3,
      alpha: 0.85,
      add: true,
      box: { left: x - r, right: x + r, top: y - r, bottom: y + r },
    })
  }
  return s
}

function paintLamp(): Sheet {
  const s = sheet(320, 420)
  const body = (x: number, y: number) => {
    const v = (y - 205) / 118
    return Math.abs(v) > 1 ? 40 : Math.abs(x - 160) - (58 + 48 * Math.sqrt(1 - v * v))
  }
  // Lit from within: brightest low in the middle, ribs of bent cane across, paper fibres in between.
  paint(s, body, (x, y) => {
    const core = Math.exp(-((x - 160) ** 2 / 4600 + (y - 232) ** 2 / 5200))
    const rib = 0.62 + 0.38 * Math.min(1, Math.abs(Math.sin(((y - 87) / 236) * Math.PI * 7)) * 3)
    const side = 1 - 0.55 * Math.min(1, ((x - 160) / 106) ** 2)
    const k = (0.75 + 5.2 * core) * rib * side * (0.85 + 0.3 * cloud(x / 22, y / 40, 61))
    return [k * 1.05, k * 0.5, k * 0.15]
  })
  for (const [y0, y1] of [
    [76, 96],
    [314, 336],
  ] as const) {
    paint(s, polygon([98, y0], [222, y0], [222, y1], [98, y1]), paper([0.09, 0.05, 0.04], 63))
  }
  for (let i = 0; i < 9; i++) {
    const x = 118 + i * 10.5
    const long = 30 + 14 * chance(i, 65)
    paint(s, polygon([x - 1.6, 336], [x + 1.6, 336], [x + 2.4, 336 + long], [x - 2.4, 336 + long]), () => [
      0.5, 0.13, 0.08,
    ])
  }
  return s
}

function dust(picture: Sheet, t: number, x: number, y: number): void {
  for (let i = 0; i < 90; i++) {
    const [dx, dy] = [
      chance(i, 81) * W + 30 * Math.sin(t * 0.5 + i),
      (chance(i, 82) * H + t * (6 + 14 * chance(i, 83))) % H,
    ]
    const lit = Math.exp(-((dx - x) ** 2 + (dy - y) ** 2) / 120000)
    const k = lit * (0.15 + 0.5 * chance(i, 84)) * (0.6 + 0.4 * Math.sin(t * 2 + i * 1.7))
    shine(picture, dx, dy, 1.1 + 2.2 * chance(i, 85), [k, k * 0.62, k * 0.3])
  }
}
