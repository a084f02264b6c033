import type { Frame } from '../frame'
import { maths } from '../maths'
import { transposed } from './channels'
import { type Edge, EDGES } from './filter'
import type { Kernels } from './kernels'

/**
 * Mean along a straight line through every pixel, from `before` px behind it to `after` px ahead in the direction of `angle` (degrees, 0 to the right,
 * 90 down). The picture is sheared until lines stand upright (linear between pixels), summed by running sums in double precision, and sheared
 * back; the cost does not depend on the length. Lines off the pixel grid are softened across by less than a pixel.
 */
export function directional(
  k: Kernels,
  src: Frame,
  angle: number,
  before: number,
  after: number,
  edge: Edge,
): Frame {
  const turn = (angle * Math.PI) / 180
  const [c, s] = [maths.cos(turn), maths.sin(turn)]
  if (Math.abs(c) > Math.abs(s)) {
    const turned = transposed(k, src)
    const blurred = upright(k, turned, c, s, before, after, edge)
    k.free(turned)
    const out = transposed(k, blurred)
    k.free(blurred)
    return out
  }
  return upright(k, src, s, c, before, after, edge)
}

/** Along a direction whose part down the rows is at least that across. */
function upright(
  k: Kernels,
  src: Frame,
  down: number,
  across: number,
  before: number,
  after: number,
  edge: Edge,
): Frame {
  const { width: w, height: h } = src
  const out = k.frame(w, h)
  const rows = Math.abs(down)
  const [up, low] = down > 0 ? [before * rows, after * rows] : [after * rows, before * rows]
  if (up + low <= 0) {
    out.data.set(src.data)
    return out
  }
  // Below 1e-9 a slope is the rounding of an angle.
  const slope = Math.abs(across / down) < 1e-9 ? 0 : across / down
  const wide = w + Math.ceil(Math.abs(slope) * (h - 1)) + 2
  k.scratch(wide * 16 * 5, ({ at }) =>
    k.raw.streak(out.block.at, src.block.at, w, h, slope, up, low, EDGES.indexOf(edge), at, wide),
  )
  return out
}

/** How a radial blur moves the picture about its centre while it is exposed. */
export type Turn =
  /** Degrees, clockwise. */
  | { kind: 'spin'; from: number; to: number }
  /** Sizes: 1 is the picture's own. */
  | { kind: 'zoom'; from: number; to: number }

/** Samples of the finest table: enough for a path of 1024 px. */
const LEVELS = 11

/**
 * Mean over a turn about (cx, cy), in pixels of the frame: samples at even steps of at most one pixel along each pixel's own path, 1024 at most, linear
 * between pixels. The cost grows with the paths' length.
 */
export function radial(
  k: Kernels,
  src: Frame,
  [cx, cy]: readonly [number, number],
  turn: Turn,
  edge: Edge,
): Frame {
  const { width: w, height: h } = src
  const out = k.frame(w, h)
  const unit = turn.kind === 'spin' ? Math.PI / 180 : 1
  const spread = Math.abs(turn.to - turn.from) * unit
  const radius = maths.hypot(Math.max(cx, w - cx), Math.max(cy, h - cy))
  const levels = Math.min(LEVELS, Math.ceil(maths.log2(Math.max(1, spread * radius))) + 1)
  const pairs: number[] = []
  for (let n = 1; n < maths.pow(2, levels); n *= 2)
    for (let i = 0; i < n; i++) {
      const t = turn.from + (turn.to - turn.from) * ((i + 0.5) / n)
      pairs.push(...(turn.kind === 'spin' ? [maths.cos(t * unit), maths.sin(t * unit)] : [t, 0]))
    }
  k.scratch(pairs.length * 4, (block) => {
    k.floats(block).set(pairs)
    k.raw.radial(out.block.at, src.block.at, w, h, cx, cy, block.at, levels, spread, EDGES.indexOf(edge))
  })
  return out
}
