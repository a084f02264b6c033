import type { Plane } from '../frame'
import { maths } from '../maths'
import { invertMatte } from './channels'
import type { Kernels } from './kernels'
import { Rows } from './rows'

/**
 * Grows a matte (radius above 0) or shrinks it (below 0) by a disc: the greatest or least value within |radius| pixels. The disc of whole radius r holds
 * pixels with dx^2 + dy^2 <= r^2; between whole radii the two nearest results are mixed, so that an animated radius moves smoothly. What lies
 * beyond the border is the border's own value.
 */
export function grow(k: Kernels, matte: Plane, radius: number): Plane {
  if (radius < 0) {
    const inverse = copy(k, matte)
    invertMatte(k, inverse)
    const grown = grow(k, inverse, -radius)
    k.free(inverse)
    invertMatte(k, grown)
    return grown
  }
  const whole = Math.floor(radius)
  const out = whole ? disc(k, matte, whole) : copy(k, matte)
  if (radius > whole) {
    const next = disc(k, matte, whole + 1)
    k.raw.mix(
      out.block.at,
      out.block.at,
      next.block.at,
      Math.ceil((matte.width * matte.height) / 4),
      radius - whole,
    )
    k.free(next)
  }
  return out
}

function copy(k: Kernels, plane: Plane): Plane {
  const out = k.plane(plane.width, plane.height)
  out.data.set(plane.data)
  return out
}

/** Maxima over a disc: each of its rows is covered by two runs of 2^k samples, whose maxima are prepared for every row once. */
function disc(k: Kernels, matte: Plane, r: number): Plane {
  const { width: w, height: h } = matte
  const out = k.plane(w, h)
  const half = Array.from({ length: 2 * r + 1 }, (_, i) =>
    Math.floor(Math.sqrt(r * r - maths.pow(i - r, 2) + 1e-9)),
  )
  const levels = Math.floor(maths.log2(2 * r + 1)) + 1
  const wide = w + 2 * r + 4
  const pitch = Math.ceil(wide / 16) * 64
  const slots = 2 * r + 1
  const list = Math.ceil((half.length * 8) / 64) * 64
  k.scratch(list + slots * levels * pitch, (block) => {
    const words = k.words(block)
    const floats = k.floats(block)
    const rows = new Rows(slots, block.at + list, levels * pitch, (row, at) => {
      const from = Math.min(h - 1, Math.max(0, row)) * w
      const to = (at - block.at) / 4
      floats.fill(matte.data[from] as number, to, to + r)
      floats.set(matte.data.subarray(from, from + w), to + r)
      floats.fill(matte.data[from + w - 1] as number, to + r + w, to + wide)
      k.raw.runMaxima(at, wide, pitch, levels)
      return true
    })
    for (let y = 0; y < h; y++) {
      half.forEach((reach, i) => {
        const at = rows.at(y + i - r) as number
        const length = 2 * reach + 1
        const level = Math.floor(maths.log2(length))
        const first = at + level * pitch + (r - reach) * 4
        words.set([first, first + (length - maths.pow(2, level)) * 4], i * 2)
      })
      k.raw.discRow(out.block.at + y * w * 4, w, block.at, half.length)
    }
  })
  return out
}

/**
 * Exact Euclidean distance in pixels from each pixel's centre to the nearest one whose matte is at least `level`; 0 inside. Where there is none at all,
 * the diagonal of the picture.
 */
export function distance(k: Kernels, matte: Plane, level = 0.5): Plane {
  const { width: w, height: h } = matte
  const out = k.plane(w, h)
  k.scratch(w * 12, ({ at }) =>
    k.raw.distance(out.block.at, matte.block.at, w, h, level, maths.hypot(w, h), at),
  )
  return out
}
