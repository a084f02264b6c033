import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { readMotion } from '@stilus/core/formats'
import {
  controlAddress,
  findOwner,
  formAddress,
  type MotionItem,
  newCoat,
  type ScreenItem,
  pinActs,
  splitMotion,
  stageOf,
  type Track,
} from '@stilus/core/project'
import { comet } from './comet'
import { CUTS, RATE, SIZE } from './cut'
import type { Act, Look } from './project'

type Values = Record<string, number | number[] | string>

/** The finishing of the demo with what Stilus can do: shots done, shots begun, notes on those that wait. */
export function finishShots(act: Act, look: Look): void {
  harbour(act)
  talk(act)
  lantern(act)
  hammer(act)
  rooftop(act)
  flags(act, look)
  cart(act)
  talkOn(act)
  comet(act)
  keyOverRoofs(act)
  note(act, 'bench', 'The star chart goes onto the tablet; the arm stays in front.')
  note(act, 'tower', 'Sways sideways: steady it, keep the tilt.')
  note(act, 'square', 'The fox goes out of this one: only the empty square stays.')
  note(act, 'stairs', 'The first half is too dark: a soft window that rides with him, and leaves.')
  note(act, 'close-up', 'Stands for footage that comes later.')
  note(act, 'flight', 'Stands for footage that comes later.')
}

/**
 * The stargazer off his green cloth and over the roofs at night: the screen read from the clip, a mark where his scarf is nearly its colour, a little light of the sky on his edge, and his tones brought to it.
 * Version B is the first guess as it comes.
 */
function keyOverRoofs(act: Act): void {
  const shot = { kind: 'shot', id: 'green' } as const
  const roofs = {
    kind: 'material',
    source: { kind: 'medium', mediaId: 'rooftop-plate' },
    in: 10,
    fit: 'fit',
    beyond: 'hold',
  } as const
  act('step.add', { stack: shot, stepId: 'green-key', use: 'screen-key', at: 0, inputs: { behind: roofs } })
  act('step.add', { stack: shot, stepId: 'green-roofs', use: 'join', at: 1, inputs: { other: roofs } })
  act('step.rename', { stepId: 'green-roofs', name: 'Over the roofs' })
  act('value.set', { address: controlAddress('green-roofs', 'how'), at: 0, value: 'under' })
  act('variant.switch', { shotId: 'green', to: 'B' })
  act('variant.switch', { shotId: 'green', to: 'A' })
  act('screen.keep', { item: stargazerScreen(), medium: null, stepId: null })
  act('screen.take', { stepId: 'green-key', shelfId: 'green-screen' })
  const controls = { wrap: 0.4, wide: 10, exposure: -0.35, temperature: -18 }
  for (const [param, value] of Object.entries(controls))
    act('value.set', { address: controlAddress('green-key', param), at: 0, value })
  act('content.add', {
    stepId: 'green-key',
    list: 'marks',
    thingId: 'green-mark',
    at: 0,
    values: { kind: 'subject', shape: 'dab', place: [0.505, 0.66], size: [56, 40] },
  })
  note(
    act,
    'green',
    'Keyed from the clip; the lamps on the cloth do not meet, uneven on purpose. B is the first guess.',
  )
}

/** The screen as `demo/screen.ts` read it. */
function stargazerScreen() {
  const cut = CUTS.find((c) => c.id === 'green')
  if (!cut) throw new Error('The stargazer on green is not in the edit.')
  const { colour, ...facts } = JSON.parse(
    readFileSync(new URL('./screen.json', import.meta.url), 'utf8'),
  ) as ScreenItem['facts']
  return {
    id: 'green-screen',
    name: 'Screen of Stargazer on green',
    kind: 'screen' as const,
    mediaId: 'stargazer-screen',
    shotId: 'green',
    frames: [0, cut.length - 1] as [number, number],
    facts: { ...facts, colour },
  }
}

const note = (act: Act, shotId: string, text: string) => act('shot.note', { shotId, note: text })

/** Adds a step and sets its controls. */
function treat(
  act: Act,
  shotId: string,
  stepId: string,
  use: string,
  name: string,
  at: number,
  values: Values,
) {
  act('step.add', { stack: { kind: 'shot', id: shotId }, stepId, use, at })
  act('step.rename', { stepId, name })
  for (const [param, value] of Object.entries(values))
    act('value.set', { address: controlAddress(stepId, param), at: 0, value })
}

