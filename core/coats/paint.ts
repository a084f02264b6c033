import { type Area, blit, type Frame, type Plane } from '../frame'
import {
  grownFrom,
  bendPlane,
  type Blend,
  blendInto,
  type Body,
  colourRamp,
  coverOf,
  distanceTo,
  filled,
  gaussian,
  holdBy,
  layOver,
  type Kernels,
  overInto,
  paintThrough,
  ramp,
  shifted,
  softened,
  warpPerspective,
} from '../kernels'
import { maths } from '../maths'
import type { Matrix3 } from '../matrix'
import { type Coat, colourOf, coloursOf, numberOf, pairOf } from './coat'
import type { KeptPlanes } from './kept'
import { plateBodies, type Boxes } from './plate'
import { castPieces } from './cast'
import { ruledContours } from './ruled'
import { piecesOf } from './contours'
import { courseOf, edgeBodies } from './edge'

type Rgb = readonly [number, number, number]

/** A body to be painted; where it has a colour of its own, fills of one colour take that. */
export interface Painted extends Body {
  colour?: Rgb | undefined
  /** Which line, word and letter it belongs to. */
  unit?: { line: number; word: number; letter: number } | undefined
}

/** What coats are painted on: bodies in pixels of the picture, and what surrounds them. */
export interface Drawing {
  bodies: readonly Painted[]
  /** What plates lie behind, in the object's own pixels. */
  boxes: Boxes
  /** From the object's own pixels to those of the picture: x' = a x + b y + c, y' = d x + e y + f. */
  map: readonly [number, number, number, number, number, number]
}

/** How far coats reach beyond the bodies, in the object's pixels. */
export const reachOfCoats = (coats: readonly Coat[]): number => Math.max(0, ...coats.map(reachOf)) + 2

function reachOf(coat: Coat): number {
  const [dx, dy] = pairOf(coat, 'offset')
  const far = maths.hypot(dx, dy) + numberOf(coat, 'blur') * 3.6 + Math.max(0, numberOf(coat, 'grow'))
  if (coat.kind === 'edge') {
    const pointed = coat.values['corners'] === 'mitre' ? 4 : 1
    return far + pointed * (numberOf(coat, 'width') + Math.max(0, numberOf(coat, 'gap')))
  }
  if (coat.kind === 'line') {
    const [, high] = pairOf(coat, 'wave')
    return (
      far +
      numberOf(coat, 'width') * 4 +
      Math.abs(numberOf(coat, 'gap')) +
      Math.abs(numberOf(coat, 'longer')) +
      high
    )
  }
  if (coat.kind === 'shadow') return far + numberOf(coat, 'length')
  if (coat.kind !== 'plate') return far
  const [px, py] = pairOf(coat, 'pad')
  const lean = Math.abs(maths.tan((numberOf(coat, 'slant') * Math.PI) / 180))
  return far + maths.hypot(Math.max(0, px), Math.max(0, py)) + lean * 400
}

/** What bodies under coats can touch of a picture, and of what is just outside of it, in whole pixels. */
export function paintedArea(
  { width, height }: { width: number; height: number },
  { bodies, boxes, map }: Drawing,
  coats: readonly Coat[],
): Area {
  const reach = reachOfCoats(coats) * lengthOf(map)
  const corners = coats.some((c) => c.kind === 'plate' || c.kind === 'line')
    ? boxes.block.flatMap((b) => mappedBox(map, b))
    : []
  const xs = [...bodies.flatMap((b) => [b.left, b.right]), ...corners.map(([x]) => x)]
  const ys = [...bodies.flatMap((b) => [b.top, b.bottom]), ...corners.map(([, y]) => y)]
  if (!xs.length) return { x: 0, y: 0, width: 0, height: 0 }
  const least = (list: readonly number[]) => list.reduce((a, b) => Math.min(a, b), Infinity)
  const most = (list: readonly number[]) => list.reduce((a, b) => Math.max(a, b), -Infinity)
  // What lies just outside of the picture still sheds its blur and its shadow into it.
  const room = Math.ceil(reach)
  const x = Math.max(-room, Math.floor(least(xs) - reach))
  const y = Math.max(-room, Math.floor(least(ys) - reach))
  return {
    x,
    y,
    width: Math.max(0, Math.min(width + room, Math.ceil(most(xs) + reach)) - x),
    height: Math.max(0, Math.min(height + room, Math.ceil(most(ys) + reach)) - y),
  }
}

