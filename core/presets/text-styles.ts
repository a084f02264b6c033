import type { CoatKind } from '../coats'
import { decodeSrgb } from '../colour'
import type { Values } from '../params'

type Rgb = [number, number, number]

/** A pile of coats that is ready, from back to front; colours linear. */
export interface TextStyle {
  name: string
  group: string
  coats: readonly StyleCoat[]
}

export interface StyleCoat {
  kind: CoatKind
  form: Values
  stops?: readonly { at: number; colour: Rgb; opacity?: number }[]
}

/** A colour from its display codes as `f2c14e`. */
const ink = (hex: string): Rgb => {
  const code = (i: number) => decodeSrgb(Number.parseInt(hex.slice(i, i + 2), 16) / 255)
  return [code(0), code(2), code(4)]
}

const fill = (hex: string, more: Values = {}): StyleCoat => ({
  kind: 'fill',
  form: { colour: ink(hex), ...more },
})
const edge = (hex: string, width: number, more: Values = {}): StyleCoat => ({
  kind: 'edge',
  form: { colour: ink(hex), width, ...more },
})
const shadow = (hex: string, offset: [number, number], blur: number, more: Values = {}): StyleCoat => ({
  kind: 'shadow',
  form: { colour: ink(hex), offset, blur, ...more },
})
const glow = (hex: string, blur: number, strength: number, more: Values = {}): StyleCoat => ({
  kind: 'glow',
  form: { colour: ink(hex), blur, strength, ...more },
})
const shade = (hex: string, offset: [number, number], blur: number, opacity = 0.6): StyleCoat => ({
  kind: 'shade',
  form: { colour: ink(hex), offset, blur, opacity },
})
const plate = (hex: string, more: Values = {}): StyleCoat => ({
  kind: 'plate',
  form: { colour: ink(hex), ...more },
})
const graded = (kind: 'fill' | 'edge' | 'plate', hexes: readonly string[], more: Values = {}): StyleCoat => ({
  kind,
  form: { paint: 'linear', angle: 90, ...more },
  stops: hexes.map((hex, i) => ({ at: hexes.length > 1 ? i / (hexes.length - 1) : 0, colour: ink(hex) })),
})
/** A long drawn-out body of one colour behind the letters. */
const long = (hex: string, offset: [number, number], length: number): StyleCoat =>
  shadow(hex, offset, 0, { length, opacity: 1 })

const group = (name: string, styles: Record<string, readonly StyleCoat[]>): TextStyle[] =>
  Object.entries(styles).map(([style, coats]) => ({ name: style, group: name, coats }))

