import type { Size } from '../../frame'
import type { Mark, MarkKind } from '../../key'
import type { ContentThing, ListContent } from '../../params'
import { choice, point, toggle } from '../../params/make'

/** Marks on the picture of a key. */
export const MARKS: ListContent = {
  type: 'list',
  label: 'Marks',
  help: 'What is screen, what is subject, what goes: said by hand where the key cannot know it.',
  one: 'Mark',
  fields: {
    kind: choice('Says', 'What lies under it.', {
      screen: 'Screen',
      subject: 'Subject',
      drop: 'Goes',
      hair: 'Hair',
    }),
    shape: choice('Shape', 'A dab for a hole, a box for a large area.', { dab: 'Dab', box: 'Box' }),
    on: toggle('On', 'Whether it counts; keys make it count for some frames alone.', true),
    place: point('Place', 'The middle of it.', [0.5, 0.5]),
    size: {
      type: 'pair',
      label: 'Size',
      help: 'How wide and how high it is.',
      default: [60, 60],
      min: 1,
      max: 16384,
      soft: [4, 600],
      step: 1,
      digits: 0,
      unit: 'px',
      names: ['Wide', 'High'],
    },
  },
  drawn: 'tones',
  least: 0,
  most: 200,
  default: [],
}

/** Marks in pixels of a picture at a scale; those that are off say nothing. */
export const marksOf = (
  marks: readonly ContentThing[] = [],
  { width, height }: Size,
  scale: number,
): Mark[] =>
  marks
    .filter((m) => m.on)
    .map(({ kind, shape, place, size }) => {
      const [x, y] = place as [number, number]
      const [w, h] = size as [number, number]
      return {
        kind: kind as MarkKind,
        shape: shape as Mark['shape'],
        centre: [x * width, y * height],
        size: [w * scale, h * scale],
      }
    })
