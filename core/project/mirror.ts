import type { Animated, Value } from '../anim'
import { CORNER_NUMBERS } from '../region'
import type { Design, DesignObject, DesignText } from './schema'

type Change = (value: Value) => Value

const isPair = (v: Value): v is [number, number] => Array.isArray(v) && v.length === 2
const negative: Change = (v) => (typeof v === 'number' ? 0 - v : v)
const across: Change = (v) => (isPair(v) ? [0 - v[0], v[1]] : v)
const swapped: Change = (v) => (isPair(v) ? [v[1], v[0]] : v)
/** An angle from the right becomes one from the left. */
const turned: Change = (v) => (typeof v === 'number' ? ((((180 - v) % 360) + 540) % 360) - 180 : v)
const SIDES: Record<string, string> = { left: 'right', right: 'left' }
const otherSide: Change = (v) => (typeof v === 'string' ? (SIDES[v] ?? v) : turned(v))

/** Corners of an outline or a line, eight numbers each. */
const corners: Change = (v) =>
  Array.isArray(v)
    ? v.map((n, i) => ([0, 3, 5].includes(i % CORNER_NUMBERS) ? 0 - Number(n) : n) as number)
    : v

/** What becomes of numbers of an object, of its coats and of its movers in a mirror, by name. */
const OBJECT: Record<string, Change> = {
  anchor: across,
  turn: negative,
  points: corners,
  upper: swapped,
  lower: swapped,
  step: across,
  turnStep: negative,
  begin: turned,
  sweep: negative,
}
const COAT: Record<string, Change> = { offset: across, angle: turned, slant: negative }
const MOVER: Record<string, Change> = {
  side: otherSide,
  anchor: otherSide,
  point: across,
  turns: negative,
  turn: negative,
  lean: negative,
  by: across,
}
/** Movers whose `from` is an angle in the picture. */
const SWUNG = ['hang', 'fan']

/** How a speed changes where its value does: every change turns parts of a value round or exchanges them, about somewhere. */
function turnedSpeed(to: Change, speed: number[]): number[] {
  if (speed.length === 1) return [0 - Number(speed[0]) * (to(1) === 1 ? -1 : 1)]
  if (speed.length !== 2) return speed
  const at = (v: [number, number]) => to(v) as [number, number]
  const [origin, x, y] = [at([0, 0]), at([1, 0]), at([0, 1])]
  return [0, 1].map((i) => {
    const part = (unit: number[], by = 0) => Math.round(Number(unit[i]) - Number(origin[i])) * by
    return 0 + part(x, speed[0]) + part(y, speed[1])
  })
}

function change(form: Record<string, Animated>, by: Record<string, Change>): void {
  for (const [name, animated] of Object.entries(form)) {
    const to = by[name]
    if (!to) continue
    animated.value = to(animated.value)
    for (const key of animated.keys ?? []) {
      key.value = to(key.value)
      for (const handle of [key.leaveHandle, key.arriveHandle])
        if (handle) handle.speed = turnedSpeed(to, handle.speed)
    }
  }
}

const ALIGNED: Partial<Record<DesignText['align'], DesignText['align']>> = {
  start: 'right',
  left: 'right',
  right: 'start',
}

/**
 * A design seen in a mirror: what stands on the left stands on the right, what comes from the left comes from the right; letters and pictures stay as they are.
 * With `words`, letters that stand at the beginning of their line stay there: their line begins on the other side.
 */
export function mirrored(design: Design, as: 'picture' | 'words' = 'picture'): Design {
  const made = structuredClone(design)
  const { width } = design.size
  const holds = (o: DesignObject) => o.objects !== undefined
  const all = new Map<string, DesignObject>()
  const list = (objects: readonly DesignObject[]) => {
    for (const o of objects) {
      all.set(o.id, o)
      list(o.objects ?? [])
    }
  }
  list(made.objects)
  const turn = (object: DesignObject) => {
    const { form, text } = object
    const parent = object.parent === undefined ? undefined : all.get(object.parent)
    // What stands in the space of a single thing stands about its middle.
    const middle = parent && !holds(parent) ? 0 : width
    const over: Change = (v) => (isPair(v) ? [middle - v[0], v[1]] : v)
    // What holds others turns them about a point of the picture, a single thing about one of its own.
    change(form, { ...OBJECT, place: over, ...(holds(object) ? { anchor: over } : {}) })
    if (object.drawing)
      object.drawing.contours = object.drawing.contours.map((c) => c.map((n, i) => (i % 2 ? n : 0 - n)))
    if (text && !(as === 'words' && text.align === 'start')) text.align = ALIGNED[text.align] ?? text.align
    for (const coat of object.coats ?? []) change(coat.form, COAT)
    for (const mover of object.movers ?? [])
      change(mover.form, SWUNG.includes(mover.use) ? { ...MOVER, from: negative } : MOVER)
    object.objects?.forEach(turn)
  }
  made.objects.forEach(turn)
  return made
}
