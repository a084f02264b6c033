import { type Family, palette } from '../declare'
import { amid, below, type Area, type Page } from '../page'
import {
  comes,
  fill,
  goes,
  ground,
  group,
  line,
  outline,
  type Piece,
  rect,
  row,
  rule,
  shadow,
  stays,
  text,
  whole,
} from '../pieces'

const typed = { family: 'special-elite', weight: 400 }
/** At about so many letters a second. */
const types = (says: string, more = {}) =>
  comes('type', { unit: 'letter', frames: Math.max(10, Math.round(says.length * 1.5)), ...more })
const away = goes('fade', { unit: 'whole', frames: 7 })
const lies = shadow({ offset: [0, 3], blur: 5, opacity: 0.5 })
/** The letters, and their faint copy through carbon paper. */
const struck = [fill('second', { offset: [1.2, 1.6], opacity: 0.35, blur: 0.6 }), fill('ink')]
const fed = (frames: number) =>
  comes('slide', { unit: 'whole', side: 90, distance: 2, frames, ease: 'landing', fade: 0.2, shutter: 0 })
/** A strip of paper, torn at its right end. */
function strip(p: Page, name: string, [x, y, w, h]: Area): Piece {
  const teeth = 6
  const torn = row(teeth * 2 + 1, (i): [number, number] => [
    x + w - (i % 2 ? 0.9 : 0) * p.u,
    y + (h * i) / (teeth * 2),
  ])
  return outline(name, [[x, y], ...torn, [x, y + h]], lies, fill('ground'))
}

