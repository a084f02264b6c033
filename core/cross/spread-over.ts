import type { Frame } from '../frame'
import type { Rgb } from '../kernels'
import type { Params } from '../params'
import type { CrossContext } from './crossing'
import { type Spread, spreading } from './spreading'

/** A colour that lies along the edge: how strong it is there, and how far it reaches, as shares of the whole way. */
interface Rim {
  colour: Rgb
  strength: number
  behind: number
  ahead: number
}

interface Look {
  /** How wide the edge itself is, as a share of the whole way. */
  width: number
  /** Colours that cover the picture, one over the other. */
  rims: readonly Rim[]
  /** Light that is added. */
  light?: Rim
}

/** How much of a rim there is so far ahead of the edge (behind it below 0): falls off as a square on either side. */
function rimAt({ strength, behind, ahead }: Rim, far: number): number {
  const left = far < 0 ? (behind > 0 ? 1 + far / behind : 0) : 1 - far / ahead
  return left > 0 ? strength * left * left : 0
}

/** The incoming picture spreads over the other from a point, with rims along its edge. */
export function spreadOver(
  {
    kernels: k,
    input,
    incoming,
    place,
    scale,
    p,
  }: Pick<CrossContext<Params>, 'kernels' | 'input' | 'incoming' | 'place' | 'scale' | 'p'>,
  v: Spread,
  { width, rims, light }: Look,
): Frame {
  const when = spreading(k, input, place, scale, v)
  const out = k.frame(input.width, input.height)
  const [a, b, to] = [input.data, incoming.data, out.data]
  const most = Math.max(width, ...rims.map((r) => r.ahead), light?.ahead ?? 0)
  const least = Math.max(width, ...rims.map((r) => r.behind), light?.behind ?? 0)
  // The rims come in from outside of the way and leave it, so that there is none at either end.
  const front = p * (1 + most + least) - most
  for (let i = 0, n = when.data.length; i < n; i++) {
    const far = (when.data[i] as number) - front
    const share = Math.min(1, Math.max(0, 0.5 - far / width))
    const at = i * 4
    for (let c = 0; c < 4; c++) {
      const from = a[at + c] as number
      to[at + c] =
        share <= 0 ? from : share >= 1 ? (b[at + c] as number) : from + ((b[at + c] as number) - from) * share
    }
    if (far > most || far < -least) continue
    const alpha = to[at + 3] as number
    for (const rim of rims) {
      const w = Math.min(1, rimAt(rim, far))
      if (w > 0)
        for (let c = 0; c < 3; c++)
          to[at + c] = (to[at + c] as number) * (1 - w) + (rim.colour[c] as number) * alpha * w
    }
    const lit = light ? rimAt(light, far) * alpha : 0
    if (light && lit > 0)
      for (let c = 0; c < 3; c++) to[at + c] = (to[at + c] as number) + (light.colour[c] as number) * lit
  }
  k.free(when)
  return out
}
