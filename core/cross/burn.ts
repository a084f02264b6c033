import { colour, share, times } from '../params/make'
import { declareCrossing } from './crossing'
import { spreadOver } from './spread-over'
import { SPREADS } from './spreading'

export const burn = declareCrossing({
  id: 'burn',
  name: 'Film burn',
  purpose: 'The film stops before the lamp, browns, blisters and burns through to the next shot.',
  words: ['fire', 'melt', 'hole', 'projector', 'heat', 'char', 'stuck'],
  params: {
    ...SPREADS,
    char: share('Char', 'How dark it is about the hole.', 0.95),
    fire: times('Fire', 'Light of the edge that burns.', 2, 20, { soft: [0, 8] }),
    fireColour: colour('Colour of fire', 'The colour of the edge that burns.', [1, 0.42, 0.08]),
  },
  proxyError: 0.5,
  render: (context) => {
    const { char, fire, fireColour } = context.values
    return spreadOver(context, context.values, {
      width: 0.014,
      rims: [
        { colour: [0.28, 0.1, 0.02], strength: char * 0.8, behind: 0, ahead: 0.3 },
        { colour: [0.004, 0.003, 0.002], strength: char, behind: 0.01, ahead: 0.09 },
      ],
      light: { colour: fireColour, strength: fire, behind: 0.03, ahead: 0.025 },
    })
  },
})
