import { decodeSrgb, encodeSrgb } from '../../colour'
import type { Blend } from '../blend'
import type { ColourOp } from '../program'

type Colour = [number, number, number]
const LIMIT = 1e9
const limit = (v: number) => Math.min(LIMIT, Math.max(-LIMIT, v))
const luma = ([r, g, b]: Colour) => 0.2126 * r + 0.7152 * g + 0.0722 * b
const signed = (f: (v: number) => number) => (v: number) => Math.sign(v) * f(Math.abs(v))
const each = (c: Colour, f: (v: number, i: number) => number) => c.map((v, i) => limit(f(v, i))) as Colour

/** A straight colour after a run of operations; `matte` gives the value of a matte at this pixel. */
export function referenceProgram(colour: Colour, ops: readonly ColourOp[], matte = 1): Colour {
  let now = each(colour, (v) => v)
  let kept = now
  for (const op of ops) {
    if (op.op === 'keep') kept = now
    else if (op.op === 'mixKept') {
      const m = op.amount * (op.matte ? matte : 1)
      now = each(now, (v, i) => (kept[i] as number) + (v - (kept[i] as number)) * m)
    } else now = after(now, op)
  }
  return now
}

function after(c: Colour, op: ColourOp): Colour {
  switch (op.op) {
    case 'matrix': {
      const m = (i: number) => op.rows[i] as number
      return each(c, (_, i) => m(i * 4) * c[0] + m(i * 4 + 1) * c[1] + m(i * 4 + 2) * c[2] + m(i * 4 + 3))
    }
    case 'power':
      return each(c, (v, i) =>
        v === 0 ? 0 : signed((x) => (op.scale[i] as number) * x ** (op.exponent[i] as number))(v),
      )
    case 'levels':
      return each(c, (v, i) => v * (op.scale[i] as number) + (op.offset[i] as number))
    case 'saturation':
      return each(c, (v) => luma(c) + (v - luma(c)) * op.amount)
    case 'clamp':
      return each(c, (v) => Math.min(op.high, Math.max(op.low, v)))
    case 'shoulder': {
      const cut = each(c, (v) => Math.max(0, v))
      const m = Math.max(...cut)
      if (m <= op.knee) return cut
      const bent = 1 - (1 - op.knee) * Math.exp(-(m - op.knee) / (1 - op.knee))
      return each(cut, (v) => (v * bent) / m)
    }
    case 'encode':
      return each(
        c,
        signed((v) => (v > 1 ? 1.055 * v ** (1 / 2.4) - 0.055 : encodeSrgb(v))),
      )
    case 'decode':
      return each(
        c,
        signed((v) => (v > 1 ? ((v + 0.055) / 1.055) ** 2.4 : decodeSrgb(v))),
      )
    case 'curves':
      return each(c, (v, i) =>
        alongCurve(op.samples[i] as ArrayLike<number>, (v - op.low) / (op.high - op.low)),
      )
    case 'table':
      return inTable(c, op)
    default:
      return c
  }
}

function alongCurve(samples: ArrayLike<number>, share: number): number {
  const x = Math.min(samples.length - 1, Math.max(0, share * (samples.length - 1)))
  const i = Math.min(Math.floor(x), Math.max(0, samples.length - 2))
  const a = samples[i] as number
  return a + ((samples[i + 1] ?? a) - a) * (x - i)
}

/** Tetrahedral: from the low corner one axis at a time, the largest fraction first. */
function inTable(c: Colour, { low, high, size, colours }: Extract<ColourOp, { op: 'table' }>): Colour {
  const x = c.map((v, i) => {
    const share = (v - (low[i] as number)) / ((high[i] as number) - (low[i] as number))
    return Math.min(size - 1, Math.max(0, share * (size - 1)))
  })
  const base = x.map((v) => Math.min(Math.floor(v), size - 2))
  const fraction = x.map((v, i) => v - (base[i] as number))
  const node = ([r, g, b]: number[]) =>
    ((b as number) * size * size + (g as number) * size + (r as number)) * 3
  const at = [...base]
  const out = [0, 1, 2].map((k) => colours[node(at) + k] as number)
  for (const axis of [0, 1, 2].sort((a, b) => (fraction[b] as number) - (fraction[a] as number))) {
    const from = node(at)
    at[axis] = (at[axis] as number) + 1
    const to = node(at)
    for (let k = 0; k < 3; k++)
      out[k] =
        (out[k] as number) +
        (fraction[axis] as number) * ((colours[to + k] as number) - (colours[from + k] as number))
  }
  return out as Colour
}

