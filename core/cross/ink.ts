import { colour, share } from '../params/make'
import { declareCrossing } from './crossing'
import { spreadOver } from './spread-over'
import { SPREADS } from './spreading'

export const ink = declareCrossing({
  id: 'ink',
  name: 'Ink and paint',
  purpose:
    'The next shot spreads over the picture like ink in wet paper, with a dark rim where it is still wet.',
  words: ['spread', 'wet', 'watercolour', 'bleed', 'stain', 'drop'],
  params: {
    ...SPREADS,
    wet: share('Wet edge', 'How dark the rim is that runs ahead.', 0.7),
    ink: colour('Ink', 'The colour of the rim.', [0.02, 0.03, 0.07]),
  },
  proxyError: 0.45,
  reach: () => 0,
  render: (context) => {
    const { wet, ink } = context.values
    return spreadOver(context, context.values, {
      width: 0.02,
      rims: [{ colour: ink, strength: wet, behind: 0.06, ahead: 0.12 }],
    })
  },
})
