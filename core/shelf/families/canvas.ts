import { type Family, palette } from '../declare'
import { amid, below, type Area, type Page } from '../page'
import {
  after,
  comes,
  disc,
  edge,
  fill,
  goes,
  ground,
  group,
  line,
  type MoverPiece,
  outline,
  type Piece,
  rect,
  type Role,
  row,
  shade,
  shadow,
  smooth,
  stays,
  text,
  whole,
} from '../pieces'

const slab = { family: 'alfa-slab-one', weight: 400 } as const
const plain = { family: 'roboto-slab', weight: 500 } as const
const hangs = shadow({ offset: [0, 5], blur: 8, opacity: 0.5 })
const folds = shade({ offset: [0, -4], blur: 10, opacity: 0.28 })
const unrolls = (frames: number, side = 180) =>
  comes('wipe', { unit: 'whole', side, frames, soft: 0, ease: 'landing' })
const swings = (frames: number) => comes('hang', { unit: 'whole', frames, from: 22 })
const breeze = stays('sway', { turn: 0.5, period: 3.4 })
const away = goes('slide', { unit: 'whole', side: 270, distance: 3, frames: 12, ease: 'soft', fade: 0.3 })
const fades = goes('fade', { unit: 'whole', frames: 9 })

/** A rope between two places, of two strands. */
const rope = (
  p: Page,
  name: string,
  points: readonly (readonly [number, number])[],
  ...more: readonly MoverPiece[]
): Piece =>
  smooth(
    line(
      name,
      points,
      { width: 0.9 * p.u, ends: 'round' },
      shadow({ offset: [0, 2], blur: 3, opacity: 0.5 }),
      fill('second'),
      edge('ground', { width: 0.22 * p.u, side: 'centred', dash: [0.7 * p.u, 0.5 * p.u], opacity: 0.55 }),
      ...more,
    ),
  )

/** Cloth with a seam and metal eyelets in its corners. */
function cloth(p: Page, name: string, [x, y, w, h]: Area, role: Role = 'accent'): Piece[] {
  const inset = Math.min(1.7 * p.u, h * 0.16)
  const r = 0.75 * p.u
  const seam = 0.8 * p.u
  return [
    rect(name, [x, y, w, h], { round: 0.4 * p.u }, hangs, fill(role), folds),
    rect(
      `Seam of ${name.toLowerCase()}`,
      [x + seam, y + seam, w - 2 * seam, h - 2 * seam],
      {},
      edge('second', { width: 0.16 * p.u, side: 'inside', dash: [0.9 * p.u, 0.6 * p.u], opacity: 0.8 }),
    ),
    ...[
      [x + inset, y + inset],
      [x + w - inset, y + inset],
    ].map(([cx = 0, cy = 0], i) =>
      disc(
        `Eyelet ${i + 1}`,
        [cx - r, cy - r, 2 * r, 2 * r],
        fill('ground'),
        edge('second', { width: 0.4 * p.u, side: 'outside' }),
      ),
    ),
  ]
}
const bow = (v: number) => v * v
const sky = (p: Page): Piece =>
  ground(
    rect(
      'Ground',
      [0, 0, p.width, p.height],
      {},
      fill('ground', { opacity: 0.86 }),
      comes('fade', { frames: 10 }),
      fades,
    ),
  )

