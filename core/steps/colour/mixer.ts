import { toggle } from '../../params/make'
import { declareColourStep } from '../declare'

const rgb = { type: 'rgb', min: -4, max: 4, step: 0.005, digits: 3 } as const
type Row = [number, number, number]

const scaledToOne = (row: Row): Row => {
  const sum = row[0] + row[1] + row[2]
  return Math.abs(sum) < 1e-3 ? row : [row[0] / sum, row[1] / sum, row[2] / sum]
}

export const channelMixer = declareColourStep({
  id: 'channel-mixer',
  name: 'Channel mixer',
  aim: 'look',
  family: 'colour',
  purpose: 'Makes each channel from shares of all three.',
  words: ['matrix', 'swap channels', 'infrared'],
  params: {
    red: {
      ...rgb,
      label: 'Red from',
      help: 'Shares of red, green and blue that make red.',
      default: [1, 0, 0],
    },
    green: {
      ...rgb,
      label: 'Green from',
      help: 'Shares of red, green and blue that make green.',
      default: [0, 1, 0],
    },
    blue: {
      ...rgb,
      label: 'Blue from',
      help: 'Shares of red, green and blue that make blue.',
      default: [0, 0, 1],
    },
    greys: toggle(
      'Keep greys',
      'Scales the shares of each channel to a sum of 1, so that greys stay grey.',
      true,
    ),
  },
  proxyError: 0.02,
  neutral: (v) => [...v.red, ...v.green, ...v.blue].every((x, i) => x === (i % 4 === 0 ? 1 : 0)),
  /** A matrix on linear light. */
  colour(v) {
    const rows = [v.red, v.green, v.blue].map((row) => (v.greys ? scaledToOne(row) : row))
    return [{ op: 'matrix', rows: rows.flatMap((row) => [...row, 0]) }]
  },
})
