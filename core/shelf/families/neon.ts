import { maths } from '../../maths'
import { type Family, palette } from '../declare'
import { amid, below, type Area, type Page } from '../page'
import {
  comes,
  disc,
  edge,
  fill,
  glow,
  goes,
  ground,
  line,
  type Piece,
  rect,
  type Role,
  row,
  stays,
  text,
  whole,
} from '../pieces'

const script = { family: 'great-vibes', weight: 400 }
const tube = { family: 'nunito', weight: 300, case: 'upper', tracking: 120 } as const
const strikes = (frames: number, more = {}) => comes('neon', { unit: 'whole', frames, ...more })
const dies = goes('neon', { unit: 'whole', frames: 10, strikes: 3 })
/** Gas in glass: a pale heart, its colour about it, and its light on all that is near. */
const lit = (p: Page, role: Role, width = 0.5) => [
  glow(role, { blur: 2.6 * p.u, strength: 1.1 }),
  glow(role, { blur: 0.8 * p.u, strength: 1.4 }),
  fill(role),
  fill('ink', { grow: -0.3 * width * p.u }),
]
/** A tube along a closed way. */
const tubeOf = (p: Page, name: string, points: readonly [number, number][], role: Role, width = 0.5): Piece =>
  line(name, points, { width: width * p.u, ends: 'round', corners: 'round' }, ...lit(p, role, width))
const arc = (
  cx: number,
  cy: number,
  r: number,
  from: number,
  to: number,
  steps: number,
): [number, number][] =>
  row(steps + 1, (i) => {
    const a = ((from + ((to - from) * i) / steps) * Math.PI) / 180
    return [cx + maths.cos(a) * r, cy + maths.sin(a) * r]
  })
const letters = (p: Page, role: Role) => [
  glow(role, { blur: 2.4 * p.u, strength: 1 }),
  glow(role, { blur: 0.7 * p.u, strength: 1.5 }),
  fill(role),
  fill('ink', { grow: -0.14 * p.u }),
]
const wall = (p: Page): Piece =>
  ground(
    rect(
      'Dark',
      [0, 0, p.width, p.height],
      {},
      fill('ground', { opacity: 0.8 }),
      comes('fade', { frames: 14 }),
      goes('fade', { frames: 10 }),
    ),
  )
const frame = (p: Page, name: string, [x, y, w, h]: Area, role: Role, frames: number, round = 3): Piece => {
  const r = round * p.u
  const way: [number, number][] = [
    ...arc(x + w - r, y + r, r, -90, 0, 8),
    ...arc(x + w - r, y + h - r, r, 0, 90, 8),
    ...arc(x + r, y + h - r, r, 90, 180, 8),
    ...arc(x + r, y + r, r, 180, 270, 8),
    [x + w - r, y],
  ]
  return { ...tubeOf(p, name, way, role), movers: [strikes(frames), dies] }
}

