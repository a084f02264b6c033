import {
  AT_REST,
  type Exposed,
  type Eye,
  isAtRest,
  type Moving,
  standing,
  together,
  unionBox,
  type Unit,
} from '../arrivals'
import { objectMatrix } from '../design'
import { invert, type Matrix3, through } from '../matrix'
import { movingAt } from './movers'
import { boxOf, cornersOfBox, copiesAt, numbersAt } from './objects'
import type { DesignObject } from './schema'
import type { Stage } from './stage'

/** The eye of a design as an object sees it. @param matrix from the object's own pixels to those of the design */
export function eyeOf({ size }: Stage, matrix: Matrix3): Eye {
  const unit = unitOf(matrix) || 1
  return { at: through(invert(matrix), size.width / 2, size.height / 2), height: size.height / unit }
}

const partly = ({ values }: Moving) => (values['unit'] ?? 'whole') !== 'whole'

/** Whether a mover can move the things in an object one by one. */
const hasPieces = ({ kind }: DesignObject) => kind === 'group' || kind === 'repeat'

/** How an object that is no text is seen while movers move all of it; undefined where none does. Own pixels. @param matrix from those to pixels of the design @param scale pixels of the picture for one of the design */
export function looksOf(
  stage: Stage,
  object: DesignObject,
  frame: number,
  matrix: Matrix3,
  scale: number,
): Exposed[] | undefined {
  const moving = movingAt(stage, object, frame).filter((m) => !hasPieces(object) || !partly(m))
  if (!moving.length) return undefined
  const box = boxOf(stage, object, frame)
  if (!box) return undefined
  const size = box.bottom - box.top
  const unit: Unit = { index: 0, count: 1, box, whole: box, size, base: box.bottom, rightToLeft: false }
  return seenAs(moving, [unit], eyeOf(stage, matrix), scale * unitOf(matrix))?.[0]
}

/** How the things in a group or a repeat are seen while movers move them one by one, in its own pixels; undefined where none does. */
export function innerLooksOf(
  stage: Stage,
  object: DesignObject,
  frame: number,
  matrix: Matrix3,
  scale: number,
): Exposed[][] | undefined {
  const moving = hasPieces(object) ? movingAt(stage, object, frame).filter(partly) : []
  if (!moving.length) return undefined
  const boxes = innerBoxes(stage, object, frame)
  const whole = boxes.reduce(unionBox)
  const units = boxes.map((box, index): Unit => ({
    index,
    count: boxes.length,
    box,
    whole,
    size: box.bottom - box.top,
    base: box.bottom,
    rightToLeft: false,
  }))
  return seenAs(moving, units, eyeOf(stage, matrix), scale * unitOf(matrix))
}

const unitOf = (m: Matrix3) => Math.sqrt(Math.abs(m[0] * m[4] - m[1] * m[3]))

function seenAs(moving: readonly Moving[], units: readonly Unit[], eye: Eye, scale: number) {
  const all = moving.map((one) => standing(one, units, eye, scale))
  const out = units.map((_, i) =>
    all.reduce<Exposed[]>((outer, mover) => together(outer, mover[i] ?? []), [[AT_REST]]),
  )
  return out.every((looks) => looks.length === 1 && looks[0]?.every(isAtRest)) ? undefined : out
}

type Box = Unit['box']

const boxAround = (corners: readonly (readonly [number, number])[]): Box => ({
  left: Math.min(...corners.map((c) => c[0])),
  top: Math.min(...corners.map((c) => c[1])),
  right: Math.max(...corners.map((c) => c[0])),
  bottom: Math.max(...corners.map((c) => c[1])),
})

const NOTHING: Box = { left: -0.5, top: -0.5, right: 0.5, bottom: 0.5 }

/** What each thing in a group, or each copy of a repeat, takes up. */
function innerBoxes(stage: Stage, object: DesignObject, frame: number): Box[] {
  const inner = object.objects ?? []
  const boxes = inner.map((each) => {
    const own = objectMatrix(numbersAt(stage, each, frame))
    const corners = cornersOfBox(boxOf(stage, each, frame) ?? NOTHING)
    return boxAround(corners.map(([x, y]) => through(own, x, y)))
  })
  if (object.kind === 'group') return boxes
  const all = boxes.length ? boxes.reduce(unionBox) : NOTHING
  return copiesAt(stage, object, frame).map(({ matrix }) =>
    boxAround(cornersOfBox(all).map(([x, y]) => through(matrix, x, y))),
  )
}

/** The one matrix and density by which something is seen, where that is all that is done to it. */
export function plainly(looks: readonly Exposed[]): { matrix: Matrix3; opacity: number } | undefined {
  const [[look] = []] = looks
  if (!look || looks.length !== 1 || looks[0]?.length !== 1) return undefined
  const { cuts, blur, light, drawn, thin, towards, motes, matrix, opacity } = look
  const plain =
    !cuts.length && blur === 0 && light === 1 && drawn === undefined && thin === 0 && towards === 0 && !motes
  return plain ? { matrix, opacity } : undefined
}
