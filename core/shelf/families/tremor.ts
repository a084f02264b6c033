import { type Family, palette } from '../declare'
import { chance } from '../../hash'
import { amid, below, type Area, type Page } from '../page'
import {
  comes,
  disc,
  fill,
  goes,
  ground,
  line,
  type Piece,
  rect,
  type Role,
  row,
  shadow,
  stays,
  text,
  whole,
} from '../pieces'

const mono = { family: 'jetbrains-mono', weight: 500 } as const
const strong = { family: 'jetbrains-mono', weight: 800, tracking: -20 } as const
const scrambled = (frames: number, more = {}) => comes('scramble', { unit: 'letter', frames, ...more })
const away = goes('glitch', { unit: 'whole', frames: 8 })
const fades = goes('fade', { unit: 'whole', frames: 8 })
/** What a needle writes: calm, a shock, and its dying away. */
const trace = (
  p: Page,
  name: string,
  [x, y, w, h]: Area,
  at: number,
  role: Role,
  frames: number,
  seed: number,
): Piece => {
  const n = Math.round(w / (1.3 * p.u))
  const points = row(n + 1, (i): [number, number] => {
    const t = i / n
    const since = t - at
    const force = since < 0 ? 0.05 : 0.05 + 1 / (1 + since * since * 90)
    return [
      x + t * w,
      y + h / 2 + (i % 2 ? 1 : -1) * (h / 2) * Math.min(1, force) * (0.35 + 0.65 * chance(seed, i)),
    ]
  })
  return line(
    name,
    points,
    { width: 0.28 * p.u, corners: 'round' },
    fill(role),
    comes('wipe', { side: 180, frames, soft: 0, ease: 'even' }),
    fades,
  )
}
const paperOf = (p: Page, [x, y, w, h]: Area, opacity = 0.88): Piece[] => [
  ground(
    rect(
      'Paper',
      [x, y, w, h],
      {},
      fill('ground', { opacity }),
      comes('wipe', { side: 180, frames: 10, soft: 0 }),
      fades,
    ),
  ),
  ...row(5, (i) =>
    line(
      `Ruling ${i + 1}`,
      [
        [x, y + (h * (i + 0.5)) / 5],
        [x + w, y + (h * (i + 0.5)) / 5],
      ],
      { width: 0.1 * p.u },
      fill('second', { opacity: 0.5 }),
      comes('fade', { frames: 12 }),
      fades,
    ),
  ),
]

