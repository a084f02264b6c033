import { COAT_FORMS } from '../coats'
import { OBJECT_FORMS } from '../design'
import type { ArtCoat, ArtLayer, Artwork } from '../formats'
import { maths } from '../maths'
import { defaults, type Values } from '../params'
import { type Corner, valueOf } from '../region'
import type { Act } from './edit'
import { formAddress, still } from './parts'
import type { CoatItem, Design, DesignObject, DesignText, Medium } from './schema'
import { plainText } from './texts'

/** What laying artwork out as objects needs from outside. */
export interface ArtworkHelp {
  designId: string
  newId(): string
  /** The medium that the picture of a layer has become. */
  mediumOf(layer: Extract<ArtLayer, { kind: 'picture' }>): Medium | undefined
  /** The family of a text by the name that the artwork has for it. */
  familyOf(name: string): string
  /** Pixels from the top of a text to its first baseline. */
  ascentOf(text: DesignText, size: number): number
}

/** The acts that make objects of layers, from back to front. */
export function artworkActs(layers: readonly ArtLayer[], help: ArtworkHelp): Act[] {
  const acts: Act[] = []
  lay(layers, help, acts)
  return acts
}

/** Lays layers out; the ids of their objects. */
function lay(layers: readonly ArtLayer[], help: ArtworkHelp, acts: Act[]): string[] {
  return layers.flatMap((layer) => {
    const objectId = help.newId()
    if (layer.kind === 'group') {
      const objectIds = lay(layer.layers, help, acts)
      if (!objectIds.length) return []
      acts.push(['objects.group', { objectIds, groupId: objectId, name: layer.name }])
      if (layer.opacity < 1) acts.push(setNumber(objectId, 'opacity', layer.opacity))
    } else {
      const made = objectAct(layer, objectId, help)
      if (!made) return []
      acts.push(made)
    }
    const { blend: mode, on } = layer
    if (!on || mode !== 'normal')
      acts.push(['object.change', { objectId, change: { on, blend: { mode, space: 'perceptual' } } }])
    for (const { contours } of layer.clips ?? []) acts.push(...clipActs(objectId, contours, help))
    return [objectId]
  })
}

const setNumber = (objectId: string, name: string, value: number | number[]): Act => [
  'value.set',
  { address: formAddress('object', objectId, name), at: 0, value },
]

/** What is cut by outlines is held within them. */
function clipActs(objectId: string, contours: readonly Corner[][], help: ArtworkHelp): Act[] {
  const stepId = help.newId()
  const stack = { kind: 'object' as const, id: objectId }
  return [
    ['step.add', { stack, stepId, use: 'hold-back', at: 0 }],
    [
      'value.set',
      { address: { owner: { kind: 'step', id: stepId }, path: 'what/keep' }, at: 0, value: 'inside' },
    ],
    ...contours.map((corners): Act => {
      const form = { points: valueOf(corners), feather: [0, 0] }
      return ['region.add', { stepId, itemId: help.newId(), kind: 'outline', form }]
    }),
  ]
}

type Leaf = Exclude<ArtLayer, { kind: 'group' }>

function objectAct(layer: Leaf, objectId: string, help: ArtworkHelp): Act | undefined {
  const { designId } = help
  const common = { designId, objectId, name: layer.name, layer: true as const }
  const { opacity } = layer
  switch (layer.kind) {
    case 'picture': {
      const medium = help.mediumOf(layer)
      if (!medium) return undefined
      const [width, height] = layer.size ?? [medium.width, medium.height]
      const place = [layer.x + width / 2, layer.y + height / 2]
      const scale = [width / Math.max(1, medium.width), height / Math.max(1, medium.height)]
      const source = { kind: 'medium' as const, mediaId: medium.id }
      return ['object.add', { ...common, kind: 'picture', form: { place, scale, opacity }, source }]
    }
    case 'drawing': {
      const { place, contours } = aboutMiddle(layer.contours)
      const drawing = { contours, rule: layer.evenOdd ? ('evenodd' as const) : ('nonzero' as const) }
      const coats = coatsOf(layer.coats, help)
      return ['object.add', { ...common, kind: 'drawing', form: { place, opacity }, drawing, coats }]
    }
    case 'line': {
      const { place, contours } = aboutMiddle([layer.corners])
      const points = contours[0] ?? []
      const coats = coatsOf([{ kind: 'fill', values: { colour: layer.colour }, stops: [] }], help)
      const form = { ...plainForm(layer.pen), place, opacity, points }
      return ['object.add', { ...common, kind: 'line', form, coats }]
    }
    case 'text': {
      const { text, weight, italic, align, size } = layer
      const own = { ...plainText(text), family: help.familyOf(layer.family), weight, italic, align }
      const up = help.ascentOf(own, size)
      const turn = (layer.turn * Math.PI) / 180
      const place = [layer.x + up * maths.sin(turn), layer.y - up * maths.cos(turn)]
      const form = { place, opacity, size, turn: layer.turn }
      const coats = coatsOf(layer.coats, help)
      return ['object.add', { ...common, kind: 'text', form, text: own, coats }]
    }
  }
}