const lengthOf = ([a, b, , d, e]: Drawing['map']) => Math.sqrt(Math.abs(a * e - b * d))
const mappedBox = ([a, b, c, d, e, f]: Drawing['map'], box: Boxes['block'][number]): [number, number][] =>
  [
    [box.left, box.top],
    [box.right, box.top],
    [box.left, box.bottom],
    [box.right, box.bottom],
  ].map(([x = 0, y = 0]) => [a * x + b * y + c, d * x + e * y + f])

/** Paints bodies with coats from back to front, on nothing; the picture of an area. */
export function paintCoats(
  k: Kernels,
  area: Area,
  drawing: Drawing,
  coats: readonly Coat[],
  kept?: KeptPlanes,
): Frame {
  return new Painter(k, area, drawing, coats, kept).paint()
}

class Painter {
  #distance: Plane | undefined
  #cover: Plane | undefined
  readonly #unit: number
  readonly #size: { width: number; height: number }

  constructor(
    private readonly k: Kernels,
    private readonly area: Area,
    private readonly drawing: Drawing,
    private readonly coats: readonly Coat[],
    private readonly kept?: KeptPlanes,
  ) {
    this.#unit = lengthOf(drawing.map)
    this.#size = { width: area.width, height: area.height }
  }

  paint(): Frame {
    const { k } = this
    const out = filled(k, this.#size.width, this.#size.height, [0, 0, 0, 0])
    for (const [i, coat] of this.coats.entries()) {
      const opacity = numberOf(coat, 'opacity', 1)
      if (!(opacity > 0)) continue
      const mode = String(coat.values['blend'] ?? 'normal') as Blend
      if (mode === 'normal') this.#coat(out, coat, i, opacity)
      else {
        const own = filled(k, out.width, out.height, [0, 0, 0, 0])
        this.#coat(own, coat, i, opacity)
        blendInto(k, own, out, mode)
        k.free(own)
      }
    }
    for (const kept of [this.#distance, this.#cover]) if (kept) k.free(kept)
    return out
  }

  #coat(out: Frame, coat: Coat, index: number, opacity: number): void {
    const { k } = this
    const units = unitsOf(this.drawing, coat)
    if (units) return this.#byUnit(out, coat, units)
    if (coat.kind === 'fill' && this.#isMany() && coat.values['paint'] === 'colour' && plainly(coat)) {
      for (const [colour, bodies] of coloured(this.drawing.bodies, colourOf(coat))) {
        const matte = this.#coverOf(bodies)
        paintThrough(k, out, matte, colour, opacity)
        k.free(matte)
      }
      return
    }
    const { matte, lent } = this.#finished(coat, index)
    const paint = coat.values['paint'] ?? 'colour'
    if (paint === 'colour') paintThrough(k, out, matte, this.#colourOf(coat), opacity)
    else {
      const pictured = paint === 'picture' || paint === 'behind'
      const graded = pictured ? this.#pictured(coat) : this.#graded(coat, String(paint))
      holdBy(k, graded, matte)
      if (opacity < 1) {
        const clear = filled(k, out.width, out.height, [0, 0, 0, 0])
        k.raw.mix(graded.block.at, clear.block.at, graded.block.at, out.width * out.height, opacity)
        k.free(clear)
      }
      overInto(k, graded, out)
      k.free(graded)
    }
    if (!lent) k.free(matte)
  }

  /** A coat whose colours begin anew with each line, word or letter. */
  #byUnit(out: Frame, coat: Coat, units: readonly (readonly Painted[])[]): void {
    const { k, area, drawing } = this
    const whole = { ...coat, values: { ...coat.values, over: 'block', blend: 'normal' } }
    const size = { width: area.x + area.width, height: area.y + area.height }
    for (const bodies of units) {
      const own: Drawing = { bodies, boxes: drawing.boxes, map: drawing.map }
      const part = paintedArea(size, own, [whole])
      if (part.width <= 0 || part.height <= 0) continue
      const picture = paintCoats(k, part, own, [whole])
      layOver(k, { picture: out, area }, { picture, area: part })
      k.free(picture)
    }
  }

  /** Fills of one colour take that of letters that all have the same of their own. */
  #colourOf(coat: Coat): Rgb {
    const [first] = this.drawing.bodies
    return (coat.kind === 'fill' && !this.#isMany() && first?.colour) || colourOf(coat)
  }

  #isMany(): boolean {
    const { bodies } = this.drawing
    return bodies.some((b) => String(b.colour) !== String(bodies[0]?.colour))
  }

  /** The matte of a coat, softened and moved; `lent` where it is kept for others. */
  #finished(coat: Coat, index: number): { matte: Plane; lent: boolean } {
    const { k } = this
    if (coat.kind === 'fill' && plainly(coat)) return { matte: this.#whole(), lent: true }
    const name = this.#nameOf(coat, index)
    const make = () => this.#made(coat, index)
    return { matte: this.kept ? this.kept.take(k, name, make) : make(), lent: false }
  }

  /** All that the matte of a coat comes of. */
  #nameOf(coat: Coat, index: number): string {
    const shaping = Object.entries(coat.values).filter(([value]) => !COLOURING.has(value))
    return JSON.stringify([coat.kind, shaping, this.#hidden(coat, index)])
  }

  #made(coat: Coat, index: number): Plane {
    const { k } = this
    if (coat.kind === 'shade') return this.#shade(coat)
    let matte = this.#raw(coat, index)
    matte = softened(k, matte, numberOf(coat, 'blur') * this.#unit)
    const [dx, dy] = this.#moved(pairOf(coat, 'offset'))
    const factor = coat.kind === 'glow' ? numberOf(coat, 'strength', 1) : 1
    if (dx === 0 && dy === 0 && factor === 1) return matte
    const out = shifted(k, matte, dx, dy, factor)
    k.free(matte)
    return out
  }

  #raw(coat: Coat, index: number): Plane {
    const unit = this.#unit
    const grow = numberOf(coat, 'grow') * unit
    if (coat.kind === 'plate') {
      const bodies = plateBodies(this.drawing, coat)
      return this.#coverOf(bodies)
    }
    if (coat.kind === 'line') return this.#ruled(coat)
    if (coat.kind === 'edge') {
      const [width, gap] = [numberOf(coat, 'width') * unit, numberOf(coat, 'gap') * unit]
      const side = coat.values['side']
      const low = side === 'inside' ? -gap - width : side === 'centred' ? gap - width / 2 : gap
      const hidden = this.#hidden(coat, index)
      const course = courseOf(coat, unit)
      if (!course) return this.#between(hidden ? -1e6 : low, low + width)
      return this.#without(edgeBodies(this.drawing.bodies, [low, low + width], course, hidden))
    }
    if (coat.kind === 'shadow' && numberOf(coat, 'length') > 0) {
      const [x, y] = pairOf(coat, 'offset')
      const long = maths.hypot(x, y) || 1
      const by = numberOf(coat, 'length') / long
      const cast = this.#moved([x * by, y * by])
      const pieces = castPieces(this.drawing.bodies, cast)
      return this.#coverOf([{ pieces }])
    }
    return this.#grown(grow)
  }

  /** Lines under, through or over, held clear of letters that cross them. */
  #ruled(coat: Coat): Plane {
    const { k, drawing } = this
    const [a, b, c, d, e, f] = drawing.map
    const contours = ruledContours(drawing.boxes, coat).map((contour) => {
      const out: number[] = []
      for (let i = 0; i < contour.length; i += 2) {
        const [x, y] = [contour[i] as number, contour[i + 1] as number]
        out.push(a * x + b * y + c, d * x + e * y + f)
      }
      return out
    })
    const matte = this.#coverOf([{ pieces: piecesOf(contours) }])
    const clear = numberOf(coat, 'clear') * this.#unit
    if (clear <= 0) return matte
    const near = this.#grown(clear)
    for (let i = 0; i < matte.data.length; i++)
      matte.data[i] = (matte.data[i] as number) * (1 - (near.data[i] as number))
    k.free(near)
    return matte
  }

