import { z } from 'zod'
import { COAT_KINDS, COAT_NAMES, STOP_FORM } from '../../coats'
import { axisNumber, insertText, replaceText, styleText, type TextContent } from '../../lettering'
import { defineEdit } from '../define'
import { designOf, getDesign, NotFound, Refused } from '../find'
import { refuseLoops } from '../loops'
import { formAddress, still } from '../parts'
import { paramAt } from '../values'
import {
  coatSchema,
  type CoatItem,
  type Font,
  fontSchema,
  letterStyleSchema,
  type Project,
  sourceSchema,
  textSchema,
} from '../schema'
import { newCoat } from '../texts'
import { defaults, fit } from '../../params'
import { frame, id, value } from './common'
import { opened } from './in-design'
import { needSource } from './shots'

const onObject = { objectId: id }
const onCoat = { ...onObject, coatId: id }
const part = { start: z.int().min(0), end: z.int().min(0) }
const { ranges } = textSchema.shape

function textOf(p: Project, objectId: string) {
  const { text } = opened(p, objectId)
  if (!text) throw new NotFound('text', objectId)
  return text
}

/** Takes over what a text says now; an object that is called as its text is called so further on. */
function say(p: Project, objectId: string, content: TextContent): void {
  const object = opened(p, objectId)
  const text = textOf(p, objectId)
  if (content.text.length > 20_000)
    throw new Refused('A text holds 20,000 letters at most. Part it into two.')
  const named = object.name === nameOfText(text.text)
  text.text = content.text
  text.ranges = [...content.ranges] as typeof text.ranges
  if (named) object.name = nameOfText(content.text)
}

/** What an object is called after its text: its first words. */
export const nameOfText = (text: string): string => {
  const words = text.replace(/\s+/g, ' ').trim()
  return words ? (words.length > 40 ? `${words.slice(0, 39)}…` : words) : 'Text'
}

function coatsOf(p: Project, objectId: string): CoatItem[] {
  const { coats } = opened(p, objectId)
  if (!coats) throw new NotFound('coats', objectId)
  return coats
}

function coatOf(p: Project, a: { objectId: string; coatId: string }): CoatItem {
  const coat = coatsOf(p, a.objectId).find((c) => c.id === a.coatId)
  if (!coat) throw new NotFound('coat', a.coatId)
  return coat
}