interface Area {
  kind: 'ellipse' | 'rectangle'
  centre: [number, number]
  size: [number, number]
  feather: number
}

function limit(act: Act, stepId: string, itemId: string, { kind, centre, size, feather }: Area) {
  act('region.add', {
    stepId,
    itemId,
    kind,
    form: { centre, size, feather: [feather / 2, feather / 2] },
  })
}

function harbour(act: Act): void {
  const shotId = 'harbour'
  treat(act, shotId, 'balance', 'grade', 'Balance', 0, { exposure: 0.25, contrast: 1.1, saturation: 1.08 })
  treat(act, shotId, 'cool', 'grade', 'Cool water', 1, {
    temperature: -38,
    exposure: -0.3,
    gain: [0.94, 1, 1.12],
  })
  limit(act, 'cool', 'water', {
    kind: 'rectangle',
    centre: [640, 670],
    size: [1500, 230],
    feather: 90,
  })
  treat(act, shotId, 'soft', 'gaussian-blur', 'Soft sky', 2, { radius: [5, 5], edge: 'mirror' })
  limit(act, 'soft', 'sky', { kind: 'ellipse', centre: [640, 10], size: [1800, 300], feather: 200 })
  treat(act, shotId, 'glow', 'glow', 'Lantern glow', 3, {
    threshold: 0.7,
    radius: 16,
    rings: 3,
    intensity: 0.5,
    tint: [1, 0.72, 0.42],
  })
  const intensity = controlAddress('glow', 'intensity')
  act('key.put', { address: intensity, at: 0, value: 0.3 })
  act('key.put', { address: intensity, at: 48, value: 0.8 })
  act('key.put', { address: intensity, at: 100, value: 0.5 })
  act('step.when', { stepId: 'glow', when: { rampIn: 10, start: 4 } })
  act('shot.state', { shotId, state: 'done' })
  note(act, shotId, 'Windows and the boat glow up to the cut; the water stays cool.')
}

function talk(act: Act): void {
  treat(act, 'talk', 'warm', 'grade', 'Warm face', 0, { exposure: 0.35, temperature: 10 })
  limit(act, 'warm', 'face', { kind: 'ellipse', centre: [560, 300], size: [520, 560], feather: 140 })
  treat(act, 'talk', 'dusk', 'grade', 'Dusk', 1, {
    contrast: 1.08,
    saturation: 1.05,
    lift: [0.0, 0.002, 0.008],
  })
  treat(act, 'talk', 'lamps', 'glow', 'Lamps behind', 2, {
    threshold: 0.75,
    radius: 22,
    rings: 3,
    intensity: 0.35,
    tint: [1, 0.78, 0.5],
  })
  act('shot.state', { shotId: 'talk', state: 'done' })
  note(act, 'talk', 'The painted blemishes on the cheek are still to be retouched.')
}

function lantern(act: Act): void {
  treat(act, 'lantern', 'lantern-warm', 'grade', 'Warm workshop', 0, {
    exposure: 0.2,
    temperature: 14,
    contrast: 1.08,
  })
  treat(act, 'lantern', 'lantern-light', 'glow', 'Light from within', 1, {
    threshold: 0.85,
    radius: 30,
    rings: 3,
    intensity: 0.7,
    tint: [1, 0.78, 0.5],
  })
  act('shot.state', { shotId: 'lantern', state: 'in work' })
  note(act, 'lantern', 'Focus goes from the lantern to him on the word.')
}

function hammer(act: Act): void {
  treat(act, 'hammer', 'hot', 'glow', 'Hot iron', 0, {
    threshold: 0.6,
    radius: 20,
    rings: 3,
    intensity: 0.8,
    tint: [1, 0.62, 0.3],
  })
  treat(act, 'hammer', 'sparks', 'particles', 'Sparks', 1, {
    source: 'point',
    at: [0.5, 0.62],
    rate: 90,
    life: 0.9,
    speed: 420,
    angle: -90,
    spread: 120,
    gravity: 700,
    sway: 4,
    size: 3,
    trail: 1.5,
    colour: [1, 0.85, 0.5],
    end: [1, 0.2, 0.03],
    lay: 'plus',
  })
  const exposure = controlAddress('flash', 'exposure')
  treat(act, 'hammer', 'flash', 'grade', 'Flash into the cut', 2, { exposure: 0 })
  act('key.put', { address: exposure, at: 0, value: 0 })
  act('key.put', { address: exposure, at: 36, value: 0 })
  act('key.put', { address: exposure, at: 43, value: 2.2 })
  act('shot.state', { shotId: 'hammer', state: 'done' })
}

