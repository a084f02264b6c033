import { declarePass } from '../declare'
import { comesBetween, flightOf, flightParams } from '../flying'
import { before, heightOf, roomOf, widthOf } from '../parts'

/** Seconds for which grains are exposed: half a frame of 24. */
const EXPOSED = 1 / 48

export const dust = declarePass({
  id: 'dust',
  name: 'Out of dust',
  purpose: 'Grains blow in on the wind and settle to it.',
  params: flightParams({
    count: 600,
    life: 0.6,
    angle: -20,
    spread: 50,
    speed: 3.2,
    gravity: -1,
    sway: 0.5,
    size: 0.03,
    grows: 0.6,
    opacity: 0.9,
    own: true,
    near: [0.85, 0.75, 0.6],
    far: [0.5, 0.42, 0.3],
  }),
  begins: { unit: 'letter', fade: 0, frames: 32, overlap: 0.85, kind: 'even' },
  uses: ['chance'],
  without: ['ease', 'fade'],
  words: ['sand', 'wind', 'crumble', 'ash', 'particles', 'disintegrate'],
  pose: (values, unit, at) => {
    // It settles from below upwards, with a soft border.
    const { box } = unit
    const high = heightOf(box) + roomOf(unit)
    const come = comesBetween(at.share, 0.2, 1)
    const line = box.bottom + roomOf(unit) / 2 - come * high
    const mid = (box.left + box.right) / 2
    return [
      { motes: flightOf(values, unit, at, { shutter: EXPOSED }) },
      {
        cut: {
          contours: [before(unit, [mid, line], [0, -1])],
          soft: 0.12 * Math.min(unit.size, widthOf(box) + high),
        },
      },
    ]
  },
})
