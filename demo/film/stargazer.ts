import { felt, limewood, paint, spot, wood, yarn } from './look'
import { eyeball } from './eyes'
import { chance, drift } from './motion'
import { cylinder, group, matrix, mesh, sphere } from './sdl'
import { add, at, chain, lerp, type Place, sub, times, turn, unit, type V3 } from './space'
import { ball, block, both, egg, join, type Mesh, rod, skin, type Solid, tubes, without } from './surface'

/** How the stargazer holds himself. Angles in degrees; a positive nod bows, a positive look turns to the picture's right. */
export interface StargazerPose {
  nod: number
  look: number
  tilt: number
  jaw: number
  lids: number
  gaze: readonly [number, number]
  brows: number
  /** Seconds, for the wind in the hair; and how strong it blows from the left. */
  time: number
  wind: number
}

export const REST: StargazerPose = {
  nod: 0,
  look: 0,
  tilt: 0,
  jaw: 0,
  lids: 0.12,
  gaze: [0, 0],
  brows: 0,
  time: 0,
  wind: 0,
}

/** Points of the face on the head's own axes. */
export const FACE = {
  leftEye: [-0.34, 0.14, -0.98] as V3,
  rightEye: [0.34, 0.14, -0.98] as V3,
  nose: [0, -0.2, -1.4] as V3,
  mouth: [0, -0.6, -0.94] as V3,
  low: [-0.95, -1.16, -0.9] as V3,
  high: [0.95, 1.0, -0.5] as V3,
}

const EYES: V3[] = [
  [-0.34, 0.14, -0.72],
  [0.34, 0.14, -0.72],
]

const skull: Solid = join(
  0.22,
  egg([0, 0.12, 0], [0.88, 1.0, 0.9]),
  egg([0, -0.5, -0.3], [0.62, 0.62, 0.56]),
  ball([-0.46, -0.28, -0.56], 0.3),
  ball([0.46, -0.28, -0.56], 0.3),
  ball([0, -0.86, -0.5], 0.26),
)
const face: Solid = join(
  0.09,
  without(0.12, without(0.12, skull, ball([-0.34, 0.16, -0.92], 0.32)), ball([0.34, 0.16, -0.92], 0.32)),
  rod([0, 0.12, -0.84], [0, -0.18, -1.16], 0.11, 0.2),
  ball([-0.13, -0.24, -1.06], 0.11),
  ball([0.13, -0.24, -1.06], 0.11),
  egg([-0.9, -0.06, 0.05], [0.12, 0.26, 0.18]),
  egg([0.9, -0.06, 0.05], [0.12, 0.26, 0.18]),
)
const mouthBlock = block([0, -1.1, -0.9], [0.33, 0.5, 0.62], 0.05)
const headSolid = without(0.015, face, block([0, -1.1, -0.9], [0.35, 0.52, 0.64], 0.05))
const jawSolid = both(face, mouthBlock)

let carved: { head: string; jaw: string } | undefined
const carve = () =>
  (carved ??= {
    head: mesh(skin(headSolid, [-1.1, -1.3, -1.45], [1.1, 1.2, 1.0], 0.042), 'LOOK'),
    jaw: mesh(skin(jawSolid, [-0.5, -1.3, -1.2], [0.5, -0.5, 0.1], 0.034), 'LOOK'),
  })

const lidWood = wood([0.5, 0.3, 0.155], [0.34, 0.18, 0.08])
const blemishes = [
  spot([0.16, 0.07, 0.035], [0.56, -0.3, -0.82], 0.1),
  spot([0.2, 0.09, 0.04], [0.4, -0.48, -0.86], 0.055),
  spot([0.16, 0.07, 0.035], [-0.5, -0.14, -0.86], 0.07),
  spot([0.2, 0.08, 0.05], [0.2, 0.62, -0.82], 0.08),
]
const rouge = [
  spot([0.62, 0.16, 0.09], [-0.48, -0.34, -0.86], 0.3, 0.42),
  spot([0.62, 0.16, 0.09], [0.48, -0.34, -0.86], 0.3, 0.42),
]

/** The head's placement for a pose: it turns on the neck below it. */
export function headPlace({ nod, look, tilt }: StargazerPose, neck: Place): Place {
  return chain(neck, turn('y', -look), turn('x', -nod), turn('z', -tilt), at([0, 1.18, -0.08]))
}

