import { maths } from '../../maths'
import { type Family, palette } from '../declare'
import { amid, below, type Area, type Page } from '../page'
import {
  comes,
  disc,
  fill,
  goes,
  ground,
  group,
  outline,
  type Piece,
  rect,
  type Role,
  row,
  shade,
  shadow,
  text,
  whole,
  sheetOf,
} from '../pieces'

const { cos, sin } = maths

const round = { family: 'nunito', weight: 900 }
const plain = { family: 'nunito', weight: 600 }
const lies = shadow({ offset: [1, 4], blur: 5, opacity: 0.42 })
const unfolds = (frames: number, folds = 2) => comes('unfold', { unit: 'whole', frames, folds, shade: 0.35 })
const away = goes('unfold', { unit: 'whole', frames: 10, folds: 3 })
/** A sheet whose lower right corner is folded over. */
function sheet(p: Page, name: string, [x, y, w, h]: Area, role: Role, fold = 4): Piece[] {
  const f = fold * p.u
  return [
    outline(
      name,
      [
        [x, y],
        [x + w, y],
        [x + w, y + h - f],
        [x + w - f, y + h],
        [x, y + h],
      ],
      lies,
      fill(role),
    ),
    outline(
      `Corner of ${name.toLowerCase()}`,
      [
        [x + w - f, y + h],
        [x + w - f, y + h - f],
        [x + w, y + h - f],
      ],
      shadow({ offset: [-1, 1], blur: 2.5, opacity: 0.45 }),
      fill(role),
      shade({ offset: [2, 2], blur: 3, opacity: 0.3 }),
    ),
  ]
}
const turned = (piece: Piece, [x, y, w, h]: Area, turn: number): Piece => ({
  ...piece,
  form: { ...piece.form, place: [x + w / 2, y + h / 2], anchor: [x + w / 2, y + h / 2], turn },
})
const backdrop = (p: Page, role: Role = 'second') =>
  ground(
    rect(
      'Backdrop',
      [0, 0, p.width, p.height],
      {},
      fill(role),
      comes('wipe', { side: 90, frames: 12, soft: 0 }),
      goes('wipe', { side: 90, frames: 9, soft: 0 }),
    ),
  )