  /** Whether what is in front hides the inner half of an edge: it goes on under that, so that no gap is seen between the two. */
  #hidden(coat: Coat, index: number): boolean {
    const outside = coat.kind === 'edge' && coat.values['side'] === 'outside' && numberOf(coat, 'gap') <= 0
    return outside && this.coats.slice(index + 1).some(hides)
  }

  /** What lies within the bodies and outside of them where they are moved, blurred. */
  #shade(coat: Coat): Plane {
    const { k } = this
    const whole = this.#whole()
    const copy = k.plane(whole.width, whole.height)
    copy.data.set(whole.data)
    const soft = softened(k, copy, numberOf(coat, 'blur') * this.#unit)
    const out = shifted(k, soft, ...this.#moved(pairOf(coat, 'offset')))
    k.free(soft)
    for (let i = 0; i < out.data.length; i++)
      out.data[i] = (whole.data[i] as number) * (1 - (out.data[i] as number))
    return out
  }

  #whole(): Plane {
    const make = () => this.#coverOf(this.drawing.bodies)
    return (this.#cover ??= this.kept ? this.kept.take(this.k, 'whole', make) : make())
  }

  #coverOf(bodies: readonly Pick<Body, 'pieces'>[]): Plane {
    return coverOf(this.k, this.area, bodies)
  }

  /** What lies between two distances: what the larger outline covers without what the smaller one does. */
  #between(low: number, high: number): Plane {
    const outer = this.#grown(high)
    if (low < -1e5) return outer
    return this.#less(outer, this.#grown(low))
  }

  /** What contours cover without what others do that lie within them. */
  #without({ bodies, without }: ReturnType<typeof edgeBodies>): Plane {
    const outer = this.#coverOf([{ pieces: piecesOf(bodies) }])
    return without.length ? this.#less(outer, this.#coverOf([{ pieces: piecesOf(without) }])) : outer
  }

  #less(outer: Plane, inner: Plane): Plane {
    const { k } = this
    // Four places of a plane are as one of a frame.
    k.raw.addScaled(outer.block.at, inner.block.at, Math.ceil((outer.width * outer.height) / 4), -1)
    k.free(inner)
    return outer
  }

  /** What the outline covers where it is moved out by some pixels. */
  #grown(by: number): Plane {
    const { k } = this
    if (by !== 0) return grownFrom(k, this.#distances(), by, this.area, this.drawing.bodies)
    const copy = k.plane(this.#size.width, this.#size.height)
    copy.data.set(this.#whole().data)
    return copy
  }

  #distances(): Plane {
    const reach = Math.max(
      ...this.coats.map((c) => {
        const around =
          numberOf(c, 'width') +
          Math.abs(numberOf(c, 'gap')) +
          Math.abs(numberOf(c, 'grow')) +
          numberOf(c, 'clear')
        return around * this.#unit + 2
      }),
    )
    return (this.#distance ??= distanceTo(this.k, this.area, this.drawing.bodies, reach))
  }

  /** A way in the object's own pixels as one of the picture. */
  #moved([x, y]: readonly [number, number]): [number, number] {
    const [a, b, , d, e] = this.drawing.map
    return [a * x + b * y, d * x + e * y]
  }

  /** The picture of a coat where this lies: what lies behind softened in its place, else fitted so that it covers the bodies. */
  #pictured(coat: Coat): Frame {
    const { k, area } = this
    const { width, height } = this.#size
    const { picture } = coat
    if (!picture) return filled(k, width, height, [0, 0, 0, 0])
    if (coat.values['paint'] === 'behind') {
      const sigma = numberOf(coat, 'soften', 12) * this.#unit
      const part = filled(k, width, height, [0, 0, 0, 0])
      const soft = sigma > 0.1 ? gaussian(k, picture.frame, sigma, sigma, 'clamp') : picture.frame
      blit({ picture: part, area }, { picture: soft, area: picture.area })
      if (soft !== picture.frame) k.free(soft)
      return part
    }
    const [left, top, right, bottom] = this.#extent(coat)
    const { frame } = picture
    const covers = Math.min(frame.width / Math.max(1, right - left), frame.height / Math.max(1, bottom - top))
    const per = covers / Math.max(0.01, numberOf(coat, 'zoom', 1))
    const [cx, cy] = [(left + right) / 2 - area.x, (top + bottom) / 2 - area.y]
    const toSource: Matrix3 = [
      per,
      0,
      frame.width / 2 - per * cx,
      0,
      per,
      frame.height / 2 - per * cy,
      0,
      0,
      1,
    ]
    return warpPerspective(k, frame, toSource, { edge: 'clamp', filter: 'bicubic', width, height })
  }

  /** What the paint of a coat runs over: left, top, right, bottom. */
  #extent(coat: Coat): [number, number, number, number] {
    const { bodies, boxes, map } = this.drawing
    const box = coat.kind === 'plate' ? boxes.block[0] : undefined
    const corners = box
      ? mappedBox(map, box)
      : bodies.flatMap((b) => [
          [b.left, b.top],
          [b.right, b.bottom],
        ])
    const [xs, ys] = [corners.map((c) => c[0] as number), corners.map((c) => c[1] as number)]
    return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
  }

  #graded(coat: Coat, paint: string): Frame {
    const { k } = this
    const [left, top, right, bottom] = this.#extent(coat)
    const centre = [(left + right) / 2 - this.area.x, (top + bottom) / 2 - this.area.y] as const
    const spread = Math.max(0.01, numberOf(coat, 'spread', 1))
    const turn = (numberOf(coat, 'angle', 90) * Math.PI) / 180
    const [x, y] = [maths.cos(turn), maths.sin(turn)]
    const plane = (() => {
      if (paint === 'conic') {
        const round = ramp(k, this.#size.width, this.#size.height, 'turn', { centre, along: [x, y] })
        return round
      }
      const radial = paint === 'radial'
      const half = radial
        ? (maths.hypot(right - left, bottom - top) / 2) * spread
        : ((Math.abs(x) * (right - left) + Math.abs(y) * (bottom - top)) / 2) * spread
      const by = 1 / Math.max(0.5, half)
      const along = [x * by, y * by] as const
      const rising = ramp(k, this.#size.width, this.#size.height, radial ? 'distance' : 'along', {
        centre,
        along,
      })
      bendPlane(k, rising, radial ? 1 : 0.5, radial ? 0 : 0.5)
      return rising
    })()
    const frame = colourRamp(k, plane, coloursOf(coat.stops))
    k.free(plane)
    return frame
  }
}

