import { maths } from '../../maths'
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
  ramp,
  rect,
  repeat,
  type Role,
  row,
  shadow,
  star,
  stays,
  text,
  whole,
} from '../pieces'

const { cos, sin } = maths

const tall = { family: 'oswald', weight: 600, case: 'upper', tracking: 20 } as const
const mono = { family: 'jetbrains-mono', weight: 500, features: { tnum: 1 } } as const
/** Moves as a movement does: a step past its place and back. */
const ticks = { ease: 'spring', stiffness: 420, damping: 0.55 } as const
const away = goes('shrink', { unit: 'whole', frames: 8 })
const fades = goes('fade', { unit: 'whole', frames: 8 })
/** A cog: teeth, a rim and a hole. */
function cog(
  p: Page,
  name: string,
  x: number,
  y: number,
  r: number,
  teeth: number,
  role: Role,
  frames: number,
  turns: number,
): Piece {
  const at = (k: number): Area => [x - r * k * p.u, y - r * k * p.u, 2 * r * k * p.u, 2 * r * k * p.u]
  return {
    ...group(
      name,
      [
        star(
          'Teeth',
          at(1),
          { corners: teeth, depth: 0.16, round: 0.3 * p.u },
          shadow({ offset: [0, 3], blur: 4, opacity: 0.4 }),
          fill(role),
        ),
        disc('Rim', at(0.66), edge('ground', { width: 0.35 * p.u, side: 'inside', opacity: 0.7 })),
        disc('Hole', at(0.2), fill('ground')),
      ],
      comes('spin', { unit: 'whole', frames, turns, from: 0, ...ticks }),
    ),
    form: { place: [x, y], anchor: [x, y], turn: ramp(0, turns < 0 ? -50 : 50) },
  }
}
const ring = (
  p: Page,
  r: number,
  count: number,
  long: number,
  wide: number,
  role: Role,
  frames: number,
): Piece =>
  repeat(
    `Ring of ${count}`,
    rect('Stroke', [p.x - (wide * p.u) / 2, p.y - r * p.u, wide * p.u, long * p.u], {}, fill(role)),
    { count, layout: 'circle', radius: (r - long / 2) * p.u },
    comes('fade', { unit: 'piece', frames, overlap: 0.4 }),
    fades,
  )

