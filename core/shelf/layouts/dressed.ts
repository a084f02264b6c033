import type { ShelfDesign } from '../declare'
import { comes, edge, fill, glow, graded, rect, shadow, stays } from '../pieces'
import { beside, corner, type Dress, oneAndTwo, three, twoShot, wall } from './arrange'

const soft = (strength = 0.5) => shadow({ offset: [0, 6], blur: 12, opacity: strength })
const bare = { behind: () => [], rim: () => [] }
const letters = { ink: 'ink', soft: 'soft' } as const

const quiet: Dress = {
  ...letters,
  ...bare,
  names: { family: 'source-serif-4', weight: 400 },
  small: { family: 'barlow-condensed', weight: 500, case: 'upper', tracking: 130 },
  round: 0,
  arrives: comes('blur-in', { unit: 'word', frames: 20, overlap: 0.7 }),
}

const grid: Dress = {
  ...letters,
  ...bare,
  names: { family: 'inter', weight: 700, tracking: -10 },
  small: { family: 'inter', weight: 400 },
  round: 0,
  arrives: comes('reveal', { unit: 'line', side: 'below', frames: 16, ease: 'landing' }),
}

const slabs: Dress = {
  ...letters,
  names: { family: 'bebas-neue', weight: 400, case: 'upper', tracking: 10 },
  small: { family: 'barlow-condensed', weight: 600, case: 'upper', tracking: 60 },
  round: 0,
  behind: ({ u }) => [fill('accent', { offset: [1.2 * u, 1.2 * u] })],
  rim: () => [],
  arrives: comes('lean-in', { unit: 'whole', frames: 13, distance: 6, shutter: 180 }),
}

const brass: Dress = {
  ink: 'second',
  soft: 'accent',
  names: { family: 'eb-garamond', weight: 600, case: 'upper', tracking: 70 },
  small: { family: 'eb-garamond', weight: 400, italic: true },
  round: 0.6,
  behind: ({ u }) => [
    shadow({ offset: [0, 5], blur: 9, opacity: 0.7 }),
    edge('accent', { width: 2.2 * u, side: 'outside', corners: 'mitre' }),
    edge('second', { width: 0.35 * u, side: 'outside', gap: 1 * u, corners: 'mitre' }),
  ],
  rim: ({ u }) => [edge('ground', { width: 0.3 * u, side: 'outside', corners: 'mitre' })],
  arrives: comes('fade', { unit: 'line', frames: 16, overlap: 0.6 }),
}

const chalk: Dress = {
  ...letters,
  names: { family: 'caveat', weight: 700 },
  small: { family: 'caveat', weight: 400 },
  round: 0.8,
  behind: () => [],
  rim: ({ u }) => [
    edge('ink', { width: 0.4 * u, side: 'outside', gap: 0.9 * u, ends: 'round' }),
    edge('accent', { width: 0.25 * u, side: 'outside', gap: 1.9 * u, dash: [2 * u, 1.4 * u], ends: 'round' }),
  ],
  arrives: comes('write', { unit: 'letter', frames: 26, overlap: 0.7 }),
}

const stencil: Dress = {
  ...letters,
  names: { family: 'saira-stencil-one', weight: 400, case: 'upper', tracking: 30 },
  small: { family: 'special-elite', weight: 400 },
  round: 0.3,
  behind: () => [soft(0.7)],
  rim: ({ u }) => [edge('second', { width: 1.1 * u, side: 'outside', corners: 'bevel' })],
  arrives: comes('stamp', { unit: 'whole', frames: 12, from: 1.7 }),
  backdrop: ({ u, width, height }) =>
    [1, 2, 3, 4].map((i) =>
      rect(
        `Joint ${i}`,
        [0, (height * i) / 5 - 0.2 * u, width, 0.4 * u],
        {},
        fill('second', { opacity: 0.6 }),
      ),
    ),
}