/** Written on a machine, on strips and cards. */
export const carbon: Family = {
  id: 'carbon',
  name: 'Typewriter',
  says: 'Written on a machine in the rhythm of a hand, on strips and cards, with a faint carbon copy.',
  palettes: [
    palette('paper', 'Paper', ['#23201c', '#efe6d2', '#a3312a', '#3c4f8f', '#57503f']),
    palette('green', 'Green ribbon', ['#14352a', '#eef2e2', '#c77a1e', '#37705a', '#3f5a4b']),
    palette('night', 'Night desk', ['#f0ead8', '#1d1f26', '#e5a23c', '#7da7d9', '#c9c3b2']),
  ],
  designs: [
    {
      id: 'strip',
      name: 'Torn strip',
      purpose: 'lower',
      says: 'A torn strip is fed in and the name typed on it; the role follows on its own.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 15, 0.44)
        return whole(
          [
            group('Upper strip', [strip(p, 'Strip', [x, y, w, 8.6 * p.u])], fed(9)),
            group('Lower strip', [strip(p, 'Strip', [x, y + 8.4 * p.u, w * 0.82, 6.2 * p.u])], fed(14)),
            text(
              'Name',
              'Ida Om',
              { area: [x + 2.4 * p.u, y + 0.5 * p.u, w - 5.4 * p.u, 8 * p.u], size: 5.6 * p.u, ...typed },
              ...struck,
              types('Ida Om', { frames: 22 }),
            ),
            text(
              'What they do',
              'Puppet maker',
              {
                area: [x + 2.4 * p.u, y + 8.7 * p.u, w * 0.82 - 5.4 * p.u, 5.8 * p.u],
                size: 3.6 * p.u,
                ...typed,
              },
              fill('accent'),
              types('', { frames: 36 }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'bare',
      name: 'Typed on the picture',
      purpose: 'lower',
      says: 'A line is typed straight onto the picture; a caret waits at its end.',
      seconds: 5,
      pieces: (p) => {
        const [x, y, w] = below(p, 13, 0.6)
        return whole(
          [
            text(
              'Name',
              'Ida Om',
              { area: [x, y, w, 7.4 * p.u], size: 5.8 * p.u, ...typed },
              shadow({ offset: [0, 1], blur: 6, opacity: 0.9 }),
              fill('ground'),
              types('', { frames: 24, caret: 'block' }),
            ),
            text(
              'What they do',
              'Puppet maker',
              { area: [x, y + 7.6 * p.u, w, 5 * p.u], size: 3.6 * p.u, ...typed },
              shadow({ offset: [0, 1], blur: 6, opacity: 0.9 }),
              fill('ground'),
              types('', { frames: 40, caret: 'bar' }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'first-page',
      name: 'First page',
      purpose: 'title',
      says: 'The first page of a manuscript comes up in the machine and the title is typed on it.',
      seconds: 7,
      pieces: (p) => {
        const w = Math.min(p.right - p.left, 96 * p.u)
        const area: Area = [p.x - w / 2, p.y - 30 * p.u, w, p.height]
        return whole(
          [
            rect(
              'Page',
              area,
              {},
              lies,
              fill('ground'),
              comes('slide', { side: 90, distance: 1, frames: 18, ease: 'landing', fade: 0.2, shutter: 0 }),
            ),
            text(
              'Title',
              'The Tin Comet',
              {
                area: [area[0] + 6 * p.u, p.y - 18 * p.u, w - 12 * p.u, 16 * p.u],
                size: 11 * p.u,
                align: 'centre',
                case: 'upper',
                ...typed,
              },
              ...struck,
              rule('ink', { where: 'under', around: 'line', width: 0.4 * p.u, gap: 1 * p.u }),
              types('', { frames: 52 }),
            ),
            text(
              'By',
              'by the Paper Harbour Puppets',
              {
                area: [area[0] + 6 * p.u, p.y + 2 * p.u, w - 12 * p.u, 7 * p.u],
                size: 4.2 * p.u,
                align: 'centre',
                ...typed,
              },
              fill('soft'),
              types('', { frames: 92 }),
            ),
          ],
          goes('slide', { unit: 'whole', side: 270, distance: 1, frames: 12, ease: 'soft', fade: 0.2 }),
        )
      },
    },
    {
      id: 'where',
      name: 'Where and when, typed',
      purpose: 'chapter',
      says: 'Place, day and hour are typed line by line in the lower corner.',
      seconds: 6,
      pieces: (p) => {
        const [x, y, w, h] = below(p, 20, 0.56)
        return whole(
          [
            text(
              'Where and when',
              'Paper Harbour\nTuesday, before dawn\nThe lamp is lit',
              { area: [x, y, w, h], size: 4.6 * p.u, level: 'bottom', leading: 1.35, ...typed },
              {
                kind: 'plate',
                role: 'ground',
                form: { around: 'line', pad: [1.4 * p.u, 0.5 * p.u], opacity: 1 },
              },
              ...struck,
              types('', { frames: 70, caret: 'block' }),
            ),
          ],
          away,
        )
      },
    },
    {
      id: 'index-card',
      name: 'Index card',
      purpose: 'facts',
      says: 'A ruled card from a box, its heading underlined in red, its lines typed one by one.',
      seconds: 7,
      pieces: (p) => {
        const area = amid(p, 56, 0, 0.7)
        const [x, y, w, h] = area
        return whole(
          [
            rect(
              'Card',
              area,
              { round: 0.8 * p.u },
              lies,
              fill('ground'),
              comes('drop', { frames: 14, distance: 2 }),
            ),
            ...row(5, (i) =>
              line(
                `Rule ${i + 1}`,
                [
                  [x, y + (14 + 9 * i) * p.u],
                  [x + w, y + (14 + 9 * i) * p.u],
                ],
                { width: (i ? 0.14 : 0.3) * p.u },
                fill(i ? 'second' : 'accent', { opacity: i ? 0.5 : 1 }),
                comes('fade', { frames: 18 }),
              ),
            ),
            text(
              'Heading',
              'Comet, tin',
              { area: [x + 4 * p.u, y + 3 * p.u, w - 8 * p.u, 11 * p.u], size: 6.6 * p.u, ...typed },
              ...struck,
              types('', { frames: 32 }),
            ),
            text(
              'Lines',
              'Length: four ells\nMade of: tin, string\nSeen: every night',
              {
                area: [x + 4 * p.u, y + 16.4 * p.u, w - 8 * p.u, h - 18 * p.u],
                size: 4.6 * p.u,
                level: 'top',
                leading: 1.96,
                ...typed,
              },
              fill('ink'),
              types('', { frames: 90 }),
            ),
          ],
          goes('drop', { unit: 'whole', frames: 9 }),
        )
      },
    },
    {
      id: 'telegram',
      name: 'Telegram',
      purpose: 'quote',
      says: 'A message on three strips pasted to a form, with a word at the head.',
      seconds: 6,
      pieces: (p) => {
        const area = amid(p, 48, 0, 0.72)
        const [x, y, w] = area
        return whole(
          [
            rect(
              'Form',
              area,
              {},
              lies,
              fill('accent'),
              comes('slide', { side: 90, distance: 2, frames: 14, fade: 0.2 }),
            ),
            text(
              'Head',
              'Telegram',
              {
                area: [x + 4 * p.u, y + 2.4 * p.u, w - 8 * p.u, 8 * p.u],
                size: 6 * p.u,
                case: 'upper',
                tracking: 240,
                fixed: true,
                ...typed,
              },
              fill('ground'),
              comes('fade', { frames: 20 }),
            ),
            text(
              'Message',
              'Comet hung stop\nfox awake stop\ncome at once stop',
              {
                area: [x + 5 * p.u, y + 12 * p.u, w - 10 * p.u, 34 * p.u],
                size: 6 * p.u,
                level: 'top',
                leading: 1.75,
                case: 'upper',
                ...typed,
              },
              {
                kind: 'plate',
                role: 'ground',
                form: { around: 'line', pad: [1.6 * p.u, 0.6 * p.u], opacity: 1 },
              },
              fill('ink'),
              comes('wipe', { unit: 'line', side: 180, frames: 50, soft: 0.05, overlap: 0.1 }),
            ),
          ],
          goes('slide', { unit: 'whole', side: 90, distance: 2, frames: 10, ease: 'soft' }),
        )
      },
    },
    {
      id: 'cast',
      name: 'Cast list',
      purpose: 'credits',
      says: 'A typed list that rolls slowly up through the picture, roles on the left, names on the right.',
      seconds: 10,
      whole: true,
      pieces: (p) => {
        const [w, h] = [(p.right - p.left) * (p.slim ? 1 : 0.9), 96 * p.u]
        const x = p.x - w / 2
        const roll: Piece = group('Roll', [
          text(
            'Heading',
            'The cast',
            { area: [x, p.y - h / 2, w, 10 * p.u], size: 8 * p.u, align: 'centre', case: 'upper', ...typed },
            fill('accent'),
          ),
          text(
            'Parts',
            'The stargazer\nThe fox\nThe comet\nThe harbour\nThe lamp',
            {
              area: [x, p.y - h / 2 + 18 * p.u, w * 0.48, h - 18 * p.u],
              size: 3.9 * p.u,
              align: 'right',
              level: 'top',
              leading: 2.2,
              ...typed,
            },
            fill('soft'),
          ),
          text(
            'Names',
            'Ida Om\nTeo Lindqvara\nItself\nMara Vell\nOdo Brask',
            {
              area: [x + w * 0.52, p.y - h / 2 + 18 * p.u, w * 0.48, h - 18 * p.u],
              size: 3.9 * p.u,
              level: 'top',
              leading: 2.2,
              ...typed,
            },
            fill('ink'),
          ),
        ])
        return [
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
          {
            ...roll,
            form: {
              place: {
                ramp: [
                  [0, p.height / 2 + h / 2],
                  [0, -p.height / 2 - h / 2],
                ],
              },
            },
          },
        ]
      },
    },
    {
      id: 'full-stop',
      name: 'Full stop',
      purpose: 'end',
      says: 'The last words are typed in the middle of a page, the caret blinking after them.',
      seconds: 5,
      pieces: (p) => [
        ground(
          rect(
            'Page',
            [0, 0, p.width, p.height],
            {},
            fill('ground'),
            comes('fade', { frames: 8 }),
            goes('fade', { frames: 8 }),
          ),
        ),
        text(
          'Last words',
          'The end.',
          { area: amid(p, 20), size: 12 * p.u, align: 'centre', ...typed },
          ...struck,
          types('', { frames: 40, caret: 'block' }),
          stays('shake', { unit: 'letter', turn: 0.3, speed: 2 }),
          away,
        ),
      ],
    },
  ],
}
