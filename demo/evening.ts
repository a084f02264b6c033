import { readFileSync } from 'node:fs'
import { captionRows, readCaptions } from '@stilus/core/formats'
import { getSequence, moverAddress, newCoat, readRoster, type Shot } from '@stilus/core/project'
import { corner, valueOf } from '@stilus/core/region'
import { captionActs, findShelf, makeDesign } from '@stilus/core/shelf'
import { RATE, SIZE } from './cut'
import { kitPath } from './paths'
import type { Act, Look } from './project'

const EVENING = 'evening'

const shot = (
  id: string,
  change: Partial<Shot> & Pick<Shot, 'name' | 'source' | 'start' | 'length'>,
): Shot => ({
  id,
  lane: 0,
  in: 0,
  zero: 0,
  sound: null,
  state: 'in work',
  note: '',
  steps: [],
  ...change,
})

/** The evening of the first night, announced: an opening title, a bulletin with a picture in it, how the comet is built, and the cast; and the film with its captions. */
export function evening(act: Act, look: Look): void {
  act('sequence.add', { newId: EVENING, name: 'The evening, announced', rate: RATE, size: SIZE })
  const footage: [name: string, source: Shot['source'], start: number, length: number][] = [
    ['Harbour', { kind: 'medium', mediaId: 'harbour-wide' }, 0, 144],
    ['Chart', { kind: 'comp', sequenceId: 'chart-close' }, 144, 120],
    ['Bench', { kind: 'medium', mediaId: 'bench-tablet' }, 264, 60],
    ['Night', { kind: 'solid', colour: [0.006, 0.009, 0.022] }, 324, 384],
  ]
  for (const [name, source, start, length] of footage)
    act('shot.place', {
      sequenceId: EVENING,
      shot: shot(`evening-${name.toLowerCase()}`, { name, source, start, length }),
    })
  fromShelf(act, 'evening-opening', 'lantern/curtain', ['The Tin Comet', 'tonight in the square'], 0, 144)
  fromShelf(act, 'evening-ticker', 'tremor/ticker', TICKER, 144, 180)
  window(act)
  built(act)
  const { rows } = readRoster(readFileSync(kitPath('roster.csv'), 'utf8'))
  const column = (at: number) => rows.map((cells) => cells[at] ?? '').join('\n')
  fromShelf(act, 'evening-cast', 'carbon/cast', ['The cast', column(1), column(0)], 468, 240)
  captioned(act, look)
}

const TICKER = [
  'The comet is hung over the square • The fox has learned its lines • Lanterns are lit at seven • Bring a coat',
  'Tonight',
]

/** A design of the shelf over the evening, saying what it is given. */
function fromShelf(
  act: Act,
  id: string,
  entryId: string,
  words: readonly string[],
  start: number,
  length: number,
): void {
  const entry = findShelf(entryId)
  if (!entry) throw new Error(`There is no design ${entryId} on the shelf.`)
  let count = 0
  const palette = entry.family.palettes[0]
  const newId = () => `${id}-${++count}`
  const design = makeDesign(entry.design, { designId: id, size: SIZE, rate: RATE, palette, words, newId })
  act('design.take', { design })
  overEvening(act, id, design.name, start, length)
}

function overEvening(
  act: Act,
  designId: string,
  name: string,
  start: number,
  length: number,
  lane = 1,
): void {
  const source = { kind: 'design', designId } as const
  act('shot.place', {
    sequenceId: EVENING,
    shot: shot(`${designId}-over`, { name, source, start, length, lane, fitted: true }),
  })
}

/** Gives an object a mover with numbers of its own. */
function moved(
  act: Act,
  objectId: string,
  way: 'arrive' | 'leave',
  use: string,
  values: Record<string, number | string>,
): void {
  const moverId = `${objectId}-${way}`
  act('mover.add', { objectId, moverId, way, use })
  for (const [name, value] of Object.entries(values))
    act('value.set', { address: moverAddress(objectId, moverId, name), at: 0, value })
}

/** Somebody who speaks, in a window with a rim that comes from the right and leaves there. */
function window(act: Act): void {
  const designId = 'evening-window'
  act('design.add', { designId, name: 'Window', size: SIZE, rate: RATE, length: 110 })
  act('object.add', {
    designId,
    objectId: 'window-picture',
    kind: 'picture',
    name: 'Who speaks',
    source: { kind: 'medium', mediaId: 'stargazer-talks' },
    form: { place: [990, 232], scale: [0.34, 0.34] },
  })
  act('object.add', {
    designId,
    objectId: 'window-rim',
    kind: 'rectangle',
    name: 'Rim',
    form: { place: [990, 232], box: [442, 252], round: 6 },
    coats: [
      newCoat('shadow', 'shadow', { offset: [0, 8], blur: 18, opacity: 0.5 }),
      newCoat('rim', 'edge', { width: 8, colour: [0.86, 0.5, 0.16] }),
    ],
  })
  const groupId = 'window-all'
  act('objects.group', { objectIds: ['window-picture', 'window-rim'], groupId, name: 'All of the window' })
  moved(act, groupId, 'arrive', 'slide', {
    unit: 'whole',
    side: 'right',
    distance: 4,
    frames: 18,
    shutter: 0,
  })
  moved(act, groupId, 'leave', 'slide', { unit: 'whole', side: 'right', distance: 4, frames: 14, shutter: 0 })
  overEvening(act, designId, 'Window', 156, 110, 2)
}

