import { maths } from '../../maths'
import { type Family, palette } from '../declare'
import { amid, below, type Page } from '../page'
import {
  comes,
  disc,
  edge,
  fill,
  goes,
  ground,
  line,
  type Piece,
  rect,
  row,
  smooth,
  star,
  stays,
  text,
  whole,
} from '../pieces'

const { cos, sin } = maths

const hand = { family: 'caveat', weight: 700 }
const easy = { family: 'caveat', weight: 400 }
const away = goes('dissolve', { unit: 'whole', frames: 10 })
const shaky = stays('boil', { speed: 6, turn: 0.4 })
const stroke = (p: Page, width = 0.45, more = {}) =>
  edge('ink', { width: width * p.u, side: 'centred', ends: 'round', ...more })
const slate = (p: Page): Piece =>
  ground(
    rect(
      'Slate',
      [0, 0, p.width, p.height],
      {},
      fill('ground', { opacity: 0.86 }),
      comes('fade', { frames: 12 }),
      goes('fade', { frames: 10 }),
    ),
  )
const drawnStar = (p: Page, x: number, y: number, r: number, name: string, frames: number) =>
  star(
    name,
    [x - r * p.u, y - r * p.u, 2 * r * p.u, 2 * r * p.u],
    { depth: 0.58, turn: 8 },
    edge('accent', { width: 0.4 * p.u, side: 'centred', corners: 'round' }),
    comes('write', { frames }),
    stays('boil', { speed: 6 }),
  )
const line_ = (
  p: Page,
  name: string,
  points: [number, number][],
  frames: number,
  role: 'ink' | 'accent' | 'second' = 'ink',
  form = {},
) =>
  smooth(
    line(
      name,
      points,
      { width: 0.45 * p.u, ends: 'round', ...form },
      fill(role),
      comes('wipe', { side: 180, frames, soft: 0.1 }),
    ),
  )