const neon: Dress = {
  ...letters,
  names: { family: 'nunito', weight: 300, case: 'upper', tracking: 120 },
  small: { family: 'nunito', weight: 300 },
  round: 2.4,
  behind: ({ u }) => [
    glow('accent', { blur: 3 * u, strength: 1.2 }),
    edge('accent', { width: 0.7 * u, side: 'outside', gap: 0.4 * u }),
  ],
  rim: ({ u }) => [edge('ink', { width: 0.2 * u, side: 'outside', gap: 0.65 * u })],
  arrives: comes('neon', { unit: 'whole', frames: 20 }),
}

const paper: Dress = {
  ...letters,
  names: { family: 'nunito', weight: 900 },
  small: { family: 'nunito', weight: 600 },
  round: 0.2,
  behind: ({ u }) => [
    shadow({ offset: [1, 5], blur: 7, opacity: 0.45, grow: 1.6 * u }),
    edge('ground', { width: 1.8 * u, side: 'outside', corners: 'mitre' }),
  ],
  rim: () => [],
  arrives: comes('unfold', { unit: 'whole', frames: 14, folds: 2, shade: 0.35 }),
  backdrop: (p) => [rect('Table', [0, 0, p.width, p.height], {}, fill('second'))],
}

const print: Dress = {
  ...letters,
  names: { family: 'abril-fatface', weight: 400 },
  small: { family: 'zilla-slab', weight: 500 },
  round: 0,
  behind: ({ u }) => [
    fill('accent', { offset: [-0.9 * u, 0.7 * u] }),
    fill('second', { offset: [0.9 * u, -0.7 * u], blend: 'multiply' }),
  ],
  rim: ({ u }) => [edge('ink', { width: 0.35 * u, side: 'outside', corners: 'mitre' })],
  arrives: comes('swell', { unit: 'word', frames: 14, overlap: 0.6 }),
}

const carbon: Dress = {
  ...letters,
  names: { family: 'special-elite', weight: 400 },
  small: { family: 'special-elite', weight: 400 },
  round: 0,
  behind: ({ u }) => [
    shadow({ offset: [0, 4], blur: 6, opacity: 0.5 }),
    edge('soft', { width: 0.5 * u, side: 'outside', corners: 'mitre' }),
  ],
  rim: () => [],
  arrives: comes('type', { unit: 'letter', frames: 30 }),
}

const tide: Dress = {
  ...letters,
  names: { family: 'fraunces', weight: 600 },
  small: { family: 'fraunces', weight: 300 },
  round: 16,
  square: true,
  behind: () => [soft(0.45)],
  rim: ({ u }) => [
    edge('ink', { width: 0.5 * u, side: 'outside' }),
    edge('accent', { width: 0.9 * u, side: 'outside', gap: 0.5 * u }),
  ],
  arrives: comes('fade', { unit: 'line', frames: 18 }),
}

const clockwork: Dress = {
  ...letters,
  names: { family: 'oswald', weight: 600, case: 'upper', tracking: 20 },
  small: { family: 'jetbrains-mono', weight: 500 },
  round: 40,
  square: true,
  behind: ({ u }) => [
    soft(0.5),
    edge('second', { width: 1.6 * u, side: 'outside', gap: 0.8 * u, dash: [0.5 * u, 1.1 * u] }),
  ],
  rim: ({ u }) => [edge('accent', { width: 0.8 * u, side: 'outside' })],
  arrives: comes('rise', { unit: 'whole', frames: 14, ease: 'spring', stiffness: 420, damping: 0.55 }),
}

const tickets: Dress = {
  ink: 'soft',
  soft: 'soft',
  names: { family: 'barlow-condensed', weight: 700, case: 'upper', tracking: 40 },
  small: { family: 'barlow-condensed', weight: 500 },
  round: 0.6,
  behind: ({ u }) => [soft(0.5), edge('accent', { width: 1.5 * u, side: 'outside' })],
  rim: ({ u }) => [
    edge('ground', { width: 0.35 * u, side: 'outside', gap: 0.6 * u, dash: [0.01, 1.2 * u], ends: 'round' }),
  ],
  arrives: comes('flip-board', { unit: 'letter', frames: 24 }),
}

