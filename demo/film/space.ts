/** Points and directions of the film's stage: x right, y up, z away from the camera; one unit is the height of a puppet's face. */
export type V3 = readonly [number, number, number]

export const add = (a: V3, b: V3): V3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
export const sub = (a: V3, b: V3): V3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
export const times = (a: V3, k: number): V3 => [a[0] * k, a[1] * k, a[2] * k]
export const dot = (a: V3, b: V3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: V3, b: V3): V3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
export const length = (a: V3): number => Math.hypot(a[0], a[1], a[2])
export const unit = (a: V3): V3 => times(a, 1 / (length(a) || 1))
export const lerp = (a: V3, b: V3, t: number): V3 => add(times(a, 1 - t), times(b, t))

/** A placement in space: where the axes and the origin of a thing go. */
export interface Place {
  x: V3
  y: V3
  z: V3
  o: V3
}

export const HERE: Place = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], o: [0, 0, 0] }

export const turned = (p: Place, v: V3): V3 => add(add(times(p.x, v[0]), times(p.y, v[1])), times(p.z, v[2]))
export const placed = (p: Place, v: V3): V3 => add(p.o, turned(p, v))

/** First `inner`, then `outer`. */
export const within = (outer: Place, inner: Place): Place => ({
  x: turned(outer, inner.x),
  y: turned(outer, inner.y),
  z: turned(outer, inner.z),
  o: placed(outer, inner.o),
})

export const at = (o: V3): Place => ({ ...HERE, o })
export const sized = (k: number): Place => ({ x: [k, 0, 0], y: [0, k, 0], z: [0, 0, k], o: [0, 0, 0] })
export const chain = (...places: Place[]): Place => places.reduce(within, HERE)

/** Turns about an axis by degrees; about x a positive angle tips the top away from the camera (y towards z). */
export function turn(axis: 'x' | 'y' | 'z', degrees: number): Place {
  const c = Math.cos((degrees * Math.PI) / 180)
  const s = Math.sin((degrees * Math.PI) / 180)
  if (axis === 'x') return { ...HERE, y: [0, c, s], z: [0, -s, c] }
  if (axis === 'y') return { ...HERE, x: [c, 0, -s], z: [s, 0, c] }
  return { ...HERE, x: [c, s, 0], y: [-s, c, 0] }
}

/** A placement whose z looks from `from` to `to`, with y as near to up as can be. */
export function looking(from: V3, to: V3, roll = 0): Place {
  const z = unit(sub(to, from))
  const x = unit(cross([0, 1, 0], z))
  return within({ x, y: cross(z, x), z, o: from }, turn('z', roll))
}

/** A pinhole camera: its placement looks along its z; `focal` is in picture heights. */
export interface Camera {
  place: Place
  focal: number
  width: number
  height: number
}

/** Where a point of the stage is seen, in pixels (the centre of the first pixel is 0.5, 0.5), and its depth along the view. */
export function seen(
  { place, focal, width, height }: Camera,
  point: V3,
): { x: number; y: number; depth: number } {
  const v = sub(point, place.o)
  const depth = dot(v, place.z)
  const k = (focal * height) / depth
  return { x: width / 2 + k * dot(v, place.x), y: height / 2 - k * dot(v, place.y), depth }
}

/** The homography (row-major 3x3) that takes (u, v) of the plane o + u·a + v·b to pixels. */
export function planeToPicture({ place, focal, width, height }: Camera, o: V3, a: V3, b: V3): number[] {
  const column = (v: V3) => {
    const [x, y, z] = [dot(v, place.x), dot(v, place.y), dot(v, place.z)]
    const f = focal * height
    return [f * x + (width / 2) * z, -f * y + (height / 2) * z, z]
  }
  const [ca, cb, co] = [column(a), column(b), column(sub(o, place.o))] as [number[], number[], number[]]
  return [0, 1, 2].flatMap((i) => [ca[i] as number, cb[i] as number, co[i] as number])
}