/** Chalk on slate: written, drawn, a little different every few frames. */
export const chalk: Family = {
  id: 'chalk',
  name: 'Chalk chart',
  says: 'Written and drawn with chalk, a little different every few frames, as on a star chart.',
  palettes: [
    palette('slate', 'Slate', ['#f4f1e4', '#141d1f', '#f3c969', '#8ec6c5', '#d8d9cd']),
    palette('blue', 'Blueprint', ['#f2f7fb', '#12305a', '#ffd37a', '#f19c79', '#cfe0ee']),
  ],
  designs: [
    {
      id: 'underlined',
      name: 'Underlined by hand',
      purpose: 'lower',
      says: 'The name is written; a line is drawn under it in one go, and a star beside it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 16, 0.44)
        return whole(
          [
            ground(
              rect(
                'Slate',
                [x - 2.5 * p.u, y - 2 * p.u, w + 5 * p.u, 19 * p.u],
                { round: 1.6 * p.u },
                fill('ground', { opacity: 0.78 }),
                comes('dissolve', { frames: 12 }),
              ),
            ),
            drawnStar(p, x + 3.2 * p.u, y + 4.6 * p.u, 2.8, 'Star', 20),
            text(
              'Name',
              'Ida Om',
              { area: [x + 8 * p.u, y - 0.4 * p.u, w - 9 * p.u, 9 * p.u], size: 8 * p.u, ...hand },
              fill('ink'),
              comes('write', { unit: 'letter', frames: 26 }),
              shaky,
            ),
            line_(
              p,
              'Line',
              [
                [x + 1 * p.u, y + 9.6 * p.u],
                [x + w * 0.32, y + 9 * p.u],
                [x + w * 0.66, y + 10 * p.u],
                [x + w - 2 * p.u, y + 9.2 * p.u],
              ],
              26,
              'accent',
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 1 * p.u, y + 10.4 * p.u, w - 2 * p.u, 6 * p.u], size: 4.6 * p.u, ...easy },
              fill('soft'),
              comes('wipe', { frames: 30, soft: 0.4 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'ringed',
      name: 'Ringed',
      purpose: 'lower',
      says: 'A name without a ground, ringed by one quick stroke.',
      seconds: 4,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 15, 0.36)
        const [cx, cy] = [x + w / 2, y + h / 2]
        const ring = row(22, (i): [number, number] => {
          const a = -2.4 + (i / 21) * 6.75
          const k = 1 + 0.05 * Math.sqrt(i)
          return [cx + cos(a) * w * 0.47 * k * 0.92, cy + sin(a) * h * 0.46 * k * 0.92]
        })
        return whole(
          [
            text(
              'Name',
              'Ida Om',
              { area: [x + 4 * p.u, y, w - 8 * p.u, h], size: 7.6 * p.u, align: 'centre', ...hand },
              { kind: 'shadow', form: { offset: [0, 1], blur: 6, opacity: 0.85 } },
              fill('ink'),
              comes('write', { unit: 'letter', frames: 20 }),
              shaky,
            ),
            smooth(
              line(
                'Ring',
                ring,
                { width: 0.55 * p.u, ends: 'round', taper: [1, 0.4] },
                { kind: 'shadow', form: { offset: [0, 1], blur: 5, opacity: 0.6 } },
                fill('accent'),
                comes('write', { frames: 24 }),
                stays('boil', { speed: 6 }),
              ),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'orbit',
      name: 'On its orbit',
      purpose: 'title',
      says: 'Orbits are drawn round the title, dashed and plain, each with its star.',
      seconds: 6,
      pieces: (p) => {
        const orbit = (i: number): Piece => {
          const [rx, ry] = [(32 + 11 * i) * p.u, (17 + 6 * i) * p.u]
          return disc(
            `Orbit ${i + 1}`,
            [p.x - rx, p.y - ry, 2 * rx, 2 * ry],
            stroke(p, 0.3, { opacity: 0.55, ...(i % 2 ? { dash: [1.2 * p.u, 1.1 * p.u] } : {}) }),
            comes('write', { frames: 34 + 8 * i }),
            away,
          )
        }
        return [
          slate(p),
          ...row(3, orbit),
          drawnStar(p, p.x + 40 * p.u, p.y - 10 * p.u, 2.6, 'Comet', 40),
          drawnStar(p, p.x - 36 * p.u, p.y + 15 * p.u, 1.7, 'Star', 46),
          text(
            'Title',
            'The Tin Comet',
            { area: amid(p, 20, -1, 0.62), size: 15 * p.u, align: 'centre', leading: 0.95, ...hand },
            fill('ink'),
            comes('write', { unit: 'letter', frames: 44, overlap: 0.7 }),
            shaky,
            away,
          ),
          text(
            'Line below',
            'drawn to scale',
            { area: amid(p, 6, 10, 0.5), size: 4.8 * p.u, align: 'centre', ...easy },
            fill('accent'),
            comes('wipe', { frames: 50, soft: 0.4 }),
            away,
          ),
        ]
      },
    },
    {
      id: 'moons',
      name: 'Phases',
      purpose: 'chapter',
      says: 'Phases of a moon are drawn over the chapter, the one that counts filled.',
      seconds: 4,
      pieces: (p) => [
        slate(p),
        ...row(5, (i): Piece => {
          const [r, x] = [2.4 * p.u, p.x + (i - 2) * 8 * p.u]
          return disc(
            `Moon ${i + 1}`,
            [x - r, p.y - 16 * p.u - r, 2 * r, 2 * r],
            ...(i === 1 ? [fill('accent')] : []),
            edge(i === 1 ? 'accent' : 'ink', {
              width: 0.35 * p.u,
              side: 'centred',
              opacity: i === 1 ? 1 : 0.7,
            }),
            comes('write', { frames: 14 + 5 * i }),
            stays('boil', { speed: 6 }),
            away,
          )
        }),
        text(
          'Chapter',
          'The second night',
          { area: amid(p, 20, 1, 0.8), size: 13 * p.u, align: 'centre', ...hand },
          fill('ink'),
          comes('write', { unit: 'letter', frames: 36 }),
          shaky,
          away,
        ),
        line_(
          p,
          'Line',
          [
            [p.x - 26 * p.u, p.y + 12 * p.u],
            [p.x - 8 * p.u, p.y + 11 * p.u],
            [p.x + 9 * p.u, p.y + 12.4 * p.u],
            [p.x + 27 * p.u, p.y + 11.2 * p.u],
          ],
          34,
          'second',
        ),
      ],
    },
    {
      id: 'arrow',
      name: 'Arrow to a point',
      purpose: 'quote',
      says: 'A note by hand with an arrow that is drawn from it to what it is about.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = [p.left, p.top + 4 * p.u, p.slim ? p.width * 0.6 : p.width * 0.34]
        const tip: [number, number] = [p.x, p.y + 2 * p.u]
        return whole(
          [
            ground(
              rect(
                'Slate',
                [x - 1.5 * p.u, y - 1.5 * p.u, w + 3 * p.u, 15 * p.u],
                { round: 1.6 * p.u },
                fill('ground', { opacity: 0.7 }),
                comes('dissolve', { frames: 10 }),
              ),
            ),
            text(
              'Note',
              'Nobody has seen it from behind',
              { area: [x, y, w, 12 * p.u], size: 5.6 * p.u, leading: 1, ...hand },
              fill('ink'),
              comes('write', { unit: 'letter', frames: 30 }),
              shaky,
            ),
            smooth(
              line(
                'Arrow',
                [
                  [x + w * 0.5, y + 14.5 * p.u],
                  [x + w * 0.62, y + 26 * p.u],
                  [tip[0] - 12 * p.u, tip[1] + 3 * p.u],
                  tip,
                ],
                { width: 0.55 * p.u, ends: 'round', headEnd: 'barb', head: 5 },
                { kind: 'shadow', form: { offset: [0, 1], blur: 5, opacity: 0.6 } },
                fill('accent'),
                comes('wipe', { side: 225, frames: 30, soft: 0.1 }),
              ),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'course',
      name: 'Along a course',
      purpose: 'facts',
      says: 'A dashed course with three stations, drawn and named one after the other.',
      seconds: 7,
      pieces: (p) => {
        const stations = ['The workshop', 'The harbour', 'The square'] as const
        const at = (i: number): [number, number] => [
          p.left + ((p.right - p.left) * (i + 0.5)) / 3,
          p.y + [10, -6, -14][i]! * p.u,
        ]
        const room = (p.right - p.left) / 3
        return [
          slate(p),
          smooth(
            line(
              'Course',
              [[p.left, p.y + 24 * p.u], at(0), at(1), at(2), [p.right, p.y - 15 * p.u]],
              { width: 0.4 * p.u, dash: [1.4 * p.u, 1.2 * p.u] },
              fill('second'),
              comes('wipe', { side: 180, frames: 60, soft: 0.1 }),
              away,
            ),
          ),
          ...stations.flatMap((says, i): Piece[] => {
            const [x, y] = at(i)
            return [
              drawnStar(p, x, y, 2.4, `Star ${i + 1}`, 20 + 16 * i),
              text(
                `Station ${i + 1}`,
                says,
                {
                  area: [x - room / 2, y + 4.4 * p.u, room, 9 * p.u],
                  size: (p.slim ? 5 : 6.2) * p.u,
                  align: 'centre',
                  level: 'top',
                  leading: 0.95,
                  ...hand,
                },
                fill('ink'),
                comes('write', { unit: 'letter', frames: 30 + 16 * i }),
                shaky,
                away,
              ),
            ]
          }),
        ]
      },
    },
    {
      id: 'tally',
      name: 'Tally',
      purpose: 'counter',
      says: 'Strokes are chalked up one by one, five to a bundle, with what they count.',
      seconds: 6,
      pieces: (p) => {
        const bundle = (b: number): Piece[] => {
          const x = p.x + (b - 1) * 20 * p.u
          return [
            ...row(4, (i): Piece =>
              line_(
                p,
                `Stroke ${b * 5 + i + 1}`,
                [
                  [x + (i - 1.5) * 3.4 * p.u, p.y - 12 * p.u],
                  [x + (i - 1.5) * 3.4 * p.u + 0.5 * p.u, p.y + 4 * p.u],
                ],
                6,
                'ink',
                { width: 0.7 * p.u },
              ),
            ),
            line_(
              p,
              `Stroke ${b * 5 + 5}`,
              [
                [x - 7 * p.u, p.y + 1 * p.u],
                [x + 7 * p.u, p.y - 8 * p.u],
              ],
              8,
              'accent',
              { width: 0.7 * p.u },
            ),
          ].map((piece, i) => ({ ...piece, after: 0.16 * (b * 5 + i) }))
        }
        return [
          slate(p),
          ...row(3, bundle)
            .flat()
            .map((piece) => ({ ...piece, movers: [...piece.movers, away] })),
          text(
            'What it counts',
            'nights under the open roof',
            { area: amid(p, 8, 14, 0.8), size: 6.4 * p.u, align: 'centre', ...hand },
            fill('soft'),
            comes('write', { unit: 'letter', frames: 40 }),
            shaky,
            away,
          ),
        ]
      },
    },
    {
      id: 'wiped',
      name: 'Wiped away',
      purpose: 'end',
      says: 'The last words are written and wiped off the slate with a wet sponge.',
      seconds: 5,
      pieces: (p) => [
        slate(p),
        text(
          'Last words',
          'the end',
          { area: amid(p, 26), size: 18 * p.u, align: 'centre', ...hand },
          fill('ink'),
          comes('write', { unit: 'letter', frames: 30 }),
          shaky,
          goes('brush', { strokes: 3, frames: 18 }),
        ),
      ],
    },
  ],
}