/** What a needle writes on ruled paper, and letters that settle as it does. */
export const tremor: Family = {
  id: 'tremor',
  name: 'Needle and paper',
  says: 'A needle writes on ruled paper; letters and figures settle as it calms.',
  palettes: [
    palette('observatory', 'Observatory', ['#e8f1ee', '#0f1a1a', '#ff6b4a', '#3f8f83', '#a9c4bf']),
    palette('graph', 'Graph paper', ['#1a2430', '#f2efe2', '#d63a2f', '#4b86a8', '#4a5664']),
  ],
  designs: [
    {
      id: 'trace',
      name: 'Trace under a name',
      purpose: 'lower',
      says: 'A needle writes a shock beside the name, whose letters settle out of wrong ones.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 13, 0.54)
        return [
          ...paperOf(p, [x, y, w, h]),
          trace(p, 'Trace', [x + w * 0.56, y + 1 * p.u, w * 0.44, h - 2 * p.u], 0.25, 'accent', 34, 7),
          text(
            'Name',
            'Ida Om',
            {
              area: [x + 2.4 * p.u, y + 1.2 * p.u, w * 0.54 - 2.4 * p.u, 6.4 * p.u],
              size: 4.6 * p.u,
              ...strong,
            },
            fill('ink'),
            scrambled(24),
            fades,
          ),
          text(
            'What they do',
            'Puppet maker',
            {
              area: [x + 2.4 * p.u, y + 7.4 * p.u, w * 0.54 - 2.4 * p.u, 4.4 * p.u],
              size: 2.8 * p.u,
              ...mono,
            },
            fill('soft'),
            scrambled(32),
            fades,
          ),
        ]
      },
    },
    {
      id: 'bracket',
      name: 'In brackets',
      purpose: 'lower',
      says: 'Two brackets part, and the name settles between them.',
      seconds: 4,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 9, 0.4)
        const bracket = (name: string, at: number, way: 1 | -1, side: number): Piece =>
          line(
            name,
            [
              [at + way * 1.8 * p.u, y],
              [at, y],
              [at, y + h],
              [at + way * 1.8 * p.u, y + h],
            ],
            { width: 0.45 * p.u },
            fill('accent'),
            comes('slide', { side, distance: 1.5, frames: 14, fade: 0.3 }),
          )
        return whole(
          [
            bracket('Left bracket', x, 1, 0),
            bracket('Right bracket', x + w, -1, 180),
            text(
              'Name',
              'Ida Om',
              { area: [x + 3 * p.u, y, w - 6 * p.u, h], size: 5 * p.u, align: 'centre', ...strong },
              shadow({ offset: [0, 1], blur: 6, opacity: 0.85 }),
              fill('ink'),
              scrambled(26),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'shock',
      name: 'Shock',
      purpose: 'title',
      says: 'A needle writes across the whole picture; at its shock the title breaks in.',
      seconds: 5,
      pieces: (p) => [
        ...paperOf(p, [0, 0, p.width, p.height], 0.9),
        trace(p, 'Trace', [0, p.y - 34 * p.u, p.width, 68 * p.u], 0.32, 'second', 46, 3),
        text(
          'Title',
          'The Tin Comet',
          { area: amid(p, 26, -1, 0.86), size: 17 * p.u, align: 'centre', leading: 1, ...strong },
          { kind: 'plate', role: 'ground', form: { pad: [3 * p.u, 1 * p.u], opacity: 0.92 } },
          fill('ink'),
          comes('glitch', { unit: 'whole', frames: 30, slices: 11 }),
          away,
        ),
        text(
          'Line below',
          'magnitude four',
          { area: amid(p, 6, p.slim ? 18 : 15, 0.7), size: 3.6 * p.u, align: 'centre', ...mono },
          fill('accent'),
          scrambled(48),
          fades,
        ),
      ],
    },
    {
      id: 'reading',
      name: 'Reading',
      purpose: 'chapter',
      says: 'A red line runs down the paper, and the chapter is read off beside it.',
      seconds: 4,
      pieces: (p) => {
        const x = p.left + (p.slim ? 4 : 20) * p.u
        return [
          ...paperOf(p, [0, p.y - 22 * p.u, p.width, 44 * p.u]),
          line(
            'Needle',
            [
              [x, p.y - 26 * p.u],
              [x, p.y + 26 * p.u],
            ],
            { width: 0.5 * p.u, headEnd: 'dot', head: 4 },
            fill('accent'),
            comes('slide', { side: 180, distance: 2, frames: 18, ease: 'both' }),
            fades,
          ),
          text(
            'Number',
            'No. 3',
            { area: [x + 4 * p.u, p.y - 15 * p.u, p.right - x - 4 * p.u, 7 * p.u], size: 4.4 * p.u, ...mono },
            fill('accent'),
            scrambled(20),
            fades,
          ),
          text(
            'Chapter',
            'The night it shook',
            {
              area: [x + 4 * p.u, p.y - 8 * p.u, p.right - x - 4 * p.u, 18 * p.u],
              size: 10 * p.u,
              leading: 1.05,
              ...strong,
            },
            fill('ink'),
            scrambled(36),
            fades,
          ),
        ]
      },
    },
    {
      id: 'record',
      name: 'Record with a peak',
      purpose: 'facts',
      says: 'A curve is written, its peak marked and named with a figure that runs up.',
      seconds: 6,
      pieces: (p) => {
        const [x, y, w, h]: Area = amid(p, 56, 0, 0.9)
        const peak = 0.4
        return [
          ...paperOf(p, [x, y, w, h], 0.92),
          trace(p, 'Curve', [x, y + 4 * p.u, w, h - 8 * p.u], peak, 'ink', 50, 11),
          line(
            'Mark',
            [
              [x + w * peak, y + 2 * p.u],
              [x + w * peak, y + h - 2 * p.u],
            ],
            { width: 0.25 * p.u, dash: [1 * p.u, 0.8 * p.u] },
            fill('accent'),
            comes('wipe', { side: 90, frames: 40, soft: 0 }),
            fades,
          ),
          text(
            'Figure',
            '6.4',
            {
              area: [x + w * peak + 3 * p.u, y + 3 * p.u, w * 0.5, 14 * p.u],
              size: 12 * p.u,
              features: { tnum: 1 },
              ...strong,
            },
            { kind: 'plate', role: 'ground', form: { pad: [1.4 * p.u, 0.2 * p.u], opacity: 0.92 } },
            fill('accent'),
            comes('count-up', { frames: 50 }),
            comes('fade', { frames: 16 }),
            fades,
          ),
          text(
            'What it counts',
            'at the stroke of nine',
            { area: [x + w * peak + 3 * p.u, y + h - 10 * p.u, w * 0.54, 6 * p.u], size: 3.4 * p.u, ...mono },
            { kind: 'plate', role: 'ground', form: { pad: [1.4 * p.u, 0.6 * p.u], opacity: 0.92 } },
            fill('ink'),
            scrambled(50),
            fades,
          ),
        ]
      },
    },
    {
      id: 'ticker',
      name: 'Running strip',
      purpose: 'bulletin',
      says: 'A strip at the lower edge with a heading, its news running through behind it.',
      seconds: 12,
      whole: true,
      pieces: (p) => {
        const [y, h] = [p.bottom - 8 * p.u, 9 * p.u]
        const head = 26 * p.u
        const news =
          'The comet is hung over the square • The fox has learned its lines • Lanterns are lit at seven • Bring a coat'
        const room = 340 * p.u
        return [
          rect(
            'Strip',
            [0, y, p.width, h],
            {},
            fill('ground', { opacity: 0.94 }),
            comes('wipe', { side: 180, frames: 12, soft: 0 }),
            fades,
          ),
          {
            ...text('News', news, { area: [0, y, room, h], size: 4.4 * p.u, ...mono }, fill('ink'), fades),
            form: {
              box: [room, h],
              size: 4.4 * p.u,
              place: {
                ramp: [
                  [p.width + room / 2, y + h / 2],
                  [-room * 0.5, y + h / 2],
                ],
              },
            },
          },
          rect(
            'Field',
            [0, y, head + p.left, h],
            {},
            fill('accent'),
            comes('wipe', { side: 180, frames: 8, soft: 0 }),
            fades,
          ),
          text(
            'Heading',
            'Tonight',
            { area: [p.left, y, head - 3 * p.u, h], size: 4.2 * p.u, ...strong },
            fill('ground'),
            scrambled(20),
            fades,
          ),
        ]
      },
    },
    {
      id: 'watch',
      name: 'Watching clock',
      purpose: 'counter',
      says: 'A light blinks beside the time of the picture, the paper running under it.',
      seconds: 8,
      pieces: (p) => {
        const [w, h] = [46 * p.u, 11 * p.u]
        const [x, y] = [p.right - w, p.top]
        return whole(
          [
            rect(
              'Field',
              [x, y, w, h],
              {},
              fill('ground', { opacity: 0.86 }),
              comes('wipe', { side: 0, frames: 10, soft: 0 }),
            ),
            disc(
              'Light',
              [x + 2.4 * p.u, y + 4 * p.u, 3 * p.u, 3 * p.u],
              fill('accent'),
              comes('fade', { frames: 8 }),
              stays('blink', {}),
            ),
            text(
              'Time',
              '{timecode}',
              {
                area: [x + 7 * p.u, y, w - 9 * p.u, h],
                size: 5 * p.u,
                align: 'centre',
                fixed: true,
                ...strong,
                features: { tnum: 1 },
              },
              fill('ink'),
              comes('fade', { frames: 14 }),
            ),
          ],
          fades,
        )
      },
    },
    {
      id: 'signal',
      name: 'Signal lost',
      purpose: 'end',
      says: 'The last words stand, tear and are gone; the needle goes on, level.',
      seconds: 5,
      pieces: (p) => [
        ...paperOf(p, [0, 0, p.width, p.height], 1),
        trace(p, 'Trace', [0, p.y + 8 * p.u, p.width, 34 * p.u], 0.1, 'second', 50, 21),
        text(
          'Last words',
          'Nothing further',
          { area: amid(p, 22, -8, 0.86), size: 11 * p.u, align: 'centre', ...strong },
          fill('ink'),
          scrambled(36),
          goes('glitch', { frames: 18, slices: 15 }),
        ),
      ],
    },
  ],
}
