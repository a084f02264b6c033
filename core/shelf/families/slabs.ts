import { type Family, palette } from '../declare'
import { amid, below, type Page } from '../page'
import { comes, fill, goes, graded, ground, outline, plate, rect, row, text, whole } from '../pieces'

const loud = { family: 'bebas-neue', weight: 400, case: 'upper', tracking: 10, leading: 0.95 } as const
const plain = { family: 'barlow-condensed', weight: 600, case: 'upper', tracking: 60 } as const
const SLANT = 14
const run = (frames: number, more = {}) =>
  comes('lean-in', { unit: 'whole', frames, distance: 6, shutter: 180, ...more })
const off = goes('slide', {
  unit: 'whole',
  side: 0,
  distance: 8,
  frames: 8,
  fade: 0.7,
  ease: 'soft',
  shutter: 180,
})
/** A slanted band over all of the picture, its corners beyond it. */
const band = (
  p: Page,
  name: string,
  y: number,
  high: number,
  role: 'accent' | 'ground' | 'second',
  frames: number,
  side = 180,
) => {
  const lean = high * 0.25
  return outline(
    name,
    [
      [-lean, y + high],
      [lean - lean, y],
      [p.width + lean, y],
      [p.width, y + high],
    ],
    fill(role),
    comes('wipe', { side, frames, soft: 0, ease: 'landing' }),
    goes('wipe', { side: (side + 180) % 360, frames: 9, soft: 0 }),
  )
}

