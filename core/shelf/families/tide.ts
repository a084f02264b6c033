import { maths } from '../../maths'
import { type Family, palette } from '../declare'
import { amid, below, type Page } from '../page'
import {
  comes,
  disc,
  fill,
  goes,
  graded,
  ground,
  line,
  outline,
  type Piece,
  rect,
  type Role,
  row,
  rule,
  shadow,
  smooth,
  stays,
  text,
  whole,
} from '../pieces'

const { sin } = maths

const soft = { family: 'fraunces', weight: 600 }
const thin = { family: 'fraunces', weight: 300, italic: false }
const fine = { family: 'nunito', weight: 600, case: 'upper', tracking: 160 } as const
const ebb = goes('fade', { unit: 'whole', frames: 12 })
const wave = (
  p: Page,
  x: number,
  w: number,
  y: number,
  high: number,
  long: number,
  shift = 0,
): [number, number][] =>
  row(Math.max(6, Math.round(w / (long * p.u)) * 4), (i) => {
    const n = Math.max(6, Math.round(w / (long * p.u)) * 4) - 1
    return [x + (w * i) / n, y + sin((i / n) * (w / (long * p.u)) * 2 * Math.PI + shift) * high * p.u]
  })
const swell = (p: Page, name: string, y: number, role: Role, i: number, opacity = 1): Piece =>
  smooth(
    line(
      name,
      wave(p, -6 * p.u, p.width + 12 * p.u, y, 1.6, 34, i * 1.4),
      { width: 0.35 * p.u },
      fill(role, { opacity }),
      comes('wipe', { side: i % 2 ? 0 : 180, frames: 26 + 6 * i, soft: 0.3 }),
      stays('drift', { by: [i % 2 ? -8 : 8, 0], grow: 0 }),
      ebb,
    ),
  )
/** Water up to a height: all that lies below a wave. */
const water = (p: Page, name: string, y: number, role: Role, i: number, opacity: number): Piece => {
  const crest = wave(p, -20 * p.u, p.width + 40 * p.u, y, 2, 40, i * 2.1)
  return smooth({
    ...outline(
      name,
      [...crest, [p.width + 20 * p.u, p.height + 20 * p.u], [-20 * p.u, p.height + 20 * p.u]],
      fill(role, { opacity }),
      comes('slide', { side: 90, distance: 0.5, frames: 30 + 8 * i, fade: 0.1 }),
      stays('drift', { by: [i % 2 ? -9 : 9, 0], grow: 0 }),
      goes('slide', { side: 90, distance: 0.5, frames: 16, ease: 'soft', fade: 0.2 }),
    ),
  })
}

