import { type Animated, type ModifyContext, movedValue, type Source, type Value, valueAt } from '../anim'
import { findMover, moverParams } from '../arrivals'
import { contentAt, type ContentValues, fit, type Param, type Values } from '../params'
import { ITEM_FORMS } from '../region'
import { COAT_FORMS, STOP_FORM } from '../coats'
import { OBJECT_FORMS } from '../design'
import { axisNumber, axisParam } from '../lettering'
import { fontsOf } from './fonts'
import { contentOf, fieldParam, panelFor, paramsOf } from './declared'
import { getItem, getObject, getStep } from './find'
import { carried, motionNumber } from './motions'
import { addressName, controlAddress, controlOf, leafOf, valueAddress, valueOf } from './parts'
import { levelOf } from './records'
import { frameOfTime, type Stage, stageFor, stageOf } from './stage'
import { stackWith } from './find'
import type { Address, DesignObject, Project, Shot, SoundClip, Step } from './schema'

/** The address that really holds a value: for a control that a group's panel stands for, that one. */
export function holder(project: Project, at: Address): Address {
  const param = controlOf(at)
  if (param === undefined || param === 'mix') return at
  const panel = panelFor(stageOf(project, stackWith(project, at.owner.id)).steps, at.owner.id, param)
  return panel ? holder(project, controlAddress(panel.group.id, panel.id)) : at
}

/** The value at an address at treatment time t of its stage, with everything that moves it; not yet within its range. @throws NotFound */
export const valueNow = (stage: Stage, at: Address, t: number): Value =>
  resolve(stage, holder(stage.project, at), t, [])

function resolve(near: Stage, at: Address, t: number, trail: readonly string[]): Value {
  const animated = valueOf(near.project, at)
  const key = addressName(at)
  // Circles are refused when they are made; a document that has one all the same is cut there.
  if (trail.includes(key)) return valueAt(animated, t)
  const step = at.owner.kind === 'step' ? getStep(near.project, at.owner.id) : undefined
  return movedValue(animated, t, context(near, step, [...trail, key]))
}

const secondsAFrame = ({ rate }: Stage) => rate.den / rate.num

function context(stage: Stage, step: Step | undefined, trail: readonly string[]): ModifyContext {
  return {
    frame: secondsAFrame(stage),
    since: step?.when.start ?? stage.head,
    source: (source, t) => sourceAt(stage, source, t, trail),
    ending: (source) => endingOf(stage, source, trail),
    attach: (attach, place, t) => carried(stage, attach, place, t),
  }
}

/** The number that a source has at treatment time t of a stage. Values of another stage are taken at the same distance from its head. */
function sourceAt(stage: Stage, source: Source, t: number, trail: readonly string[]) {
  if (source.kind === 'motion') return motionNumber(stage, source, t)
  if (source.kind === 'sound') return loudness(stage, source.clipId, frameOfTime(stage, t))
  try {
    const at = holder(stage.project, source.address)
    const other = stageFor(stage.project, at, stage)
    if (!other) return undefined
    const value = resolve(other, at, t - stage.head + other.head, trail)
    const number = Array.isArray(value) ? value[source.part ?? 0] : value
    return typeof number === 'number' ? number : undefined
  } catch {
    return undefined
  }
}

/** Where a value of another stage would be a frame after its last, going on as in that. */
function endingOf(stage: Stage, source: Source, trail: readonly string[]) {
  const other =
    source.kind === 'value'
      ? stageFor(stage.project, holder(stage.project, source.address), stage)
      : undefined
  if (!other) return undefined
  const at = (frame: number) => sourceAt(stage, source, stage.head + frame, trail)
  const [last, before] = [at(other.length - 1), at(other.length - 2)]
  if (last === undefined || before === undefined) return undefined
  return { value: 2 * last - before, speed: last - before }
}

/** How loud a clip of the stage's sequence is at one of its frames, 0 to 1; 0 beside it, undefined where its loudness was not measured. */
function loudness({ project, sequence }: Stage, clipId: string, frame: number): number | undefined {
  if (!sequence) return undefined
  const clip: SoundClip | Shot | undefined = [...sequence.sounds, ...sequence.shots].find(
    (c) => c.id === clipId,
  )
  if (!clip) return undefined
  const level = levelOf(project, mediumOfClip(clip))
  if (!level) return undefined
  if (frame < clip.start || frame >= clip.start + clip.length) return 0
  const seconds = ((clip.in + frame - clip.start) * sequence.rate.den) / sequence.rate.num
  const at = (seconds * level.rate.num) / level.rate.den
  const value = (i: number) => level.values[i] ?? 0
  const low = Math.floor(at + 1e-6)
  return value(low) + (value(low + 1) - value(low)) * Math.max(0, at - low)
}

/** The medium that a clip of picture or sound plays; none where a shot shows something else. */
export const mediumOfClip = (clip: SoundClip | Shot): string | undefined =>
  'mediaId' in clip ? clip.mediaId : clip.source.kind === 'medium' ? clip.source.mediaId : undefined

