import { maths } from '../../maths'
import { type Family, palette } from '../declare'
import { amid, below, type Page } from '../page'
import {
  comes,
  disc,
  fill,
  glow,
  goes,
  graded,
  ground,
  line,
  type Piece,
  rect,
  row,
  shadow,
  stays,
  text,
  whole,
} from '../pieces'

const { cos, sin } = maths

const show = { family: 'playfair-display', weight: 700 } as const
const lean = { family: 'playfair-display', weight: 400, italic: true } as const
const lights = (frames: number, more = {}) =>
  comes('focus', { unit: 'word', frames, overlap: 0.7, bloom: 1, ...more })
const snuffed = goes('focus', { unit: 'whole', frames: 12 })
const fades = goes('fade', { unit: 'whole', frames: 10 })
const shine = (p: Page) => [glow('accent', { blur: 2.6 * p.u, strength: 0.55 }), fill('ink')]
/** Warm light about a place, as large as so many units. */
const pool = (
  p: Page,
  name: string,
  x: number,
  y: number,
  r: number,
  frames: number,
  strength = 0.55,
): Piece =>
  disc(
    name,
    [x - r * p.u, y - r * p.u, 2 * r * p.u, 2 * r * p.u],
    graded(['accent', 'clear accent'], { paint: 'radial', opacity: strength, blend: 'plus', spread: 0.7 }),
    comes('fade', { frames }),
    stays('flicker', { by: 0.25, speed: 5 }),
    fades,
  )
const dark = (p: Page, opacity = 0.66): Piece =>
  ground(
    rect(
      'Dusk',
      [0, 0, p.width, p.height],
      {},
      fill('ground', { opacity }),
      comes('fade', { frames: 18 }),
      fades,
    ),
  )

