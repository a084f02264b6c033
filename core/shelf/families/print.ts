import { type Family, palette } from '../declare'
import { amid, below, type Page } from '../page'
import {
  comes,
  disc,
  fill,
  goes,
  ground,
  line,
  type Piece,
  rect,
  repeat,
  row,
  rule,
  stays,
  text,
  whole,
  sheetOf,
} from '../pieces'

const fat = { family: 'abril-fatface', weight: 400 }
const small = { family: 'zilla-slab', weight: 500 }
/** Two inks that were not laid quite over each other, and the black over both. */
const inked = (p: Page, off = 0.55) => [
  fill('accent', { offset: [-off * p.u, off * 0.7 * p.u], opacity: 0.95 }),
  fill('second', { offset: [off * p.u, -off * 0.5 * p.u], opacity: 0.95, blend: 'multiply' }),
  fill('ink'),
]
const pressed = (frames: number, more = {}) => comes('swell', { unit: 'word', frames, overlap: 0.6, ...more })
const away = goes('fade', { unit: 'whole', frames: 8 })
const sheet = (p: Page): Piece =>
  ground(
    rect(
      'Sheet',
      [0, 0, p.width, p.height],
      {},
      fill('ground'),
      comes('wipe', { side: 270, frames: 14, soft: 0.05 }),
      goes('wipe', { side: 90, frames: 9, soft: 0.05 }),
    ),
  )
/** Marks by which sheets are laid over each other. */
const mark = (p: Page, name: string, x: number, y: number): Piece[] => [
  line(
    `${name}, level`,
    [
      [x - 2 * p.u, y],
      [x + 2 * p.u, y],
    ],
    { width: 0.16 * p.u },
    fill('ink'),
    comes('fade', { frames: 10 }),
    away,
  ),
  line(
    `${name}, upright`,
    [
      [x, y - 2 * p.u],
      [x, y + 2 * p.u],
    ],
    { width: 0.16 * p.u },
    fill('ink'),
    comes('fade', { frames: 10 }),
    away,
  ),
]