/** Cogs, rings of strokes, hands and figures. */
export const clockwork: Family = {
  id: 'clockwork',
  name: 'Clockwork',
  says: 'Cogs that catch, rings of strokes and figures that stand on the tick.',
  palettes: [
    palette('tower', 'Tower', ['#f3efe4', '#171b24', '#e0a458', '#5c7a99', '#b9c0cc']),
    palette('enamel', 'Enamel', ['#18202b', '#f4f1e8', '#c2452d', '#3d6b7d', '#4a5563']),
  ],
  designs: [
    {
      id: 'cogs',
      name: 'Two cogs',
      purpose: 'lower',
      says: 'Two cogs catch in each other and push the field with the name out.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 13, 0.44)
        return whole(
          [
            rect(
              'Field',
              [x + 5 * p.u, y + 1 * p.u, w - 5 * p.u, h - 2 * p.u],
              { round: 1 * p.u },
              fill('ground', { opacity: 0.88 }),
              comes('wipe', { side: 180, frames: 20, soft: 0 }),
            ),
            cog(p, 'Large cog', x + 5 * p.u, y + h / 2, 6.4, 14, 'accent', 30, -0.4),
            cog(p, 'Small cog', x + 13.6 * p.u, y + 1.6 * p.u, 3.4, 9, 'second', 30, 0.6),
            text(
              'Name',
              'Ida Om',
              { area: [x + 18 * p.u, y + 1.4 * p.u, w - 20 * p.u, 6.4 * p.u], size: 5 * p.u, ...tall },
              fill('ink'),
              comes('reveal', { unit: 'letter', side: 'below', frames: 26, ...ticks }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x + 14 * p.u, y + 7.4 * p.u, w - 16 * p.u, 4.4 * p.u], size: 2.7 * p.u, ...mono },
              fill('soft'),
              comes('fade', { unit: 'word', frames: 34 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'timecoded',
      name: 'Name and timecode',
      purpose: 'lower',
      says: 'A name with the timecode of the picture running beside it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 8, 0.56)
        const room = 30 * p.u
        return whole(
          [
            rect(
              'Field of the time',
              [x, y, room, h],
              {},
              fill('accent'),
              comes('wipe', { side: 180, frames: 10, soft: 0 }),
            ),
            rect(
              'Field of the name',
              [x + room, y, w - room, h],
              {},
              fill('ground', { opacity: 0.88 }),
              comes('wipe', { side: 180, frames: 16, soft: 0 }),
            ),
            text(
              'Time',
              '{timecode}',
              {
                area: [x + 1.5 * p.u, y, room - 3 * p.u, h],
                size: 4 * p.u,
                align: 'centre',
                fixed: true,
                ...mono,
              },
              fill('ground'),
              comes('fade', { frames: 12 }),
            ),
            text(
              'Name',
              'Ida Om',
              { area: [x + room + 2.4 * p.u, y, w - room - 4.8 * p.u, h], size: 4.8 * p.u, ...tall },
              fill('ink'),
              comes('reveal', { unit: 'letter', side: 'below', frames: 24, ...ticks }),
            ),
          ],
          goes('wipe', { unit: 'whole', side: 180, frames: 9, soft: 0 }),
        )
      },
    },
    {
      id: 'movement',
      name: 'Within the movement',
      purpose: 'title',
      says: 'Rings of strokes tick round the title, cogs turn behind it.',
      seconds: 6,
      pieces: (p) => [
        ground(
          rect(
            'Ground',
            [0, 0, p.width, p.height],
            {},
            fill('ground', { opacity: 0.9 }),
            comes('fade', { frames: 10 }),
            fades,
          ),
        ),
        {
          ...cog(p, 'Great cog', p.x, p.y, 46, 40, 'second', 48, 0.12),
          form: { place: [p.x, p.y], anchor: [p.x, p.y], turn: ramp(0, 24), opacity: 0.22 },
        },
        ring(p, 42, 60, 1.6, 0.25, 'ink', 30),
        ring(p, 42, 12, 3.2, 0.6, 'accent', 40),
        text(
          'Title',
          'The Tin Comet',
          {
            area: [p.x - 31 * p.u, p.y - 16 * p.u, 62 * p.u, 24 * p.u],
            size: 14 * p.u,
            align: 'centre',
            leading: 1.05,
            ...tall,
          },
          fill('ink'),
          comes('drop', { unit: 'letter', frames: 44, distance: 0.6, ...ticks }),
          fades,
        ),
        text(
          'Line below',
          'wound by hand',
          {
            area: [p.x - 26 * p.u, p.y + 11 * p.u, 52 * p.u, 6 * p.u],
            size: 3 * p.u,
            align: 'centre',
            ...mono,
          },
          fill('accent'),
          comes('fade', { unit: 'letter', frames: 56 }),
          fades,
        ),
      ],
    },
    {
      id: 'striking',
      name: 'Striking',
      purpose: 'chapter',
      says: 'A hand swings to the hour of the chapter on a half dial.',
      seconds: 4,
      pieces: (p) => {
        const [cx, cy, r] = [p.x, p.bottom - 4 * p.u, 34 * p.u]
        const dot = (i: number): Piece => {
          const a = (-90 - 75 + i * 30) * (Math.PI / 180)
          const [dx, dy] = [cx + cos(a) * r, cy + sin(a) * r]
          const s = (i === 4 ? 1.5 : 0.8) * p.u
          return disc(
            `Hour ${i + 1}`,
            [dx - s, dy - s, 2 * s, 2 * s],
            fill(i === 4 ? 'accent' : 'ink'),
            comes('grow', { frames: 8 + 3 * i }),
            fades,
          )
        }
        return [
          ground(
            rect(
              'Ground',
              [0, 0, p.width, p.height],
              {},
              fill('ground', { opacity: 0.84 }),
              comes('fade', { frames: 10 }),
              fades,
            ),
          ),
          ...row(6, dot),
          {
            ...group(
              'Hand',
              [
                line(
                  'Hand',
                  [
                    [cx, cy],
                    [cx, cy - r + 3 * p.u],
                  ],
                  { width: 1 * p.u, taper: [1.5, 0.4] },
                  fill('accent'),
                ),
                disc('Cap', [cx - 1.6 * p.u, cy - 1.6 * p.u, 3.2 * p.u, 3.2 * p.u], fill('accent')),
              ],
              fades,
            ),
            form: { place: [cx, cy], anchor: [cx, cy], turn: ramp(-60, 45) },
          },
          text(
            'Number',
            'Chapter five',
            { area: amid(p, 6, -26, 0.8), size: 3.4 * p.u, align: 'centre', ...mono },
            fill('accent'),
            comes('fade', { unit: 'letter', frames: 20 }),
            fades,
          ),
          text(
            'Chapter',
            'A quarter to nine',
            { area: amid(p, 18, -14, 0.86), size: 11 * p.u, align: 'centre', ...tall },
            fill('ink'),
            comes('drop', { unit: 'letter', frames: 36, distance: 0.5, ...ticks }),
            fades,
          ),
        ]
      },
    },
    {
      id: 'countdown',
      name: 'Ring that empties',
      purpose: 'counter',
      says: 'A ring empties evenly to nothing, seconds in its middle, one stroke for each.',
      seconds: 10,
      whole: true,
      pieces: (p) => {
        const r = 28 * p.u
        const area: Area = [p.x - r, p.y - r, 2 * r, 2 * r]
        return whole(
          [
            disc('Ground', area, fill('ground', { opacity: 0.85 }), comes('iris', { frames: 12 })),
            disc(
              'Ring',
              [area[0] + 3 * p.u, area[1] + 3 * p.u, 2 * r - 6 * p.u, 2 * r - 6 * p.u],
              edge('second', { width: 2.6 * p.u, side: 'inside', opacity: 0.35 }),
              edge('accent', { width: 2.6 * p.u, side: 'inside', to: ramp(1, 0) }),
            ),
            ring(p, 20.5, 10, 1.8, 0.4, 'ink', 20),
            text(
              'Seconds',
              '{left}',
              {
                area: [p.x - 16 * p.u, p.y - 13 * p.u, 32 * p.u, 25 * p.u],
                size: 21 * p.u,
                align: 'centre',
                fixed: true,
                ...tall,
                features: { tnum: 1 },
              },
              fill('ink'),
              comes('shrink', { frames: 10 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'stopwatch',
      name: 'Stopwatch',
      purpose: 'counter',
      says: 'Time since the beginning on a plain field, a bar running under it.',
      seconds: 20,
      whole: true,
      pieces: (p) => {
        const [w, h] = [40 * p.u, 13 * p.u]
        const [x, y] = [p.right - w, p.top]
        return whole(
          [
            ground(
              rect(
                'Field',
                [x, y, w, h],
                { round: 1 * p.u },
                fill('ground', { opacity: 0.86 }),
                comes('wipe', { side: 0, frames: 12, soft: 0 }),
              ),
            ),
            text(
              'Time',
              '{seconds:hours}',
              {
                area: [x + 2 * p.u, y + 0.5 * p.u, w - 4 * p.u, h - 3 * p.u],
                size: 7 * p.u,
                align: 'centre',
                fixed: true,
                ...mono,
                weight: 700,
              },
              fill('ink'),
              comes('fade', { frames: 14 }),
            ),
            {
              ...rect('Bar', [x + 2 * p.u, y + h - 2.4 * p.u, w - 4 * p.u, 0.8 * p.u], {}, fill('accent')),
              form: {
                place: [x + 2 * p.u, y + h - 2 * p.u],
                box: [w - 4 * p.u, 0.8 * p.u],
                anchor: [-(w - 4 * p.u) / 2, 0],
                scale: ramp([0.001, 1], [1, 1]),
              },
            },
          ],
          fades,
        )
      },
    },
    {
      id: 'gauges',
      name: 'Three gauges',
      purpose: 'facts',
      says: 'Three ring gauges fill to their shares while their figures run up.',
      seconds: 6,
      pieces: (p) => {
        const shares = [
          ['82 %', 'wound', 0.82],
          ['45 %', 'oiled', 0.45],
          ['64 %', 'on time', 0.64],
        ] as const
        const step = p.slim ? 40 * p.u : 44 * p.u
        return [
          ground(
            rect(
              'Ground',
              [0, 0, p.width, p.height],
              {},
              fill('ground', { opacity: 0.9 }),
              comes('fade', { frames: 10 }),
              fades,
            ),
          ),
          ...shares.flatMap(([figure, label, share], i): Piece[] => {
            const [cx, cy, r] = p.slim
              ? [p.x, p.y + (i - 1) * step, 15 * p.u]
              : [p.x + (i - 1) * step, p.y - 3 * p.u, 16 * p.u]
            const area: Area = [cx - r, cy - r, 2 * r, 2 * r]
            return [
              disc(
                `Track ${i + 1}`,
                area,
                edge('second', { width: 2.2 * p.u, side: 'inside', opacity: 0.4 }),
                comes('fade', { frames: 12 }),
                fades,
              ),
              {
                ...disc(
                  `Gauge ${i + 1}`,
                  area,
                  edge('accent', { width: 2.2 * p.u, side: 'inside', to: share, ends: 'round' }),
                  comes('write', { frames: 40 + 6 * i, ease: 'both' }),
                  fades,
                ),
                form: { place: [cx, cy], box: [2 * r, 2 * r] },
              },
              text(
                `Figure ${i + 1}`,
                figure,
                {
                  area: [cx - r, cy - 5 * p.u, 2 * r, 10 * p.u],
                  size: 7 * p.u,
                  align: 'centre',
                  ...tall,
                  features: { tnum: 1 },
                },
                fill('ink'),
                comes('count-up', { frames: 40 + 6 * i, ease: 'both' }),
                comes('fade', { frames: 10 }),
                fades,
              ),
              text(
                `Label ${i + 1}`,
                label,
                {
                  area: [
                    cx - step / 2 + 1 * p.u,
                    cy + r + (p.slim ? -6.5 : 2) * p.u,
                    step - 2 * p.u,
                    5 * p.u,
                  ],
                  size: p.slim ? 2.4 * p.u : 3 * p.u,
                  align: 'centre',
                  ...mono,
                },
                fill('soft'),
                comes('fade', { unit: 'letter', frames: 30 }),
                fades,
              ),
            ]
          }),
        ]
      },
    },
    {
      id: 'unwound',
      name: 'Unwound',
      purpose: 'end',
      says: 'A row of cogs slows down under the last words.',
      seconds: 6,
      pieces: (p) => [
        ground(
          rect(
            'Ground',
            [0, 0, p.width, p.height],
            {},
            fill('ground'),
            comes('fade', { frames: 10 }),
            goes('fade', { frames: 10 }),
          ),
        ),
        ...row(7, (i): Piece => ({
          ...cog(
            p,
            `Cog ${i + 1}`,
            p.x + (i - 3) * (p.slim ? 13 : 21.5) * p.u,
            p.bottom - 6 * p.u,
            p.slim ? 7 : 11.4,
            18,
            i === 3 ? 'accent' : 'second',
            20 + 4 * i,
            i % 2 ? 0.3 : -0.3,
          ),
        })).map((piece) => ({ ...piece, movers: [...piece.movers, fades] })),
        text(
          'Last words',
          'Wound down',
          { area: amid(p, 24, -10, 0.86), size: 15 * p.u, align: 'centre', ...tall },
          fill('ink'),
          comes('drop', { unit: 'letter', frames: 40, distance: 0.6, ...ticks }),
          stays('sway', { unit: 'letter', period: 3 }),
          fades,
        ),
      ],
    },
  ],
}
