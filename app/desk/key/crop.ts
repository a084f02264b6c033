/** Both edges of a crop stay so far apart, as a share of the picture. */
const APART = 0.01
/** Nearer to the picture's border than this an edge takes nothing off. */
const SNAP = 0.004

/** A range of which one end is brought to a place: within the picture, never past the other end, and onto the border where it comes near. */
export function cropTo([from, to]: readonly [number, number], end: 0 | 1, at: number): [number, number] {
  if (end === 0) return [at < SNAP ? 0 : Math.min(at, to - APART), to]
  return [from, at > 1 - SNAP ? 1 : Math.max(at, from + APART)]
}
