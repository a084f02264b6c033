import {
  conform,
  type Fitted,
  fitTime,
  frameOf,
  type Rate,
  type SlackPart,
  tidyParts,
  usedFrameOf,
} from '../time'
import { allObjects, sequenceOf } from './find'
import { passFrames } from './passes'
import type { Design, DesignObject, Project, Shot } from './schema'

/** Where in a design an object arrives and where it leaves; frames of the design, empty where it does not. */
function passesOf(object: DesignObject): [number, number][] {
  const end = object.start + object.length
  const [comes, goes] = [passFrames(object, 'arrive'), passFrames(object, 'leave')]
  const passes: [number, number][] = []
  if (comes > 0) passes.push([object.start, object.start + comes])
  if (goes > 0) passes.push([end - goes, end])
  return passes
}

/** Where numbers of an object go from one key to the next; what drifts for more than half of its time rests as far as anybody sees. Frames of the design. */
function keyedOf({ form, zero, length }: DesignObject): [number, number][] {
  return Object.values(form).flatMap(({ keys = [] }) =>
    keys.slice(1).flatMap((b, i): [number, number][] => {
      const a = keys[i] ?? b
      const moves = JSON.stringify(a.value) !== JSON.stringify(b.value)
      return moves && b.at - a.at <= length / 2 ? [[zero + a.at, zero + b.at]] : []
    }),
  )
}

/** What gives of a design that does not say: the longest time in which nothing arrives, leaves or goes from key to key, slower or faster. */
export function restingPart(design: Design): SlackPart[] {
  const { length, objects } = design
  const passes = allObjects(objects)
    .filter((o) => o.on)
    .flatMap((o) => [...passesOf(o), ...keyedOf(o)])
    .map(([from, to]): [number, number] => [Math.floor(from), Math.ceil(to)])
    .sort((a, b) => a[0] - b[0])
  let best: [number, number] = [0, 0]
  let at = 0
  for (const [from, to] of [...passes, [length, length] as const]) {
    if (Math.min(from, length) - at > best[1] - best[0]) best = [at, Math.min(from, length)]
    at = Math.max(at, to)
  }
  // Where something moves all the time, all of it gives.
  const [start, end] = best[1] > best[0] ? best : [0, length]
  return [{ start, end, give: 'stretch' }]
}

/** The slack parts of a design, in frames of it. */
export function slackOf(design: Design): SlackPart[] {
  const { gives, length } = design
  if (gives?.way === 'whole') return [{ start: 0, end: length, give: 'stretch' }]
  if (gives?.way === 'parts') return tidyParts(gives.parts, length)
  return restingPart(design)
}

/** The design that a shot shows at whatever length it has itself; undefined for all else. */
export function fittedDesign(project: Project, { source, fitted }: Shot): Design | undefined {
  if (!fitted || source.kind !== 'design') return undefined
  return project.designs.find((d) => d.id === source.designId)
}

/** Frames of a design for one of a sequence. */
const perFrame = (design: Design, rate: Rate) => (design.rate.num * rate.den) / (design.rate.den * rate.num)

const kept = new WeakMap<Design, Map<number, Fitted>>()

/** How the time of a design is used in a shot of a sequence that fits it to its own length; worked out once for each length of a design. */
export function usedTimeOf({ length }: Pick<Shot, 'length'>, design: Design, rate: Rate): Fitted {
  const used = length * perFrame(design, rate)
  let known = kept.get(design)
  if (!known) kept.set(design, (known = new Map()))
  let fitted = known.get(used)
  if (!fitted) known.set(used, (fitted = fitTime(slackOf(design), design.length, used, design.pace)))
  return fitted
}

/** Frames of a design for which a clip in it has run at a frame since another one. */
export type Ran = (frame: number, since: number) => number

/** The frame of a design, with its fraction, that a shot shows some frames of its sequence after its first; undefined where the shot does not fit it. */
export function designFrame(project: Project, shot: Shot, rate: Rate, at: number): number | undefined {
  const design = fittedDesign(project, shot)
  if (!design) return undefined
  const frame = frameOf(usedTimeOf(shot, design, rate), at * perFrame(design, rate))
  return Math.round(frame * 1e6) / 1e6
}

/**
 * How long clips in a fitted design have run at a frame of it since another one: as long as the shot has run, however the design gives, so that they keep their speed.
 * @param at frames of the sequence after the first of the shot, at which it shows `shown`
 */
export function ranIn(shot: Shot, design: Design, rate: Rate, at: number, shown: number): Ran {
  const time = usedTimeOf(shot, design, rate)
  const now = at * perFrame(design, rate)
  return (frame, since) => {
    const inside = Math.max(0, Math.min(design.length, since))
    const ran = now + frame - shown - usedFrameOf(time, inside) + inside - since
    return Math.round(ran * 1e6) / 1e6
  }
}

/** The frame of its sequence at which a shot shows a frame of its design. */
export function frameShown(project: Project, shot: Shot, design: Design, frame: number): number {
  const { rate } = sequenceOf(project, 'shot', shot.id)
  if (!fittedDesign(project, shot)) return shot.start + conform(frame, design.rate, rate) - shot.in
  const used = usedFrameOf(usedTimeOf(shot, design, rate), frame)
  return shot.start + Math.min(shot.length - 1, Math.floor(used / perFrame(design, rate) + 1e-6))
}
