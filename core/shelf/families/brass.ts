import { type Family, palette } from '../declare'
import { amid, below, type Area, type Page } from '../page'
import {
  comes,
  disc,
  edge,
  fill,
  goes,
  graded,
  ground,
  group,
  line,
  type Piece,
  ramp,
  rect,
  repeat,
  row,
  shade,
  shadow,
  star,
  stays,
  text,
  whole,
} from '../pieces'

const caps = { family: 'eb-garamond', weight: 600, case: 'upper', tracking: 70 } as const
const italic = { family: 'eb-garamond', weight: 400, italic: true } as const
const metal = graded(['accent', 'second', 'accent'], { angle: 74 })
const cut = shade({ offset: [0, 1.2], blur: 1.4, opacity: 0.8 })
const cast = shadow({ offset: [0, 5], blur: 7, opacity: 0.6 })
const away = goes('fade', { unit: 'whole', frames: 9 })

/** A plate of metal with a line inside its edge and rivets in its corners. */
function plateOf(p: Page, [x, y, w, h]: Area, round = 1): Piece[] {
  const [inset, r] = [1.1 * p.u, 0.55 * p.u]
  const corners = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ] as const
  const at = (n: number, from: number) => n + (n === from ? 2.1 * p.u : -2.1 * p.u)
  return [
    rect(
      'Plate',
      [x, y, w, h],
      { round: round * p.u },
      cast,
      metal,
      shade({ offset: [0, -1.5], blur: 2, opacity: 0.5 }),
    ),
    rect(
      'Line in the plate',
      [x + inset, y + inset, w - 2 * inset, h - 2 * inset],
      { round: Math.max(0, round - 0.6) * p.u },
      edge('ground', { width: 0.16 * p.u, side: 'inside', opacity: 0.7 }),
    ),
    ...corners.map(([cx, cy], i) =>
      disc(
        `Rivet ${i + 1}`,
        [at(cx, x) - r, at(cy, y) - r, 2 * r, 2 * r],
        shadow({ offset: [0, 1], blur: 1.5, opacity: 0.7 }),
        metal,
        shade({ offset: [0, -0.6], blur: 0.8, opacity: 0.7 }),
      ),
    ),
  ]
}

