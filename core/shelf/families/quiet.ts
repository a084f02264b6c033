import { type Family, palette } from '../declare'
import { amid, below, type Page } from '../page'
import {
  after,
  comes,
  fill,
  glass,
  goes,
  graded,
  ground,
  line,
  plate,
  rect,
  shadow,
  stays,
  text,
  whole,
} from '../pieces'

const serif = { family: 'source-serif-4', weight: 400 }
const light = { family: 'source-serif-4', weight: 300 }
const small = { family: 'barlow-condensed', weight: 500, case: 'upper', tracking: 130 } as const
const away = goes('fade', { unit: 'whole', frames: 12 })
const appears = (frames = 20, more = {}) => comes('blur-in', { unit: 'word', frames, overlap: 0.7, ...more })
const dense = (frames = 24) => comes('fade', { unit: 'line', frames, overlap: 0.6 })
const soft = shadow({ offset: [0, 1], blur: 7, opacity: 0.75 })
const hair = (name: string, from: [number, number], to: [number, number], p: Page, frames = 24) =>
  line(
    name,
    [from, to],
    { width: 0.2 * p.u },
    fill('accent'),
    comes('wipe', { side: 180, frames, soft: 0.2 }),
  )

/** Serif letters and small capitals with nothing behind them but a soft shade. */
export const quiet: Family = {
  id: 'quiet',
  name: 'Quiet',
  says: 'Serif letters, small capitals and a hairline on a soft shade; everything appears, nothing runs.',
  palettes: [
    palette('linen', 'Linen', ['#f6f1e6', '#0d0d10', '#d9b98a', '#8fa6a0', '#ded6c6']),
    palette('mist', 'Mist', ['#eef3f6', '#0b1216', '#9cc3d4', '#c9a9a0', '#cbd7dd']),
    palette('ink', 'Ink', ['#1c1a17', '#f3ede0', '#8a4b2a', '#4a5d57', '#443f38']),
  ],
  designs: [
    {
      id: 'name',
      name: 'Name and small capitals',
      purpose: 'lower',
      says: 'The name appears word by word out of a blur, with small capitals under it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 12.5, 0.5)
        return whole(
          [
            ground(
              rect(
                'Shade',
                [0, p.height - 34 * p.u, p.width, 34 * p.u],
                {},
                graded(['clear ground', 'ground'], { angle: 90, opacity: 0.62 }),
                comes('fade', { frames: 20 }),
              ),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x, y, w, 7.4 * p.u], size: 5.8 * p.u, ...serif },
              soft,
              fill('ink'),
              appears(),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x, y + 7.8 * p.u, w, 4.4 * p.u], size: 3 * p.u, ...small },
              soft,
              fill('accent'),
              dense(32),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'middle',
      name: 'In the middle below',
      purpose: 'lower',
      says: 'A name in the middle, a hairline drawn under it from within, and a line of small capitals.',
      seconds: 5,
      pieces: (p) => {
        const [x, , w] = amid(p, 1, 0, 0.7)
        const y = p.bottom - 13 * p.u
        return whole(
          [
            text(
              'Name',
              'Ida Om',
              { area: [x, y, w, 7 * p.u], size: 5.4 * p.u, align: 'centre', ...serif, italic: true },
              soft,
              fill('ink'),
              comes('spread', { unit: 'letter', frames: 26, by: 0.25, fade: 0.8 }),
            ),
            rect(
              'Hairline',
              [p.x - 7 * p.u, y + 7.6 * p.u, 14 * p.u, 0.2 * p.u],
              {},
              fill('accent'),
              comes('grow', { frames: 20, fade: 0.4 }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x, y + 8.4 * p.u, w, 4.4 * p.u], size: 2.9 * p.u, align: 'centre', ...small },
              soft,
              fill('soft'),
              dense(34),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'glass',
      name: 'On glass',
      purpose: 'lower',
      says: 'Name and role on a pane that softens what lies behind it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 14, 0.42)
        const inner = w - 6 * p.u
        return whole(
          [
            ground(
              rect(
                'Pane',
                [x, y, w, h],
                { round: 1.4 * p.u },
                glass({ soften: 1.6 * p.u }),
                fill('ground', { opacity: 0.42 }),
                comes('fade', { frames: 14 }),
              ),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x + 3 * p.u, y + 1.6 * p.u, inner, 6.4 * p.u], size: 5 * p.u, ...serif },
              fill('ink'),
              comes('rise', { unit: 'line', frames: 18, distance: 0.3 }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 3 * p.u, y + 7.8 * p.u, inner, 4.4 * p.u], size: 2.9 * p.u, ...small },
              fill('accent'),
              comes('rise', { unit: 'line', frames: 24, distance: 0.3 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'captions',
      name: 'Captions',
      purpose: 'lower',
      says: 'What is said, in one line or two on plates in the middle below; there at once, as captions are.',
      seconds: 3,
      pieces: (p) => {
        const [x, , w] = amid(p, 1, 0, 0.84)
        return whole([
          text(
            'Words',
            'It hung there all night,\nand nobody would go home.',
            {
              area: [x, p.bottom - 15 * p.u, w, 14 * p.u],
              size: 4.4 * p.u,
              family: 'inter',
              weight: 600,
              align: 'centre',
              level: 'bottom',
              leading: 1.32,
            },
            plate('ground', { around: 'line', pad: [1.6 * p.u, 0.5 * p.u], round: 0.7 * p.u, opacity: 0.78 }),
            fill('ink'),
          ),
        ])
      },
    },
    {
      id: 'title',
      name: 'Title in thin serifs',
      purpose: 'title',
      says: 'Thin letters come together from a little too wide, slowly, over a veil.',
      seconds: 6,
      pieces: (p) => [
        ground(
          rect(
            'Veil',
            [0, 0, p.width, p.height],
            {},
            fill('ground', { opacity: 0.45 }),
            comes('fade', { frames: 24 }),
            away,
          ),
        ),
        text(
          'Line above',
          'Paper Harbour Puppets show',
          { area: amid(p, 5, -13), size: 3 * p.u, align: 'centre', ...small },
          soft,
          fill('accent'),
          dense(30),
          away,
        ),
        text(
          'Title',
          'The Tin Comet',
          { area: amid(p, 22, 0), size: 14 * p.u, align: 'centre', leading: 1.05, ...light, tracking: 10 },
          soft,
          fill('ink'),
          comes('spread', { unit: 'letter', frames: 48, by: 0.18, fade: 0.9 }),
          stays('drift', { by: [0, 0], grow: 0.006 }),
          away,
        ),
        hair('Hairline', [p.x - 12 * p.u, p.y + 13 * p.u], [p.x + 12 * p.u, p.y + 13 * p.u], p, 40),
      ],
    },
    {
      id: 'place',
      name: 'Place and time',
      purpose: 'chapter',
      says: 'Where and when in the upper corner, one line after the other.',
      seconds: 4,
      pieces: (p) => {
        const [x, y, w] = [p.left, p.top, p.slim ? p.right - p.left : p.width * 0.5]
        return whole(
          [
            line(
              'Hairline',
              [
                [x, y],
                [x, y + 12 * p.u],
              ],
              { width: 0.2 * p.u },
              fill('accent'),
              comes('wipe', { side: 270, frames: 18, soft: 0.2 }),
            ),
            text(
              'Where',
              'Paper Harbour',
              { area: [x + 2.4 * p.u, y, w, 7 * p.u], size: 5.2 * p.u, ...serif },
              soft,
              fill('ink'),
              comes('reveal', { unit: 'line', side: 'left', frames: 22 }),
            ),
            text(
              'When',
              'Six in the morning',
              { area: [x + 2.4 * p.u, y + 7.2 * p.u, w, 4.6 * p.u], size: 2.9 * p.u, ...small },
              soft,
              fill('soft'),
              comes('reveal', { unit: 'line', side: 'left', frames: 30 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'quotation',
      name: 'Quotation',
      purpose: 'quote',
      says: 'What was said, in italics, word by word at the pace of a voice; who said it follows.',
      seconds: 8,
      pieces: (p) => {
        const [x, y, w, h] = amid(p, 42, -3, 0.76)
        return [
          ground(
            rect(
              'Veil',
              [0, 0, p.width, p.height],
              {},
              fill('ground', { opacity: 0.6 }),
              comes('fade', { frames: 20 }),
              away,
            ),
          ),
          text(
            'Mark',
            '“',
            {
              area: [Math.max(0, x - 9 * p.u), y - 6 * p.u, 12 * p.u, 26 * p.u],
              size: 26 * p.u,
              fixed: true,
              level: 'top',
              leading: 1,
              ...serif,
            },
            fill('accent', { opacity: 0.8 }),
            comes('fade', { frames: 20 }),
            away,
          ),
          text(
            'What was said',
            'A star is only tin until somebody looks up.',
            { area: [x + 4 * p.u, y, w - 4 * p.u, h], size: 7 * p.u, leading: 1.3, ...serif, italic: true },
            soft,
            fill('ink'),
            comes('fade', { unit: 'word', frames: 60, overlap: 0.5 }),
            away,
          ),
          after(
            2,
            text(
              'Who said it',
              'Ida Om',
              { area: [x + 4 * p.u, y + h + 2 * p.u, w, 5 * p.u], size: 3.1 * p.u, ...small },
              soft,
              fill('accent'),
              dense(20),
              away,
            ),
          ),
        ]
      },
    },
    {
      id: 'thoughts',
      name: 'Word after word',
      purpose: 'kinetic',
      says: 'Words settle into their sentence from a little below, unhurried.',
      seconds: 6,
      pieces: (p) => [
        text(
          'Sentence',
          'Nobody asked the fox what it saw',
          { area: amid(p, 40, 0, 0.72), size: 8.4 * p.u, align: 'centre', leading: 1.25, ...light },
          soft,
          fill('ink'),
          comes('rise', { unit: 'word', frames: 64, distance: 0.5, overlap: 0.55, fade: 0.9 }),
          away,
        ),
      ],
    },
    {
      id: 'page',
      name: 'A page of names',
      purpose: 'credits',
      says: 'What people did in small capitals over their names, in the middle of the page.',
      seconds: 5,
      pieces: (p) => [
        ground(
          rect(
            'Veil',
            [0, 0, p.width, p.height],
            {},
            fill('ground', { opacity: 0.7 }),
            comes('fade', { frames: 14 }),
            away,
          ),
        ),
        text(
          'What they did',
          'Puppets and strings',
          { area: amid(p, 6, -12), size: 3 * p.u, align: 'centre', ...small },
          fill('accent'),
          dense(16),
          away,
        ),
        text(
          'Names',
          'Ida Om\nTeo Lindqvara\nMara Vell',
          { area: amid(p, 26, 6), size: 5.2 * p.u, align: 'centre', level: 'top', leading: 1.4, ...serif },
          fill('ink'),
          comes('fade', { unit: 'line', frames: 26, overlap: 0.6 }),
          away,
        ),
      ],
    },
    {
      id: 'farewell',
      name: 'Farewell',
      purpose: 'end',
      says: 'The last words come into focus and go out of it again.',
      seconds: 6,
      pieces: (p) => [
        ground(rect('Ground', [0, 0, p.width, p.height], {}, fill('ground'), comes('fade', { frames: 24 }))),
        text(
          'Last words',
          'Good night',
          { area: amid(p, 18, -2), size: 11 * p.u, align: 'centre', ...light, italic: true },
          fill('ink'),
          comes('focus', { frames: 40 }),
          goes('focus', { frames: 24 }),
        ),
        text(
          'Line below',
          'Paper Harbour, winter',
          { area: amid(p, 5, 10), size: 3 * p.u, align: 'centre', ...small },
          fill('accent'),
          dense(48),
          away,
        ),
      ],
    },
  ],
}