/** The bodies of each line, word or letter that the colours of a coat run over; undefined where they run over the whole. */
function unitsOf({ bodies }: Drawing, coat: Coat): Painted[][] | undefined {
  const over = coat.values['over']
  const along = coat.kind === 'fill' || coat.kind === 'edge'
  if (
    !along ||
    coat.values['paint'] === 'colour' ||
    (over !== 'line' && over !== 'word' && over !== 'letter')
  )
    return undefined
  const groups = new Map<number, Painted[]>()
  for (const body of bodies) {
    const of = body.unit?.[over] ?? 0
    const group = groups.get(of)
    if (group) group.push(body)
    else groups.set(of, [body])
  }
  return groups.size > 1 ? [...groups.values()] : undefined
}

/** Numbers of coats that change no matte. */
const COLOURING = new Set([
  'paint',
  'zoom',
  'soften',
  'colour',
  'angle',
  'spread',
  'over',
  'opacity',
  'blend',
])

/** Whether a fill is the outline itself. */
const plainly = (coat: Coat) =>
  numberOf(coat, 'grow') === 0 && numberOf(coat, 'blur') === 0 && pairOf(coat, 'offset').every((v) => v === 0)

/** Whether nothing behind a coat shows through the outline. */
const hides = (coat: Coat) =>
  coat.kind === 'fill' &&
  numberOf(coat, 'opacity', 1) >= 1 &&
  numberOf(coat, 'grow') >= 0 &&
  numberOf(coat, 'blur') === 0 &&
  (coat.values['blend'] ?? 'normal') === 'normal' &&
  (coat.values['paint'] === 'colour' || (!coat.picture && coat.stops.every((s) => s.opacity >= 1))) &&
  pairOf(coat, 'offset').every((v) => v === 0)

function coloured(bodies: readonly Painted[], plain: Rgb): [Rgb, Painted[]][] {
  const groups = new Map<string, [Rgb, Painted[]]>()
  for (const body of bodies) {
    const colour = body.colour ?? plain
    const group = groups.get(String(colour))
    if (group) group[1].push(body)
    else groups.set(String(colour), [colour, [body]])
  }
  return [...groups.values()]
}
