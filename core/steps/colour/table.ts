import type { ColourOp } from '../../kernels'
import { type ColourTable, declareColourStep } from '../declare'

export const colourTable = declareColourStep({
  id: 'colour-table',
  name: 'Colour table',
  aim: 'look',
  family: 'colour',
  purpose: 'Applies a look-up table that was made elsewhere.',
  params: {
    table: {
      type: 'file',
      label: 'Table',
      help: 'A look-up table in the .cube format.',
      default: '',
      accept: ['.cube'],
    },
    strength: {
      type: 'number',
      label: 'Strength',
      help: '0 leaves the colours, 1 gives those of the table.',
      default: 1,
      min: 0,
      max: 1,
      step: 0.01,
      digits: 2,
      when: (v) => v.table !== '',
    },
    codes: {
      type: 'choice',
      label: 'Made for',
      help: 'Whether the table was made for display codes or for light; the wrong one looks too dark or washed out.',
      default: 'display',
      options: [
        { value: 'display', label: 'Display codes' },
        { value: 'linear', label: 'Linear light' },
      ],
      when: (v) => v.table !== '',
    },
  },
  // What is held at the box does not average.
  proxyError: 0.08,
  neutral: (v) => v.table === '' || v.strength === 0,
  /** Tetrahedral between the nodes of a cube, linear between those of curves; what lies beyond the box is held at the box. */
  colour(v, tables): ColourOp[] {
    const found = tables[v.table]
    if (!found) return []
    const look = found.kind === 'lines' ? curvesOf(found) : [{ op: 'table', ...found } as const]
    const through: ColourOp[] = v.codes === 'display' ? [{ op: 'encode' }, ...look, { op: 'decode' }] : look
    return v.strength === 1 ? through : [{ op: 'keep' }, ...through, { op: 'mixKept', amount: v.strength }]
  },
})

/** A table of lines: each channel is brought to [0, 1] of its own domain and goes through its own curve. */
function curvesOf({ size, low, high, colours }: ColourTable): ColourOp[] {
  const scale = low.map((l, c) => 1 / ((high[c] as number) - l)) as unknown as [number, number, number]
  const offset = low.map((l, c) => -l * (scale[c] as number)) as unknown as [number, number, number]
  const samples = [0, 1, 2].map((c) => Array.from({ length: size }, (_, i) => colours[i * 3 + c] as number))
  return [
    { op: 'levels', scale, offset },
    { op: 'curves', low: 0, high: 1, samples },
  ]
}
