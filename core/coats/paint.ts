import type { Area, Frame, Plane } from '../frame'
import {
  type Blend,
  blendInto,
  type Body,
  coverOf,
  distanceTo,
  filled,
  grownFrom,
  holdBy,
  type Kernels,
  layOver,
  overInto,
  paintThrough,
  shifted,
  softened,
} from '../kernels'
import { maths } from '../maths'
import { castPieces } from './cast'
import { type Coat, colourOf, numberOf, pairOf } from './coat'
import { piecesOf } from './contours'
import { bentTo, bodyThrough, type Drawing, lengthOf, type Painted, paintedArea, type Rgb } from './drawing'
import { courseOf, edgeBodies } from './edge'
import type { KeptPlanes } from './kept'
import { isPictured, paintFrame } from './paints'
import { plateBodies } from './plate'
import { ruledContours } from './ruled'
import { coloured, unitsOf } from './units'

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
      const graded = paintFrame(k, this.area, this.drawing, coat)
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
      const { boxes, map, bent } = this.drawing
      const bodies = plateBodies({ boxes, map: bent?.map ?? map }, coat)
      return this.#coverOf(bent ? bodies.map((body) => bodyThrough(body, bent.by)) : bodies)
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
    const [a, b, c, d, e, f] = drawing.bent?.map ?? drawing.map
    const contours = ruledContours(drawing.boxes, coat).map((contour) => {
      const out: number[] = []
      for (let i = 0; i < contour.length; i += 2) {
        const [x, y] = [contour[i] as number, contour[i + 1] as number]
        out.push(...bentTo(drawing.bent, a * x + b * y + c, d * x + e * y + f))
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
  (coat.values['paint'] === 'colour' || coat.stops.every((s) => s.opacity >= 1)) &&
  !isPictured(coat) &&
  pairOf(coat, 'offset').every((v) => v === 0)
