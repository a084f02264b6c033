import { maths } from '../../maths'
import { type Family, palette } from '../declare'
import { amid, below, type Area, type Page } from '../page'
import {
  comes,
  edge,
  fill,
  goes,
  ground,
  group,
  line,
  outline,
  type Piece,
  rect,
  type Role,
  row,
  shadow,
  stays,
  text,
  whole,
} from '../pieces'

const { cos, sin } = maths

const signs = { family: 'barlow-condensed', weight: 700, case: 'upper', tracking: 40 } as const
const small = { family: 'barlow-condensed', weight: 500 } as const
const boards = (frames: number) => comes('flip-board', { unit: 'letter', frames })
const away = goes('slide', { unit: 'whole', side: 180, distance: 4, frames: 9, ease: 'soft', fade: 0.5 })
const fades = goes('fade', { unit: 'whole', frames: 8 })
/** A ticket: bites in both short sides, and a line of holes where it is torn off. */
function ticket(p: Page, name: string, [x, y, w, h]: Area, role: Role, stub = 0): Piece[] {
  const bite = Math.min(h * 0.16, 2.2 * p.u)
  const side = (cx: number, from: number, way: 1 | -1): [number, number][] =>
    row(9, (i) => {
      const a = (i / 8) * Math.PI
      return [cx + way * bite * sin(a), from + (way > 0 ? bite * (1 - cos(a)) : -bite * (1 - cos(a)))]
    })
  const right = side(x + w, y + h / 2 - bite, 1).map(([px, py]): [number, number] => [2 * (x + w) - px, py])
  const left = side(x, y + h / 2 + bite, -1).map(([px, py]): [number, number] => [2 * x - px, py])
  return [
    outline(
      name,
      [[x, y], [x + w, y], ...right, [x + w, y + h], [x, y + h], ...left],
      shadow({ offset: [0, 3], blur: 5, opacity: 0.45 }),
      fill(role),
    ),
    ...(stub
      ? [
          line(
            'Holes',
            [
              [x + stub, y + 1 * p.u],
              [x + stub, y + h - 1 * p.u],
            ],
            { width: 0.35 * p.u, dash: [0.01, 1.2 * p.u], ends: 'round' },
            fill('ground'),
          ),
        ]
      : []),
  ]
}