/** The values of a step's controls at treatment time t, within their ranges; defaults for those a document lacks. */
export function stepValues(stage: Stage, step: Step, t: number): Values {
  const inGroups = stage.steps.some((s) => s.steps?.length)
  const given = (id: string): Value | undefined => {
    if (inGroups && panelFor(stage.steps, step.id, id)) return valueNow(stage, controlAddress(step.id, id), t)
    const own = step.what[id]
    return own && moved(stage, step, own, t)
  }
  const out: Values = {}
  for (const [id, param] of Object.entries(paramsOf(step))) {
    const value = fit(param, given(id))
    if (param.type !== 'reference') out[id] = value
    else {
      const item = stage.project.shelf?.find((s) => s.id === value)
      out[id] = item?.kind === 'colour' ? [...item.value] : []
    }
  }
  return out
}

/** The things in a step's content at treatment time t, within their ranges. */
export const stepContent = (stage: Stage, step: Step, t: number): ContentValues =>
  contentAt(contentOf(step), step.content as never, (animated) => moved(stage, step, animated, t))

/** An animated value with what moves it, where its step is known (none for those of objects). */
export const moved = (stage: Stage, step: Step | undefined, animated: Animated, t: number): Value =>
  animated.modifiers?.length ? movedValue(animated, t, context(stage, step, [])) : valueAt(animated, t)

/** A value of an object's form at a frame of its design. */
export function formAt(stage: Stage, object: DesignObject, name: string, frame: number): Value {
  const given = object.form[name]
  const declared = OBJECT_FORMS[object.kind][name]
  const value = given ? moved(stage, undefined, given, frame - object.zero) : undefined
  return declared ? fit(declared, value) : (value ?? 0)
}

/** A value would follow itself, or a picture would be made of itself; the message names the chain. */
export class Circle extends Error {
  constructor(chain: readonly string[], how = 'follows', remedy = 'Choose another value to follow.') {
    const names = chain.length === 1 ? [...chain, ...chain] : chain
    super(`This would go in a circle: ${names.join(` ${how} `)}. ${remedy}`)
    this.name = 'Circle'
  }
}

/** The addresses that a value follows, in order of its modifiers. */
export function followed(project: Project, at: Address): Address[] {
  try {
    const modifiers = valueOf(project, holder(project, at)).modifiers ?? []
    return modifiers.flatMap((m) =>
      m.kind === 'follow' && m.source.kind === 'value' ? [m.source.address] : [],
    )
  } catch {
    return []
  }
}

/** @throws Circle when the value at `at` would follow itself by following `source` */
export function refuseCircle(project: Project, at: Address, source: Address): void {
  const goal = addressName(holder(project, at))
  const walk = (from: Address, chain: Address[]): void => {
    const here = holder(project, from)
    const path = [...chain, here]
    if (addressName(here) === goal) throw new Circle(path.map((p) => nameOfValue(project, p)))
    if (chain.some((p) => addressName(p) === addressName(here))) return
    for (const next of followed(project, here)) walk(next, path)
  }
  walk(source, [holder(project, at)])
}

/** The parameter that declares the value at an address; undefined for a mix, an outline's points and the numbers of a noise. */
export function paramAt(project: Project, at: Address): Param | undefined {
  const value = valueAddress(at)
  if (value.path !== at.path) return undefined
  const leaf = leafOf(at)
  if (at.owner.kind === 'item') return ITEM_FORMS[getItem(project, at.owner.id).kind][leaf]
  if (at.owner.kind === 'object') return objectParam(project, getObject(project, at.owner.id), at.path)
  const step = getStep(project, at.owner.id)
  const control = controlOf(at)
  return control === undefined ? fieldParam(step, at.path) : paramsOf(step)[control]
}

/** The parameter of a number of an object, of one of its coats, or of a colour in a coat's gradient. */
function objectParam(project: Project, object: DesignObject, path: string): Param | undefined {
  const [first, coatId, third] = path.split('/')
  const leaf = path.slice(path.lastIndexOf('/') + 1)
  if (first === 'movers') {
    const mover = object.movers?.find((m) => m.id === coatId)
    const declaration = mover && findMover(mover.use)
    return declaration && moverParams(declaration, mover.way)[leaf]
  }
  if (first !== 'coats') return OBJECT_FORMS[object.kind][leaf] ?? axisOf(project, object, leaf)
  const kind = object.coats?.find((c) => c.id === coatId)?.kind
  if (!kind) return undefined
  return third === 'stops' ? STOP_FORM[leaf] : COAT_FORMS[kind][leaf]
}

/** The axis of its font that a number of a text sets. */
function axisOf(project: Project, { text }: DesignObject, name: string): Param | undefined {
  const axes = text && fontsOf(project).find(text.family)?.axes
  const axis = axes?.find(({ tag }) => axisNumber(tag) === name)
  return axis && axisParam(axis)
}

/** A value's name as people read it: whose it is and the control. */
export function nameOfValue(project: Project, at: Address): string {
  const value = valueAddress(at)
  const own = (paramAt(project, value)?.label ?? leafOf(value)).toLowerCase()
  const who =
    at.owner.kind === 'step'
      ? getStep(project, at.owner.id).name
      : at.owner.kind === 'item'
        ? getItem(project, at.owner.id).name
        : getObject(project, at.owner.id).name
  return `${who} ${value.path === at.path ? own : `${own} ${leafOf(at)}`}`
}