const sat = (v: number) => Math.min(1, Math.max(0, v))
const lum = ([r, g, b]: Colour) => 0.3 * r + 0.59 * g + 0.11 * b
const spread = (c: Colour) => Math.max(...c) - Math.min(...c)

function clipColour(c: Colour): Colour {
  const l = lum(c)
  const [n, x] = [Math.min(...c), Math.max(...c)]
  let out = c
  if (n < 0) out = out.map((v) => l + ((v - l) * l) / (l - n)) as Colour
  if (x > 1) out = out.map((v) => l + ((v - l) * (1 - l)) / (x - l)) as Colour
  return out
}

const setLum = (c: Colour, l: number) => clipColour(c.map((v) => v + l - lum(c)) as Colour)

function setSat(c: Colour, s: number): Colour {
  const [n, range] = [Math.min(...c), spread(c)]
  return c.map((v) => (range > 0 ? ((v - n) * s) / range : 0)) as Colour
}

const hardLight = (b: number, s: number): number => (s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1))

const SEPARABLE: Partial<Record<Blend, (b: number, s: number) => number>> = {
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => hardLight(s, b),
  'colour dodge': (b, s) => (b === 0 ? 0 : s >= 1 ? 1 : Math.min(1, b / (1 - s))),
  'colour burn': (b, s) => (b >= 1 ? 1 : s <= 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  'hard light': hardLight,
  'soft light': (b, s) => {
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b)
    return s <= 0.5 ? b - (1 - 2 * s) * b * (1 - b) : b + (2 * s - 1) * (d - b)
  },
  exclusion: (b, s) => b + s - 2 * b * s,
}

const WHOLE: Partial<Record<Blend, (b: Colour, s: Colour) => Colour>> = {
  hue: (b, s) => setLum(setSat(s, spread(b)), lum(b)),
  saturation: (b, s) => setLum(setSat(b, spread(s)), lum(b)),
  colour: (b, s) => setLum(s, lum(b)),
  luminosity: (b, s) => setLum(b, lum(s)),
}

const RAW: Partial<Record<Blend, (b: number, s: number) => number>> = {
  normal: (_, s) => s,
  multiply: (b, s) => b * s,
  darken: Math.min,
  lighten: Math.max,
  difference: (b, s) => Math.abs(b - s),
}

/** A premultiplied top pixel onto a premultiplied bottom pixel. */
export function referenceBlend(top: number[], bottom: number[], mode: Blend): number[] {
  const [as, ab] = [top[3] as number, bottom[3] as number]
  if (mode === 'plus') return top.map((v, i) => (i === 3 ? Math.min(1, as + ab) : v + (bottom[i] as number)))
  const straight = (p: number[], a: number) => p.slice(0, 3).map((v) => (a > 0 ? v / a : 0)) as Colour
  const [s, b] = [straight(top, as), straight(bottom, ab)]
  const [fs, fb] = [s.map(sat) as Colour, b.map(sat) as Colour]
  const mixed = b.map((v, i) => {
    const [bi, si] = [fb[i] as number, fs[i] as number]
    const raw = RAW[mode]
    if (raw) return raw(v, s[i] as number)
    const within = SEPARABLE[mode]?.(bi, si) ?? (WHOLE[mode]?.(fb, fs)[i] as number)
    return within + v - bi + (mode === 'screen' ? (s[i] as number) - si : 0)
  })
  return [
    ...mixed.map((m, i) => (top[i] as number) * (1 - ab) + (bottom[i] as number) * (1 - as) + as * ab * m),
    as + ab - as * ab,
  ]
}