/** Heavy capitals on slanted slabs that run in and brake. */
export const slabs: Family = {
  id: 'slabs',
  name: 'Loud slabs',
  says: 'Heavy capitals on slanted slabs that run in and brake hard.',
  palettes: [
    palette('signal', 'Signal', ['#ffffff', '#15161a', '#e8352b', '#f7c325', '#e9e9ec']),
    palette('harbour', 'Harbour', ['#0d1b2a', '#f3f7f7', '#18b2a5', '#ff7a4d', '#27394d']),
  ],
  designs: [
    {
      id: 'stacked',
      name: 'Stacked slabs',
      purpose: 'lower',
      says: 'Two slanted slabs as long as their words run in one after the other and brake.',
      seconds: 4,
      pieces: (p) => {
        const [x, y, w] = below(p, 14, 0.5)
        return whole(
          [
            text(
              'Name',
              'Ida Om',
              { area: [x + 3 * p.u, y, w, 8 * p.u], size: 7.6 * p.u, ...loud },
              plate('accent', { pad: [2.4 * p.u, 0.2 * p.u], slant: SLANT, opacity: 1 }),
              fill('ink'),
              run(13),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 1.6 * p.u, y + 8.6 * p.u, w, 5 * p.u], size: 3.5 * p.u, ...plain },
              plate('ground', { pad: [2.2 * p.u, 0.5 * p.u], slant: SLANT, opacity: 1 }),
              fill('ink'),
              run(18),
            ),
          ],
          off,
        )
      },
    },
    {
      id: 'corner',
      name: 'Slab in the corner',
      purpose: 'lower',
      says: 'One slab with a coloured end comes in from the edge of the picture.',
      seconds: 4,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 11, 0.48)
        const s = h * 0.25
        return whole(
          [
            outline(
              'Slab',
              [
                [0, y],
                [x + w, y],
                [x + w - s, y + h],
                [0, y + h],
              ],
              fill('ground'),
              run(12, { distance: 12 }),
            ),
            outline(
              'End',
              [
                [x + w + 0.8 * p.u, y],
                [x + w + 3.4 * p.u, y],
                [x + w + 3.4 * p.u - s, y + h],
                [x + w + 0.8 * p.u - s, y + h],
              ],
              fill('accent'),
              run(16, { distance: 12 }),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x, y + 0.9 * p.u, w - 5 * p.u, 6.2 * p.u], size: 6.2 * p.u, ...loud },
              fill('ink'),
              run(17),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x, y + 6.6 * p.u, w - 5 * p.u, 3.6 * p.u], size: 2.9 * p.u, ...plain },
              fill('second'),
              run(21),
            ),
          ],
          goes('slide', {
            unit: 'whole',
            side: 180,
            distance: 14,
            frames: 9,
            fade: 0.4,
            ease: 'soft',
            shutter: 180,
          }),
        )
      },
    },
    {
      id: 'bands',
      name: 'Across in bands',
      purpose: 'title',
      says: 'Three slanted bands close over the picture from both sides; the title slams onto them.',
      seconds: 4,
      pieces: (p) => [
        band(p, 'Upper band', p.y - 26 * p.u, 16 * p.u, 'second', 12),
        band(p, 'Lower band', p.y + 12 * p.u, 12 * p.u, 'accent', 14, 0),
        band(p, 'Middle band', p.y - 16 * p.u, 32 * p.u, 'ground', 13),
        text(
          'Title',
          'The Tin Comet',
          { area: amid(p, 24, -2, 0.94), size: 24 * p.u, align: 'centre', ...loud },
          fill('ink'),
          comes('stamp', { unit: 'word', frames: 20, from: 2.6, overlap: 0.4 }),
          goes('fade', { frames: 7 }),
        ),
        text(
          'Line below',
          'Tonight in the square',
          { area: amid(p, 6, 18, 0.94), size: 4.2 * p.u, align: 'centre', ...plain },
          fill('ink'),
          run(26),
          goes('fade', { frames: 7 }),
        ),
      ],
    },
    {
      id: 'round',
      name: 'Great number',
      purpose: 'chapter',
      says: 'A number as high as the picture is cut by a slab with the name of the chapter.',
      seconds: 3,
      pieces: (p) => [
        ground(
          rect(
            'Ground',
            [0, 0, p.width, p.height],
            {},
            fill('accent'),
            comes('wipe', { side: 180, frames: 10, soft: 0 }),
            goes('wipe', { side: 0, frames: 8, soft: 0 }),
          ),
        ),
        text(
          'Number',
          '3',
          { area: amid(p, 96, -2), size: 110 * p.u, align: 'centre', ...loud },
          fill('ground', { opacity: 0.28 }),
          comes('zoom', { frames: 18 }),
          goes('fade', { frames: 7 }),
        ),
        text(
          'Chapter',
          'The fox runs',
          { area: amid(p, 20, 0, 0.9), size: 15 * p.u, align: 'centre', ...loud },
          plate('ground', { pad: [4 * p.u, 0.6 * p.u], slant: SLANT, opacity: 1 }),
          fill('ink'),
          run(16, { distance: 5 }),
          goes('fade', { frames: 7 }),
        ),
      ],
    },
    {
      id: 'score',
      name: 'Score',
      purpose: 'bulletin',
      says: 'Two names with their figures and a middle between them, at the top of the picture.',
      seconds: 6,
      pieces: (p) => {
        const [y, h, w] = [p.top, 7 * p.u, (p.slim ? 0.42 : 0.24) * p.width]
        const s = h * 0.25
        const side = (at: -1 | 1, name: string, figure: string) => {
          const [a, b, c] = [p.x + at * 0.3 * p.u, p.x + at * 8 * p.u, p.x + at * (8 * p.u + w)]
          const left = Math.min(b, c)
          return [
            outline(
              `Field of ${name}`,
              [
                [b + s, y],
                [c + s, y],
                [c - s, y + h],
                [b - s, y + h],
              ],
              fill('ground'),
              comes('wipe', { side: at < 0 ? 0 : 180, frames: 14, soft: 0 }),
            ),
            outline(
              `Field of the figure ${figure}`,
              [
                [a + s, y],
                [b + s, y],
                [b - s, y + h],
                [a - s, y + h],
              ],
              fill(at < 0 ? 'accent' : 'second'),
              comes('wipe', { side: at < 0 ? 0 : 180, frames: 9, soft: 0 }),
            ),
            text(
              at < 0 ? 'One side' : 'Other side',
              name,
              {
                area: [left + 2 * p.u, y, w - 4 * p.u, h],
                size: 5 * p.u,
                align: at < 0 ? 'right' : 'start',
                ...loud,
              },
              fill('ink'),
              comes('reveal', { unit: 'whole', side: 'below', frames: 18 }),
            ),
            text(
              at < 0 ? 'Its figure' : 'Figure of the other',
              figure,
              { area: [Math.min(a, b), y, 7.7 * p.u, h], size: 6 * p.u, align: 'centre', ...loud },
              fill(at < 0 ? 'ink' : 'ground'),
              comes('roll', { unit: 'whole', frames: 20 }),
            ),
          ]
        }
        return whole(
          [...side(-1, 'Foxes', '2'), ...side(1, 'Comets', '1')],
          goes('slide', { unit: 'whole', side: 270, distance: 4, frames: 8, fade: 0.6 }),
        )
      },
    },
    {
      id: 'countdown',
      name: 'Seconds, loud',
      purpose: 'counter',
      says: 'Seconds to go, as large as the picture bears, on a slanted slab.',
      seconds: 10,
      pieces: (p) =>
        whole(
          [
            text(
              'Seconds',
              '{left}',
              {
                area: amid(p, 46, -2),
                size: 46 * p.u,
                align: 'centre',
                fixed: true,
                features: { tnum: 1 },
                ...loud,
              },
              plate('accent', { pad: [7 * p.u, 0], slant: SLANT, opacity: 1 }),
              fill('ink'),
              comes('stamp', { frames: 14, from: 2 }),
            ),
            text(
              'Line below',
              'until the curtain',
              { area: amid(p, 6, 30), size: 4.4 * p.u, align: 'centre', ...plain },
              plate('ground', { pad: [2.4 * p.u, 0.6 * p.u], slant: SLANT, opacity: 1 }),
              fill('ink'),
              run(20),
            ),
          ],
          goes('shrink', { frames: 6 }),
        ),
    },
    {
      id: 'figure',
      name: 'One figure',
      purpose: 'facts',
      says: 'One great figure runs up while a slanted bar fills behind it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = amid(p, 40, 0, 0.8)
        return whole(
          [
            outline(
              'Bar, empty',
              [
                [x + 3 * p.u, y + 26 * p.u],
                [x + w, y + 26 * p.u],
                [x + w - 2 * p.u, y + 34 * p.u],
                [x + 1 * p.u, y + 34 * p.u],
              ],
              fill('ground'),
              comes('wipe', { side: 180, frames: 12, soft: 0 }),
            ),
            outline(
              'Bar, full',
              [
                [x + 3 * p.u, y + 26 * p.u],
                [x + w * 0.78, y + 26 * p.u],
                [x + w * 0.78 - 2 * p.u, y + 34 * p.u],
                [x + 1 * p.u, y + 34 * p.u],
              ],
              fill('accent'),
              comes('wipe', { side: 180, frames: 40, soft: 0, ease: 'landing' }),
            ),
            text(
              'Figure',
              '78 %',
              { area: [x, y, w, 26 * p.u], size: 26 * p.u, features: { tnum: 1 }, ...loud },
              plate('ground', { pad: [2.5 * p.u, 0], slant: SLANT, opacity: 1 }),
              fill('ink'),
              comes('count-up', { frames: 40 }),
              run(12),
            ),
            text(
              'What it counts',
              'of all comets are made of tin',
              { area: [x + 1 * p.u, y + 35.4 * p.u, w, 6 * p.u], size: 4.2 * p.u, ...plain },
              plate('ground', { pad: [2 * p.u, 0.5 * p.u], slant: SLANT, opacity: 1 }),
              fill('second'),
              run(24),
            ),
          ],
          off,
        )
      },
    },
    {
      id: 'slam',
      name: 'Slammed words',
      purpose: 'kinetic',
      says: 'Word after word comes down on the picture, as large as it fits.',
      seconds: 5,
      pieces: (p) => [
        ...row(2, (i) =>
          band(
            p,
            `Band ${i + 1}`,
            i ? p.height - 9 * p.u : -3 * p.u,
            12 * p.u,
            i ? 'accent' : 'second',
            10 + 4 * i,
            i ? 0 : 180,
          ),
        ),
        text(
          'Words',
          'One wick\none wheel\none night',
          { area: amid(p, 72, 0, 0.94), size: 23 * p.u, align: 'centre', ...loud },
          plate('ground', { around: 'line', pad: [2.5 * p.u, -0.6 * p.u], slant: SLANT, opacity: 1 }),
          fill('ink'),
          comes('stamp', { unit: 'word', frames: 42, from: 2.2, overlap: 0.25 }),
          goes('fade', { frames: 6 }),
        ),
      ],
    },
    {
      id: 'prompt',
      name: 'Come and see',
      purpose: 'end',
      says: 'What to do next on a slab, with an arrow of three bars that runs through it.',
      seconds: 5,
      pieces: (p) => {
        const arrow = (i: number) => {
          const [x, y] = [p.x + (p.slim ? -10 : 30) * p.u + i * 6 * p.u, p.y + (p.slim ? 18 : 0) * p.u]
          const [w, h] = [4 * p.u, 7 * p.u]
          return outline(
            `Arrow ${i + 1}`,
            [
              [x, y - h],
              [x + w * 0.6, y - h],
              [x + w + h * 0.5, y],
              [x + w * 0.6, y + h],
              [x, y + h],
              [x + h * 0.5 + w * 0.4, y],
            ],
            fill('second'),
            comes('slide', { frames: 14 + 5 * i, distance: 10, shutter: 180 }),
          )
        }
        return whole(
          [
            rect(
              'Ground',
              [0, 0, p.width, p.height],
              {},
              graded(['ground', 'accent'], { angle: 60 }),
              comes('wipe', { side: 180, frames: 12, soft: 0 }),
            ),
            text(
              'What to do',
              'See it tonight',
              {
                area: [p.left, p.y - 14 * p.u, p.slim ? p.right - p.left : p.width * 0.58, 18 * p.u],
                size: 17 * p.u,
                level: 'bottom',
                ...loud,
              },
              fill('ink'),
              run(16),
            ),
            text(
              'Line below',
              'The square, at eight',
              { area: [p.left, p.y + 5 * p.u, p.width * 0.55, 7 * p.u], size: 5 * p.u, ...plain },
              fill('second'),
              run(22),
            ),
            ...row(3, arrow),
          ],
          goes('fade', { unit: 'whole', frames: 8 }),
        )
      },
    },
  ],
}
