import type { NumberParam } from '../params'
import type { Axis } from './families'

/** Axes of variable fonts in plain words, by tag: those that are registered, and those that several families share. */
const NAMES: Readonly<Record<string, string>> = {
  wght: 'Weight',
  wdth: 'Width',
  slnt: 'Slant',
  ital: 'Italic',
  opsz: 'Drawn for size',
  GRAD: 'Grade',
  SOFT: 'Softness',
  WONK: 'Whims',
  XTRA: 'Room inside',
  XOPQ: 'Upright strokes',
  YOPQ: 'Level strokes',
  YTLC: 'Small letters’ height',
  YTUC: 'Capitals’ height',
  YTAS: 'Rise of ascenders',
  YTDE: 'Fall of descenders',
  YTFI: 'Figures’ height',
}

/** An axis as a number that can be set and keyed. */
export function axisParam({ tag, min, default: fallback, max }: Axis): NumberParam {
  const fine = max - min <= 2
  return {
    type: 'number',
    label: NAMES[tag] ?? tag,
    help: `The axis ${tag} of the font, from ${min} to ${max}.`,
    default: fallback,
    min,
    max,
    step: fine ? 0.01 : 1,
    digits: fine ? 2 : 0,
  }
}

/** The name of the number of a text that sets an axis. */
export const axisNumber = (tag: string): string => `axis-${tag}`
