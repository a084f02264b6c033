import { type Family, palette } from '../declare'
import { amid, below, type Area, type Page } from '../page'
import {
  comes,
  disc,
  fill,
  goes,
  ground,
  group,
  type Piece,
  rect,
  type Role,
  row,
  shade,
  shadow,
  stays,
  text,
  whole,
} from '../pieces'

const big = { family: 'nunito', weight: 900 } as const
const plain = { family: 'nunito', weight: 700 } as const
const lies = shadow({ offset: [0, 4], blur: 4, opacity: 0.35 })
const relief = shade({ offset: [0, -3], blur: 2.5, opacity: 0.35 })
const falls = (frames: number, more = {}) =>
  comes('gravity', { unit: 'whole', frames, bounce: 0.35, tumble: 0.12, ...more })
const topples = goes('slide', { unit: 'whole', side: 90, distance: 3, frames: 12, ease: 'soft', fade: 0.4 })
const fades = goes('fade', { unit: 'whole', frames: 8 })
const cube = (p: Page, name: string, [x, y, w, h]: Area, role: Role, frames: number, says?: string): Piece =>
  group(
    name,
    [
      rect('Block', [x, y, w, h], { round: 0.9 * p.u }, lies, fill(role), relief),
      ...(says === undefined
        ? []
        : [
            text(
              'Letter',
              says,
              { area: [x, y, w, h], size: w * 0.66, align: 'centre', fixed: true, ...big },
              fill('ground'),
            ),
          ]),
    ],
    falls(frames),
    topples,
  )
const roles: readonly Role[] = ['accent', 'second', 'soft']

