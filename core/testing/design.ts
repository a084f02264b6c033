import type { Act, MotionItem } from '../project'

/** A design of 320 x 180 pixels and two seconds, called d. */
export const card = (size = { width: 320, height: 180 }): Act => [
  'design.add',
  { designId: 'd', name: 'Card', size, rate: { num: 24, den: 1 }, length: 48 },
]

/** How a point is followed. */
export const TRACK: MotionItem['track'] = {
  scale: true,
  rotation: true,
  shear: true,
  perspective: true,
  pattern: [10, 10],
  search: [20, 20],
  refresh: 'worn',
}
