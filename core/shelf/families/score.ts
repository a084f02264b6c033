import { type Family, palette } from '../declare'
import { amid, below, type Area, type Page } from '../page'
import {
  after,
  comes,
  disc,
  fill,
  goes,
  ground,
  group,
  line,
  type MoverPiece,
  type Piece,
  rect,
  type Role,
  row,
  shadow,
  smooth,
  stays,
  text,
  whole,
} from '../pieces'

const serif = { family: 'source-serif-4', weight: 600 } as const
const lean = { family: 'source-serif-4', weight: 400, italic: true } as const
const thin = { family: 'roboto-flex', weight: 400 } as const
const soft = shadow({ offset: [0, 1], blur: 6, opacity: 0.75 })
const away = goes('wipe', { unit: 'whole', side: 0, frames: 10, soft: 0.1 })
const fades = goes('fade', { unit: 'whole', frames: 9 })
const drawn = (frames: number, side = 180) => comes('wipe', { side, frames, soft: 0.02, ease: 'both' })
const struck = (frames: number) => comes('grow', { unit: 'whole', frames, ease: 'past', anchor: 'middle' })

/** Five lines across an area, one after the other. */
const stave = (p: Page, [x, y, w, h]: Area, role: Role = 'ink', opacity = 0.75): Piece[] =>
  row(5, (i) =>
    line(
      `Line ${i + 1} of the stave`,
      [
        [x, y + (h * i) / 4],
        [x + w, y + (h * i) / 4],
      ],
      { width: 0.16 * p.u },
      fill(role, { opacity }),
      drawn(14 + 2 * i),
    ),
  )

/** A note: its head and its stem, up or down; lengths in the room between two lines. */
function note(
  p: Page,
  name: string,
  x: number,
  y: number,
  space: number,
  up: boolean,
  role: Role,
  ...moves: readonly MoverPiece[]
): Piece {
  const [w, h] = [1.3 * space, 0.92 * space]
  const side = up ? x + w * 0.44 : x - w * 0.44
  return group(
    name,
    [
      {
        ...disc('Head', [x - w / 2, y - h / 2, w, h], fill(role)),
        form: { place: [x, y], box: [w, h], turn: -18 },
      },
      line(
        'Stem',
        [
          [side, y],
          [side, y + (up ? -3.3 : 3.3) * space],
        ],
        { width: 0.2 * p.u },
        fill(role),
      ),
    ],
    ...moves,
  )
}
const page = (p: Page, opacity = 0.9): Piece =>
  ground(
    rect(
      'Page',
      [0, 0, p.width, p.height],
      {},
      fill('ground', { opacity }),
      comes('fade', { frames: 12 }),
      fades,
    ),
  )
const bar = (p: Page, name: string, x: number, y: number, h: number, frames: number, wide = 0.22): Piece =>
  rect(
    name,
    [x, y, wide * p.u, h],
    {},
    fill('ink', { opacity: 0.85 }),
    comes('wipe', { side: 270, frames, soft: 0 }),
  )

