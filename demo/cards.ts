import { readFileSync } from 'node:fs'
import { readSvgArtwork } from '@stilus/core/formats'
import { artworkActs, type EditArgs, type EditName, newCoat } from '@stilus/core/project'
import { RATE, SIZE } from './cut'
import type { Act } from './project'
import { kitPath } from './paths'

/** The cards of the film as designs: the layers of their artwork, what they say as texts. */
const CARDS = [
  {
    shotId: 'title',
    designId: 'title-card',
    file: 'title-card.svg',
    length: 72,
    says: 'The Tin Comet',
    form: { place: [636, 334], size: 74, tracking: 90 },
    colour: [0.905, 0.775, 0.515],
  },
  {
    shotId: 'end',
    designId: 'end-card',
    file: 'end-card.svg',
    length: 120,
    says: 'Paper Harbour Puppets',
    form: { place: [640, 395], size: 46, tracking: 120 },
    colour: [0.871, 0.73, 0.434],
  },
] as const

export function cards(act: Act): void {
  for (const { shotId, designId, file, length, says, form, colour } of CARDS) {
    const artwork = readSvgArtwork(readFileSync(kitPath(file), 'utf8'))
    let count = 0
    act('design.add', { designId, name: says, size: SIZE, rate: RATE, length, artwork: file })
    const acts = artworkActs(
      // The letters of the artwork are outlines: here they are typed.
      artwork.layers.filter((layer) => layer.name !== 'lettering'),
      {
        designId,
        newId: () => `${designId}-${++count}`,
        mediumOf: () => undefined,
        familyOf: (name) => name,
        ascentOf: (_, size) => size,
      },
    )
    for (const [name, args] of acts) act(name as EditName, args as EditArgs<EditName>)
    act('object.add', {
      designId,
      objectId: `${designId}-text`,
      kind: 'text',
      form: { ...form, place: [...form.place] },
      text: {
        text: says,
        family: 'saira-stencil-one',
        weight: 400,
        case: 'upper',
        align: 'centre',
        level: 'middle',
      },
      coats: [
        newCoat('shadow', 'shadow', { offset: [1.5, 2.5], blur: 2, opacity: 0.55 }),
        newCoat('face', 'fill', { colour: [...colour] }),
      ],
    })
    // The title gathers out of its middle; the end comes word by word.
    const arrival = designId === 'title-card' ? 'spread' : 'blur-in'
    act('mover.add', { objectId: `${designId}-text`, moverId: 'arrival', way: 'arrive', use: arrival })
    act('shot.swap', { shotId, source: { kind: 'design', designId }, in: 0 })
  }
}
