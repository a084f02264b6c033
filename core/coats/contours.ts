import type { Body, Pieces } from '../kernels'

/** Closed contours as the straight pieces of a body. */
export function piecesOf(contours: readonly (readonly number[])[]): Pieces {
  const pieces = new Float32Array(contours.reduce((n, c) => n + c.length * 2, 0))
  let at = 0
  for (const contour of contours)
    for (let i = 0; i < contour.length; i += 2, at += 4) {
      const next = (i + 2) % contour.length
      pieces[at] = contour[i] as number
      pieces[at + 1] = contour[i + 1] as number
      pieces[at + 2] = contour[next] as number
      pieces[at + 3] = contour[next + 1] as number
    }
  return pieces
}

/** The closed contours that the pieces of bodies make up: one ends where its next piece begins elsewhere. */
export function contoursOfBodies(bodies: readonly Pick<Body, 'pieces'>[]): number[][] {
  const out: number[][] = []
  for (const { pieces } of bodies) {
    let open: number[] = []
    for (let i = 0; i < pieces.length; i += 4) {
      const goesOn = i > 0 && pieces[i] === pieces[i - 2] && pieces[i + 1] === pieces[i - 1]
      const isClosed = open.length > 2 && pieces[i - 2] === open[0] && pieces[i - 1] === open[1]
      if (!goesOn || isClosed) out.push((open = []))
      open.push(pieces[i] as number, pieces[i + 1] as number)
    }
  }
  return out.filter((c) => c.length >= 6)
}