/** The head with eyes, brows and jaw, without its hair. */
export function stargazerFace(pose: StargazerPose, neck: Place): string {
  const place = headPlace(pose, neck)
  const { head, jaw } = carve()
  const face = `${limewood} ${rouge.join(' ')} ${blemishes.join(' ')}`
  const jawPlace = chain(at([0, -0.55, -0.1]), turn('x', -16 * pose.jaw), at([0, 0.55, 0.1]))
  const lip = (points: V3[], r: number) =>
    mesh(
      tubes([points], (t) => r * (0.55 + 0.45 * Math.sin(Math.PI * t)), 8),
      paint([0.36, 0.065, 0.045], 0.25),
    )
  return group(
    [
      head.replace('LOOK', face),
      group(
        [
          jaw.replace('LOOK', limewood),
          lip(
            arc(-0.26, 0.26, 9, (x) => [x, -0.64 + 0.25 * x * x, front(x, -0.64)]),
            0.05,
          ),
        ],
        jawPlace,
      ),
      lip(
        arc(-0.38, 0.38, 13, (x) => [x, -0.555 + 0.5 * x * x, front(x, -0.53)]),
        0.05,
      ),
      sphere([0, -0.72, -0.3], 0.3, paint([0.02, 0.008, 0.006], 0)),
      ...EYES.flatMap((centre, i) =>
        eyeball({ centre, r: 0.235, side: i ? 1 : -1, ...pose, iris: [0.05, 0.14, 0.2], lid: lidWood }),
      ),
      ...[-1, 1].map((side) => brow(side, pose, felt([0.12, 0.045, 0.022], 0.04))),
    ],
    place,
  )
}

/** The woollen hair of the head. */
export const stargazerHair = (pose: StargazerPose, neck: Place): string =>
  group([mesh(hair(pose), yarn([0.42, 0.13, 0.045]))], headPlace(pose, neck))

export const stargazerHead = (pose: StargazerPose, neck: Place): string =>
  stargazerFace(pose, neck) + stargazerHair(pose, neck)

/** How far in front the face lies at a height: marches from the front until it meets the wood. */
function front(x: number, y: number): number {
  let z = -1.6
  for (let i = 0; i < 60; i++) z += Math.max(0.002, face(x, y, z)) * 0.8
  return z
}

const arc = (from: number, to: number, count: number, point: (x: number) => V3): V3[] =>
  Array.from({ length: count }, (_, i) => point(from + ((to - from) * i) / (count - 1)))

function brow(side: number, { brows }: StargazerPose, look: string): string {
  const line = arc(0, 1, 8, (t) => {
    const x = side * (0.12 + 0.46 * t)
    const y = 0.5 + brows * 0.12 + 0.11 * Math.sin(Math.PI * (0.25 + t * 0.7)) - 0.07
    return [x, y, front(x, y) - 0.02]
  })
  return mesh(
    tubes([line], (t) => 0.075 * (0.5 + 0.5 * Math.sin(Math.PI * (0.12 + 0.76 * t))), 8),
    look,
  )
}

/** Locks of yarn from the crown outwards: they fall, curl, sway with the wind, and stay out of the face. */
function hair({ time, wind }: StargazerPose): Mesh {
  const lines: V3[][] = []
  for (let i = 0; i < 430; i++) {
    const angle = 2 * Math.PI * chance(i, 1, 5)
    const high = 0.02 + 0.98 * chance(i, 2, 5) ** 0.8
    const inFace = Math.cos(angle) > 0.25
    const y = inFace ? 0.6 + 0.4 * high : -0.35 + 1.3 * high
    const ring = Math.sqrt(Math.max(0, 1 - y * y))
    const root: V3 = [Math.sin(angle) * ring * 0.86, 0.12 + y * 0.98, -Math.cos(angle) * ring * 0.88]
    const out = unit([root[0], root[1] - 0.1, root[2]])
    const fly = i % 5 === 0
    const reach = (inFace ? 0.4 : 0.8) * (0.75 + 0.5 * chance(i, 3, 5)) * (fly ? 1.15 : 1)
    const turns = 1.2 + 1.6 * chance(i, 4, 5)
    const phase = 6.3 * chance(i, 5, 5)
    const aside: V3 = unit([-out[2] + 0.2, 0.1, out[0]])
    lines.push(
      arc(0, 1, 12, (t) => {
        const fall = (inFace ? 0.1 : 0.5) * t * t * reach
        const curl = (fly ? 0.05 : 0.085) * t ** 0.5
        const a = phase + turns * 6.28 * t
        const gust = wind * t ** 1.6 * reach * (0.55 + 0.45 * drift(time * 2.2 - root[0] * 0.9, i % 7))
        const p = add(root, times(out, reach * t * (1 - 0.25 * t)))
        const curled = add(add(p, times(aside, curl * Math.cos(a))), [0, curl * Math.sin(a) - fall, 0])
        return add(curled, [gust, gust * 0.12 * drift(time * 3.1, i % 5), 0.15 * gust])
      }),
    )
  }
  return tubes(lines, (t, i) => (i % 5 === 0 ? 0.012 : 0.042) * (1 - 0.35 * t), 4)
}