/** The styles that ship, in the families that designs come in. */
export const TEXT_STYLES: readonly TextStyle[] = [
  ...group('Quiet', {
    'White alone': [fill('f4f2ec')],
    'White on a soft shadow': [shadow('000000', [0, 3], 8, { opacity: 0.75 }), fill('f6f4ee')],
    'Ink on bright footage': [fill('14171c')],
    'Ink with a pale breath': [glow('ffffff', 12, 2, { blend: 'normal', opacity: 0.8 }), fill('14171c')],
    'Half seen': [shadow('000000', [0, 2], 10, { opacity: 0.5 }), fill('ffffff', { opacity: 0.72 })],
    'On a dark band': [plate('0c0f14', { opacity: 0.78, pad: [22, 8] }), fill('f4f2ec')],
  }),
  ...group('Bold', {
    'Thick dark edge': [edge('101216', 9), fill('ffffff')],
    'Slab on colour': [plate('e8452c', { opacity: 1, pad: [20, 6] }), fill('ffffff')],
    'Leaning slab': [plate('f2c230', { opacity: 1, pad: [26, 6], slant: 12 }), fill('14171c')],
    'Two edges': [edge('e8452c', 12), edge('14171c', 6), fill('ffffff')],
    'Drawn out': [long('7a1f12', [1, 1], 46), fill('f2c230')],
    'Each word on a plate': [plate('14171c', { around: 'word', opacity: 1, pad: [10, 2] }), fill('f2c230')],
  }),
  ...group('Printed ink', {
    'Slipped red': [
      fill('d9482b', { offset: [3, 2], blend: 'multiply' }),
      fill('1e2a44', { blend: 'multiply' }),
    ],
    'Slipped blue': [
      fill('2f6db3', { offset: [-3, 2] }),
      fill('f2e8d5', { blend: 'multiply' }),
      fill('1d1b18'),
    ],
    'Thin press': [fill('2a2622', { grow: -1 })],
    'Fat press': [fill('2a2622', { grow: 1.5, blur: 0.6 })],
    'Poster orange': [long('3b1a0c', [1, 1], 14), fill('e77b2d')],
    Woodcut: [edge('1d1b18', 3, { side: 'inside' }), fill('d8c39a'), edge('1d1b18', 2)],
  }),
  ...group('Paper', {
    'Cut card': [
      shadow('000000', [2, 4], 4, { opacity: 0.5 }),
      fill('f1e7d3'),
      shade('7a6a4c', [-1, -2], 2, 0.5),
    ],
    'Cut out of card': [fill('e9dcc0'), shade('2b2111', [3, 4], 5, 0.85)],
    'Folded note': [
      shadow('000000', [4, 6], 6, { opacity: 0.4 }),
      plate('f6edd2', { opacity: 1, pad: [24, 14] }),
      fill('3a3226'),
    ],
    Ticket: [plate('e6b35a', { opacity: 1, round: 10, pad: [26, 10] }), fill('3b2410')],
    'Chalk card': [
      plate('24302c', { opacity: 1, round: 4, pad: [24, 12] }),
      fill('eef0e6', { blur: 0.5, opacity: 0.92 }),
    ],
    'Layered card': [
      shadow('000000', [0, 8], 7, { opacity: 0.4 }),
      edge('c8552f', 14),
      edge('f1e7d3', 8),
      fill('2f4a5c'),
    ],
  }),
  ...group('Metal', {
    Brass: [
      shadow('000000', [2, 4], 4),
      edge('4a2f0a', 3),
      graded('fill', ['fff0b8', 'b9822b', 'f7d98a', '8a5a17']),
      shade('ffffff', [-1, -2], 1.5, 0.35),
    ],
    Tin: [
      shadow('000000', [2, 3], 4),
      edge('2b3036', 3),
      graded('fill', ['f3f6f8', '8d97a1', 'dfe5ea', '5d6670']),
    ],
    Copper: [
      shadow('000000', [2, 4], 5),
      edge('3a170b', 3),
      graded('fill', ['ffd2b0', 'b3562a', 'ee9b6c', '6e2a12']),
    ],
    'Pressed plate': [fill('6f7880'), shade('000000', [3, 4], 4, 0.8), edge('c4ccd3', 1, { offset: [0, 1] })],
    Gilt: [edge('f6d77c', 3), fill('14110a'), edge('a87a22', 1, { side: 'inside', gap: -2 })],
    'Worn gold': [
      edge('6b4a12', 2),
      graded('fill', ['e9c76a', '9c6d1e'], { opacity: 0.92 }),
      shade('2b1a04', [0, 3], 6, 0.5),
    ],
  }),
  ...group('Light', {
    Lantern: [glow('ff9a3c', 26, 2), fill('fff1d6'), shade('ff7a1a', [0, 0], 6, 0.5)],
    'Red tube': [glow('ff2a2a', 22, 2.4), edge('ff5a4a', 2), fill('fff0ec')],
    'Blue tube': [glow('2a7bff', 22, 2.4), edge('6ab0ff', 2), fill('f0f7ff')],
    'Outline tube': [glow('ff3fa4', 18, 2.4), edge('ffd0ea', 4, { side: 'centred' })],
    Moonlit: [glow('9cc8ff', 34, 1.2, { opacity: 0.7 }), graded('fill', ['f6fbff', 'a9c4e6'])],
    'Signal lamp': [glow('39ff88', 18, 2), fill('eafff2')],
  }),
  ...group('Sea', {
    Tide: [shadow('031a26', [0, 4], 6), graded('fill', ['e8fbff', '4fb3c8', '0f5b78'])],
    Deep: [edge('02131d', 5), graded('fill', ['7fd0df', '0b4a63'])],
    'Foam edge': [edge('f3ffff', 6), graded('fill', ['1fa2b8', '0a4f6b'])],
    Rope: [edge('4a3315', 7), edge('cfa768', 4), fill('2a1d0c')],
    Canvas: [shadow('000000', [1, 2], 3, { opacity: 0.5 }), fill('d8cdb4'), shade('7d7157', [0, 2], 3, 0.4)],
    'Harbour sign': [plate('0f3d5c', { opacity: 1, round: 8, pad: [28, 12] }), fill('ffffff')],
  }),
  ...group('Evening', {
    Dusk: [shadow('120a1c', [0, 4], 8), graded('fill', ['ffd9a0', 'f07a5a', '8a3a78'])],
    Ember: [glow('ff5a1a', 16, 1.4), graded('fill', ['ffe9a8', 'ff8a2a', 'c42a10'])],
    Plum: [edge('1a0a22', 5), graded('fill', ['f2c6e8', 'a0509a'])],
    'Night sky': [glow('4a6aff', 20, 0.9), graded('fill', ['ffffff', '9aa8ff'])],
    'Star chart': [edge('dfe6ff', 1.5, { side: 'centred' }), glow('8aa0ff', 8, 0.8)],
    Dawn: [graded('fill', ['fff3d9', 'ffc2a6', 'c98fb4']), edge('5a3a52', 1.5)],
  }),
  ...group('Crates', {
    'Stencil black': [fill('161412', { opacity: 0.9 })],
    'Stencil red': [fill('a32618', { opacity: 0.92, blur: 0.4 })],
    'Burnt in': [
      fill('2a160a'),
      shade('000000', [0, 2], 3, 0.7),
      glow('5a2c10', 6, 1.2, { blend: 'normal' }),
    ],
    'Painted board': [
      plate('7a4a24', { opacity: 1, pad: [26, 14] }),
      fill('f0e2c0'),
      shade('5a3a1c', [0, 1], 2, 0.4),
    ],
    Warning: [plate('f2b705', { opacity: 1, pad: [22, 8] }), fill('16130a')],
    Waybill: [plate('efe6d0', { opacity: 1, round: 2, pad: [20, 10] }), fill('27415e')],
  }),
  ...group('Play', {
    Blocks: [long('1c5a3a', [1, 1], 18), edge('ffffff', 6), fill('38b26a')],
    Sweets: [edge('ffffff', 8), graded('fill', ['ff9ac2', 'ff4f7e']), shade('ffffff', [0, -3], 2, 0.5)],
    Balloon: [
      shadow('000000', [3, 6], 6, { opacity: 0.35 }),
      graded('fill', ['ffe27a', 'ff9d2e'], { grow: 2 }),
    ],
    Comic: [long('14171c', [1, 1], 10), edge('14171c', 5), fill('ffe03a')],
    Rainbow: [
      edge('ffffff', 5),
      graded('fill', ['ff4d4d', 'ffb02e', 'ffe94d', '43c463', '3a8dff', '9a5cff'], { angle: 0 }),
    ],
    Score: [plate('f7f4ec', { opacity: 1, round: 30, pad: [34, 12] }), fill('1f2a56')],
  }),
]