/** The numbers that a line has. */
const plainForm = (values: Values) =>
  Object.fromEntries(Object.entries(values).filter(([name]) => name in OBJECT_FORMS.line)) as Record<
    string,
    number | number[] | string
  >

/** Contours counted from the middle of what they take up. */
function aboutMiddle(contours: readonly (readonly Corner[])[]) {
  const all = contours.flat()
  const middle = (of: (c: Corner) => number) => {
    const list = all.map(of)
    return (
      (list.reduce((a, b) => Math.min(a, b), Infinity) + list.reduce((a, b) => Math.max(a, b), -Infinity)) / 2
    )
  }
  const [x, y] = [middle((c) => c.x), middle((c) => c.y)]
  const moved = contours.map((list) => valueOf(list.map((c) => ({ ...c, x: c.x - x, y: c.y - y }))))
  return { place: [x, y], contours: moved }
}

const coatsOf = (coats: readonly ArtCoat[], { newId }: ArtworkHelp): CoatItem[] =>
  coats.map(({ kind, values, stops }) => ({
    id: newId(),
    kind,
    on: true,
    form: still({ ...defaults(COAT_FORMS[kind]), ...values }),
    stops: stops.map(({ at, colour, opacity }) => ({ id: newId(), form: still({ at, colour, opacity }) })),
  }))

/** What reading artwork again into the design that it has become changes. */
export interface Reread {
  acts: Act[]
  /** Names of layers that are new, and of objects whose layer is gone; these stay. */
  added: string[]
  gone: string[]
}

/**
 * Artwork that was changed, into the design that it came in as: layers are known again by their names and the groups that they lie in. What they show is taken over; their keys, coats, steps and times stay, and
 * their places where they have keys.
 */
export function rereadActs(design: Design, artwork: Artwork, help: ArtworkHelp): Reread {
  const named = new Map<string, DesignObject>()
  const visit = (objects: readonly DesignObject[], path: string) => {
    for (const object of objects) {
      const key = `${path}/${object.name}`
      if (!named.has(key)) named.set(key, object)
      visit(object.objects ?? [], key)
    }
  }
  visit(design.objects, '')
  const out: Reread = { acts: [], added: [], gone: [] }
  const seen = new Set<string>()
  const again = (layers: readonly ArtLayer[], path: string) => {
    for (const layer of layers) {
      const key = `${path}/${layer.name}`
      const object = seen.has(key) ? undefined : named.get(key)
      const isGroup = (layer.kind === 'group') === (object?.kind === 'group')
      if (object && isGroup) {
        seen.add(key)
        if (layer.kind === 'group') again(layer.layers, key)
        else out.acts.push(...redrawActs(object, layer, help))
      } else {
        out.added.push(layer.name)
        lay([layer], help, out.acts)
      }
    }
  }
  again(artwork.layers, '')
  out.gone = [...named].flatMap(([key, { layer, name }]) => (layer && !seen.has(key) ? [name] : []))
  return out
}

function redrawActs(object: DesignObject, layer: Leaf, help: ArtworkHelp): Act[] {
  const made = objectAct(layer, object.id, help)
  if (made?.[0] !== 'object.add' || made[1].kind !== object.kind) return []
  const { form = {}, source, drawing, text } = made[1]
  const acts: Act[] = []
  if (source) acts.push(['object.change', { objectId: object.id, change: { source } }])
  if (drawing) acts.push(['object.redraw', { objectId: object.id, drawing }])
  if (text?.text !== undefined && object.text)
    acts.push([
      'text.type',
      { objectId: object.id, start: 0, end: object.text.text.length, insert: text.text },
    ])
  for (const name of ['place', 'points']) {
    const value = form[name]
    const own = object.form[name]
    if (
      value === undefined ||
      !own ||
      own.keys?.length ||
      JSON.stringify(own.value) === JSON.stringify(value)
    )
      continue
    acts.push(['value.set', { address: formAddress('object', object.id, name), at: 0, value }])
  }
  return acts
}