const tremor: Dress = {
  ...letters,
  names: { family: 'jetbrains-mono', weight: 800, tracking: -20 },
  small: { family: 'jetbrains-mono', weight: 500 },
  round: 0,
  behind: () => [],
  rim: ({ u }) => [edge('accent', { width: 0.3 * u, side: 'outside', corners: 'mitre' })],
  arrives: comes('scramble', { unit: 'letter', frames: 20 }),
}

const blocks: Dress = {
  ...letters,
  names: { family: 'nunito', weight: 900 },
  small: { family: 'nunito', weight: 700 },
  round: 2,
  behind: ({ u }) => [
    shadow({ offset: [0, 5], blur: 5, opacity: 0.35, grow: 1.6 * u }),
    edge('accent', { width: 1.6 * u, side: 'outside' }),
  ],
  rim: () => [],
  arrives: comes('gravity', { unit: 'word', frames: 18, bounce: 0.35, overlap: 0.6 }),
}

const lantern: Dress = {
  ...letters,
  names: { family: 'playfair-display', weight: 700 },
  small: { family: 'playfair-display', weight: 400, italic: true },
  round: 0.4,
  behind: ({ u }) => [glow('accent', { blur: 5 * u, strength: 0.9 })],
  rim: () => [],
  arrives: comes('focus', { unit: 'word', frames: 22, overlap: 0.7, bloom: 1 }),
  backdrop: (p) => [
    rect(
      'Glow of the lantern',
      [-0.1 * p.width, -0.1 * p.height, 1.2 * p.width, 1.2 * p.height],
      {},
      graded(['accent', 'clear accent'], { paint: 'radial', opacity: 0.3, spread: 0.8 }),
      stays('flicker', { by: 0.2, speed: 4 }),
    ),
  ],
}

type Layout = Omit<ShelfDesign, 'purpose'>
const layout = (made: Layout): ShelfDesign => ({ ...made, purpose: 'layout' })

