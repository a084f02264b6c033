import { hueOf, qualifierTable, toOklab, whiteBalance } from '../../colour'
import type { ColourOp } from '../../kernels'
import { maths } from '../../maths'
import { colour, degrees, number, range, share, toggle } from '../../params/make'
import { declareColourStep } from '../declare'
import { turnHue } from './grade'

/** Tables of weights by hue, chroma and lightness. */
export function qualifier(v: {
  sample: [number, number, number]
  width: number
  hueSoft: number
  chroma: [number, number]
  light: [number, number]
  soft: number
}): Float32Array {
  const both = (soft: number, least: number): [number, number] => [
    Math.max(soft, least),
    Math.max(soft, least),
  ]
  return qualifierTable({
    ...v,
    hue: hueOf(v.sample).hue,
    chromaSoft: both(0.25 * v.soft, 1e-3),
    lightSoft: both(v.soft, 4e-3),
  })
}

/** The controls that choose colours, under one heading. */
export const QUALIFIER = {
  sample: colour('Colour', 'The colour that is looked for; only its hue counts.', [0.8, 0.1, 0.05], {
    group: 'Which',
  }),
  width: degrees('Hue width', 'How much of the circle counts in full; 360 takes every hue.', 50, {
    limits: [0, 360],
    soft: [0, 360],
    group: 'Which',
  }),
  hueSoft: degrees('Hue softness', 'How far the effect fades out into the hues at both sides.', 25, {
    limits: [0, 180],
    soft: [0, 90],
    group: 'Which',
  }),
  chroma: range(
    'Strength of colour',
    'Which strengths of colour count, from grey at 0 to the purest at 0.4.',
    [0.04, 0.4],
    [0, 0.4],
    {
      group: 'Which',
    },
  ),
  light: range('Lightness', 'Which tones count, from black at 0 to white at 1.', [0, 1], [0, 1], {
    group: 'Which',
  }),
  soft: share('Softness', 'How gently strength and lightness set in.', 0.1, { group: 'Which' }),
  others: toggle('All others', 'Takes every colour but these.', false, { group: 'Which' }),
}

export const secondary = declareColourStep({
  id: 'secondary',
  name: 'One colour',
  aim: 'correct',
  family: 'colour',
  purpose: 'Grades only what has a certain colour and lightness.',
  words: ['secondary', 'qualifier', 'HSL', 'selective', 'isolate', 'sky', 'skin'],
  params: {
    ...QUALIFIER,
    exposure: number('Exposure', 'Brightens or darkens it, in stops.', 0, [-10, 10], {
      soft: [-3, 3],
      step: 0.02,
      unit: 'stops',
      group: 'What becomes of it',
    }),
    saturation: number('Saturation', 'Strength of its colour.', 1, [0, 4], {
      soft: [0, 2],
      unit: '×',
      group: 'What becomes of it',
    }),
    hue: degrees('Hue', 'Turns its colour.', 0, { limits: [-180, 180], group: 'What becomes of it' }),
    temperature: number('Temperature', 'Warmer or cooler, in mired.', 0, [-80, 400], {
      soft: [-80, 80],
      step: 0.5,
      digits: 1,
      unit: 'mired',
      group: 'What becomes of it',
    }),
  },
  proxyError: 0.12,
  neutral: (v) => v.exposure === 0 && v.saturation === 1 && v.hue === 0 && v.temperature === 0,
  outputs: [
    {
      id: 'matte',
      label: 'Its matte',
      colour: (v) => [
        ...toOklab,
        { op: 'qualify', table: qualifier(v), others: v.others },
        { op: 'showWeight' },
      ],
    },
  ],
  /** Weights from Oklab hue, chroma and lightness, multiplied; the graded picture is mixed in by them. */
  colour(v) {
    const stop = maths.pow(2, v.exposure)
    const rows = whiteBalance(v.temperature, 0).map((x) => x * stop)
    const graded: ColourOp[] = [
      { op: 'matrix', rows: [0, 3, 6].flatMap((i) => [...rows.slice(i, i + 3), 0]) },
      { op: 'saturation', amount: v.saturation },
      ...(v.hue ? turnHue(v.hue) : []),
    ]
    return [
      { op: 'keep' },
      ...toOklab,
      { op: 'qualify', table: qualifier(v), others: v.others },
      { op: 'restore' },
      ...graded,
      { op: 'mixWeighted', amount: 1 },
    ]
  },
})
