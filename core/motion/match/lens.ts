import type { Lens } from '../../kernels'

export type { Lens }

/** Where a place that the lens shows would lie without it. */
export function straightened(lens: Lens | undefined, x: number, y: number): [number, number] {
  if (!lens) return [x, y]
  const [dx, dy] = [x - lens.centre[0], y - lens.centre[1]]
  const by = 1 + lens.bend * (dx * dx + dy * dy)
  return [lens.centre[0] + dx * by, lens.centre[1] + dy * by]
}

/** Where the lens shows a place: s = 1 / (1 + bend |p|^2 s^2), by repetition. */
export function bent(lens: Lens | undefined, x: number, y: number): [number, number] {
  if (!lens) return [x, y]
  const [dx, dy] = [x - lens.centre[0], y - lens.centre[1]]
  const far = lens.bend * (dx * dx + dy * dy)
  let s = 1
  for (let i = 0; i < 30; i++) s = 1 / (1 + far * s * s)
  return [lens.centre[0] + dx * s, lens.centre[1] + dy * s]
}
