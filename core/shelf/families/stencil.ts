import { type Family, palette } from '../declare'
import { amid, below, type Area, type Page } from '../page'
import {
  comes,
  disc,
  edge,
  fill,
  goes,
  ground,
  group,
  line,
  type Piece,
  rect,
  row,
  shade,
  shadow,
  text,
  whole,
  sheetOf,
} from '../pieces'

const cutOut = { family: 'saira-stencil-one', weight: 400, case: 'upper', tracking: 30 } as const
const typed = { family: 'special-elite', weight: 400 }
const stamp = (frames: number, more = {}) => comes('stamp', { unit: 'whole', frames, from: 1.7, ...more })
const away = goes('dissolve', { unit: 'whole', frames: 9 })
/** Paint that was sprayed through: dense, with a soft rim. */
const sprayed = (role: 'ink' | 'accent' | 'second') => [fill(role, { blur: 3.5, opacity: 0.4 }), fill(role)]

/** Planks side by side, each with a nail at both ends. */
function planks(p: Page, [x, y, w, h]: Area, count: number, frames = 10): Piece[] {
  const high = h / count
  return row(count, (i) => {
    const top = y + i * high
    const nail = (n: number, cx: number) =>
      disc(
        `Nail ${n}`,
        [cx - 0.45 * p.u, top + high / 2 - 0.45 * p.u, 0.9 * p.u, 0.9 * p.u],
        fill('second'),
        shade({ offset: [0, 1], blur: 1, opacity: 0.7 }),
      )
    const shift = (i % 2 ? 0.9 : 0) * p.u
    return group(
      `Plank ${i + 1}`,
      [
        rect(
          'Board',
          [x + shift, top + 0.15 * p.u, w - 0.9 * p.u, high - 0.3 * p.u],
          { round: 0.25 * p.u },
          shadow({ offset: [0, 3], blur: 4, opacity: 0.5 }),
          fill('ground'),
          shade({ offset: [0, -2], blur: 3, opacity: 0.5 }),
        ),
        nail(1, x + shift + 1.6 * p.u),
        nail(2, x + shift + w - 2.5 * p.u),
      ],
      comes('slide', {
        unit: 'whole',
        side: i % 2 ? 0 : 180,
        distance: 3,
        frames: frames + 3 * i,
        fade: 0.5,
      }),
    )
  })
}