/** Sailcloth with seams and eyelets, held by ropes. */
export const canvas: Family = {
  id: 'canvas',
  name: 'Rope and canvas',
  says: 'Sailcloth with seams and eyelets that is hoisted, hung and pulled by ropes.',
  palettes: [
    palette('sail', 'Sailcloth', ['#2a1d12', '#14202b', '#efe1c2', '#b5793a', '#5c4630']),
    palette('signal', 'Signal flags', ['#fff8ea', '#10202f', '#b8342c', '#e9b44c', '#f3dfc4']),
  ],
  designs: [
    {
      id: 'strip',
      name: 'Laced strip',
      purpose: 'lower',
      says: 'A strip of canvas unrolls along a rope; the name is printed on it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 15, 0.46)
        return whole(
          [
            rope(
              p,
              'Rope',
              [
                [x - 2 * p.u, y - 0.4 * p.u],
                [x + w / 2, y + 0.5 * p.u],
                [x + w + 2 * p.u, y - 0.4 * p.u],
              ],
              unrolls(12),
            ),
            group('Strip', cloth(p, 'Canvas', [x, y, w, 14.6 * p.u]), unrolls(16)),
            text(
              'Name',
              'Ida Om',
              { area: [x + 4 * p.u, y + 1.2 * p.u, w - 8 * p.u, 7.8 * p.u], size: 5.6 * p.u, ...slab },
              fill('ink'),
              comes('dissolve', { unit: 'whole', frames: 22, grain: 0.05 }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 4 * p.u, y + 8.8 * p.u, w - 8 * p.u, 4.6 * p.u], size: 3.2 * p.u, ...plain },
              fill('soft'),
              comes('fade', { unit: 'whole', frames: 26 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'hoisted',
      name: 'Hoisted sail',
      purpose: 'title',
      says: 'A sail is hoisted on its rope and fills; the title stands across it.',
      seconds: 6,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 58, 0, p.slim ? 1 : 0.66)
        const top: [number, number] = [x + w * 0.5, y - 4 * p.u]
        return whole(
          [
            rope(p, 'Halyard', [[top[0], -6 * p.u], top], comes('wipe', { side: 270, frames: 10, soft: 0 })),
            group(
              'Sail',
              [
                outline(
                  'Cloth',
                  [top, [x + w, y + h * 0.62], [x + w * 0.9, y + h], [x + w * 0.1, y + h], [x, y + h * 0.62]],
                  hangs,
                  fill('accent'),
                  folds,
                ),
                ...row(3, (i) =>
                  line(
                    `Seam ${i + 1}`,
                    [
                      [x + w * (0.14 - 0.03 * i) + w * 0.1 * (2 - i), y + h * (0.4 + 0.2 * i)],
                      [x + w * (0.86 + 0.03 * i) - w * 0.1 * (2 - i), y + h * (0.4 + 0.2 * i)],
                    ],
                    { width: 0.18 * p.u, dash: [1 * p.u, 0.7 * p.u] },
                    fill('second', { opacity: 0.8 }),
                  ),
                ),
              ],
              comes('slide', {
                unit: 'whole',
                side: 90,
                distance: 2,
                frames: 22,
                ease: 'landing',
                shutter: 180,
              }),
              breeze,
            ),
            after(
              0.5,
              text(
                'Title',
                'The Tin Comet',
                {
                  area: [x + w * 0.14, y + h * 0.44, w * 0.72, h * 0.3],
                  size: 11 * p.u,
                  align: 'centre',
                  leading: 1,
                  ...slab,
                },
                fill('ink'),
                comes('rise', { unit: 'word', frames: 26, overlap: 0.7 }),
              ),
            ),
            after(
              0.7,
              text(
                'Line',
                'a play with ropes and lanterns',
                {
                  area: [x + w * 0.16, y + h * 0.76, w * 0.68, h * 0.12],
                  size: 3.6 * p.u,
                  align: 'centre',
                  ...plain,
                },
                fill('soft'),
                comes('fade', { frames: 34 }),
              ),
            ),
          ],
          goes('slide', { unit: 'whole', side: 90, distance: 2, frames: 14, ease: 'soft', shutter: 180 }),
        )
      },
    },
    {
      id: 'hung-sheet',
      name: 'Sheet on a line',
      purpose: 'quote',
      says: 'A sheet hangs from a line between two posts and swings until it is still; the words are on it.',
      seconds: 7,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 46, 2, p.slim ? 1 : 0.74)
        return whole(
          [
            rope(
              p,
              'Line',
              [
                [p.left * 0.2, y - 5 * p.u],
                [p.x, y + 1.6 * p.u],
                [p.width - p.left * 0.2, y - 5 * p.u],
              ],
              unrolls(14),
            ),
            group(
              'Sheet',
              [
                ...cloth(p, 'Canvas', [x, y, w, h]),
                text(
                  'Quote',
                  'It hung there all night, and nobody would go home.',
                  {
                    area: [x + 5 * p.u, y + 5 * p.u, w - 10 * p.u, h - 17 * p.u],
                    size: 6.2 * p.u,
                    leading: 1.25,
                    ...slab,
                  },
                  fill('ink'),
                  comes('fade', { unit: 'line', frames: 34, overlap: 0.6 }),
                ),
                text(
                  'Who said it',
                  'Mara Vell, harbour master',
                  { area: [x + 5 * p.u, y + h - 10 * p.u, w - 10 * p.u, 6 * p.u], size: 3.4 * p.u, ...plain },
                  fill('soft'),
                  comes('fade', { frames: 42 }),
                ),
              ],
              swings(30),
              breeze,
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'manifest',
      name: 'Cargo list',
      purpose: 'credits',
      says: 'Two columns of names on a tall sheet of canvas, hoisted line by line.',
      seconds: 7,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 78, 0, p.slim ? 1 : 0.7)
        const set = { size: 3.7 * p.u, leading: 1.75, level: 'top' as const }
        const names = { unit: 'line', frames: 34, overlap: 0.7 }
        return whole(
          [
            sky(p),
            group('Sheet', cloth(p, 'Canvas', [x, y, w, h]), unrolls(18, 270)),
            text(
              'Heading',
              'Hands aboard',
              {
                area: [x + 5 * p.u, y + 4 * p.u, w - 10 * p.u, 9 * p.u],
                size: 6.4 * p.u,
                align: 'centre',
                ...slab,
              },
              fill('ink'),
              comes('fade', { frames: 20 }),
            ),
            text(
              'What they did',
              'Puppets\nStrings\nLanterns\nVoices\nHarbour',
              {
                area: [x + 4 * p.u, y + 17 * p.u, w / 2 - 6 * p.u, h - 22 * p.u],
                align: 'right',
                ...set,
                ...plain,
              },
              fill('soft'),
              comes('rise', names),
            ),
            text(
              'Names',
              'Ida Om\nTeo Lindqvara\nMara Vell\nOdo Brask\nNim Ferro',
              {
                area: [x + w / 2 + 2 * p.u, y + 17 * p.u, w / 2 - 6 * p.u, h - 22 * p.u],
                ...set,
                ...plain,
                weight: 700,
              },
              fill('ink'),
              comes('rise', names),
            ),
          ],
          goes('fade', { unit: 'whole', frames: 10 }),
        )
      },
    },
    {
      id: 'notice',
      name: 'Notice on canvas',
      purpose: 'bulletin',
      says: 'A panel of canvas is let down at the side; a heading and short lines stand on it.',
      seconds: 7,
      pieces: (p) => {
        const w = p.slim ? p.right - p.left : (p.right - p.left) * 0.4
        const [x, y, h] = [p.right - w, p.top + 8 * p.u, 54 * p.u]
        return whole(
          [
            ...[0.08, 0.92].map((at, i) =>
              rope(
                p,
                `Rope ${i + 1}`,
                [
                  [x + w * at, -4 * p.u],
                  [x + w * at, y + 2 * p.u],
                ],
                comes('wipe', { side: 270, frames: 10, soft: 0 }),
              ),
            ),
            group(
              'Panel',
              cloth(p, 'Canvas', [x, y, w, h]),
              comes('drop', { unit: 'whole', frames: 18, distance: 1 }),
            ),
            text(
              'Heading',
              'In the square tonight',
              {
                area: [x + 4 * p.u, y + 5 * p.u, w - 8 * p.u, 13 * p.u],
                size: 5.6 * p.u,
                leading: 1.05,
                ...slab,
              },
              fill('ink'),
              comes('fade', { frames: 26 }),
            ),
            text(
              'Lines',
              'Lanterns at seven\nThe comet at eight\nSoup until ten',
              {
                area: [x + 4 * p.u, y + 20 * p.u, w - 8 * p.u, h - 24 * p.u],
                size: 3.8 * p.u,
                leading: 1.7,
                level: 'top',
                ...plain,
              },
              fill('soft'),
              comes('slide', { unit: 'line', side: 180, distance: 1, frames: 40, overlap: 0.6 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'pulled',
      name: 'Pulled in by ropes',
      purpose: 'kinetic',
      says: 'Three lines on cloth are pulled in from both sides, one after the other.',
      seconds: 5,
      pieces: (p) => {
        const high = 17 * p.u
        const says = ['Heave', 'and it flies', 'over the roofs']
        return row(3, (i) => {
          const y = p.y - 1.5 * high - 3 * p.u + i * (high + 3 * p.u)
          const left = i % 2 === 0
          const w = (p.right - p.left) * (p.slim ? 0.96 : 0.72)
          const x = left ? p.left : p.right - w
          const end = left ? -4 * p.u : p.width + 4 * p.u
          const pulled = { unit: 'whole', side: left ? 180 : 0, distance: 6, ease: 'landing', shutter: 180 }
          return after(
            0.3 * i,
            group(
              `Line ${i + 1} on cloth`,
              [
                rope(p, 'Rope', [
                  [end, y + high / 2],
                  [left ? x + 2 * p.u : x + w - 2 * p.u, y + high / 2],
                ]),
                ...cloth(p, 'Canvas', [x, y, w, high], i === 1 ? 'second' : 'accent'),
                text(
                  `Line ${i + 1}`,
                  says[i] ?? '',
                  {
                    area: [x + 5 * p.u, y + 2 * p.u, w - 10 * p.u, high - 4 * p.u],
                    size: 9.4 * p.u,
                    align: 'centre',
                    ...slab,
                  },
                  fill('ink'),
                ),
              ],
              comes('slide', { ...pulled, frames: 16 }),
              goes('slide', { ...pulled, frames: 12, ease: 'soft' }),
            ),
          )
        })
      },
    },
    {
      id: 'fathoms',
      name: 'Lengths of rope',
      purpose: 'facts',
      says: 'Three ropes are paid out to their lengths beside what they stand for, their figures run up.',
      seconds: 7,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 62, 4, p.slim ? 1 : 0.8)
        const said = ['Strings', 'Tin', 'Lamps']
        const figures = ['86 m', '54 m', '31 m']
        const lengths = [1, 0.63, 0.36]
        const step = h / 3
        return whole(
          [
            sky(p),
            text(
              'Heading',
              'What it took',
              { area: [x, y - 14 * p.u, w, 10 * p.u], size: 6.4 * p.u, ...slab },
              fill('accent'),
              comes('fade', { frames: 16 }),
            ),
            ...row(3, (i) => {
              const cy = y + step * (i + 0.5)
              const [from, room] = [x + w * 0.26, w * 0.56]
              return [
                text(
                  `Name ${i + 1}`,
                  said[i] ?? '',
                  { area: [x, cy - 4 * p.u, w * 0.24, 8 * p.u], size: 4.4 * p.u, ...plain },
                  fill('accent'),
                  comes('fade', { frames: 20 + 6 * i }),
                ),
                rope(
                  p,
                  `Rope ${i + 1}`,
                  row(9, (n): [number, number] => [
                    from + (room * (lengths[i] ?? 0) * n) / 8,
                    cy + (n % 2 ? 0.9 : -0.9) * p.u,
                  ]),
                  comes('wipe', { side: 180, frames: 30 + 8 * i, soft: 0, ease: 'both' }),
                ),
                text(
                  `Figure ${i + 1}`,
                  figures[i] ?? '',
                  {
                    area: [x + w * 0.84, cy - 4 * p.u, w * 0.16, 8 * p.u],
                    size: 4.8 * p.u,
                    align: 'right',
                    features: { tnum: 1 },
                    ...slab,
                  },
                  fill('accent'),
                  comes('count-up', { frames: 30 + 8 * i }),
                ),
              ]
            }).flat(),
          ],
          goes('fade', { unit: 'whole', frames: 10 }),
        )
      },
    },
    {
      id: 'pennants',
      name: 'Row of pennants',
      purpose: 'chapter',
      says: 'A line of pennants is strung across the top; the number and the name of the chapter hang below.',
      seconds: 5,
      pieces: (p) => {
        const count = p.slim ? 7 : 12
        const step = p.width / count
        const y = p.top + 2 * p.u
        const sag = (x: number) => y + 7 * p.u * (1 - bow((2 * x) / p.width - 1))
        return whole(
          [
            rope(
              p,
              'Line',
              row(9, (i): [number, number] => [(p.width * i) / 8, sag((p.width * i) / 8)]),
              unrolls(16),
            ),
            ...row(count, (i) => {
              const x = step * (i + 0.5)
              const top = sag(x)
              return outline(
                `Pennant ${i + 1}`,
                [
                  [x - step * 0.34, top],
                  [x + step * 0.34, top],
                  [x, top + 10 * p.u],
                ],
                hangs,
                fill(i % 2 ? 'second' : 'accent'),
                comes('hang', { unit: 'whole', frames: 14 + 2 * i }),
              )
            }),
            text(
              'Name of the chapter',
              'Out with the tide',
              {
                area: [p.left, p.y - 2 * p.u, p.right - p.left, 16 * p.u],
                size: 10 * p.u,
                align: 'centre',
                ...slab,
              },
              shadow({ offset: [0, 3], blur: 8, opacity: 0.8 }),
              fill('accent'),
              comes('rise', { unit: 'word', frames: 28, overlap: 0.7 }),
            ),
            text(
              'Number',
              'Three',
              {
                area: [p.left, p.y - 12 * p.u, p.right - p.left, 8 * p.u],
                size: 4.6 * p.u,
                align: 'centre',
                ...plain,
              },
              shadow({ offset: [0, 2], blur: 6, opacity: 0.8 }),
              fill('second'),
              comes('fade', { frames: 24 }),
            ),
          ],
          goes('fade', { unit: 'whole', frames: 10 }),
        )
      },
    },
  ],
}