/** Light of a lantern on letters that come into focus. */
export const lantern: Family = {
  id: 'lantern',
  name: 'Lantern light',
  says: 'Letters that come into focus in the warm, unsteady light of a lantern.',
  palettes: [
    palette('flame', 'Flame', ['#fff3dc', '#140b06', '#ffab4a', '#d9662b', '#f0d9b4']),
    palette('moon', 'Moon', ['#f1f6ff', '#070b17', '#8fb6ff', '#5a74c9', '#cdd9f2']),
  ],
  designs: [
    {
      id: 'pool',
      name: 'In a pool of light',
      purpose: 'lower',
      says: 'A pool of light opens at the edge, and the name comes into focus in it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 14, 0.46)
        return whole(
          [
            ground(
              rect(
                'Dusk',
                [0, p.height - 38 * p.u, p.width, 38 * p.u],
                {},
                graded(['clear ground', 'ground'], { angle: 90, opacity: 0.8 }),
                comes('fade', { frames: 16 }),
              ),
            ),
            pool(p, 'Light', x + 12 * p.u, y + 5 * p.u, 30, 20, 0.3),
            text(
              'Name',
              'Ida Om',
              { area: [x, y, w, 8.4 * p.u], size: 6.6 * p.u, ...show },
              ...shine(p),
              lights(26),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x, y + 8.6 * p.u, w, 5 * p.u], size: 3.6 * p.u, ...lean },
              fill('soft'),
              lights(34, { unit: 'line' }),
            ),
          ],
          snuffed,
        )
      },
    },
    {
      id: 'wick',
      name: 'Beside a wick',
      purpose: 'lower',
      says: 'A small flame stands up beside the name and lights it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 12, 0.44)
        const cx = x + 3 * p.u
        const flame = row(25, (i): [number, number] => {
          const a = (i / 24) * 2 * Math.PI
          const k = sin(a / 2)
          return [cx + sin(a) * 1.5 * p.u * k, y + h - 3.2 * p.u - (1 - cos(a)) * 4 * p.u]
        })
        return whole(
          [
            ground(
              rect(
                'Dusk',
                [0, p.height - 34 * p.u, p.width, 34 * p.u],
                {},
                graded(['clear ground', 'ground'], { angle: 90, opacity: 0.78 }),
                comes('fade', { frames: 14 }),
              ),
            ),
            pool(p, 'Light', cx, y + h * 0.4, 16, 14, 0.5),
            line(
              'Flame',
              flame,
              { width: 0.6 * p.u, ends: 'round' },
              glow('accent', { blur: 1.6 * p.u, strength: 1.2 }),
              fill('ink'),
              comes('stretch', { way: 'up', by: 0.1, frames: 16, anchor: 'bottom' }),
              stays('sway', { period: 1.4, anchor: 'bottom' }),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x + 8 * p.u, y, w - 8 * p.u, 7.4 * p.u], size: 5.6 * p.u, ...show },
              ...shine(p),
              comes('sweep', { unit: 'whole', frames: 34 }),
              comes('fade', { frames: 22 }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 8 * p.u, y + 7.2 * p.u, w - 8 * p.u, 4.6 * p.u], size: 3.4 * p.u, ...lean },
              fill('soft'),
              comes('fade', { frames: 32 }),
            ),
          ],
          fades,
        )
      },
    },
    {
      id: 'curtain',
      name: 'By lamplight',
      purpose: 'title',
      says: 'The picture grows dark, a lamp is brought near, and the title stands in its light.',
      seconds: 6,
      pieces: (p) => [
        dark(p, 0.82),
        pool(p, 'Light', p.x, p.y, 62, 36, 0.42),
        text(
          'Line above',
          'Paper Harbour Puppets',
          { area: amid(p, 6, -17, 0.8), size: 4.2 * p.u, align: 'centre', ...lean },
          fill('soft'),
          lights(30, { unit: 'line' }),
          snuffed,
        ),
        text(
          'Title',
          'The Tin Comet',
          { area: amid(p, 30, 0, 0.86), size: 17 * p.u, align: 'centre', leading: 1, ...show },
          ...shine(p),
          lights(48, { unit: 'letter', overlap: 0.85 }),
          stays('flicker', { by: 0.08, speed: 5 }),
          snuffed,
        ),
      ],
    },
    {
      id: 'string',
      name: 'String of lamps',
      purpose: 'chapter',
      says: 'A string of lamps is lit from the middle over the name of the chapter.',
      seconds: 5,
      pieces: (p) => {
        const n = p.slim ? 7 : 13
        const at = (i: number): [number, number] => {
          const t = (i + 0.5) / n
          return [p.width * t, p.y - 30 * p.u + 12 * p.u * 4 * t * (1 - t)]
        }
        return [
          dark(p, 0.72),
          line(
            'String',
            [[0, p.y - 30 * p.u], ...row(n, at), [p.width, p.y - 30 * p.u]],
            { width: 0.2 * p.u },
            fill('soft', { opacity: 0.6 }),
            comes('fade', { frames: 14 }),
            fades,
          ),
          ...row(n, (i) => {
            const [x, y] = at(i)
            const r = 1.5 * p.u
            return disc(
              `Lamp ${i + 1}`,
              [x - r, y + 0.4 * p.u, 2 * r, 2.4 * r],
              glow('accent', { blur: 2.6 * p.u, strength: 1.1 }),
              fill('ink'),
              comes('fade', { frames: 10 + 3 * Math.abs(i - (n - 1) / 2) }),
              stays('sway', { period: 2.2 + 0.1 * i }),
              fades,
            )
          }),
          text(
            'Chapter',
            'The night market',
            { area: amid(p, 24, 4, 0.86), size: 13 * p.u, align: 'centre', leading: 1.05, ...show },
            ...shine(p),
            lights(44),
            snuffed,
          ),
        ]
      },
    },
    {
      id: 'told',
      name: 'Told by the fire',
      purpose: 'quote',
      says: 'What was told appears word by word in unsteady light.',
      seconds: 8,
      pieces: (p) => [
        dark(p, 0.74),
        pool(p, 'Light', p.x, p.bottom, 56, 24, 0.36),
        text(
          'What was said',
          'They hung it so low that the children could warm their hands on it.',
          { area: amid(p, 50, -6, 0.72), size: 7.6 * p.u, align: 'centre', leading: 1.32, ...lean },
          ...shine(p),
          comes('blur-in', { unit: 'word', frames: 84, overlap: 0.6 }),
          fades,
        ),
        text(
          'Who said it',
          'Ida Om',
          { area: amid(p, 6, 27, 0.7), size: 3.8 * p.u, align: 'centre', ...show },
          fill('accent'),
          comes('fade', { frames: 96 }),
          fades,
        ),
      ],
    },
    {
      id: 'names',
      name: 'Names in the dark',
      purpose: 'credits',
      says: 'Names come into focus and go out of it one after the other, as if a lamp went by.',
      seconds: 6,
      pieces: (p) => [
        dark(p, 0.9),
        text(
          'What they did',
          'By the light of',
          { area: amid(p, 6, -24, 0.8), size: 4 * p.u, align: 'centre', ...lean },
          fill('accent'),
          lights(20),
          fades,
        ),
        text(
          'Names',
          'Ida Om\nTeo Lindqvara\nMara Vell\nOdo Brask',
          { area: amid(p, 44, 6, 0.8), size: 6 * p.u, align: 'centre', level: 'top', leading: 1.6, ...show },
          ...shine(p),
          comes('focus', { unit: 'line', frames: 60, overlap: 0.5 }),
          goes('focus', { unit: 'line', frames: 24 }),
        ),
      ],
    },
    {
      id: 'blown-out',
      name: 'Blown out',
      purpose: 'end',
      says: 'The last words burn for a while and are blown out.',
      seconds: 6,
      pieces: (p) => [
        dark(p, 1),
        pool(p, 'Light', p.x, p.y, 50, 24, 0.32),
        text(
          'Last words',
          'Sleep well',
          { area: amid(p, 26, 0, 0.86), size: 16 * p.u, align: 'centre', ...lean },
          ...shine(p),
          lights(36, { unit: 'letter' }),
          stays('flicker', { by: 0.18, speed: 6 }),
          goes('magnet', { unit: 'letter', frames: 16 }),
        ),
      ],
    },
    {
      id: 'glimmer',
      name: 'Glimmer',
      purpose: 'kinetic',
      says: 'A sentence in which light goes from word to word.',
      seconds: 6,
      pieces: (p) => [
        dark(p, 0.62),
        text(
          'Sentence',
          'One lamp for every house that waits',
          { area: amid(p, 46, 0, 0.78), size: 10 * p.u, align: 'centre', leading: 1.2, ...show },
          shadow({ offset: [0, 1], blur: 6, opacity: 0.7 }),
          ...shine(p),
          comes('sweep', { unit: 'word', frames: 70, overlap: 0.5 }),
          comes('fade', { unit: 'word', frames: 60, overlap: 0.6 }),
          snuffed,
        ),
      ],
    },
  ],
}
