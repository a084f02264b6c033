import type { Exposed, Look } from '../arrivals'
import {
  aligned,
  type Area,
  blit,
  type Frame,
  grown,
  intersection,
  isEmpty,
  type Size,
  union,
  wholeOf,
} from '../frame'
import { gaussianReach, type Kernels } from '../kernels'
import { invert, type Matrix3, multiply, shifted, through } from '../matrix'
import { lengthOf } from './drawing'
import { edgeOf, paintMotes } from './motes'
import { added, laidTogether, roomFor, seen, type Painting } from './seen'

/** Room that filters look at about what is moved, and pixels that its borders are multiples of, so that pyramids of it are those of the whole. */
const [MARGIN, STRIDE] = [4, 16]
/** Depth, as a share of the eye's distance, from which on all of the picture may be covered. */
const CLOSE = 1e-3

/** The part of a picture in which there is anything, looked for within an area of it. */
function contentOf({ width, data, ...picture }: Frame, within: Area): Area {
  // Two numbers at a time, as they are: what is clear is all zeros.
  const pairs = new Float64Array(data.buffer, data.byteOffset, width * picture.height * 2)
  const from = within.x
  const isClear = (x: number, y: number) => {
    const i = (y * width + x) * 2
    return pairs[i] === 0 && pairs[i + 1] === 0
  }
  const isBare = (y: number) => {
    const end = (y * width + from + within.width) * 2
    for (let i = (y * width + from) * 2; i < end; i++) if (pairs[i] !== 0) return false
    return true
  }
  let [top, bottom] = [within.y, within.y + within.height]
  while (top < bottom && isBare(top)) top++
  while (bottom > top && isBare(bottom - 1)) bottom--
  let [left, right] = [from + within.width, from]
  for (let y = top; y < bottom; y++) {
    for (let x = from; x < left; x++) if (!isClear(x, y)) left = x
    for (let x = from + within.width - 1; x >= right; x--) if (!isClear(x, y)) right = x + 1
  }
  return { x: left, y: top, width: Math.max(0, right - left), height: bottom - top }
}

/** Where a part of a picture comes to lie, within an area that is all of what is wanted. */
function movedArea(part: Area, by: Matrix3, most: Area): Area {
  const corners = [part.x, part.x + part.width].flatMap((x) =>
    [part.y, part.y + part.height].map((y) => [x, y] as const),
  )
  if (corners.some(([x, y]) => !(by[6] * x + by[7] * y + by[8] > CLOSE))) return most
  const places = corners.map(([x, y]) => through(by, x, y))
  const [xs, ys] = [places.map((p) => p[0]), places.map((p) => p[1])]
  const [x, y] = [Math.floor(Math.min(...xs)), Math.floor(Math.min(...ys))]
  const size = { width: Math.ceil(Math.max(...xs)) - x, height: Math.ceil(Math.max(...ys)) - y }
  return intersection(grown({ x, y, ...size }, MARGIN), most)
}

/**
 * A whole picture as looks show it, each exposed for a while, laid over each other; of it only the part is moved in which there is anything.
 * @param map from the pixels that looks are told in to those of the picture
 * @param warp moves a picture by a matrix that takes places of the result, which has a size, to its own
 * @param within where in the picture there can be anything
 */
export function pictureSeen(
  k: Kernels,
  picture: Frame,
  looks: readonly Exposed[],
  map: Matrix3,
  warp: (frame: Frame, toSource: Matrix3, size: Size) => Frame,
  within: Area = wholeOf(picture),
): Painting | undefined {
  const whole = wholeOf(picture)
  const there = contentOf(picture, within)
  if (isEmpty(there)) return undefined
  const part = intersection(aligned(grown(there, MARGIN), STRIDE), whole)
  const content = k.frame(part.width, part.height)
  blit({ picture: content, area: part }, { picture, area: whole })
  const back = invert(map)
  const scale = lengthOf([map[0], map[1], map[2], map[3], map[4], map[5]])
  const parts = looks.flatMap((moments) => {
    const [{ motes, opacity = 0 } = {}] = moments
    if (motes) {
      const flying = opacity > 0 ? paintMotes(k, picture, edgeOf(content, part), motes, map) : undefined
      return flying ? [seen(k, flying, { ...(moments[0] as Look), cuts: [] }, map, picture)] : []
    }
    const shown = moments.flatMap((look) => {
      const by = multiply(multiply(map, look.matrix), back)
      const area = movedArea(part, by, grown(whole, gaussianReach(look.blur * scale)))
      return look.opacity > 0 && !isEmpty(area) ? [{ look, by, area }] : []
    })
    // Room for all of its moments at once, so that it need not grow with each.
    let sum =
      shown.length > 1 ? roomFor(k, undefined, shown.map(({ area }) => area).reduce(union)) : undefined
    for (const { look, by, area } of shown) {
      const toSource = multiply(multiply(shifted(-part.x, -part.y), invert(by)), shifted(area.x, area.y))
      const one = seen(k, { frame: warp(content, toSource, area), area }, look, map, picture)
      sum = added(k, sum, one, 1 / moments.length)
    }
    return sum ? [sum] : []
  })
  k.free(content)
  return laidTogether(k, parts)
}