/** Cut and folded paper with its shadows. */
export const paper: Family = {
  id: 'paper',
  name: 'Folded paper',
  says: 'Cut sheets with soft shadows that unfold, hang and are pinned.',
  palettes: [
    palette('kite', 'Kite', ['#2c2a33', '#fffaf0', '#ef6f4c', '#4ea699', '#5b5864']),
    palette('lilac', 'Lilac', ['#2b2440', '#fbf7ff', '#8c6bd6', '#f0a83c', '#57506b']),
  ],
  designs: [
    {
      id: 'slips',
      name: 'Two slips',
      purpose: 'lower',
      says: 'Two slips of paper unfold, one lying over the other.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 15.5, 0.42)
        const lower: Area = [x + 2.4 * p.u, y + 7.8 * p.u, w * 0.86, 6.6 * p.u]
        const upper: Area = [x, y, w, 9 * p.u]
        return whole(
          [
            group(
              'Lower slip',
              [
                rect('Slip', lower, { round: 0.4 * p.u }, lies, fill('accent')),
                text(
                  'What they do',
                  'Puppet maker',
                  {
                    area: [lower[0] + 2.4 * p.u, lower[1] + 1 * p.u, lower[2] - 4.8 * p.u, 5.4 * p.u],
                    size: 3.2 * p.u,
                    ...plain,
                  },
                  fill('ground'),
                ),
              ],
              unfolds(22),
            ),
            group(
              'Upper slip',
              [
                ...sheet(p, 'Slip', upper, 'ground', 2.6),
                text(
                  'Name',
                  'Ida Om',
                  {
                    area: [upper[0] + 2.6 * p.u, upper[1], upper[2] - 7 * p.u, upper[3]],
                    size: 5.6 * p.u,
                    ...round,
                  },
                  fill('ink'),
                ),
              ],
              unfolds(16, 3),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'pinned',
      name: 'Pinned on',
      purpose: 'lower',
      says: 'A sheet swings in on its pin and comes to rest, a little crooked.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 16, 0.36)
        const area: Area = [x + 1 * p.u, y, w, h - 1.4 * p.u]
        return whole(
          [
            turned(
              group(
                'Sheet',
                [
                  ...sheet(p, 'Sheet', area, 'ground'),
                  text(
                    'Name',
                    'Ida Om',
                    {
                      area: [area[0] + 3 * p.u, area[1] + 2.4 * p.u, w - 6 * p.u, 6.4 * p.u],
                      size: 5.4 * p.u,
                      ...round,
                    },
                    fill('ink'),
                  ),
                  text(
                    'What they do',
                    'Puppet maker',
                    {
                      area: [area[0] + 3 * p.u, area[1] + 8.4 * p.u, w - 8 * p.u, 4.8 * p.u],
                      size: 3.2 * p.u,
                      ...plain,
                    },
                    fill('soft'),
                  ),
                  disc(
                    'Pin',
                    [area[0] + w / 2 - 0.9 * p.u, area[1] - 0.3 * p.u, 1.8 * p.u, 1.8 * p.u],
                    shadow({ offset: [1, 2], blur: 2, opacity: 0.5 }),
                    fill('accent'),
                    shade({ offset: [-0.6, -0.8], blur: 1, opacity: 0.5 }),
                  ),
                ],
                comes('hang', { unit: 'whole', frames: 44, from: 26, fade: 0.15 }),
              ),
              area,
              -1.6,
            ),
          ],
          goes('slide', { unit: 'whole', side: 90, distance: 3, frames: 12, ease: 'soft', fade: 0.4 }),
        )
      },
    },
    {
      id: 'letters',
      name: 'Cut letters',
      purpose: 'title',
      says: 'The letters of the title lie on slips of their own that drop like leaves.',
      seconds: 5,
      pieces: (p) =>
        sheetOf(
          [
            backdrop(p),
            text(
              'Title',
              'The Tin Comet',
              { area: amid(p, 38, -3, 0.86), size: 16 * p.u, align: 'centre', leading: 1.25, ...round },
              shadow({ offset: [1, 4], blur: 4, opacity: 0.4 }),
              plate('ground', p),
              fill('ink'),
              comes('flutter', { unit: 'word', frames: 40, overlap: 0.6 }),
              goes('slide', { unit: 'word', side: 90, distance: 3, frames: 14, ease: 'soft', fade: 0.5 }),
            ),
            text(
              'Line below',
              'cut, folded and hung',
              { area: amid(p, 7, 22, 0.8), size: 4.4 * p.u, align: 'centre', ...plain },
              fill('ground'),
              comes('fade', { frames: 50 }),
              goes('fade', { frames: 7 }),
            ),
          ],
          goes('wipe', { unit: 'whole', side: 90, frames: 10, soft: 0 }),
        ),
    },
    {
      id: 'pennant',
      name: 'Pennant',
      purpose: 'chapter',
      says: 'A pennant shoots out from the edge with the number; the chapter unfolds beside it.',
      seconds: 4,
      pieces: (p) => {
        const [y, h, w] = [p.y - 9 * p.u, 18 * p.u, 30 * p.u]
        const area: Area = [w + 4 * p.u, y + 2 * p.u, p.right - w - 4 * p.u, 14 * p.u]
        return whole(
          [
            group(
              'Strip',
              [
                ...sheet(p, 'Strip', [-2 * p.u, area[1], p.right, area[3]], 'ground'),
                text(
                  'Chapter',
                  'The square',
                  { area: [area[0], area[1], area[2] - 6 * p.u, area[3]], size: 8 * p.u, ...round },
                  fill('ink'),
                ),
              ],
              unfolds(22, 4),
            ),
            group(
              'Pennant',
              [
                outline(
                  'Pennant',
                  [
                    [-2 * p.u, y],
                    [w, y],
                    [w - 6 * p.u, y + h / 2],
                    [w, y + h],
                    [-2 * p.u, y + h],
                  ],
                  lies,
                  fill('accent'),
                ),
                text(
                  'Number',
                  '5',
                  { area: [p.left, y, w - p.left - 7 * p.u, h], size: 14 * p.u, ...round },
                  fill('ground'),
                ),
              ],
              comes('slide', { unit: 'whole', side: 180, distance: 6, frames: 14 }),
            ),
          ],
          goes('slide', { unit: 'whole', side: 180, distance: 14, frames: 10, ease: 'soft', fade: 0.2 }),
        )
      },
    },
    {
      id: 'speech',
      name: 'Spoken paper',
      purpose: 'quote',
      says: 'A sheet with a tail pops up, what is said written on it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 34, -6, 0.62)
        return whole(
          [
            outline(
              'Sheet',
              [
                [x, y],
                [x + w, y],
                [x + w, y + h],
                [x + w * 0.34, y + h],
                [x + w * 0.2, y + h + 9 * p.u],
                [x + w * 0.2, y + h],
                [x, y + h],
              ],
              lies,
              fill('ground'),
              comes('elastic', { frames: 22 }),
            ),
            text(
              'What was said',
              'It is not falling. It is coming home.',
              {
                area: [x + 4 * p.u, y + 3 * p.u, w - 8 * p.u, h - 6 * p.u],
                size: 6.8 * p.u,
                leading: 1.2,
                ...round,
              },
              fill('ink'),
              comes('rise', { unit: 'word', frames: 36, distance: 0.5 }),
            ),
          ],
          goes('shrink', { unit: 'whole', frames: 7 }),
        )
      },
    },
    {
      id: 'cards',
      name: 'Three cards',
      purpose: 'facts',
      says: 'Three cards are dealt, each with a figure and what it counts.',
      seconds: 6,
      pieces: (p) => {
        const cards = [
          ['3', 'acts'],
          ['14', 'puppets'],
          ['1', 'comet'],
        ] as const
        const w = p.slim ? (p.right - p.left) * 0.3 : 30 * p.u
        const gap = p.slim ? (p.right - p.left) * 0.05 : 5 * p.u
        return sheetOf(
          [
            backdrop(p),
            ...cards.map(([figure, label], i): Piece => {
              const area: Area = [p.x + (i - 1.5) * (w + gap) + gap / 2, p.y - w * 0.62, w, w * 1.24]
              const [x, y, , h] = area
              return turned(
                group(
                  `Card ${i + 1}`,
                  [
                    ...sheet(p, 'Card', area, 'ground', p.slim ? 2.6 : 4),
                    text(
                      `Figure ${i + 1}`,
                      figure,
                      {
                        area: [x + 1 * p.u, y + 2 * p.u, w - 2 * p.u, h * 0.52],
                        size: w * 0.52,
                        align: 'centre',
                        ...round,
                      },
                      fill(i === 1 ? 'second' : 'accent'),
                    ),
                    text(
                      `Label ${i + 1}`,
                      label,
                      {
                        area: [x + 1 * p.u, y + h * 0.58, w - 2 * p.u, h * 0.26],
                        size: w * 0.16,
                        align: 'centre',
                        ...plain,
                      },
                      fill('ink'),
                    ),
                  ],
                  comes('slide', { unit: 'whole', side: 90, distance: 3.2, frames: 18 + 6 * i, fade: 0.3 }),
                  goes('slide', { unit: 'whole', side: 90, distance: 3.2, frames: 9 + i }),
                ),
                area,
                [-3, 1.5, 4][i] ?? 0,
              )
            }),
          ],
          goes('wipe', { unit: 'whole', side: 90, frames: 10, soft: 0 }),
        )
      },
    },
    {
      id: 'notice',
      name: 'Notice',
      purpose: 'bulletin',
      says: 'A notice unfolds in the upper corner, with a heading and a few lines.',
      seconds: 6,
      pieces: (p) => {
        const w = p.slim ? p.right - p.left : p.width * 0.36
        const area: Area = [p.right - w, p.top, w, 44 * p.u]
        const [x, y, , h] = area
        return whole(
          [
            group(
              'Notice',
              [
                ...sheet(p, 'Sheet', area, 'ground'),
                rect('Strip', [x, y, w, 11 * p.u], {}, fill('accent')),
                text(
                  'Heading',
                  'Tonight',
                  { area: [x + 3 * p.u, y, w - 6 * p.u, 11 * p.u], size: 5.8 * p.u, ...round },
                  fill('ground'),
                ),
                text(
                  'Lines',
                  'Doors at seven\nThe fox at eight\nStars if it is clear',
                  {
                    area: [x + 3 * p.u, y + 14 * p.u, w - 6 * p.u, h - 19 * p.u],
                    size: 4 * p.u,
                    level: 'top',
                    leading: 1.7,
                    ...plain,
                  },
                  fill('ink'),
                ),
              ],
              unfolds(24, 4),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'fan',
      name: 'Sunrise of strips',
      purpose: 'end',
      says: 'Strips of paper open like a fan behind the last words.',
      seconds: 5,
      pieces: (p) => {
        const n = 9
        const ray = (i: number): Piece => {
          const [a, b] = [Math.PI * (1 + (i + 0.08) / n), Math.PI * (1 + (i + 0.92) / n)]
          const r = Math.max(p.width * 0.62, p.height * 0.7)
          const [cx, cy] = [p.x, p.height + 2 * p.u]
          const at = (angle: number): [number, number] => [cx + cos(angle) * r, cy + sin(angle) * r]
          return outline(
            `Strip ${i + 1}`,
            [[cx, cy], at(a), at(b)],
            lies,
            fill(i % 2 ? 'second' : 'accent'),
            comes('slide', { side: 90, distance: 1.2, frames: 12 + 2 * Math.abs(i - 4), fade: 0.2 }),
            goes('slide', { side: 90, distance: 1.2, frames: 9 }),
          )
        }
        return sheetOf(
          [
            backdrop(p, 'ground'),
            ...row(n, ray),
            group(
              'Sheet',
              [
                ...sheet(p, 'Sheet', amid(p, 28, -4, 0.6), 'ground'),
                text(
                  'Last words',
                  'Come again',
                  { area: amid(p, 24, -4, 0.54), size: 12 * p.u, align: 'centre', ...round },
                  fill('ink'),
                ),
              ],
              unfolds(26, 4),
              goes('shrink', { unit: 'whole', frames: 8 }),
            ),
          ],
          goes('wipe', { unit: 'whole', side: 90, frames: 10, soft: 0 }),
        )
      },
    },
  ],
}

/** Slips under words. */
function plate(role: Role, p: Page) {
  return {
    kind: 'plate' as const,
    role,
    form: { around: 'word', pad: [2 * p.u, -0.4 * p.u], round: 0.5 * p.u, opacity: 1 },
  }
}