/** Printed in three inks that miss each other a little. */
export const print: Family = {
  id: 'print',
  name: 'Three inks',
  says: 'Fat letters printed in inks that miss each other a little, swelling into the paper.',
  palettes: [
    palette('poster', 'Poster', ['#1d1a26', '#f5ecd9', '#ff5d4a', '#4fb3c9', '#3d3848']),
    palette('market', 'Market', ['#14251d', '#fbf3df', '#f2a81d', '#e0567f', '#2f4439']),
  ],
  designs: [
    {
      id: 'block',
      name: 'Printed block',
      purpose: 'lower',
      says: 'A block of paper with the name printed on it in three runs.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 16, 0.42)
        return whole(
          [
            rect(
              'Second ink',
              [x + 0.8 * p.u, y + 0.8 * p.u, w, h - 0.8 * p.u],
              {},
              fill('accent'),
              comes('wipe', { side: 180, frames: 14, soft: 0 }),
            ),
            ground(
              rect(
                'Paper',
                [x, y, w, h - 0.8 * p.u],
                {},
                fill('ground'),
                comes('wipe', { side: 180, frames: 10, soft: 0 }),
              ),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x + 2.6 * p.u, y + 1 * p.u, w - 5 * p.u, 8 * p.u], size: 6.4 * p.u, ...fat },
              ...inked(p, 0.3),
              pressed(22, { unit: 'letter' }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 2.6 * p.u, y + 9 * p.u, w - 5 * p.u, 5 * p.u], size: 3.5 * p.u, ...small },
              fill('soft'),
              comes('fade', { frames: 30 }),
            ),
          ],
          goes('wipe', { unit: 'whole', side: 180, frames: 9, soft: 0 }),
        )
      },
    },
    {
      id: 'broad-rule',
      name: 'Broad rule',
      purpose: 'lower',
      says: 'The name stands on a broad printed rule that is laid twice.',
      seconds: 4,
      pieces: (p) => {
        const [x, y, w] = below(p, 12, 0.5)
        return whole(
          [
            text(
              'Name',
              'Ida Om',
              { area: [x, y, w, 9 * p.u], size: 7 * p.u, level: 'bottom', ...fat },
              { kind: 'shadow', form: { offset: [0, 1], blur: 6, opacity: 0.65 } },
              rule('accent', {
                where: 'under',
                around: 'line',
                width: 1.6 * p.u,
                gap: 1.1 * p.u,
                longer: 0.4 * p.u,
              }),
              rule('second', {
                where: 'under',
                around: 'line',
                width: 0.8 * p.u,
                gap: 1.9 * p.u,
                longer: -0.6 * p.u,
              }),
              fill('ground'),
              comes('reveal', { unit: 'whole', side: 'below', frames: 18, ease: 'landing' }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'poster',
      name: 'Poster',
      purpose: 'title',
      says: 'A sheet comes up; sun, stripes and the title are printed on it, each ink in its turn.',
      seconds: 6,
      pieces: (p) => {
        const r = (p.slim ? 30 : 33) * p.u
        return sheetOf(
          [
            sheet(p),
            disc(
              'Sun',
              [p.x - r, p.y - r - 4 * p.u, 2 * r, 2 * r],
              fill('accent'),
              comes('iris', { frames: 20 }),
              away,
            ),
            repeat(
              'Stripes',
              rect(
                'Stripe',
                [0, p.y + 10 * p.u, p.width, 1.5 * p.u],
                {},
                fill('second', { blend: 'multiply' }),
              ),
              { count: 7, layout: 'row', step: [0, 3.4 * p.u], grow: 1 },
              comes('wipe', { unit: 'piece', side: 180, frames: 26 }),
              away,
            ),
            text(
              'Title',
              'The Tin Comet',
              { area: amid(p, 42, -3, 0.84), size: 20 * p.u, align: 'centre', leading: 0.98, ...fat },
              ...inked(p, 0.7),
              pressed(34),
              away,
            ),
            text(
              'Line below',
              'A play in tin and string',
              { area: amid(p, 8, p.slim ? 28 : 24, 0.8), size: 5 * p.u, align: 'centre', ...small },
              { kind: 'plate', role: 'ground', form: { pad: [2.4 * p.u, 0.6 * p.u], opacity: 1 } },
              fill('ink'),
              comes('fade', { frames: 44 }),
              away,
            ),
            ...mark(p, 'Mark on the left', p.left, p.top),
            ...mark(p, 'Mark on the right', p.right, p.bottom),
          ],
          goes('wipe', { unit: 'whole', side: 90, frames: 10, soft: 0.05 }),
        )
      },
    },
    {
      id: 'numeral',
      name: 'Great numeral',
      purpose: 'chapter',
      says: 'A numeral as high as the sheet in two inks, the chapter set small beside it.',
      seconds: 4,
      pieces: (p) => {
        const w = p.slim ? p.right - p.left : p.width * 0.4
        return sheetOf(
          [
            sheet(p),
            text(
              'Number',
              '2',
              {
                area: p.slim ? [p.left, p.top, w, p.height * 0.5] : [p.left, 0, w, p.height],
                size: 78 * p.u,
                align: 'centre',
                leading: 1,
                ...fat,
              },
              ...inked(p, 1.5),
              comes('swell', { frames: 26 }),
              away,
            ),
            text(
              'Chapter',
              'The fox learns its lines',
              {
                area: p.slim
                  ? [p.left, p.y, w, 34 * p.u]
                  : [p.left + w, p.y - 17 * p.u, p.right - p.left - w, 34 * p.u],
                size: 10 * p.u,
                align: p.slim ? 'centre' : 'start',
                leading: 1.1,
                ...fat,
              },
              fill('ink'),
              pressed(36),
              away,
            ),
          ],
          goes('wipe', { unit: 'whole', side: 90, frames: 10, soft: 0.05 }),
        )
      },
    },
    {
      id: 'pull',
      name: 'Pulled out',
      purpose: 'quote',
      says: 'What was said in fat letters, each line on a bar of the second ink.',
      seconds: 6,
      pieces: (p) => [
        text(
          'What was said',
          'We hung it where everybody could reach it.',
          { area: amid(p, 46, -4, 0.74), size: 8.6 * p.u, leading: 1.45, ...fat },
          {
            kind: 'plate',
            role: 'ground',
            form: { around: 'line', pad: [2.2 * p.u, 0.1 * p.u], opacity: 1 },
          },
          ...inked(p, 0.3),
          comes('wipe', { unit: 'line', side: 180, frames: 40, soft: 0.1, overlap: 0.4 }),
          goes('wipe', { unit: 'line', side: 180, frames: 12, soft: 0.1 }),
        ),
        text(
          'Who said it',
          'Ida Om',
          { area: amid(p, 6, 24, 0.74), size: 4 * p.u, ...small },
          { kind: 'plate', role: 'accent', form: { pad: [2.2 * p.u, 0.8 * p.u], opacity: 1 } },
          fill('ground'),
          comes('wipe', { frames: 52, soft: 0.1 }),
          away,
        ),
      ],
    },
    {
      id: 'three-runs',
      name: 'Three runs',
      purpose: 'kinetic',
      says: 'Three words are printed over each other in three inks and stand together at last.',
      seconds: 5,
      pieces: (p) => {
        const words = ['Cut', 'Fold', 'Fly'] as const
        const roles = ['accent', 'second', 'ink'] as const
        return sheetOf(
          [
            sheet(p),
            ...row(3, (i) =>
              text(
                `Word ${i + 1}`,
                words[i] ?? '',
                {
                  area: [p.left, p.y + (i - 1.5) * 25 * p.u, p.right - p.left, 24 * p.u],
                  size: 24 * p.u,
                  align: 'centre',
                  leading: 1,
                  ...fat,
                },
                fill(roles[i] ?? 'ink', { blend: 'multiply' }),
                comes('slide', {
                  unit: 'whole',
                  side: i % 2 ? 0 : 180,
                  distance: 2.4,
                  frames: 18 + 8 * i,
                  ease: 'landing',
                  shutter: 180,
                }),
                stays('drift', { by: [i % 2 ? -5 : 5, 0], grow: 0 }),
                away,
              ),
            ),
          ],
          goes('wipe', { unit: 'whole', side: 90, frames: 10, soft: 0.05 }),
        )
      },
    },
    {
      id: 'dots',
      name: 'Screen of dots',
      purpose: 'end',
      says: 'Dots of the screen grow over the sheet and the last words are pressed onto them.',
      seconds: 5,
      pieces: (p) => {
        const [cols, rows] = p.slim ? [9, 15] : [17, 9]
        const d = Math.max(p.width / cols, p.height / rows)
        return sheetOf(
          [
            sheet(p),
            repeat(
              'Dots',
              disc('Dot', [d * 0.14, d * 0.14, d * 0.72, d * 0.72], fill('accent')),
              { count: cols * rows, layout: 'grid', columns: cols, step: [d, d] },
              comes('grow', { unit: 'piece', order: 'middle', frames: 30, fade: 0.1 }),
              goes('shrink', { unit: 'piece', order: 'middle', frames: 12 }),
            ),
            text(
              'Last words',
              'That was all',
              { area: amid(p, 24, 0, 0.8), size: 14 * p.u, align: 'centre', ...fat },
              { kind: 'plate', role: 'ground', form: { pad: [4 * p.u, 1 * p.u], opacity: 1 } },
              ...inked(p, 0.5),
              comes('stamp', { unit: 'whole', frames: 30, from: 1.4 }),
              away,
            ),
          ],
          goes('wipe', { unit: 'whole', side: 90, frames: 10, soft: 0.05 }),
        )
      },
    },
  ],
}