/** Lines that move like water at slack tide. */
export const tide: Family = {
  id: 'tide',
  name: 'Tide lines',
  says: 'Soft letters over lines and levels that move like water at slack tide.',
  palettes: [
    palette('bay', 'Bay', ['#f4fbfb', '#0d3440', '#5fd0c5', '#2b7c93', '#cfe9ea']),
    palette('dusk', 'Dusk', ['#fff6ee', '#3a1f3d', '#ff9e7a', '#a0527a', '#f3d9d2']),
  ],
  designs: [
    {
      id: 'wavy',
      name: 'Name over a wave',
      purpose: 'lower',
      says: 'A wave is drawn as long as the name, and the letters come up out of it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 16, 0.46)
        return whole(
          [
            ground(
              rect(
                'Depth',
                [0, p.height - 36 * p.u, p.width, 36 * p.u],
                {},
                graded(['clear ground', 'ground'], { angle: 90, opacity: 0.75 }),
                comes('fade', { frames: 16 }),
              ),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x, y, w, 8 * p.u], size: 6.6 * p.u, ...soft },
              shadow({ offset: [0, 1], blur: 6, opacity: 0.6 }),
              rule('accent', {
                where: 'under',
                form: 'wave',
                around: 'line',
                width: 0.5 * p.u,
                gap: 1.6 * p.u,
                wave: [6 * p.u, 0.9 * p.u],
                ends: 'round',
              }),
              fill('ink'),
              comes('reveal', { unit: 'letter', side: 'below', frames: 26, overlap: 0.8 }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x, y + 11.4 * p.u, w, 4.4 * p.u], size: 2.6 * p.u, ...fine },
              fill('soft'),
              comes('fade', { frames: 32 }),
            ),
          ],
          ebb,
        )
      },
    },
    {
      id: 'level',
      name: 'Filling level',
      purpose: 'lower',
      says: 'Water rises into a rounded field and carries the name up with it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 14, 0.4)
        return whole(
          [
            rect(
              'Field',
              [x, y, w, h],
              { round: 3 * p.u },
              fill('ground', { opacity: 0.85 }),
              comes('wipe', { side: 90, frames: 16, soft: 0 }),
            ),
            rect(
              'Water',
              [x, y + h * 0.62, w, h * 0.38],
              { round: 3 * p.u, upper: [0, 0] },
              fill('second'),
              comes('wipe', { side: 90, frames: 24, soft: 0.05 }),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x + 3 * p.u, y + 0.6 * p.u, w - 6 * p.u, h * 0.6], size: 5.4 * p.u, ...soft },
              fill('ink'),
              comes('rise', { unit: 'line', frames: 22, distance: 0.8 }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 3 * p.u, y + h * 0.62, w - 6 * p.u, h * 0.36], size: 2.5 * p.u, ...fine },
              fill('ink'),
              comes('rise', { unit: 'line', frames: 28, distance: 0.8 }),
            ),
          ],
          ebb,
        )
      },
    },
    {
      id: 'horizon',
      name: 'Horizon',
      purpose: 'title',
      says: 'Five lines of water run across the picture and the title floats between them.',
      seconds: 6,
      pieces: (p) => [
        ground(
          rect(
            'Ground',
            [0, 0, p.width, p.height],
            {},
            graded(['ground', 'second'], { angle: 90, opacity: 0.86 }),
            comes('fade', { frames: 16 }),
            ebb,
          ),
        ),
        ...row(5, (i) =>
          swell(
            p,
            `Line ${i + 1}`,
            p.y + (16 + 5 * i) * p.u,
            i === 1 ? 'accent' : 'ink',
            i,
            i === 1 ? 1 : 0.4,
          ),
        ),
        text(
          'Title',
          'The Tin Comet',
          { area: amid(p, 26, -8, 0.86), size: 16 * p.u, align: 'centre', leading: 1, ...soft },
          fill('ink'),
          comes('reveal', { unit: 'letter', side: 'below', frames: 44, overlap: 0.85 }),
          stays('wave', { unit: 'letter', period: 4 }),
          ebb,
        ),
        text(
          'Line below',
          'high water',
          { area: amid(p, 5, 8, 0.8), size: 3 * p.u, align: 'centre', ...fine },
          fill('accent'),
          comes('fade', { frames: 50 }),
          ebb,
        ),
      ],
    },
    {
      id: 'mark',
      name: 'High-water mark',
      purpose: 'chapter',
      says: 'Water rises to the middle of the picture; the chapter stands on its surface.',
      seconds: 5,
      pieces: (p) => [
        water(p, 'Far water', p.y + 6 * p.u, 'second', 1, 0.8),
        water(p, 'Near water', p.y + 14 * p.u, 'ground', 0, 0.92),
        text(
          'Chapter',
          'Slack water',
          { area: amid(p, 18, -6, 0.86), size: 13 * p.u, align: 'centre', ...soft },
          shadow({ offset: [0, 2], blur: 8, opacity: 0.7 }),
          fill('ink'),
          comes('rise', { unit: 'letter', frames: 38, distance: 1.2 }),
          stays('wave', { unit: 'word', period: 3.6 }),
          ebb,
        ),
        text(
          'Line below',
          'Part two',
          { area: amid(p, 6, 26, 0.8), size: 3.4 * p.u, align: 'centre', ...fine },
          fill('accent'),
          comes('fade', { frames: 44 }),
          ebb,
        ),
      ],
    },
    {
      id: 'ripples',
      name: 'Ripples',
      purpose: 'quote',
      says: 'Rings spread from a point, and what was said appears within them.',
      seconds: 7,
      pieces: (p) => [
        ground(
          rect(
            'Ground',
            [0, 0, p.width, p.height],
            {},
            fill('ground', { opacity: 0.72 }),
            comes('fade', { frames: 14 }),
            ebb,
          ),
        ),
        ...row(4, (i): Piece => {
          const [rx, ry] = [(22 + 17 * i) * p.u, (9 + 8 * i) * p.u]
          return disc(
            `Ring ${i + 1}`,
            [p.x - rx, p.y - ry, 2 * rx, 2 * ry],
            {
              kind: 'edge',
              role: 'accent',
              form: { width: 0.3 * p.u, side: 'centred', opacity: 0.7 - 0.14 * i },
            },
            comes('grow', { frames: 26 + 10 * i, fade: 0.7 }),
            stays('breathe', { period: 3.2 }),
            ebb,
          )
        }),
        text(
          'What was said',
          'The sea keeps nothing. It only borrows.',
          { area: amid(p, 34, 0, 0.66), size: 7.4 * p.u, align: 'centre', leading: 1.3, ...thin },
          fill('ink'),
          comes('blur-in', { unit: 'word', frames: 60, overlap: 0.6 }),
          ebb,
        ),
      ],
    },
    {
      id: 'gauge',
      name: 'Tide gauge',
      purpose: 'counter',
      says: 'A gauge with its marks fills from below while its figure runs up.',
      seconds: 6,
      pieces: (p) => {
        const [x, y, w, h] = [p.left + 2 * p.u, p.y - 32 * p.u, 12 * p.u, 64 * p.u]
        return whole(
          [
            rect(
              'Glass',
              [x, y, w, h],
              { round: 6 * p.u },
              fill('ground', { opacity: 0.75 }),
              { kind: 'edge', role: 'ink', form: { width: 0.35 * p.u, side: 'inside', opacity: 0.7 } },
              comes('wipe', { side: 90, frames: 14 }),
            ),
            rect(
              'Water',
              [x + 1 * p.u, y + h * 0.3, w - 2 * p.u, h * 0.7 - 1 * p.u],
              { round: 5 * p.u, upper: [0, 0] },
              graded(['accent', 'second'], { angle: 90 }),
              comes('wipe', { side: 90, frames: 60, soft: 0.02, ease: 'both' }),
            ),
            ...row(7, (i) =>
              rect(
                `Mark ${i + 1}`,
                [
                  x + w + 1.4 * p.u,
                  y + 6 * p.u + (i * (h - 12 * p.u)) / 6,
                  (i % 3 ? 2.4 : 4.4) * p.u,
                  0.3 * p.u,
                ],
                {},
                fill('ink', { opacity: 0.8 }),
                comes('accordion', { frames: 10 + 4 * (6 - i) }),
              ),
            ),
            text(
              'Figure',
              '2.8 m',
              {
                area: [x + w + 9 * p.u, p.y - 14 * p.u, 44 * p.u, 16 * p.u],
                size: 13 * p.u,
                features: { tnum: 1 },
                ...soft,
              },
              shadow({ offset: [0, 1], blur: 7, opacity: 0.7 }),
              fill('ink'),
              comes('count-up', { frames: 60, ease: 'both' }),
              comes('fade', { frames: 12 }),
            ),
            text(
              'What it counts',
              'over low water',
              { area: [x + w + 9 * p.u, p.y + 3 * p.u, 44 * p.u, 6 * p.u], size: 3 * p.u, ...fine },
              shadow({ offset: [0, 1], blur: 6, opacity: 0.7 }),
              fill('soft'),
              comes('fade', { frames: 30 }),
            ),
          ],
          ebb,
        )
      },
    },
    {
      id: 'outgoing',
      name: 'Outgoing tide',
      purpose: 'end',
      says: 'The last words stand over water that falls and takes them along.',
      seconds: 6,
      pieces: (p) => [
        ground(
          rect(
            'Ground',
            [0, 0, p.width, p.height],
            {},
            graded(['second', 'ground'], { angle: 90 }),
            comes('fade', { frames: 16 }),
            goes('fade', { frames: 14 }),
          ),
        ),
        text(
          'Last words',
          'Until the next tide',
          { area: amid(p, 26, -8, 0.8), size: 12 * p.u, align: 'centre', leading: 1.05, ...soft },
          fill('ink'),
          comes('rise', { unit: 'letter', frames: 40, distance: 0.8 }),
          stays('wave', { unit: 'letter', period: 4 }),
          goes('slide', { unit: 'letter', side: 90, distance: 3, frames: 18, ease: 'soft' }),
        ),
        water(p, 'Far water', p.y + 14 * p.u, 'second', 1, 0.9),
        water(p, 'Near water', p.y + 24 * p.u, 'ground', 0, 1),
      ],
    },
  ],
}