/** Tickets with bites, and boards whose letters turn over. */
export const tickets: Family = {
  id: 'tickets',
  name: 'Tram tickets',
  says: 'Bitten tickets with torn stubs, and boards whose letters turn over one by one.',
  palettes: [
    palette('line-four', 'Line four', ['#1b1d22', '#24323f', '#f0c24b', '#d9532c', '#fdf6e0']),
    palette('night-line', 'Night line', ['#12161f', '#1d2940', '#9fd8cb', '#f28f6b', '#eef6f2']),
  ],
  designs: [
    {
      id: 'punched',
      name: 'Punched ticket',
      purpose: 'lower',
      says: 'A ticket slides out of the edge of the picture; its stub carries a number.',
      seconds: 5,
      pieces: (p) => {
        const area = below(p, 15, 0.44)
        const [x, y, w, h] = area
        const stub = 12 * p.u
        return whole(
          [
            group(
              'Ticket',
              [
                ...ticket(p, 'Ticket', area, 'accent', stub),
                text(
                  'Number',
                  '4',
                  { area: [x + 3 * p.u, y, stub - 4 * p.u, h], size: 9 * p.u, align: 'centre', ...signs },
                  fill('second'),
                ),
                text(
                  'Name',
                  'Ida Om',
                  {
                    area: [x + stub + 2.4 * p.u, y + 1.6 * p.u, w - stub - 6.4 * p.u, 7.2 * p.u],
                    size: 6 * p.u,
                    ...signs,
                  },
                  fill('ink'),
                ),
                text(
                  'What they do',
                  'Puppet maker',
                  {
                    area: [x + stub + 2.4 * p.u, y + 8.6 * p.u, w - stub - 6.4 * p.u, 4.6 * p.u],
                    size: 3.6 * p.u,
                    ...small,
                  },
                  fill('ink'),
                ),
              ],
              comes('slide', {
                unit: 'whole',
                side: 180,
                distance: 4,
                frames: 15,
                ease: 'landing',
                fade: 0.3,
              }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'blind',
      name: 'Roller blind',
      purpose: 'lower',
      says: 'A destination blind: white letters on dark linen that roll to the name.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 9, 0.42)
        return whole(
          [
            rect(
              'Case',
              [x, y, w, h],
              { round: 1.4 * p.u },
              fill('ground'),
              edge('accent', { width: 0.4 * p.u, side: 'inside', gap: 0.7 * p.u }),
              comes('wipe', { side: 180, frames: 10, soft: 0 }),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x + 3 * p.u, y, w - 6 * p.u, h], size: 5.6 * p.u, align: 'centre', ...signs },
              fill('soft'),
              comes('reveal', { unit: 'whole', side: 'above', frames: 26, ease: 'both', fade: 0 }),
            ),
          ],
          goes('wipe', { unit: 'whole', side: 180, frames: 8, soft: 0 }),
        )
      },
    },
    {
      id: 'board',
      name: 'Departure board',
      purpose: 'title',
      says: 'A board with two rows whose letters turn over until the title stands.',
      seconds: 6,
      pieces: (p) => {
        const area = amid(p, 52, 0, 0.84)
        const [x, y, w, h] = area
        const row_ = (i: number): Piece =>
          rect(
            `Row ${i + 1}`,
            [x + 3 * p.u, y + 3 * p.u + i * 31 * p.u, w - 6 * p.u, (i ? 15 : 29) * p.u],
            { round: 0.6 * p.u },
            fill('ink'),
          )
        return whole(
          [
            rect(
              'Board',
              area,
              { round: 1.6 * p.u },
              shadow({ offset: [0, 5], blur: 9, opacity: 0.5 }),
              fill('ground'),
              comes('slide', { side: 270, distance: 1.4, frames: 14, ease: 'landing', fade: 0.3 }),
            ),
            ...row(2, row_).map((piece) => ({ ...piece, movers: [comes('fade', { frames: 16 })] })),
            text(
              'Title',
              'The Tin Comet',
              {
                area: [x + 6 * p.u, y + 4 * p.u, w - 12 * p.u, 27 * p.u],
                size: 19 * p.u,
                align: 'centre',
                leading: 1,
                ...signs,
                tracking: 80,
              },
              fill('soft'),
              boards(52),
            ),
            text(
              'Line below',
              'departs at eight',
              {
                area: [x + 6 * p.u, y + 35 * p.u, w - 12 * p.u, h - 39 * p.u],
                size: 8 * p.u,
                align: 'centre',
                ...signs,
              },
              fill('accent'),
              boards(64),
            ),
          ],
          goes('slide', { unit: 'whole', side: 270, distance: 1.4, frames: 10, ease: 'soft', fade: 0.3 }),
        )
      },
    },
    {
      id: 'next-stop',
      name: 'Next stop',
      purpose: 'chapter',
      says: 'A line with its stops; the light goes on to the next, which is named.',
      seconds: 5,
      pieces: (p) => {
        const [y, n] = [p.y + 10 * p.u, 5]
        const at = (i: number) => p.left + ((p.right - p.left) * (i + 0.5)) / n
        return [
          ground(
            rect(
              'Ground',
              [0, p.y - 22 * p.u, p.width, 44 * p.u],
              {},
              fill('ground', { opacity: 0.92 }),
              comes('wipe', { side: 180, frames: 12, soft: 0 }),
              fades,
            ),
          ),
          line(
            'Line',
            [
              [0, y],
              [p.width, y],
            ],
            { width: 1.1 * p.u },
            fill('accent'),
            comes('wipe', { side: 180, frames: 24, soft: 0 }),
            fades,
          ),
          ...row(n, (i) => {
            const r = (i === 2 ? 2.6 : 1.7) * p.u
            return rect(
              `Stop ${i + 1}`,
              [at(i) - r, y - r, 2 * r, 2 * r],
              { round: r },
              fill(i === 2 ? 'second' : 'soft'),
              edge('ground', { width: 0.6 * p.u, side: 'outside' }),
              comes('grow', { frames: 12 + 5 * i, fade: 0.3 }),
              ...(i === 2 ? [stays('pulse', { period: 1.4, by: 0.1 })] : []),
              fades,
            )
          }),
          text(
            'Line above',
            'Next stop',
            { area: amid(p, 6, -15, 0.8), size: 4.4 * p.u, align: 'centre', ...small },
            fill('accent'),
            comes('fade', { frames: 20 }),
            fades,
          ),
          text(
            'Chapter',
            'Harbour steps',
            { area: amid(p, 16, -4, 0.84), size: 12 * p.u, align: 'centre', ...signs },
            fill('soft'),
            boards(44),
            fades,
          ),
        ]
      },
    },
    {
      id: 'departures',
      name: 'Departures',
      purpose: 'bulletin',
      says: 'Four rows of a board with time, place and platform turn over one after the other.',
      seconds: 7,
      pieces: (p) => {
        const [x, , w] = amid(p, 1, 0, 0.86)
        const rows = [
          ['19:00', 'Doors', '1'],
          ['20:00', 'The fox', '2'],
          ['20:40', 'The comet', '2'],
          ['21:15', 'Home', '4'],
        ] as const
        const high = 12 * p.u
        const top = p.y - 2 * high + 4 * p.u
        return [
          ground(
            rect(
              'Board',
              [x - 2 * p.u, top - 13 * p.u, w + 4 * p.u, 4 * high + 15 * p.u],
              { round: 1.6 * p.u },
              fill('ground', { opacity: 0.96 }),
              comes('wipe', { side: 90, frames: 12, soft: 0 }),
              fades,
            ),
          ),
          text(
            'Heading',
            'This evening',
            { area: [x + 1 * p.u, top - 11.5 * p.u, w - 2 * p.u, 10 * p.u], size: 7.4 * p.u, ...small },
            fill('accent'),
            comes('fade', { frames: 18 }),
            fades,
          ),
          ...rows.flatMap(([time, place, track], i): Piece[] => {
            const y = top + i * high
            const cell = (
              name: string,
              says: string,
              from: number,
              to: number,
              role: Role,
              align: 'start' | 'centre',
            ) => [
              rect(
                `Cell ${name} ${i + 1}`,
                [x + w * from, y, w * (to - from) - 0.8 * p.u, high - 1.2 * p.u],
                { round: 0.5 * p.u },
                fill('ink'),
                comes('fade', { frames: 10 + 4 * i }),
                fades,
              ),
              text(
                `${name} ${i + 1}`,
                says,
                {
                  area: [x + w * from + 1.6 * p.u, y, w * (to - from) - 4 * p.u, high - 1.2 * p.u],
                  size: 7 * p.u,
                  align,
                  features: { tnum: 1 },
                  ...signs,
                },
                fill(role),
                boards(26 + 9 * i),
                fades,
              ),
            ]
            return [
              ...cell('Time', time, 0, 0.22, 'accent', 'centre'),
              ...cell('What', place, 0.22, 0.87, 'soft', 'start'),
              ...cell('Where', track, 0.87, 1, 'second', 'centre'),
            ]
          }),
        ]
      },
    },
    {
      id: 'valid',
      name: 'Valid tonight',
      purpose: 'end',
      says: 'A large ticket with the invitation; its stub is torn off at the end.',
      seconds: 6,
      pieces: (p) => {
        const area = amid(p, p.slim ? 34 : 40, 0, 0.8)
        const [x, y, w, h] = area
        const stub = w * 0.22
        return [
          group(
            'Ticket',
            [
              ...ticket(p, 'Ticket', area, 'accent', stub),
              text(
                'What to do',
                'Come aboard',
                {
                  area: [x + stub + 3 * p.u, y + 5 * p.u, w - stub - 9 * p.u, h * 0.52],
                  size: 15 * p.u,
                  ...signs,
                },
                fill('ink'),
              ),
              text(
                'Line below',
                'The square, at eight',
                {
                  area: [x + stub + 3 * p.u, y + h * 0.64, w - stub - 9 * p.u, 7 * p.u],
                  size: 4.6 * p.u,
                  ...small,
                },
                fill('ink'),
              ),
              text(
                'On the stub',
                'One seat',
                {
                  area: [x + 4 * p.u, y + 4 * p.u, stub - 6 * p.u, h - 8 * p.u],
                  size: 6.4 * p.u,
                  align: 'centre',
                  leading: 1,
                  ...signs,
                },
                fill('second'),
              ),
            ],
            comes('bounce', { unit: 'whole', frames: 24 }),
            goes('split', { unit: 'whole', side: 80, frames: 16 }),
          ),
        ]
      },
    },
    {
      id: 'stations',
      name: 'All who came along',
      purpose: 'credits',
      says: 'Names as the stops of a line that runs down the picture, one after the other.',
      seconds: 7,
      pieces: (p) => {
        const names = ['Ida Om', 'Teo Lindqvara', 'Mara Vell', 'Odo Brask'] as const
        const roles = ['Puppets', 'Strings', 'Lanterns', 'Voices'] as const
        const [top, step] = [p.y - 30 * p.u, 20 * p.u]
        const x = p.slim ? p.left + 6 * p.u : p.x - 10 * p.u
        return [
          ground(
            rect(
              'Ground',
              [0, 0, p.width, p.height],
              {},
              fill('ground', { opacity: 0.94 }),
              comes('fade', { frames: 10 }),
              fades,
            ),
          ),
          line(
            'Line',
            [
              [x, 0],
              [x, p.height],
            ],
            { width: 1.1 * p.u },
            fill('accent'),
            comes('wipe', { side: 270, frames: 50, soft: 0, ease: 'even' }),
            fades,
          ),
          ...names.flatMap((name, i): Piece[] => {
            const y = top + i * step
            const r = 1.9 * p.u
            return [
              rect(
                `Stop ${i + 1}`,
                [x - r, y - r, 2 * r, 2 * r],
                { round: r },
                fill('soft'),
                edge('ground', { width: 0.6 * p.u, side: 'outside' }),
                comes('grow', { frames: 16 + 9 * i, fade: 0.2 }),
                fades,
              ),
              text(
                `Name ${i + 1}`,
                name,
                {
                  area: [x + 6 * p.u, y - 5 * p.u, p.right - x - 6 * p.u, 10 * p.u],
                  size: 6.4 * p.u,
                  ...signs,
                },
                fill('soft'),
                comes('reveal', { unit: 'line', side: 'left', frames: 24 + 9 * i }),
                fades,
              ),
              ...(p.slim
                ? []
                : [
                    text(
                      `What they did ${i + 1}`,
                      roles[i] ?? '',
                      {
                        area: [p.left, y - 4 * p.u, x - p.left - 6 * p.u, 8 * p.u],
                        size: 4.4 * p.u,
                        align: 'right' as const,
                        ...small,
                      },
                      fill('accent'),
                      comes('reveal', { unit: 'line', side: 'right', frames: 24 + 9 * i }),
                      fades,
                    ),
                  ]),
            ]
          }),
        ]
      },
    },
  ],
}