/** Wooden blocks that fall, bounce and lie still. */
export const blocks: Family = {
  id: 'blocks',
  name: 'Building blocks',
  says: 'Painted blocks that fall, bounce and stand; friendly letters on them.',
  palettes: [
    palette('nursery', 'Nursery', ['#27303f', '#fff7e8', '#f0553f', '#2f9fb3', '#f4b63c']),
    palette('garden', 'Garden', ['#24372c', '#fffbea', '#4f9d69', '#e8773f', '#7a6fd0']),
  ],
  designs: [
    {
      id: 'long-block',
      name: 'Long block',
      purpose: 'lower',
      says: 'A long block falls onto two small ones; the name stands on it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 16, 0.42)
        const s = 5.6 * p.u
        return [
          cube(p, 'Left block', [x + 2 * p.u, y + 10.2 * p.u, s, s], 'second', 16),
          cube(p, 'Right block', [x + w - s - 2 * p.u, y + 10.2 * p.u, s, s], 'soft', 19),
          group(
            'Long block',
            [
              rect('Block', [x, y, w, 10 * p.u], { round: 1 * p.u }, lies, fill('accent'), relief),
              text(
                'Name',
                'Ida Om',
                { area: [x + 3 * p.u, y, w - 6 * p.u, 10 * p.u], size: 6.2 * p.u, align: 'centre', ...big },
                fill('ground'),
              ),
            ],
            falls(26),
            topples,
          ),
          text(
            'What they do',
            'Puppet maker',
            {
              area: [x + s + 3 * p.u, y + 10.6 * p.u, w - 2 * s - 6 * p.u, 5 * p.u],
              size: 3.2 * p.u,
              align: 'centre',
              ...plain,
            },
            shadow({ offset: [0, 1], blur: 5, opacity: 0.8 }),
            fill('ground'),
            comes('rise', { unit: 'word', frames: 38 }),
            fades,
          ),
        ]
      },
    },
    {
      id: 'bubble',
      name: 'Round label',
      purpose: 'lower',
      says: 'A round label springs up with a ball that rolls along its edge.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 11, 0.38)
        return whole(
          [
            group(
              'Label',
              [
                rect('Label', [x, y, w, h], { round: h / 2 }, lies, fill('ground')),
                text(
                  'Name',
                  'Ida Om',
                  { area: [x + h, y, w - h * 1.4, h], size: 5.8 * p.u, ...big },
                  fill('ink'),
                ),
              ],
              comes('elastic', { unit: 'whole', frames: 24 }),
            ),
            disc(
              'Ball',
              [x + 1.4 * p.u, y + 1.4 * p.u, h - 2.8 * p.u, h - 2.8 * p.u],
              fill('accent'),
              relief,
              comes('roll', { unit: 'whole', frames: 26 }),
            ),
          ],
          goes('shrink', { unit: 'whole', frames: 8 }),
        )
      },
    },
    {
      id: 'letters',
      name: 'Letters fall',
      purpose: 'title',
      says: 'The letters of the title fall one by one, bounce and stand among blocks.',
      seconds: 5,
      pieces: (p) => {
        const s = 9 * p.u
        const n = Math.floor(p.width / s) + 1
        return [
          ground(
            rect(
              'Ground',
              [0, 0, p.width, p.height],
              {},
              fill('ground'),
              comes('wipe', { side: 90, frames: 12, soft: 0 }),
              fades,
            ),
          ),
          ...row(n, (i) =>
            cube(
              p,
              `Block ${i + 1}`,
              [i * s, p.height - s * (i % 3 === 1 ? 1.55 : 1), s * 0.97, s * (i % 3 === 1 ? 1.55 : 1)],
              roles[i % 3] ?? 'accent',
              14 + ((i * 7) % 13),
            ),
          ),
          text(
            'Title',
            'The Tin Comet',
            { area: amid(p, 34, -8, 0.88), size: 19 * p.u, align: 'centre', leading: 1, ...big },
            fill('ink'),
            comes('gravity', { unit: 'letter', frames: 46, bounce: 0.45, tumble: 0.2 }),
            topples,
          ),
          text(
            'Line below',
            'for all who look up',
            { area: amid(p, 7, p.slim ? 16 : 14, 0.8), size: 5 * p.u, align: 'centre', ...plain },
            fill('accent'),
            comes('bounce', { unit: 'word', frames: 56 }),
            fades,
          ),
        ]
      },
    },
    {
      id: 'tower',
      name: 'Tower',
      purpose: 'chapter',
      says: 'Three blocks with letters make a tower, the chapter beside it.',
      seconds: 4,
      pieces: (p) => {
        const s = p.slim ? 15 * p.u : 18 * p.u
        const x = p.slim ? p.x - 1.5 * s - 1 * p.u : p.left + 6 * p.u
        const place = (i: number): Area =>
          p.slim
            ? [x + i * (s + 1 * p.u), p.y - s - 4 * p.u, s, s]
            : [x + (i % 2) * 2 * p.u, p.y + s * (0.5 - i), s * 0.97, s * 0.97]
        const area: Area = p.slim
          ? [p.left, p.y, p.right - p.left, 24 * p.u]
          : [x + s + 9 * p.u, p.y - 14 * p.u, p.right - x - s - 9 * p.u, 24 * p.u]
        return [
          ground(
            rect(
              'Ground',
              [0, p.y - 33 * p.u, p.width, 66 * p.u],
              {},
              fill('ground', { opacity: 0.96 }),
              comes('wipe', { side: 180, frames: 12, soft: 0 }),
              fades,
            ),
          ),
          ...['1', '2', '3'].map((says, i) =>
            cube(p, `Block ${says}`, place(i), roles[i] ?? 'accent', 16 + 7 * i, says),
          ),
          text(
            'Chapter',
            'The comet gets a tail',
            { area, size: 11 * p.u, align: p.slim ? 'centre' : 'start', leading: 1.02, ...big },
            fill('ink'),
            comes('bounce', { unit: 'word', frames: 40 }),
            fades,
          ),
        ]
      },
    },
    {
      id: 'cubes-count',
      name: 'Counted in blocks',
      purpose: 'counter',
      says: 'A number on a block that stamps down, seconds to go.',
      seconds: 10,
      pieces: (p) => {
        const s = 42 * p.u
        const area: Area = [p.x - s / 2, p.y - s / 2 - 4 * p.u, s, s]
        return [
          group(
            'Block',
            [
              rect(
                'Block',
                area,
                { round: 4 * p.u },
                shadow({ offset: [0, 8], blur: 9, opacity: 0.4 }),
                fill('accent'),
                shade({ offset: [0, -6], blur: 4, opacity: 0.35 }),
              ),
              text(
                'Seconds',
                '{left}',
                { area, size: 28 * p.u, align: 'centre', fixed: true, features: { tnum: 1 }, ...big },
                fill('ground'),
              ),
            ],
            falls(26),
            topples,
          ),
          text(
            'Line below',
            'and then the fox',
            { area: amid(p, 8, 26, 0.8), size: 5.6 * p.u, align: 'centre', ...big },
            { kind: 'plate', role: 'ground', form: { pad: [3 * p.u, 1 * p.u], round: 4 * p.u, opacity: 1 } },
            fill('ink'),
            comes('elastic', { frames: 30 }),
            fades,
          ),
        ]
      },
    },
    {
      id: 'stacks',
      name: 'Stacks',
      purpose: 'facts',
      says: 'Blocks pile up to three stacks of different height, each named.',
      seconds: 6,
      pieces: (p) => {
        const heights = [3, 5, 4] as const
        const labels = ['Strings', 'Puppets', 'Lanterns'] as const
        const s = p.slim ? 13 * p.u : 12 * p.u
        const base = p.y + 26 * p.u
        const room = (p.right - p.left) / (p.slim ? 3 : 4)
        return [
          ground(
            rect(
              'Ground',
              [0, 0, p.width, p.height],
              {},
              fill('ground', { opacity: 0.96 }),
              comes('fade', { frames: 10 }),
              fades,
            ),
          ),
          ...heights.flatMap((n, i): Piece[] => {
            const cx = p.x + (i - 1) * room
            return [
              ...row(n, (k) => ({
                ...cube(
                  p,
                  `${labels[i]} ${k + 1}`,
                  [cx - s / 2 + (k % 2 ? 0.5 : -0.3) * p.u, base - (k + 1) * s, s * 0.97, s * 0.97],
                  roles[i] ?? 'accent',
                  16,
                ),
                after: 0.14 * (k * 3 + i),
              })),
              text(
                `Label ${i + 1}`,
                labels[i] ?? '',
                {
                  area: [cx - room / 2, base + 1.6 * p.u, room, 7 * p.u],
                  size: p.slim ? 4 * p.u : 4.8 * p.u,
                  align: 'centre',
                  ...big,
                },
                fill('ink'),
                comes('rise', { frames: 20 + 8 * i }),
                fades,
              ),
            ]
          }),
        ]
      },
    },
    {
      id: 'jump',
      name: 'Jumping words',
      purpose: 'kinetic',
      says: 'Words jump up one after the other, each in a field of its own.',
      seconds: 5,
      pieces: (p) => [
        text(
          'Words',
          'Up and up and round again',
          { area: amid(p, 60, 0, 0.8), size: 13 * p.u, align: 'centre', leading: 1.35, ...big },
          {
            kind: 'plate',
            role: 'accent',
            form: { around: 'word', pad: [2 * p.u, -0.6 * p.u], round: 2 * p.u, opacity: 1 },
          },
          fill('ground'),
          comes('bounce', { unit: 'word', frames: 60, overlap: 0.4 }),
          stays('wave', { unit: 'word', period: 2.4 }),
          goes('slide', { unit: 'word', side: 90, distance: 3, frames: 14, ease: 'soft', fade: 0.5 }),
        ),
      ],
    },
    {
      id: 'put-away',
      name: 'Put away',
      purpose: 'end',
      says: 'Balls roll to a row under the last words and roll away again.',
      seconds: 5,
      pieces: (p) => {
        const [n, s] = [9, p.slim ? 8 * p.u : 9 * p.u]
        return [
          ground(
            rect(
              'Ground',
              [0, 0, p.width, p.height],
              {},
              fill('ground'),
              comes('fade', { frames: 10 }),
              fades,
            ),
          ),
          ...row(n, (i) =>
            disc(
              `Ball ${i + 1}`,
              [p.x + (i - n / 2) * s * 1.1, p.y + 18 * p.u, s, s],
              lies,
              fill(roles[i % 3] ?? 'accent'),
              relief,
              comes('roll', { frames: 20 + 3 * (n - i) }),
              goes('roll', { frames: 12 + i }),
            ),
          ),
          text(
            'Last words',
            'Tidy up now',
            { area: amid(p, 24, -8, 0.86), size: 15 * p.u, align: 'centre', ...big },
            fill('ink'),
            comes('bounce', { unit: 'letter', frames: 44 }),
            topples,
          ),
        ]
      },
    },
  ],
}
