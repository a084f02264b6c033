import type { ColourOp } from '../../kernels'
import { declareColourStep } from '../declare'

export const colourTable = declareColourStep({
  id: 'colour-table',
  name: 'Colour table',
  aim: 'look',
  family: 'colour',
  purpose: 'Applies a look-up table that was made elsewhere.',
  params: {
    table: {
      ...{ type: 'file', label: 'Table', help: 'A look-up table in the .cube format.', default: '' },
      accept: ['.cube'],
    },
    strength: {
      ...{ type: 'number', label: 'Strength', help: '0 leaves the colours, 1 gives those of the table.' },
      ...{ default: 1, min: 0, max: 1, step: 0.01, digits: 2 },
      when: (v) => v.table !== '',
    },
    codes: {
      ...{ type: 'choice', label: 'Made for', help: 'What the numbers of the table stand for.' },
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
  /** Tetrahedral between the nodes of the table; what lies beyond its box is held at the box. */
  colour(v, tables): ColourOp[] {
    const found = tables[v.table]
    if (!found) return []
    const look: ColourOp = { op: 'table', ...found }
    const through: ColourOp[] = v.codes === 'display' ? [{ op: 'encode' }, look, { op: 'decode' }] : [look]
    return v.strength === 1 ? through : [{ op: 'keep' }, ...through, { op: 'mixKept', amount: v.strength }]
  },
})