/** Plates of brass with rivets, engraved. */
export const brass: Family = {
  id: 'brass',
  name: 'Brass plate',
  says: 'Engraved capitals on riveted metal, hung, turned and swung into place.',
  palettes: [
    palette('brass', 'Brass', ['#1d1204', '#3b2a10', '#b9853a', '#f3dc9f', '#38260a']),
    palette('tin', 'Tin', ['#0e1215', '#1e262b', '#8b999f', '#e9efef', '#222b30']),
    palette('copper', 'Copper', ['#1a0803', '#3a170b', '#c4764c', '#f7c8a8', '#35140a']),
  ],
  designs: [
    {
      id: 'nameplate',
      name: 'Name plate on a cord',
      purpose: 'lower',
      says: 'A riveted plate swings on its cords until it hangs still, the name engraved in it.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 15, 0.44)
        const cord = (cx: number, n: number) =>
          line(
            `Cord ${n}`,
            [
              [cx, -2 * p.u],
              [cx, y + 2 * p.u],
            ],
            { width: 0.3 * p.u },
            fill('ground'),
          )
        return whole(
          [
            group(
              'Plate and cords',
              [
                cord(x + 5 * p.u, 1),
                cord(x + w - 5 * p.u, 2),
                ...plateOf(p, [x, y, w, h]),
                text(
                  'Name',
                  'Ida Om',
                  {
                    area: [x + 5 * p.u, y + 1.8 * p.u, w - 10 * p.u, 7 * p.u],
                    size: 5 * p.u,
                    align: 'centre',
                    ...caps,
                  },
                  fill('ink'),
                  cut,
                ),
                text(
                  'What they do',
                  'Puppet maker',
                  {
                    area: [x + 5 * p.u, y + 8.4 * p.u, w - 10 * p.u, 4.8 * p.u],
                    size: 3.6 * p.u,
                    align: 'centre',
                    ...italic,
                  },
                  fill('soft'),
                ),
              ],
              comes('hang', { unit: 'whole', frames: 40, from: 7, fade: 0.15 }),
            ),
          ],
          goes('slide', { unit: 'whole', side: 90, distance: 3, frames: 10, fade: 0.6, ease: 'soft' }),
        )
      },
    },
    {
      id: 'strip',
      name: 'Narrow strip',
      purpose: 'lower',
      says: 'A narrow strip of metal turns to the front; a light goes over it once.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 9, 0.4)
        return whole(
          [
            group(
              'Strip',
              [
                ...plateOf(p, [x, y, w, h], 4.5),
                text(
                  'Name',
                  'Ida Om',
                  { area: [x + 5 * p.u, y, w - 10 * p.u, h], size: 4.6 * p.u, align: 'centre', ...caps },
                  fill('ink'),
                  cut,
                ),
              ],
              comes('flip', {
                unit: 'whole',
                axis: 'level',
                frames: 20,
                from: 88,
                ease: 'spring',
                damping: 0.7,
              }),
              stays('glint', { period: 3.4, light: 1.5 }),
            ),
          ],
          goes('flip', { unit: 'whole', axis: 'level', frames: 12, from: -88 }),
        )
      },
    },
    {
      id: 'engraved',
      name: 'Engraved title',
      purpose: 'title',
      says: 'A large plate is bolted on, its letters cut into it one after the other.',
      seconds: 6,
      pieces: (p) => {
        const area = amid(p, p.slim ? 46 : 40, 0, 0.82)
        const [x, y, w, h] = area
        return whole(
          [
            group('Plate', plateOf(p, area, 2), comes('shrink', { unit: 'whole', frames: 18, fade: 0.4 })),
            text(
              'Line above',
              'Paper Harbour Puppets',
              {
                area: [x + 6 * p.u, y + 4 * p.u, w - 12 * p.u, 5 * p.u],
                size: 3.6 * p.u,
                align: 'centre',
                ...italic,
              },
              fill('soft'),
              comes('fade', { frames: 30 }),
            ),
            text(
              'Title',
              'The Tin Comet',
              {
                area: [x + 6 * p.u, y + 9 * p.u, w - 12 * p.u, h - 18 * p.u],
                size: 13 * p.u,
                align: 'centre',
                leading: 1.02,
                ...caps,
              },
              fill('ink'),
              cut,
              shadow({ offset: [0, 1.2], blur: 0.8, opacity: 0.25 }),
              comes('swell', { unit: 'letter', frames: 44, overlap: 0.7 }),
            ),
            star(
              'Star',
              [p.x - 2.2 * p.u, y + h - 8 * p.u, 4.4 * p.u, 4.4 * p.u],
              { depth: 0.55 },
              fill('ink'),
              cut,
              comes('spin', { frames: 40, turns: 0.4 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'tag',
      name: 'Round tag',
      purpose: 'chapter',
      says: 'A round tag with a roman number rolls to its place, the chapter beside it.',
      seconds: 4,
      pieces: (p) => {
        const r = 11 * p.u
        const [cx, cy] = [p.slim ? p.x : p.left + r + 4 * p.u, p.slim ? p.y - 16 * p.u : p.y]
        const area: Area = p.slim
          ? [p.left, p.y, p.right - p.left, 20 * p.u]
          : [cx + r + 5 * p.u, cy - 10 * p.u, p.right - cx - r - 5 * p.u, 20 * p.u]
        return whole(
          [
            group(
              'Tag',
              [
                disc(
                  'Tag',
                  [cx - r, cy - r, 2 * r, 2 * r],
                  cast,
                  metal,
                  shade({ offset: [0, -2], blur: 3, opacity: 0.5 }),
                ),
                disc(
                  'Line in the tag',
                  [cx - r + 1.4 * p.u, cy - r + 1.4 * p.u, 2 * r - 2.8 * p.u, 2 * r - 2.8 * p.u],
                  edge('ground', { width: 0.2 * p.u, side: 'inside', dash: [0.9 * p.u, 0.6 * p.u] }),
                ),
                text(
                  'Number',
                  'IV',
                  {
                    area: [cx - r, cy - r, 2 * r, 2 * r],
                    size: 11 * p.u,
                    align: 'centre',
                    ...caps,
                    tracking: 0,
                  },
                  fill('ink'),
                  cut,
                ),
              ],
              comes('roll', { unit: 'whole', frames: 26 }),
            ),
            text(
              'Chapter',
              'What the tinsmith kept',
              {
                area,
                size: 9 * p.u,
                align: p.slim ? 'centre' : 'start',
                leading: 1.05,
                family: 'eb-garamond',
                weight: 600,
              },
              shadow({ offset: [0, 1.5], blur: 6, opacity: 0.85 }),
              fill('second'),
              comes('rise', { unit: 'word', frames: 34, distance: 0.4 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'dial',
      name: 'Dial',
      purpose: 'counter',
      says: 'A dial with sixty strokes and a hand that goes round; the seconds stand in its middle.',
      seconds: 12,
      whole: true,
      pieces: (p) => {
        const r = 30 * p.u
        const at = (n: number, high: number): Area => [p.x - n / 2, p.y - r + 2 * p.u, n, high]
        return whole(
          [
            disc(
              'Dial',
              [p.x - r, p.y - r, 2 * r, 2 * r],
              cast,
              metal,
              shade({ offset: [0, -3], blur: 6, opacity: 0.5 }),
            ),
            repeat(
              'Strokes',
              rect('Stroke', at(0.3 * p.u, 2.6 * p.u), {}, fill('ink')),
              { count: 60, layout: 'circle', radius: r - 3.3 * p.u },
              comes('fade', { unit: 'piece', frames: 24 }),
            ),
            repeat(
              'Long strokes',
              rect('Long stroke', at(0.7 * p.u, 4.4 * p.u), {}, fill('ink')),
              { count: 12, layout: 'circle', radius: r - 4.2 * p.u },
              comes('fade', { unit: 'piece', frames: 24 }),
            ),
            group('Hand', [
              line(
                'Hand',
                [
                  [p.x, p.y],
                  [p.x, p.y - r + 8 * p.u],
                ],
                { width: 0.8 * p.u, taper: [1.6, 0.4] },
                shadow({ offset: [1, 2], blur: 2, opacity: 0.5 }),
                fill('ground'),
              ),
            ]),
            disc(
              'Cap',
              [p.x - 8 * p.u, p.y - 8 * p.u, 16 * p.u, 16 * p.u],
              shadow({ offset: [0, 2], blur: 4, opacity: 0.6 }),
              metal,
              edge('ground', { width: 0.25 * p.u, side: 'inside' }),
            ),
            text(
              'Seconds',
              '{left}',
              {
                area: [p.x - 8 * p.u, p.y - 8 * p.u, 16 * p.u, 16 * p.u],
                size: 8.5 * p.u,
                align: 'centre',
                fixed: true,
                family: 'eb-garamond',
                weight: 600,
                features: { tnum: 1 },
              },
              fill('ink'),
              cut,
            ),
          ].map((piece) =>
            piece.name === 'Hand'
              ? { ...piece, form: { place: [p.x, p.y], anchor: [p.x, p.y], turn: ramp(0, 360) } }
              : piece,
          ),
          goes('shrink', { unit: 'whole', frames: 8 }),
        )
      },
    },
    {
      id: 'roll',
      name: 'Engraved list',
      purpose: 'credits',
      says: 'A tall plate with roles in italics and names in capitals, engraved line by line.',
      seconds: 6,
      pieces: (p) => {
        const area = amid(p, p.slim ? 72 : 62, 0, 0.6)
        const [x, y, w, h] = area
        return whole(
          [
            group('Plate', plateOf(p, area, 1.4), comes('tilt', { unit: 'whole', frames: 22 })),
            text(
              'What they did',
              'Puppets',
              {
                area: [x + 6 * p.u, y + 6 * p.u, w - 12 * p.u, 6 * p.u],
                size: 4.4 * p.u,
                align: 'centre',
                ...italic,
              },
              fill('soft'),
              comes('fade', { frames: 26 }),
            ),
            text(
              'Names',
              'Ida Om\nTeo Lindqvara\nMara Vell\nOdo Brask',
              {
                area: [x + 6 * p.u, y + 14 * p.u, w - 12 * p.u, h - 22 * p.u],
                size: 5 * p.u,
                align: 'centre',
                level: 'top',
                leading: 1.8,
                ...caps,
              },
              fill('ink'),
              cut,
              comes('swell', { unit: 'line', frames: 44, overlap: 0.6 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'sign',
      name: 'Closing sign',
      purpose: 'end',
      says: 'A row of rivets closes from both sides and a light goes over the last words.',
      seconds: 5,
      pieces: (p) => {
        const n = 15
        return [
          ground(
            rect('Ground', [0, 0, p.width, p.height], {}, fill('ground'), comes('fade', { frames: 10 })),
          ),
          ...[-1, 1].flatMap((side) =>
            row(n, (i) => {
              const [cx, cy] = [p.left + ((p.right - p.left) * (i + 0.5)) / n, p.y + side * 17 * p.u]
              return disc(
                `Rivet ${side < 0 ? 'above' : 'below'} ${i + 1}`,
                [cx - 0.7 * p.u, cy - 0.7 * p.u, 1.4 * p.u, 1.4 * p.u],
                metal,
                shade({ offset: [0, -0.8], blur: 1, opacity: 0.6 }),
                comes('grow', { frames: 8 + 2 * (side < 0 ? i : n - i), fade: 0.3 }),
                away,
              )
            }),
          ),
          text(
            'Last words',
            'Curtain',
            { area: amid(p, 20), size: 15 * p.u, align: 'centre', ...caps, tracking: 140 },
            metal,
            shade({ offset: [0, -1.5], blur: 2, opacity: 0.6 }),
            comes('fade', { frames: 20 }),
            comes('sweep', { unit: 'whole', frames: 56, light: 2.2 }),
            away,
          ),
        ]
      },
    },
  ],
}