/** Tubes of light over a harbour bar. */
export const neon: Family = {
  id: 'neon',
  name: 'Harbour neon',
  says: 'Tubes of light that strike, flicker and burn over a dark wall.',
  palettes: [
    palette('rose', 'Rose and ice', ['#fff6f2', '#0c0714', '#ff3d7f', '#36d6ff', '#ffd9e6']),
    palette('lime', 'Lime and amber', ['#fbfff0', '#06110c', '#8dff4a', '#ffb02e', '#e6ffd2']),
  ],
  designs: [
    {
      id: 'tube-below',
      name: 'Tube under a name',
      purpose: 'lower',
      says: 'A tube strikes under the name, then the name itself, last a small line.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 17, 0.42)
        return whole(
          [
            ground(
              rect(
                'Dark',
                [x - 2 * p.u, y - 1 * p.u, w + 4 * p.u, 18.6 * p.u],
                { round: 2 * p.u },
                fill('ground', { opacity: 0.72 }),
                comes('fade', { frames: 8 }),
              ),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x + 1 * p.u, y, w - 2 * p.u, 10 * p.u], size: 8.4 * p.u, ...script },
              ...letters(p, 'accent'),
              strikes(22),
            ),
            line(
              'Tube',
              [
                [x + 1 * p.u, y + 10.8 * p.u],
                [x + w - 1 * p.u, y + 10.8 * p.u],
              ],
              { width: 0.5 * p.u, ends: 'round' },
              glow('second', { blur: 2.2 * p.u, strength: 1.2 }),
              fill('second'),
              strikes(12),
            ),
            text(
              'What they do',
              'Puppet maker',
              {
                area: [x + 1 * p.u, y + 11.8 * p.u, w - 2 * p.u, 5 * p.u],
                size: 2.9 * p.u,
                ...tube,
                weight: 700,
              },
              fill('soft'),
              comes('fade', { frames: 30 }),
            ),
          ],
          dies,
        )
      },
    },
    {
      id: 'bar-sign',
      name: 'Sign in a frame',
      purpose: 'title',
      says: 'A double frame of tubes strikes in two colours and the title burns within.',
      seconds: 6,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 42, 0, 0.72)
        return [
          wall(p),
          frame(p, 'Outer frame', [x, y, w, h], 'accent', 14, 5),
          frame(p, 'Inner frame', [x + 2 * p.u, y + 2 * p.u, w - 4 * p.u, h - 4 * p.u], 'second', 22, 3.6),
          text(
            'Title',
            'The Tin Comet',
            {
              area: [x + 5 * p.u, y + 6 * p.u, w - 10 * p.u, h - 18 * p.u],
              size: 17 * p.u,
              align: 'centre',
              ...script,
            },
            ...letters(p, 'accent'),
            strikes(34),
            stays('flicker', { unit: 'letter', by: 0.16, speed: 9 }),
            dies,
          ),
          text(
            'Line below',
            'open all night',
            {
              area: [x + 5 * p.u, y + h - 12 * p.u, w - 10 * p.u, 6 * p.u],
              size: 3.6 * p.u,
              align: 'centre',
              ...tube,
              weight: 400,
            },
            glow('second', { blur: 1.4 * p.u, strength: 0.9 }),
            fill('second'),
            strikes(44),
            dies,
          ),
        ]
      },
    },
    {
      id: 'striped',
      name: 'Striped letters',
      purpose: 'title',
      says: 'Letters of many parallel tubes light up from the middle outwards.',
      seconds: 5,
      pieces: (p) => [
        wall(p),
        text(
          'Title',
          'Comet',
          { area: amid(p, 36, -2, 0.94), size: 25 * p.u, align: 'centre', family: 'monoton', weight: 400 },
          glow('second', { blur: 2.4 * p.u, strength: 0.9 }),
          fill('second'),
          comes('neon', { unit: 'letter', order: 'middle', frames: 44, overlap: 0.4 }),
          dies,
        ),
        text(
          'Line below',
          'a night in tin',
          { area: amid(p, 7, 20, 0.8), size: 4 * p.u, align: 'centre', ...tube, weight: 500 },
          glow('accent', { blur: 1.4 * p.u, strength: 1 }),
          fill('accent'),
          strikes(52),
          dies,
        ),
      ],
    },
    {
      id: 'this-way',
      name: 'This way',
      purpose: 'chapter',
      says: 'An arrow of three chevrons runs again and again beside the name of the chapter.',
      seconds: 4,
      pieces: (p) => {
        const [x, y, w] = amid(p, 20, 0, 0.8)
        const room = 30 * p.u
        const chevron = (i: number): Piece => {
          const [cx, cy] = [x + (i * 8 + 4) * p.u, p.y]
          return {
            ...line(
              `Chevron ${i + 1}`,
              [
                [cx, cy - 6 * p.u],
                [cx + 5 * p.u, cy],
                [cx, cy + 6 * p.u],
              ],
              { width: 0.8 * p.u, ends: 'round' },
              glow('second', { blur: 2 * p.u, strength: 1.2 }),
              fill('second'),
              strikes(10 + 4 * i),
              stays('pulse', { period: 1.2, by: 0.03, light: 1.8 }),
              dies,
            ),
            after: 0.2 * i,
          }
        }
        return [
          wall(p),
          ...row(3, chevron),
          text(
            'Chapter',
            'Behind the bar',
            { area: [x + room, y, w - room, 20 * p.u], size: 12 * p.u, ...script },
            ...letters(p, 'accent'),
            strikes(26),
            dies,
          ),
        ]
      },
    },
    {
      id: 'hours',
      name: 'Lit minutes',
      purpose: 'counter',
      says: 'Minutes and seconds to go in light, within a ring of tube.',
      seconds: 15,
      pieces: (p) => {
        const r = 27 * p.u
        return [
          wall(p),
          {
            ...tubeOf(p, 'Ring', arc(p.x, p.y, r, -90, 270, 72), 'accent', 0.7),
            movers: [strikes(16), dies],
          },
          disc(
            'Inner ring',
            [p.x - r + 3 * p.u, p.y - r + 3 * p.u, 2 * r - 6 * p.u, 2 * r - 6 * p.u],
            edge('second', { width: 0.3 * p.u, side: 'centred', dash: [0.4 * p.u, 2 * p.u], ends: 'round' }),
            comes('fade', { frames: 20 }),
            dies,
          ),
          text(
            'Time',
            '{left:time}',
            {
              area: [p.x - r, p.y - 9 * p.u, 2 * r, 16 * p.u],
              size: 14 * p.u,
              align: 'centre',
              fixed: true,
              family: 'nunito',
              weight: 300,
              features: { tnum: 1 },
            },
            ...letters(p, 'second'),
            strikes(26),
            dies,
          ),
          text(
            'Line below',
            'till we open',
            {
              area: [p.x - r + 5 * p.u, p.y + 8 * p.u, 2 * r - 10 * p.u, 5 * p.u],
              size: 2.8 * p.u,
              align: 'centre',
              ...tube,
              weight: 600,
            },
            fill('soft'),
            comes('fade', { frames: 30 }),
            dies,
          ),
        ]
      },
    },
    {
      id: 'word-by-word',
      name: 'Lit word by word',
      purpose: 'kinetic',
      says: 'The words of a line strike one after the other and burn together at last.',
      seconds: 5,
      pieces: (p) => [
        wall(p),
        text(
          'Words',
          'stay till the last lamp',
          { area: amid(p, 50, 0, 0.8), size: 14 * p.u, align: 'centre', leading: 1.2, ...script },
          ...letters(p, 'accent'),
          comes('neon', { unit: 'word', frames: 56, overlap: 0.2 }),
          dies,
        ),
      ],
    },
    {
      id: 'closing',
      name: 'Last light',
      purpose: 'end',
      says: 'Two words burn; the sign goes out with one last flicker.',
      seconds: 6,
      pieces: (p) => [
        wall(p),
        text(
          'Last words',
          'Good night',
          { area: amid(p, 26, -3, 0.9), size: 21 * p.u, align: 'centre', ...script },
          ...letters(p, 'second'),
          strikes(30),
          stays('flicker', { by: 0.22, speed: 8 }),
          goes('neon', { unit: 'letter', order: 'random', frames: 26, strikes: 5 }),
        ),
        line(
          'Tube',
          [
            [p.x - 24 * p.u, p.y + 13 * p.u],
            [p.x + 24 * p.u, p.y + 13 * p.u],
          ],
          { width: 0.6 * p.u, ends: 'round' },
          glow('accent', { blur: 2.4 * p.u, strength: 1.2 }),
          fill('accent'),
          strikes(14),
          dies,
        ),
      ],
    },
  ],
}