function rooftop(act: Act): void {
  treat(act, 'rooftop', 'night', 'grade', 'Night', 0, { exposure: -0.2, temperature: -16, saturation: 0.92 })
  treat(act, 'rooftop', 'halo', 'halation', 'Halos', 1, { threshold: 0.6, radius: 8, strength: 0.5 })
  treat(act, 'rooftop', 'grain', 'grain', 'Film grain', 2, { amount: 0.12, size: 1.6 })
  act('shot.state', { shotId: 'rooftop', state: 'in work' })
}

const TRACK: Track = {
  scale: true,
  rotation: true,
  shear: true,
  perspective: true,
  pattern: [16, 16],
  search: [40, 40],
  refresh: 'worn',
}

const measured = (name: string) => fileURLToPath(new URL(`./motions/${name}`, import.meta.url))

/** Puts a motion that demo/track.ts measured onto the shelf. */
function shelve(act: Act, id: string, name: string, of: { mediaId: string; shotId: string }): MotionItem {
  const read = readMotion(readFileSync(measured(`${name}.json`), 'utf8'), `${name}.json`)
  const { motion, records } = splitMotion(read.motion)
  const item: MotionItem = { id, name, kind: 'motion', ...of, motion, track: TRACK }
  act('shelf.put', { item }, records)
  return item
}

/** A word as a design of the picture's size, so that it can be pinned to what moves in it. */
function wordDesign(act: Act, id: string, word: string, form: { place: number[]; size: number }): void {
  act('design.add', { designId: id, name: `Word: ${word}`, size: SIZE, rate: RATE, length: 120 })
  act('object.add', {
    designId: id,
    objectId: `${id}-text`,
    kind: 'text',
    form: { ...form, tracking: 40 },
    text: { text: word, family: 'oswald', weight: 700, case: 'upper', align: 'centre', level: 'middle' },
    coats: [
      newCoat('shadow', 'shadow', { offset: [1, 2], blur: 2.5, opacity: 0.5 }),
      newCoat('face', 'fill', { colour: [0.95, 0.93, 0.88] }),
    ],
  })
}

/** Two words over the shot of the flags, each taken along by one of them; the second leaves when its flag is covered. */
function flags(act: Act, look: Look): void {
  const of = { mediaId: 'two-flags', shotId: 'flags' }
  const shot = findOwner(look(), 'shot', 'flags')
  if (!shot) return
  const words = [
    {
      shotId: 'word-moon',
      name: 'Moon',
      place: [196, 190],
      size: 58,
      lane: 2,
      length: shot.length,
      item: shelve(act, 'red-flag', 'Red flag', of),
    },
    {
      shotId: 'word-comet',
      name: 'Comet',
      place: [980, 250],
      size: 48,
      lane: 3,
      length: 40,
      item: shelve(act, 'blue-flag', 'Blue flag', of),
    },
  ]
  for (const { shotId, name, place, size, lane, length, item } of words) {
    wordDesign(act, shotId, name, { place, size })
    act('shot.place', {
      shot: {
        id: shotId,
        name: `Word: ${name}`,
        source: { kind: 'design' as const, designId: shotId },
        lane,
        start: shot.start,
        length,
        in: 0,
        zero: 0,
        sound: null,
        state: 'done',
        note: 'Rides on its flag.',
        steps: [],
      },
    })
    for (const [edit, args] of pinActs(
      stageOf(look(), { kind: 'shot', id: shotId }),
      item,
      { stepId: `${shotId}-ride`, at: 0 },
      'picture',
      false,
    ))
      act(edit, args as never)
  }
  treat(act, 'flags', 'flags-dusk', 'grade', 'Dusk', 0, { contrast: 1.08, temperature: -8 })
  act('shot.state', { shotId: 'flags', state: 'done' })
  note(act, 'flags', 'Two words ride on the flags, one point each.')
}

