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
    shape: choice('Shape', 'A dab for a hole, a box for a large area.', {
      dab: 'Dab',
      box: 'Box',
      brush: 'Brush',
    }),
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
      when: (v) => v.shape !== 'brush',
    },
    wide: {
      type: 'number',
      label: 'Brush',
      help: 'How wide the brush is.',
      default: 24,
      min: 1,
      max: 4000,
      soft: [2, 200],
      step: 1,
      digits: 0,
      unit: 'px',
      when: (v) => v.shape === 'brush',
    },
    stroke: {
      type: 'stroke',
      label: 'Stroke',
      help: 'The way of the brush, from its place on.',
      default: [],
      most: 4000,
      when: (v) => v.shape === 'brush',
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
    .map(({ kind, shape, place, size, wide, stroke }) => {
      const [x, y] = place as [number, number]
      const [w, h] = size as [number, number]
      const brush = shape === 'brush'
      return {
        kind: kind as MarkKind,
        shape: shape as Mark['shape'],
        centre: [x * width, y * height],
        size: brush ? [Number(wide) * scale, Number(wide) * scale] : [w * scale, h * scale],
        ...(brush ? { stroke: (stroke as number[]).map((v) => v * scale) } : {}),
      }
    })