/** Stencilled letters on planks, stamped labels. */
export const stencil: Family = {
  id: 'stencil',
  name: 'Stencil and crate',
  says: 'Letters sprayed through a stencil on planks, labels stamped on crates.',
  palettes: [
    palette('crate', 'Crate', ['#f2e6cf', '#5e3b20', '#e2703a', '#2a1a0f', '#e8d3ad']),
    palette('quay', 'Quay', ['#eef1ea', '#37474f', '#e8b13d', '#141b1f', '#ccd6d6']),
    palette('pale', 'Pale wood', ['#2b1c10', '#d9b98c', '#a5301f', '#5b3b22', '#4d3620']),
  ],
  designs: [
    {
      id: 'planks',
      name: 'On two planks',
      purpose: 'lower',
      says: 'Two planks slide in from both sides and are nailed; the name is sprayed on.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 15, 0.44)
        return whole(
          [
            ...planks(p, [x, y, w, h], 2),
            text(
              'Name',
              'Ida Om',
              { area: [x + 5 * p.u, y, w - 10 * p.u, 7.6 * p.u], size: 5.6 * p.u, ...cutOut },
              ...sprayed('ink'),
              comes('dissolve', { frames: 24 }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 5 * p.u, y + 7.7 * p.u, w - 10 * p.u, 7 * p.u], size: 3.6 * p.u, ...typed },
              fill('soft'),
              comes('type', { frames: 34, caret: 'none' }),
            ),
          ],
          goes('slide', { unit: 'whole', side: 90, distance: 2.4, frames: 10, ease: 'soft', fade: 0.5 }),
        )
      },
    },
    {
      id: 'label',
      name: 'Crate label',
      purpose: 'lower',
      says: 'A label is stamped on crookedly and stays so.',
      seconds: 4,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 14, 0.4)
        return whole(
          [
            group(
              'Label',
              [
                rect(
                  'Label',
                  [x, y, w, h],
                  { round: 0.8 * p.u },
                  shadow({ offset: [0, 2], blur: 3, opacity: 0.5 }),
                  fill('ink'),
                ),
                rect(
                  'Frame',
                  [x + 1 * p.u, y + 1 * p.u, w - 2 * p.u, h - 2 * p.u],
                  { round: 0.4 * p.u },
                  edge('accent', { width: 0.5 * p.u, side: 'inside' }),
                ),
                text(
                  'Name',
                  'Ida Om',
                  {
                    area: [x + 3 * p.u, y + 1.6 * p.u, w - 6 * p.u, 6.6 * p.u],
                    size: 5 * p.u,
                    align: 'centre',
                    ...cutOut,
                  },
                  fill('accent'),
                ),
                text(
                  'What they do',
                  'Puppet maker',
                  {
                    area: [x + 3 * p.u, y + 7.8 * p.u, w - 6 * p.u, 4.6 * p.u],
                    size: 3.2 * p.u,
                    align: 'centre',
                    ...typed,
                  },
                  fill('second'),
                ),
              ],
              stamp(12, { from: 1.5 }),
            ),
          ].map((piece) => ({
            ...piece,
            form: { place: [x + w / 2, y + h / 2], anchor: [x + w / 2, y + h / 2], turn: -2.5 },
          })),
          goes('fade', { unit: 'whole', frames: 7 }),
        )
      },
    },
    {
      id: 'wall',
      name: 'Wall of planks',
      purpose: 'title',
      says: 'Planks close over the picture from both sides, and the title is sprayed over all of them.',
      seconds: 5,
      pieces: (p) =>
        sheetOf(
          [
            ...planks(
              p,
              [-2 * p.u, -1 * p.u, p.width + 5 * p.u, p.height + 2 * p.u],
              p.slim ? 11 : 7,
              12,
            ).map((piece) => ({
              ...piece,
              movers: [...piece.movers, goes('slide', { unit: 'whole', side: 90, distance: 3, frames: 10 })],
            })),
            text(
              'Title',
              'The Tin Comet',
              { area: amid(p, 34, -2, 0.9), size: 18 * p.u, align: 'centre', leading: 1, ...cutOut },
              ...sprayed('ink'),
              comes('wipe', { frames: 40, soft: 1.2 }),
              away,
            ),
            text(
              'Line below',
              'handle with care',
              { area: amid(p, 7, 21, 0.9), size: 4.6 * p.u, align: 'centre', ...typed },
              fill('soft'),
              comes('type', { frames: 60, caret: 'none' }),
              away,
            ),
          ],
          goes('slide', { unit: 'whole', side: 90, distance: 1.1, frames: 12, ease: 'soft', fade: 0 }),
        ),
    },
    {
      id: 'postmark',
      name: 'Round stamp',
      purpose: 'chapter',
      says: 'A round stamp with the number comes down beside the name of the chapter.',
      seconds: 4,
      pieces: (p) => {
        const r = 14 * p.u
        const [cx, cy] = p.slim ? [p.x, p.y - 16 * p.u] : [p.left + r + 3 * p.u, p.y]
        const area: Area = p.slim
          ? [p.left, p.y + 2 * p.u, p.right - p.left, 22 * p.u]
          : [cx + r + 4 * p.u, cy - 11 * p.u, p.right - cx - r - 4 * p.u, 22 * p.u]
        const ring = (name: string, k: number, width: number) =>
          disc(
            name,
            [cx - r * k, cy - r * k, 2 * r * k, 2 * r * k],
            edge('accent', { width: width * p.u, side: 'inside' }),
          )
        return whole(
          [
            ground(
              rect(
                'Ground',
                [0, p.y - 30 * p.u, p.width, 60 * p.u],
                {},
                fill('ground', { opacity: 0.9 }),
                comes('fade', { frames: 8 }),
              ),
            ),
            {
              ...group(
                'Stamp',
                [
                  ring('Outer ring', 1, 0.9),
                  ring('Inner ring', 0.84, 0.35),
                  text(
                    'Number',
                    '7',
                    { area: [cx - r, cy - r, 2 * r, 2 * r], size: 17 * p.u, align: 'centre', ...cutOut },
                    fill('accent'),
                  ),
                ],
                stamp(11, { from: 2.4 }),
              ),
              form: { place: [cx, cy], anchor: [cx, cy], turn: -9 },
            },
            text(
              'Chapter',
              'Contents of the crate',
              { area, size: 9.4 * p.u, align: p.slim ? 'centre' : 'start', leading: 1.05, ...cutOut },
              ...sprayed('ink'),
              comes('dissolve', { unit: 'word', frames: 34 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'waybill',
      name: 'Waybill',
      purpose: 'facts',
      says: 'A form with ruled lines is filled in by machine, line after line.',
      seconds: 7,
      pieces: (p) => {
        const area = amid(p, 56, 0, 0.66)
        const [x, y, w, h] = area
        return whole(
          [
            rect(
              'Paper',
              area,
              { round: 0.4 * p.u },
              shadow({ offset: [0, 5], blur: 8, opacity: 0.5 }),
              fill('ink'),
              comes('drop', { frames: 14 }),
            ),
            text(
              'Heading',
              'Waybill 412',
              { area: [x + 4 * p.u, y + 3 * p.u, w - 8 * p.u, 9 * p.u], size: 6.6 * p.u, ...cutOut },
              fill('accent'),
              stamp(22),
            ),
            ...row(4, (i) =>
              line(
                `Rule ${i + 1}`,
                [
                  [x + 4 * p.u, y + (23 + 9.4 * i) * p.u],
                  [x + w - 4 * p.u, y + (23 + 9.4 * i) * p.u],
                ],
                { width: 0.15 * p.u },
                fill('second', { opacity: 0.55 }),
                comes('wipe', { side: 180, frames: 16 + 4 * i }),
              ),
            ),
            text(
              'Entries',
              'One comet, tin\nOne fox, painted\nFour lanterns, full\nString, nine ells',
              {
                area: [x + 5 * p.u, y + 15.6 * p.u, w - 10 * p.u, h - 18 * p.u],
                size: 4.6 * p.u,
                level: 'top',
                leading: 2.04,
                ...typed,
              },
              fill('second'),
              comes('type', { frames: 84, caret: 'none' }),
            ),
          ],
          goes('slide', { unit: 'whole', side: 90, distance: 6, frames: 10, fade: 0.7 }),
        )
      },
    },
    {
      id: 'sprayed',
      name: 'Sprayed words',
      purpose: 'kinetic',
      says: 'Words are sprayed on the picture one after the other, a little askew.',
      seconds: 5,
      pieces: (p) => [
        text(
          'Words',
          'This side\nup and\nout',
          { area: amid(p, 76, 0, 0.86), size: 21 * p.u, align: 'centre', leading: 1.02, turn: -4, ...cutOut },
          shadow({ offset: [0, 2], blur: 8, opacity: 0.5 }),
          ...sprayed('accent'),
          comes('wipe', { unit: 'word', frames: 52, soft: 1, overlap: 0.2 }),
          away,
        ),
      ],
    },
    {
      id: 'lid',
      name: 'Lid',
      purpose: 'end',
      says: 'A lid of planks comes down over the picture with the last words on it.',
      seconds: 5,
      pieces: (p) => {
        const area = amid(p, 50, 0, 0.8)
        return whole(
          [
            ...planks(p, area, 4),
            text(
              'Last words',
              'Return to sender',
              {
                area: [area[0] + 6 * p.u, area[1] + 6 * p.u, area[2] - 12 * p.u, 26 * p.u],
                size: 13 * p.u,
                align: 'centre',
                leading: 1,
                ...cutOut,
              },
              ...sprayed('ink'),
              comes('dissolve', { frames: 34 }),
            ),
            text(
              'Line below',
              'Paper Harbour, pier two',
              {
                area: [area[0] + 6 * p.u, area[1] + 34 * p.u, area[2] - 12 * p.u, 8 * p.u],
                size: 4.6 * p.u,
                align: 'centre',
                ...typed,
              },
              fill('soft'),
              comes('type', { frames: 56, caret: 'none' }),
            ),
          ],
          goes('slide', { unit: 'whole', side: 90, distance: 1.6, frames: 12, ease: 'soft', fade: 0.5 }),
        )
      },
    },
  ],
}
