import type { ColourOp, Rgb } from '../../kernels'
import { choice, times, toggle } from '../../params/make'
import { declareColourStep } from '../declare'

const rgb = { type: 'rgb', step: 0.005, digits: 3 } as const
const one: [number, number, number] = [1, 1, 1]

export const cdl = declareColourStep({
  id: 'cdl',
  name: 'CDL',
  aim: 'correct',
  family: 'colour',
  purpose: 'Applies slope, offset, power and saturation as the ASC Color Decision List states them.',
  words: ['asc', 'slope offset power', 'sop', 'decision list'],
  params: {
    slope: { ...rgb, label: 'Slope', help: 'Scales each channel.', default: one, min: 0, max: 8 },
    offset: {
      ...rgb,
      label: 'Offset',
      help: 'Lifts or lowers each channel by the same amount everywhere.',
      default: [0, 0, 0],
      min: -4,
      max: 4,
    },
    power: {
      ...rgb,
      label: 'Power',
      help: 'Bends each channel; above 1 is darker.',
      default: one,
      min: 0.1,
      max: 8,
    },
    saturation: times('Saturation', 'About Rec. 709 luma, after the rest.', 1, 8, { soft: [0, 2] }),
    codes: choice('Works on', 'Whether slope, offset and power act on light or on display codes.', {
      display: 'Display codes',
      linear: 'Linear light',
    }),
    limit: toggle('Limit', 'Holds values within 0 and 1, as the standard asks; off leaves them.', true),
  },
  proxyError: 0.1,
  neutral: (v) =>
    !v.limit &&
    v.saturation === 1 &&
    [...v.slope, ...v.power].every((x) => x === 1) &&
    v.offset.every((x) => x === 0),
  /** out = clamp(in * slope + offset)^power, then luma + (out - luma) * saturation, limited (ASC CDL 1.2, section 2). Without the limit powers keep the sign. */
  colour(v): ColourOp[] {
    const limit: ColourOp[] = v.limit ? [{ op: 'clamp', low: 0, high: 1 }] : []
    const list: ColourOp[] = [
      { op: 'levels', scale: v.slope as Rgb, offset: v.offset as Rgb },
      ...limit,
      { op: 'power', exponent: v.power as Rgb, scale: [1, 1, 1] },
      { op: 'saturation', amount: v.saturation },
      ...limit,
    ]
    return v.codes === 'display' ? [{ op: 'encode' }, ...list, { op: 'decode' }] : list
  },
})
