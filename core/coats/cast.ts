import type { Body, Pieces } from '../kernels'

/**
 * The outlines of what bodies sweep over on a straight way: for every piece of an edge the parallelogram between where it was and where it comes to, all wound alike, and the bodies
 * themselves at both ends. Filled as a union they are a shadow drawn out without end caps.
 */
export function castPieces(bodies: readonly Body[], [dx, dy]: readonly [number, number]): Pieces {
  const out: number[] = []
  for (const { pieces } of bodies)
    for (let i = 0; i < pieces.length; i += 4) {
      const [ax, ay, bx, by] = [0, 1, 2, 3].map((j) => pieces[i + j] as number) as [
        number,
        number,
        number,
        number,
      ]
      out.push(ax, ay, bx, by, ax + dx, ay + dy, bx + dx, by + dy)
      const side = (bx - ax) * dy - (by - ay) * dx
      if (Math.abs(side) < 1e-9) continue
      const ring =
        side > 0
          ? [ax, ay, bx, by, bx + dx, by + dy, ax + dx, ay + dy]
          : [bx, by, ax, ay, ax + dx, ay + dy, bx + dx, by + dy]
      for (let c = 0; c < 8; c += 2)
        out.push(
          ring[c] as number,
          ring[c + 1] as number,
          ring[(c + 2) % 8] as number,
          ring[(c + 3) % 8] as number,
        )
    }
  return Float32Array.from(out)
}
