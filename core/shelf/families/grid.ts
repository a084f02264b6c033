import { type Family, palette } from '../declare'
import { amid, below, type Page } from '../page'
import { comes, fill, goes, ground, line, plate, rect, row, text, whole } from '../pieces'

const bold = { family: 'inter', weight: 700, tracking: -10 }
const plain = { family: 'inter', weight: 400 }
const away = goes('fade', { unit: 'whole', frames: 8 })
const out = (side: string, frames: number, more = {}) =>
  comes('reveal', { unit: 'line', side, frames, ease: 'landing', ...more })
const drawn = (frames = 14) => comes('accordion', { frames, fade: 0.05, ease: 'landing' })
const veil = (p: Page) =>
  ground(
    rect(
      'Ground',
      [0, 0, p.width, p.height],
      {},
      fill('ground', { opacity: 0.7 }),
      comes('fade', { frames: 10 }),
    ),
  )

/** Straight lines, one weight against another, everything on a grid. */
export const grid: Family = {
  id: 'grid',
  name: 'Plain grid',
  says: 'Straight rules and two weights on a grid; each line comes out of a rule.',
  palettes: [
    palette('night', 'Night', ['#f4f2ec', '#10141c', '#f2b134', '#3f7cac', '#c6ccd6']),
    palette('day', 'Day', ['#14181f', '#f6f3ea', '#d1432b', '#2f5d8a', '#4b525c']),
  ],
  designs: [
    {
      id: 'under-rule',
      name: 'Out of a rule',
      purpose: 'lower',
      says: 'A rule is drawn; the name comes up out of it, what the person does down from it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 14)
        const m = y + 8 * p.u
        return whole(
          [
            ground(
              rect(
                'Ground',
                [x - 2.4 * p.u, y - 1.4 * p.u, w + 4.8 * p.u, 16.6 * p.u],
                {},
                fill('ground', { opacity: 0.74 }),
                comes('wipe', { side: 180, frames: 14 }),
              ),
            ),
            rect('Rule', [x, m, w, 0.35 * p.u], {}, fill('accent'), drawn()),
            text(
              'Name',
              'Ida Om',
              { area: [x, y, w, 7.4 * p.u], size: 5.8 * p.u, ...bold },
              fill('ink'),
              out('below', 16),
            ),
            text(
              'What they do',
              'Puppet maker, Paper Harbour',
              { area: [x, m + 1 * p.u, w, 5 * p.u], size: 3.3 * p.u, ...plain },
              fill('soft'),
              out('above', 22),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'beside-bar',
      name: 'Beside a bar',
      purpose: 'lower',
      says: 'An upright bar grows; the name on its ground slides out from behind it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 8)
        return whole(
          [
            text(
              'Name',
              'Ida Om',
              { area: [x + 3 * p.u, y, w, 8 * p.u], size: 5.4 * p.u, ...bold },
              plate('ground', { pad: [2.2 * p.u, 1.2 * p.u], opacity: 0.86 }),
              fill('ink'),
              comes('reveal', { unit: 'whole', side: 'left', frames: 18, ease: 'landing' }),
            ),
            rect(
              'Bar',
              [x, y - 0.4 * p.u, 0.8 * p.u, 8.8 * p.u],
              {},
              fill('accent'),
              comes('stretch', { way: 'up', by: 0.02, frames: 10, fade: 0.1 }),
            ),
          ],
          goes('reveal', { unit: 'whole', side: 'left', frames: 9 }),
        )
      },
    },
    {
      id: 'two-fields',
      name: 'Two fields',
      purpose: 'lower',
      says: 'Two fields, one over the other, wipe open in step.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 13)
        const field = (at: number, share: number, high: number, role: 'ground' | 'accent', frames: number) =>
          rect(
            role === 'ground' ? 'Field of the role' : 'Field of the name',
            [x, at, w * share, high * p.u],
            {},
            fill(role),
            comes('wipe', { side: 180, frames, soft: 0 }),
          )
        return whole(
          [
            field(y, 0.78, 7.6, 'accent', 12),
            field(y + 7.6 * p.u, 1, 5.4, 'ground', 16),
            text(
              'Name',
              'Ida Om',
              { area: [x + 2 * p.u, y, w * 0.78 - 4 * p.u, 7.6 * p.u], size: 5 * p.u, ...bold },
              fill('ground'),
              out('below', 18),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 2 * p.u, y + 7.6 * p.u, w - 4 * p.u, 5.4 * p.u], size: 3.1 * p.u, ...plain },
              fill('ink'),
              out('below', 24),
            ),
          ],
          goes('wipe', { unit: 'whole', side: 180, frames: 9, soft: 0 }),
        )
      },
    },
    {
      id: 'opening',
      name: 'Crossing rules',
      purpose: 'title',
      says: 'Two rules cross the picture, and the title stands in the corner that they make.',
      seconds: 5,
      pieces: (p) => {
        const [x, y] = [p.left + (p.slim ? 0 : 0.12 * p.width), p.y + 6 * p.u]
        const w = p.right - x - 3 * p.u
        return [
          veil(p),
          line(
            'Upright',
            [
              [x, p.height],
              [x, 0],
            ],
            { width: 0.3 * p.u },
            fill('second'),
            comes('wipe', { side: 90, frames: 20, soft: 0 }),
            away,
          ),
          line(
            'Level',
            [
              [0, y],
              [p.width, y],
            ],
            { width: 0.3 * p.u },
            fill('accent'),
            comes('wipe', { side: 180, frames: 24, soft: 0 }),
            away,
          ),
          text(
            'Title',
            'The Tin Comet',
            {
              area: [x + 3 * p.u, y - 22 * p.u, w, 21 * p.u],
              size: 15 * p.u,
              level: 'bottom',
              leading: 1,
              ...bold,
              tracking: -25,
            },
            fill('ink'),
            out('below', 26, { unit: 'word', overlap: 0.6 }),
            away,
          ),
          text(
            'Line below',
            'A film with strings',
            { area: [x + 3 * p.u, y + 2 * p.u, w, 6 * p.u], size: 4 * p.u, level: 'top', ...plain },
            fill('soft'),
            out('above', 32),
            away,
          ),
        ]
      },
    },
    {
      id: 'number',
      name: 'Number and name',
      purpose: 'chapter',
      says: 'A large number, a rule down its side, and the chapter beside it.',
      seconds: 4,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 24, 0, 0.84)
        const side = 26 * p.u
        return whole(
          [
            ground(
              rect(
                'Ground',
                [0, y - 4 * p.u, p.width, h + 8 * p.u],
                {},
                fill('ground', { opacity: 0.8 }),
                comes('blinds', { frames: 14 }),
              ),
            ),
            text(
              'Number',
              '2',
              { area: [x, y, side - 4 * p.u, h], size: 24 * p.u, align: 'right', leading: 1, ...bold },
              fill('accent'),
              out('below', 16),
            ),
            rect(
              'Rule',
              [x + side - 0.2 * p.u, y + 2 * p.u, 0.4 * p.u, h - 4 * p.u],
              {},
              fill('ink'),
              comes('stretch', { way: 'up', by: 0.02, frames: 14, fade: 0.1 }),
            ),
            text(
              'Chapter',
              'The workshop',
              { area: [x + side + 4 * p.u, y, w - side - 4 * p.u, h], size: 9 * p.u, leading: 1.05, ...bold },
              fill('ink'),
              comes('reveal', { unit: 'line', side: 'left', frames: 22, ease: 'landing' }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'three-facts',
      name: 'Three figures',
      purpose: 'facts',
      says: 'Three figures beside each other run up to what they say, each under its rule.',
      seconds: 6,
      pieces: (p) => {
        const facts = [
          ['412', 'rivets'],
          ['36', 'strings'],
          ['9', 'weeks of work'],
        ] as const
        const n = facts.length
        const [x, y, w] = amid(p, 26, 0, 0.9)
        const col = p.slim ? w : w / n
        return whole(
          [
            veil(p),
            ...facts.flatMap(([figure, label], i) => {
              const [cx, cy] = p.slim ? [x, y + (i - 1) * 24 * p.u] : [x + i * col, y]
              const room = col - 5 * p.u
              return [
                rect(`Rule ${i + 1}`, [cx, cy, room, 0.35 * p.u], {}, fill('accent'), drawn(12 + 4 * i)),
                text(
                  `Figure ${i + 1}`,
                  figure,
                  {
                    area: [cx, cy + 2 * p.u, room, 14 * p.u],
                    size: 13 * p.u,
                    level: 'top',
                    leading: 1,
                    features: { tnum: 1 },
                    ...bold,
                  },
                  fill('ink'),
                  comes('count-up', { frames: 30 + 6 * i }),
                  out('above', 14 + 4 * i),
                ),
                text(
                  `Label ${i + 1}`,
                  label,
                  { area: [cx, cy + 16.5 * p.u, room, 6 * p.u], size: 3.6 * p.u, level: 'top', ...plain },
                  fill('soft'),
                  out('above', 22 + 4 * i),
                ),
              ]
            }),
          ],
          away,
        )
      },
    },
    {
      id: 'panel',
      name: 'Panel and list',
      purpose: 'bulletin',
      says: 'A panel on one side with a heading and what is to come, line by line.',
      seconds: 7,
      pieces: (p) => {
        const w = p.slim ? p.right - p.left : 0.36 * p.width
        const [x, y, h] = [p.left, p.slim ? p.y : p.top, p.slim ? p.bottom - p.y : 52 * p.u]
        return whole(
          [
            ground(
              rect(
                'Panel',
                [x, y, w, h],
                {},
                fill('ground', { opacity: 0.88 }),
                comes('wipe', { side: 90, frames: 16, soft: 0 }),
              ),
            ),
            rect('Head', [x, y, w, 1.2 * p.u], {}, fill('accent'), drawn()),
            text(
              'Heading',
              'Tonight',
              { area: [x + 3 * p.u, y + 4 * p.u, w - 6 * p.u, 9 * p.u], size: 6.4 * p.u, ...bold },
              fill('ink'),
              out('below', 18),
            ),
            text(
              'List',
              'The comet is hung\nThe fox is painted\nFirst night in the square',
              {
                area: [x + 3 * p.u, y + 15 * p.u, w - 6 * p.u, h - 19 * p.u],
                size: 3.6 * p.u,
                level: 'top',
                leading: 1.7,
                ...plain,
              },
              fill('soft'),
              out('below', 30),
            ),
          ],
          goes('wipe', { unit: 'whole', side: 90, frames: 10, soft: 0 }),
        )
      },
    },
    {
      id: 'lines',
      name: 'Line upon line',
      purpose: 'kinetic',
      says: 'Each line of a sentence comes up in its turn, with room to be read.',
      seconds: 6,
      pieces: (p) => [
        veil(p),
        text(
          'Sentence',
          'What is made of tin\nand hung on a string\ncan still be a star',
          { area: amid(p, 60), size: 9 * p.u, leading: 1.25, ...bold },
          fill('ink'),
          comes('reveal', {
            unit: 'line',
            side: 'below',
            frames: 60,
            pace: 'all',
            overlap: 0.1,
            ease: 'landing',
          }),
          away,
        ),
      ],
    },
    {
      id: 'columns',
      name: 'Two columns',
      purpose: 'credits',
      says: 'What people did on the left of a rule, their names on its right.',
      seconds: 6,
      pieces: (p) => {
        const [, y, , h] = amid(p, 60)
        const room = p.x - p.left - 3 * p.u
        const set = { size: 3.6 * p.u, leading: 1.75 }
        return [
          ground(rect('Ground', [0, 0, p.width, p.height], {}, fill('ground'), comes('fade', { frames: 8 }))),
          rect(
            'Rule',
            [p.x - 0.15 * p.u, y, 0.3 * p.u, h],
            {},
            fill('accent'),
            comes('wipe', { side: 270, frames: 18, soft: 0 }),
            away,
          ),
          text(
            'What they did',
            'Puppets\nStrings\nLanterns\nVoices\nHarbour',
            { area: [p.left, y, room, h], align: 'right', ...set, ...plain },
            fill('soft'),
            comes('reveal', { unit: 'line', side: 'right', frames: 30, ease: 'landing' }),
            away,
          ),
          text(
            'Names',
            'Ida Om\nTeo Lindqvara\nMara Vell\nOdo Brask\nNim Ferro',
            { area: [p.x + 3 * p.u, y, room, h], ...set, ...bold },
            fill('ink'),
            comes('reveal', { unit: 'line', side: 'left', frames: 30, ease: 'landing' }),
            away,
          ),
        ]
      },
    },
    {
      id: 'squares',
      name: 'Rows of squares',
      purpose: 'end',
      says: 'Squares open from the middle and leave the last words standing.',
      seconds: 5,
      pieces: (p) => {
        const n = 7
        const s = p.width / n
        return [
          ground(rect('Ground', [0, 0, p.width, p.height], {}, fill('ground'), comes('fade', { frames: 8 }))),
          ...row(n, (i) =>
            rect(
              `Square ${i + 1}`,
              [i * s, p.bottom - 3 * p.u, s - 0.8 * p.u, 0.8 * p.u],
              {},
              fill(i === 3 ? 'accent' : 'second'),
              comes('accordion', { frames: 12 + 3 * Math.abs(i - 3), fade: 0.1 }),
              away,
            ),
          ),
          text(
            'Last words',
            'Thank you',
            { area: amid(p, 20, -4), size: 13 * p.u, align: 'centre', ...bold, tracking: -25 },
            fill('ink'),
            out('below', 22),
            away,
          ),
          text(
            'Line below',
            'Paper Harbour Puppets',
            { area: amid(p, 6, 9), size: 3.8 * p.u, align: 'centre', ...plain },
            fill('soft'),
            out('above', 28),
            away,
          ),
        ]
      },
    },
  ],
}