/** Texts of designs: what they say, how letters differ, their coats, and the fonts that were brought. */
export const TEXT_EDITS = {
  'text.type': defineEdit(
    { ...onObject, ...part, insert: z.string().max(20_000), ranges: ranges.optional() },
    (a) => (a.insert ? 'Type' : 'Delete text'),
    (p, a) => {
      const text = textOf(p, a.objectId)
      const [start, end] = [Math.min(a.start, text.text.length), Math.min(a.end, text.text.length)]
      const made = a.ranges
        ? insertText(text, start, end, { text: a.insert, ranges: a.ranges })
        : replaceText(text, start, end, a.insert)
      say(p, a.objectId, made)
    },
  ),
  'text.style': defineEdit(
    { ...onObject, ...part, style: letterStyleSchema.partial(), clear: z.array(z.string()).optional() },
    (a) => (a.style.role ? 'Emphasise letters' : 'Style letters'),
    (p, a) => {
      const text = textOf(p, a.objectId)
      const cleared = Object.fromEntries((a.clear ?? []).map((name) => [name, undefined]))
      const style = { ...a.style, ...cleared }
      say(
        p,
        a.objectId,
        styleText(text, Math.min(a.start, text.text.length), Math.min(a.end, text.text.length), style),
      )
    },
  ),
  'text.set': defineEdit(
    { ...onObject, change: textSchema.omit({ text: true, ranges: true }).partial() },
    () => 'Set text differently',
    (p, a) => {
      const given = Object.entries(a.change).filter(([, v]) => v !== undefined)
      Object.assign(textOf(p, a.objectId), Object.fromEntries(given))
    },
  ),
  /** What a text stands on or in; null for lines in a box. */
  'text.course': defineEdit(
    {
      ...onObject,
      course: textSchema.shape.course.unwrap().nullable(),
      points: z.array(z.number()).optional(),
    },
    (a) => (a.course ? 'Set the text on an outline' : 'Set the text in lines'),
    (p, a) => {
      const text = textOf(p, a.objectId)
      if (!a.course) {
        delete text.course
        return
      }
      text.course = a.course
      const { form } = opened(p, a.objectId)
      if (a.points) form['points'] = { value: a.points }
      else form['points'] ??= { value: [] }
    },
  ),
  'text.axis': defineEdit(
    { ...onObject, tag: z.string().length(4), value: z.number() },
    () => 'Set an axis of the font',
    (p, a) => {
      const object = opened(p, a.objectId)
      const address = formAddress('object', a.objectId, axisNumber(a.tag))
      const axis = paramAt(p, address)
      if (!axis) throw new NotFound('axis', a.tag)
      object.form[axisNumber(a.tag)] ??= { value: fit(axis, a.value) }
    },
  ),
  'coat.add': defineEdit(
    { ...onCoat, kind: z.enum(COAT_KINDS), at: z.int().min(0), form: z.record(z.string(), value).optional() },
    (a) => `Add ${COAT_NAMES[a.kind].toLowerCase()}`,
    (p, a) => {
      const coats = coatsOf(p, a.objectId)
      if (coats.some((c) => c.id === a.coatId)) return
      coats.splice(a.at, 0, newCoat(a.coatId, a.kind, a.form))
    },
  ),
  'coat.remove': defineEdit(
    onCoat,
    () => 'Remove coat',
    (p, a) => {
      const coats = coatsOf(p, a.objectId)
      coats.splice(coats.indexOf(coatOf(p, a)), 1)
    },
  ),
  'coat.copy': defineEdit(
    { ...onCoat, newId: id },
    () => 'Duplicate coat',
    (p, a) => {
      const coats = coatsOf(p, a.objectId)
      if (coats.some((c) => c.id === a.newId)) return
      const coat = coatOf(p, a)
      const copy = JSON.parse(JSON.stringify(coat)) as CoatItem
      coats.splice(coats.indexOf(coat) + 1, 0, { ...copy, id: a.newId })
    },
  ),
  'coat.switch': defineEdit(
    { ...onCoat, on: z.boolean() },
    (a) => (a.on ? 'Show coat' : 'Hide coat'),
    (p, a) => {
      coatOf(p, a).on = a.on
    },
  ),
  'coat.source': defineEdit(
    { ...onCoat, source: sourceSchema, in: frame.optional() },
    () => 'Choose the picture of a coat',
    (p, a) => {
      needSource(p, a.source)
      Object.assign(coatOf(p, a), { source: a.source, in: a.in ?? 0 })
      refuseLoops(p, { kind: 'design', id: designOf(p, a.objectId).id })
    },
  ),
  'coat.order': defineEdit(
    { ...onCoat, to: z.int().min(0) },
    () => 'Reorder coats',
    (p, a) => {
      const coats = coatsOf(p, a.objectId)
      const coat = coatOf(p, a)
      coats.splice(coats.indexOf(coat), 1)
      coats.splice(Math.min(a.to, coats.length), 0, coat)
    },
  ),
  'coats.set': defineEdit(
    { ...onObject, coats: z.array(coatSchema).max(64) },
    () => 'Give a style',
    (p, a) => {
      coatsOf(p, a.objectId)
      opened(p, a.objectId).coats = a.coats
    },
  ),
  'stop.add': defineEdit(
    { ...onCoat, stopId: id, form: z.record(z.string(), value) },
    () => 'Add a colour',
    (p, a) => {
      const { stops } = coatOf(p, a)
      if (stops.some((s) => s.id === a.stopId)) return
      stops.push({ id: a.stopId, form: still({ ...defaults(STOP_FORM), ...a.form }) })
    },
  ),
  'stop.remove': defineEdit(
    { ...onCoat, stopId: id },
    () => 'Remove a colour',
    (p, a) => {
      const { stops } = coatOf(p, a)
      const at = stops.findIndex((s) => s.id === a.stopId)
      if (at < 0) throw new NotFound('colour', a.stopId)
      if (stops.length <= 2) throw new Refused('A gradient needs two colours. Change one instead.')
      stops.splice(at, 1)
    },
  ),
  'design.emphasis': defineEdit(
    { designId: id, style: letterStyleSchema },
    () => 'Change the look of emphasis',
    (p, a) => {
      getDesign(p, a.designId).emphasis = a.style
    },
  ),
  'font.add': defineEdit(
    { font: fontSchema },
    (a) => `Bring font ${a.font.family}`,
    (p, a) => {
      const others = (p.fonts ?? []).filter((f) => !sameFace(f, a.font) && f.id !== a.font.id)
      p.fonts = [...others, a.font]
    },
  ),
  'font.remove': defineEdit(
    { family: z.string().max(200) },
    (a) => `Remove font ${a.family}`,
    (p, a) => {
      p.fonts = (p.fonts ?? []).filter((f) => f.family !== a.family)
    },
  ),
}

/** The same weight and slope of the same family: what comes replaces what was there. */
const sameFace = (a: Font, b: Font) => a.family === b.family && a.weight === b.weight && a.italic === b.italic