/** Layouts of shots by the family that they are of. */
export const LAYOUTS: Readonly<Record<string, readonly ShelfDesign[]>> = {
  quiet: [
    layout({
      id: 'beside-words',
      name: 'Beside quiet words',
      says: 'The shot steps aside; a heading and small capitals appear in the room that it leaves.',
      seconds: 6,
      pieces: (p) =>
        beside(
          p,
          quiet,
          ['Heading', 'A comet of tin and lime wood'],
          ['Lines', 'Paper Harbour\nThe first night'],
        ),
    }),
  ],
  grid: [
    layout({
      id: 'two-shot',
      name: 'Two on a grid',
      says: 'The shot goes to the left, another comes in beside it, with a name under each.',
      seconds: 6,
      pieces: (p) =>
        twoShot(p, grid, [
          ['Name, left', 'Ida Om'],
          ['Name, right', 'The fox'],
        ]),
    }),
    layout({
      id: 'wall',
      name: 'Wall of four',
      says: 'The shot becomes one of four that fill the picture.',
      seconds: 5,
      pieces: (p) => wall(p, grid),
    }),
  ],
  slabs: [
    layout({
      id: 'face-off',
      name: 'Face to face',
      says: 'Two shots on coloured slabs, heavy names run in under them.',
      seconds: 5,
      pieces: (p) =>
        twoShot(p, slabs, [
          ['Name, left', 'Ida Om'],
          ['Name, right', 'The fox'],
        ]),
    }),
  ],
  brass: [
    layout({
      id: 'framed',
      name: 'Framed in brass',
      says: 'The shot hangs in a frame of brass beside an inscription.',
      seconds: 6,
      pieces: (p) =>
        beside(
          p,
          brass,
          ['Heading', 'The stargazer'],
          ['Lines', 'Carved from lime wood\nin the winter before'],
        ),
    }),
  ],
  chalk: [
    layout({
      id: 'pinned',
      name: 'On the slate',
      says: 'Three shots in lines of chalk under a heading that is written.',
      seconds: 6,
      pieces: (p) => three(p, chalk, ['Heading', 'Three nights before']),
    }),
  ],
  stencil: [
    layout({
      id: 'crates',
      name: 'Three on planks',
      says: 'Three shots in dark wood on planks, the heading stamped over them.',
      seconds: 5,
      pieces: (p) => three(p, stencil, ['Heading', 'From the workshop']),
    }),
  ],
  neon: [
    layout({
      id: 'tube-window',
      name: 'Window in a tube',
      says: 'A second shot in a tube of light comes in at the corner, with a name under it.',
      seconds: 6,
      pieces: (p) => corner(p, neon, ['Name', 'Ida Om']),
    }),
  ],
  paper: [
    layout({
      id: 'prints',
      name: 'Prints on a table',
      says: 'Two shots as prints with white borders on a coloured table, a name under each.',
      seconds: 6,
      pieces: (p) =>
        twoShot(p, paper, [
          ['Name, left', 'Ida Om'],
          ['Name, right', 'The fox'],
        ]),
    }),
  ],
  print: [
    layout({
      id: 'large-small',
      name: 'One large, two small',
      says: 'The shot moves over for two small ones, all of them printed a little out of register.',
      seconds: 6,
      pieces: (p) => oneAndTwo(p, print, ['Line', 'An evening in the square']),
    }),
  ],
  carbon: [
    layout({
      id: 'file',
      name: 'On file',
      says: 'The shot is clipped to a sheet; what is known of it is typed beside it.',
      seconds: 7,
      pieces: (p) =>
        beside(
          p,
          carbon,
          ['Heading', 'No 4, the comet'],
          ['Lines', 'Made of tin\nForty lamps\nHung on the last day'],
        ),
    }),
  ],
  tide: [
    layout({
      id: 'porthole',
      name: 'Porthole',
      says: 'A second shot looks in through a round window at the corner, with a name under it.',
      seconds: 6,
      pieces: (p) => corner(p, tide, ['Name', 'Ida Om']),
    }),
  ],
  clockwork: [
    layout({
      id: 'two-dials',
      name: 'Two dials',
      says: 'The shot rounds itself to a dial; a second dial comes in beside it.',
      seconds: 6,
      pieces: (p) =>
        twoShot(p, clockwork, [
          ['Name, left', 'Ida Om'],
          ['Name, right', 'The fox'],
        ]),
    }),
  ],
  tickets: [
    layout({
      id: 'three-stubs',
      name: 'Three tickets',
      says: 'Three shots on tickets under a board whose letters turn over.',
      seconds: 6,
      pieces: (p) => three(p, tickets, ['Heading', 'Tonight on the quay']),
    }),
  ],
  tremor: [
    layout({
      id: 'newsroom',
      name: 'Large with two beside',
      says: 'The shot moves over for two more in thin lines, one line of words below them all.',
      seconds: 6,
      pieces: (p) => oneAndTwo(p, tremor, ['Line', 'Live from the square']),
    }),
    layout({
      id: 'window',
      name: 'Window with a name',
      says: 'A second shot in a thin line comes in at the corner, its name on a bar under it.',
      seconds: 6,
      pieces: (p) => corner(p, tremor, ['Name', 'Ida Om']),
    }),
  ],
  blocks: [
    layout({
      id: 'four-blocks',
      name: 'Four blocks',
      says: 'The shot becomes one of four round blocks.',
      seconds: 5,
      pieces: (p) => wall(p, blocks),
    }),
  ],
  lantern: [
    layout({
      id: 'lit-beside',
      name: 'Lit beside words',
      says: 'The shot glows beside words that come into focus in the light of a lantern.',
      seconds: 6,
      pieces: (p) =>
        beside(p, lantern, ['Heading', 'The first night'], ['Lines', 'Lanterns are lit at seven']),
    }),
  ],
}