/** What the comet is made of, from the inside out: what is drawn, how large, and what is said of it. */
const LAYERS = [
  { id: 'core', says: 'A core of lime wood', kind: 'ellipse', across: 96, colour: [0.36, 0.2, 0.08] },
  { id: 'ribs', says: 'Eight ribs of copper wire', kind: 'star', across: 190, colour: [0.62, 0.26, 0.09] },
  { id: 'skin', says: 'A skin of beaten tin', kind: 'polygon', across: 250, colour: [0.52, 0.56, 0.6] },
  { id: 'lamps', says: 'Forty lamps behind it', kind: 'ellipse', across: 330, colour: [0.95, 0.66, 0.2] },
] as const
const CENTRE = [400, 390] as const

/** How the comet is built, layer by layer: each is drawn and told after the one within it. */
function built(act: Act): void {
  const designId = 'evening-built'
  const length = 144
  act('design.add', { designId, name: 'How the comet is built', size: SIZE, rate: RATE, length })
  const white = { colour: [0.9, 0.89, 0.84] }
  const words = (objectId: string, text: string, place: [number, number], size: number, more: object = {}) =>
    act('object.add', {
      designId,
      objectId,
      kind: 'text',
      name: text,
      form: { place, size, tracking: 10 },
      text: { text, family: 'barlow-condensed', weight: 500, level: 'middle', ...more },
      coats: [newCoat('face', 'fill', white)],
    })
  words('built-heading', 'How the comet is built', [110, 110], 54, { weight: 700 })
  moved(act, 'built-heading', 'arrive', 'rise', { frames: 20, unit: 'word', overlap: 0.7 })
  const [x, y] = CENTRE
  LAYERS.forEach(({ id, says, kind, across, colour }, i) => {
    const [layerId, lineId, textId] = [`built-${id}`, `built-${id}-line`, `built-${id}-text`]
    const after = 16 + i * 18
    const down = 250 + i * 92
    const shape: Record<string, number> =
      kind === 'star' ? { corners: 8, depth: 0.3 } : kind === 'polygon' ? { corners: 12 } : {}
    const core = id === 'core'
    act('object.add', {
      designId,
      objectId: layerId,
      kind,
      name: says,
      form: { place: [x, y], box: [across, across], ...shape },
      coats: core
        ? [newCoat('face', 'fill', { colour: [...colour] })]
        : [newCoat('rim', 'edge', { colour: [...colour], width: id === 'skin' ? 14 : 5, side: 'centred' })],
    })
    moved(act, layerId, 'arrive', core ? 'grow' : 'write', { frames: 16 })
    // From the layer's edge to what is said of it.
    const [fromX, fromY] = [x + across * 0.36, y + (down - y) * 0.28]
    const at = [(fromX + 660) / 2, (fromY + down) / 2] as const
    act('object.add', {
      designId,
      objectId: lineId,
      kind: 'line',
      name: `To ${says}`,
      form: {
        place: [...at],
        width: 2,
        points: valueOf([corner(fromX - at[0], fromY - at[1]), corner(660 - at[0], down - at[1])]),
      },
      coats: [newCoat('face', 'fill', { colour: [...colour] })],
    })
    moved(act, lineId, 'arrive', 'write', { frames: 12 })
    words(textId, says, [680, down], 38)
    moved(act, textId, 'arrive', 'slide', { side: 'left', frames: 14, unit: 'whole', distance: 0.4 })
    for (const [objectId, late] of [
      [layerId, 0],
      [lineId, 6],
      [textId, 10],
    ] as const)
      act('object.time', { objectId, start: after + late, length: length - after - late, carry: true })
  })
  overEvening(act, designId, 'How the comet is built', 324, length)
}

/** The film with what is said in it below: one design, a roster of the lines, a shot for each. */
function captioned(act: Act, look: Look): void {
  const sequenceId = 'captioned'
  act('sequence.add', { newId: sequenceId, name: 'The film, captioned', rate: RATE, size: SIZE })
  const edit = getSequence(look())
  const length = Math.max(...edit.shots.map((s) => s.start + s.length))
  const source = { kind: 'comp', sequenceId: edit.id } as const
  act('shot.place', {
    sequenceId,
    shot: shot('captioned-film', { name: 'The film', source, start: 0, length }),
  })
  const sequence = getSequence(look(), sequenceId)
  const rows = captionRows(readCaptions(readFileSync(kitPath('the-tin-comet.srt'), 'utf8')), sequence)
  let count = 0
  const acts = captionActs(sequence, { ...rows, name: 'Captions' }, () => `caption-${++count}`)
  for (const [name, args] of acts) act(name, args as never)
}