/** The cart's sign in colour, the rest in monochrome; the driver sharp on a softened background, held by three pieces that overlap. */
function cart(act: Act): void {
  const shotId = 'cart'
  const of = { mediaId: 'cart-comes', shotId }
  const sign = shelve(act, 'sign', 'Sign', of)
  const head = shelve(act, 'driver-head', 'Driver head', of)
  const at = sign.motion.reference
  const ride = (...items: MotionItem[]) => ({
    motions: items.map((i) => i.id),
    at,
    inverted: false,
    on: true,
  })
  treat(act, shotId, 'town', 'lens-blur', 'Soft town', 0, { radius: 7 })
  const pieces = [
    ['head', 'ellipse', [742, 190], [210, 210], head],
    ['shoulders', 'ellipse', [735, 290], [260, 130], head, sign],
    ['cart', 'rectangle', [690, 400], [620, 330], sign],
  ] as const
  for (const [itemId, kind, centre, size, ...items] of pieces) {
    const form = { centre: [...centre], size: [...size], feather: [10, 26] }
    act('region.add', { stepId: 'town', itemId, kind, form })
    act('region.attach', { stepId: 'town', itemId, attach: ride(...items) })
  }
  act('region.invert', { stepId: 'town', invert: true })
  treat(act, shotId, 'grey', 'monochrome', 'All but the sign', 1, {})
  const corners = [608, 291, 923, 300, 924, 430, 608, 441]
  const points = [0, 2, 4, 6].flatMap((i) => [corners[i] ?? 0, corners[i + 1] ?? 0, 0, 0, 0, 0, 0, 1])
  act('region.add', {
    stepId: 'grey',
    itemId: 'board',
    kind: 'outline' as const,
    form: { points, feather: [1, 2] },
  })
  act('region.attach', { stepId: 'grey', itemId: 'board', attach: ride(sign) })
  act('region.invert', { stepId: 'grey', invert: true })
  act('region.item', { itemId: 'board', change: { name: 'The sign' } })
  act('region.shutter', { stepId: 'grey', shutter: 180 })
  act('shot.state', { shotId, state: 'done' })
  note(act, shotId, 'The sign in colour, the rest in monochrome; the town is soft behind the driver.')
}

/** The face lightened, except where the hand is in front of it. */
function talkOn(act: Act): void {
  const shotId = 'talk-on'
  const face = shelve(act, 'face', 'Face', { mediaId: 'stargazer-talks', shotId })
  treat(act, shotId, 'light', 'grade', 'Lighter face', 0, { exposure: 0.7, temperature: 8 })
  const keys = JSON.parse(readFileSync(measured('hand-outline.json'), 'utf8')) as {
    at: number
    value: number[]
  }[]
  const [first] = keys
  if (!first) return
  const hand = { stepId: 'light', itemId: 'hand' }
  // Frames of the medium are treatment times here: the shot shows its medium at its own rate from frame `zero` on.
  act('region.add', {
    ...hand,
    kind: 'outline',
    form: { points: first.value, feather: [2, 8] },
    join: 'holdout',
  })
  for (const key of keys)
    act('key.put', { address: formAddress('item', 'hand', 'points'), at: key.at - 70, value: key.value })
  act('region.item', { itemId: 'hand', change: { name: 'Hand in front' } })
  const [l = 0, t = 0, r = 0, , , b = 0] = face.motion.anchor
  const [w, h] = [(r - l) / 0.72, (b - t) / 0.6]
  const form = { centre: [(l + r) / 2, (t + b) / 2], size: [w * 0.95, h * 1.05], feather: [40, 40] }
  act('region.add', { stepId: 'light', itemId: 'lit-face', kind: 'ellipse', form })
  const attach = { motions: [face.id], at: face.motion.reference, inverted: false, on: true }
  act('region.attach', { stepId: 'light', itemId: 'lit-face', attach })
  act('region.item', { itemId: 'lit-face', change: { name: 'Face' } })
  act('shot.state', { shotId, state: 'done' })
  note(act, shotId, 'Lighter, except for the hand in front.')
}