/** Staves, notes, slurs and hairpins of a printed score. */
export const score: Family = {
  id: 'score',
  name: 'Score',
  says: 'Staves, notes, slurs and hairpins, drawn as a page of music is read: from left to right, in time.',
  palettes: [
    palette('evening', 'Evening concert', ['#f7f2e8', '#15131c', '#e0b35a', '#8f7bd0', '#d8d2c6']),
    palette('paper', 'Printed page', ['#1f1b18', '#f6efdf', '#a5372b', '#35597a', '#4b443d']),
  ],
  designs: [
    {
      id: 'on-the-stave',
      name: 'On the stave',
      purpose: 'lower',
      says: 'Five lines are drawn; the name is set on them after a bar line, the role under them.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 17, 0.48)
        const lines: Area = [x, y + 1.4 * p.u, w, 9 * p.u]
        return whole(
          [
            ground(
              rect(
                'Shade',
                [x - 2.4 * p.u, y - 1.4 * p.u, w + 4.8 * p.u, 19.4 * p.u],
                {},
                fill('ground', { opacity: 0.74 }),
                drawn(14),
              ),
            ),
            ...stave(p, lines, 'soft', 0.5),
            bar(p, 'Bar line', x, lines[1], 9 * p.u, 14, 0.5),
            text(
              'Name',
              'Ida Om',
              { area: [x + 3 * p.u, lines[1], w - 6 * p.u, 9 * p.u], size: 6.4 * p.u, ...serif },
              fill('ink'),
              comes('rise', { unit: 'letter', frames: 20, overlap: 0.8 }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 3 * p.u, y + 11.4 * p.u, w - 6 * p.u, 5.6 * p.u], size: 3.4 * p.u, ...lean },
              fill('accent'),
              comes('fade', { unit: 'whole', frames: 26 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'overture',
      name: 'Overture',
      purpose: 'title',
      says: 'A stave is drawn over the picture, notes are struck along it, and the title stands under them.',
      seconds: 6,
      pieces: (p) => {
        const lines: Area = [p.left, p.y - 24 * p.u, p.right - p.left, 14 * p.u]
        const space = lines[3] / 4
        const count = p.slim ? 6 : 10
        const tune = [6, 4, 5, 2, 3, 0, 1, 3, 2, 4]
        return whole(
          [
            page(p, 0.72),
            ...stave(p, lines),
            bar(p, 'First bar line', lines[0], lines[1], lines[3], 12, 0.5),
            bar(p, 'Last bar line', lines[0] + lines[2] - 0.5 * p.u, lines[1], lines[3], 30, 0.9),
            ...row(count, (i) => {
              const at = tune[i % tune.length] ?? 0
              return after(
                0.25 + 0.11 * i,
                note(
                  p,
                  `Note ${i + 1}`,
                  lines[0] + (lines[2] * (i + 0.9)) / (count + 0.8),
                  lines[1] + (at * space) / 2 + space / 2,
                  space,
                  at > 3,
                  i % 4 === 3 ? 'accent' : 'ink',
                  struck(8),
                ),
              )
            }),
            text(
              'Title',
              'The Tin Comet',
              {
                area: [p.left, p.y - 4 * p.u, p.right - p.left, 18 * p.u],
                size: 13 * p.u,
                align: 'centre',
                leading: 1.02,
                ...serif,
              },
              soft,
              fill('ink'),
              comes('fade', { unit: 'letter', frames: 34, overlap: 0.8 }),
            ),
            text(
              'Line',
              'for puppets and small orchestra',
              {
                area: [p.left, p.y + 15 * p.u, p.right - p.left, 7 * p.u],
                size: 4.4 * p.u,
                align: 'centre',
                ...lean,
              },
              soft,
              fill('accent'),
              comes('fade', { frames: 42 }),
            ),
          ],
          fades,
        )
      },
    },
    {
      id: 'slur',
      name: 'Under a slur',
      purpose: 'quote',
      says: 'A long slur is drawn over words that appear line by line under it.',
      seconds: 7,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 44, 4, p.slim ? 1 : 0.8)
        return whole(
          [
            page(p, 0.74),
            smooth(
              line(
                'Slur',
                [
                  [x, y - 2 * p.u],
                  [x + w * 0.25, y - 8.4 * p.u],
                  [x + w * 0.5, y - 10.4 * p.u],
                  [x + w * 0.75, y - 8.4 * p.u],
                  [x + w, y - 2 * p.u],
                ],
                { width: 0.8 * p.u, ends: 'round', taper: [0.2, 0.2] },
                fill('accent'),
                drawn(26),
              ),
            ),
            text(
              'Quote',
              'It hung there all night, and nobody would go home.',
              { area: [x, y, w, h - 10 * p.u], size: 7.4 * p.u, leading: 1.25, align: 'centre', ...lean },
              soft,
              fill('ink'),
              comes('fade', { unit: 'line', frames: 36, overlap: 0.6 }),
            ),
            text(
              'Who said it',
              'Mara Vell, harbour master',
              { area: [x, y + h - 8 * p.u, w, 6 * p.u], size: 3.6 * p.u, align: 'centre', ...thin },
              soft,
              fill('soft'),
              comes('fade', { frames: 44 }),
            ),
          ],
          fades,
        )
      },
    },
    {
      id: 'programme',
      name: 'Programme',
      purpose: 'credits',
      says: 'A printed programme: parts on the left, names on the right, a line of dots between them.',
      seconds: 7,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 74, 0, p.slim ? 1 : 0.62)
        const top = y + 20 * p.u
        const step = (h - 22 * p.u) / 5
        const set = { size: 3.8 * p.u, leading: step / (3.8 * p.u), level: 'top' as const }
        const read = { unit: 'line', frames: 36, overlap: 0.6 }
        return whole(
          [
            page(p),
            text(
              'Heading',
              'The players',
              { area: [x, y, w, 12 * p.u], size: 8 * p.u, align: 'centre', ...serif },
              fill('ink'),
              comes('fade', { unit: 'letter', frames: 24, overlap: 0.8 }),
            ),
            bar(p, 'Rule', x + w / 2 - 6 * p.u, y + 13.6 * p.u, 0.3 * p.u, 20, 12),
            ...row(5, (i) =>
              line(
                `Dots ${i + 1}`,
                [
                  [x + w * 0.36, top + step * i + 3.4 * p.u],
                  [x + w * 0.6, top + step * i + 3.4 * p.u],
                ],
                { width: 0.3 * p.u, dash: [0.01, 1.3 * p.u], ends: 'round' },
                fill('soft', { opacity: 0.7 }),
                drawn(16 + 5 * i),
              ),
            ),
            text(
              'Parts',
              'The comet\nThe fox\nThe stargazer\nThe harbour\nThe rest',
              { area: [x, top, w * 0.34, h - 20 * p.u], ...set, ...lean },
              fill('accent'),
              comes('fade', read),
            ),
            text(
              'Names',
              'Ida Om\nTeo Lindqvara\nMara Vell\nOdo Brask\nNim Ferro',
              { area: [x + w * 0.62, top, w * 0.38, h - 20 * p.u], ...set, ...serif },
              fill('ink'),
              comes('fade', { ...read, frames: 44 }),
            ),
          ],
          fades,
        )
      },
    },
    {
      id: 'bar-below',
      name: 'Bar with a bar line',
      purpose: 'bulletin',
      says: 'A bar runs in along the lower edge; a heading stands before the double bar line, the news behind it.',
      seconds: 8,
      pieces: (p) => {
        const high = 11 * p.u
        const y = p.bottom - high
        const head = (p.right - p.left) * (p.slim ? 0.34 : 0.22)
        return whole(
          [
            rect('Bar', [0, y, p.width, high], {}, fill('ground', { opacity: 0.9 }), drawn(16)),
            ...row(2, (i) =>
              line(
                `Edge ${i + 1}`,
                [
                  [0, y + i * high],
                  [p.width, y + i * high],
                ],
                { width: 0.24 * p.u },
                fill('accent'),
                drawn(20 + 4 * i),
              ),
            ),
            bar(p, 'Thin bar line', p.left + head, y + 2 * p.u, high - 4 * p.u, 18, 0.2),
            bar(p, 'Thick bar line', p.left + head + 0.8 * p.u, y + 2 * p.u, high - 4 * p.u, 20, 0.7),
            text(
              'Heading',
              'Tonight',
              { area: [p.left, y + 1 * p.u, head - 2 * p.u, high - 2 * p.u], size: 5 * p.u, ...serif },
              fill('accent'),
              comes('rise', { frames: 18 }),
            ),
            text(
              'News',
              'The comet is hung over the square at eight',
              {
                area: [
                  p.left + head + 4 * p.u,
                  y + 1 * p.u,
                  p.right - p.left - head - 4 * p.u,
                  high - 2 * p.u,
                ],
                size: 4.2 * p.u,
                ...thin,
              },
              fill('ink'),
              comes('slide', { unit: 'word', side: 0, distance: 1.4, frames: 30, overlap: 0.7 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'in-time',
      name: 'In time',
      purpose: 'kinetic',
      says: 'Four words stand on the stave, one on each beat, each with its note.',
      seconds: 5,
      pieces: (p) => {
        const lines: Area = [0, p.y - 11 * p.u, p.width, 22 * p.u]
        const says = ['Light', 'the', 'lamps', 'now']
        const wide = (p.right - p.left) / 4
        const space = lines[3] / 4
        return [
          page(p, 0.76),
          ...stave(p, lines, 'soft', 0.6).map((piece): Piece => ({
            ...piece,
            movers: [...piece.movers, fades],
          })),
          ...row(4, (i) => {
            const x = p.left + wide * i
            return after(
              0.2 + 0.5 * i,
              group(
                `Beat ${i + 1}`,
                [
                  note(
                    p,
                    'Note',
                    x + wide / 2,
                    lines[1] + space * (3 - i * 0.5) - 5 * p.u,
                    space * 0.8,
                    i < 3,
                    'accent',
                  ),
                  text(
                    `Word ${i + 1}`,
                    says[i] ?? '',
                    {
                      area: [x + 0.6 * p.u, lines[1] + lines[3] + 3 * p.u, wide - 1.2 * p.u, 13 * p.u],
                      size: 9 * p.u,
                      align: 'centre',
                      ...serif,
                    },
                    soft,
                    fill('ink'),
                  ),
                ],
                struck(9),
                stays('breathe', { period: 1 }),
                fades,
              ),
            )
          }),
        ]
      },
    },
    {
      id: 'crescendo',
      name: 'Crescendo',
      purpose: 'facts',
      says: 'A hairpin opens from small to large, from one figure to another that runs up at its end.',
      seconds: 6,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 40, 4, p.slim ? 1 : 0.8)
        const mid = y + h / 2
        const [from, to] = [x + w * 0.2, x + w * 0.72]
        return whole(
          [
            page(p, 0.8),
            text(
              'Heading',
              'Who came to see it',
              { area: [x, y - 12 * p.u, w, 9 * p.u], size: 6 * p.u, ...serif },
              fill('ink'),
              comes('fade', { unit: 'word', frames: 20, overlap: 0.6 }),
            ),
            ...[-1, 1].map((way) =>
              line(
                way < 0 ? 'Upper side' : 'Lower side',
                [
                  [from, mid],
                  [to, mid + way * h * 0.34],
                ],
                { width: 0.5 * p.u, ends: 'round' },
                fill('accent'),
                drawn(34),
              ),
            ),
            text(
              'Before',
              '120',
              {
                area: [x, mid - 6 * p.u, w * 0.17, 12 * p.u],
                size: 6 * p.u,
                align: 'right',
                features: { tnum: 1 },
                ...lean,
              },
              fill('soft'),
              comes('fade', { frames: 14 }),
            ),
            text(
              'After',
              '1,840',
              {
                area: [to + 2 * p.u, mid - 10 * p.u, x + w - to - 2 * p.u, 20 * p.u],
                size: 11 * p.u,
                features: { tnum: 1 },
                ...serif,
              },
              fill('ink'),
              comes('count-up', { frames: 40 }),
            ),
            text(
              'What is counted',
              'people in the square, first night and last',
              { area: [x, y + h + 1 * p.u, w, 7 * p.u], size: 3.8 * p.u, ...thin },
              fill('soft'),
              comes('fade', { frames: 48 }),
            ),
          ],
          fades,
        )
      },
    },
  ],
}