/** Coat, scarf and neck, standing at the neck's foot. */
export function stargazerBody(neck: Place): string {
  const coat = felt([0.055, 0.115, 0.13], 0.07)
  const body = mesh(
    skin(
      join(0.3, egg([0, -1.25, 0.1], [1.15, 0.95, 0.72]), egg([0, -2.4, 0.1], [1.25, 1.5, 0.85])),
      [-1.4, -4, -0.9],
      [1.4, -0.2, 1.1],
      0.11,
    ),
    coat,
  )
  const buttons = [-1.35, -1.85, -2.35].map((y, i) =>
    sphere([0, y, -0.62 - [0, 0.1, 0.12][i]!], 0.085, paint([0.55, 0.36, 0.12], 0.6)),
  )
  const fold = arc(0, 1, 40, (t) => {
    const a = 2 * Math.PI * t
    return [0.62 * Math.cos(a), -0.34 + 0.06 * Math.sin(3 * a), -0.02 + 0.6 * Math.sin(a)]
  })
  const fold2 = arc(0, 1, 40, (t) => {
    const a = 2 * Math.PI * t
    return [0.72 * Math.cos(a), -0.58 + 0.07 * Math.sin(2 * a + 1), -0.02 + 0.66 * Math.sin(a)]
  })
  const end = arc(0, 1, 12, (t) => [
    0.42 + 0.08 * Math.sin(t * 3),
    -0.6 - 0.95 * t,
    -0.66 - 0.18 * Math.sin(t * 2.2),
  ])
  const scarf = mesh(
    tubes([fold, fold2, end], (t, l) => (l === 2 ? 0.15 + 0.03 * t : 0.19 + 0.02 * Math.sin(t * 30)), 12),
    felt([0.56, 0.29, 0.05], 0.09),
  )
  return group([body, scarf, ...buttons, cylinder([0, -0.6, 0], [0, 0.45, 0], 0.3, limewood)], neck)
}

/** An arm in a felt sleeve from shoulder to wrist, with a wooden hand whose palm faces along the hand's −z. */
export function arm(shoulder: V3, elbow: V3, hand: Place, curl: number): string {
  const wrist = hand.o
  const sleeve = mesh(
    tubes(
      [
        [
          shoulder,
          lerp(shoulder, elbow, 0.5),
          lerp(shoulder, elbow, 0.9),
          add(elbow, times(unit(sub(wrist, elbow)), 0.12)),
          lerp(elbow, wrist, 0.5),
          lerp(elbow, wrist, 0.86),
        ],
      ],
      (t) => 0.3 - 0.06 * t,
      14,
    ),
    felt([0.055, 0.115, 0.13], 0.07),
  )
  const cuff = sphere(lerp(elbow, wrist, 0.86), 0.27, felt([0.56, 0.29, 0.05], 0.07))
  return group([sleeve, cuff, mesh(handMesh(curl), `${limewood} ${matrix(hand)}`)])
}

const hands = new Map<number, Mesh>()

/** A mitten-broad wooden hand with three fingers and a thumb, along +y from the wrist; curl 0 to 1 closes it. */
function handMesh(curl: number): Mesh {
  const key = Math.round(curl * 20)
  const known = hands.get(key)
  if (known) return known
  const parts: Solid[] = [egg([0, 0.3, 0], [0.24, 0.3, 0.13]), rod([0, -0.15, 0], [0, 0.2, 0], 0.13)]
  for (const [x, len] of [
    [-0.17, 0.34],
    [0, 0.4],
    [0.17, 0.35],
  ] as const) {
    const base: V3 = [x, 0.5, 0]
    const bend = (key / 20) * 1.5
    const mid = add(base, [x * 0.25, len * 0.55 * Math.cos(bend * 0.6), -len * 0.55 * Math.sin(bend * 0.6)])
    const tip = add(mid, [x * 0.1, len * 0.55 * Math.cos(bend * 1.5), -len * 0.55 * Math.sin(bend * 1.5)])
    parts.push(rod(base, mid, 0.088, 0.08), rod(mid, tip, 0.08, 0.07))
  }
  parts.push(rod([0.2, 0.22, 0], [0.38, 0.42, -0.08], 0.09, 0.075))
  const made = skin(join(0.05, ...parts), [-0.5, -0.35, -0.6], [0.6, 1.5, 0.3], 0.035)
  hands.set(key, made)
  return made
}
