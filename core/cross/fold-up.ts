import { copyOf, overInto, warpBy } from '../kernels'
import { maths } from '../maths'
import { radians } from '../matrix'
import { choice, count, share } from '../params/make'
import { declareCrossing } from './crossing'

export const foldUp = declareCrossing({
  id: 'fold-up',
  name: 'Fold up',
  purpose: 'The picture folds up to the side like a screen of panels, and uncovers the next one.',
  words: ['paper', 'concertina', 'panels', 'map', 'crease'],
  params: {
    to: choice('To', 'The side at which it folds up.', {
      left: 'The left',
      right: 'The right',
      up: 'The top',
      down: 'The bottom',
    }),
    panels: count('Panels', 'How many panels it has.', 6, [1, 40], { soft: [2, 16] }),
    depth: share('Depth', 'How deep the folds look.', 0.5),
    shade: share('Shade', 'How dark the panels get that turn away.', 0.7),
  },
  proxyError: 0.5,
  /** Panels of a width w turn by an angle from 0 to 90 degrees in turn to either side: each takes w cos of it, and what lies deeper is seen smaller. */
  render({ kernels: k, input, incoming, values: v, place, p }) {
    const upright = v.to === 'left' || v.to === 'right'
    const turned = v.to === 'right' || v.to === 'down'
    const [along, across] = upright ? [place.width, place.height] : [place.height, place.width]
    const n = Math.round(v.panels)
    const panel = along / n
    const angle = radians(90 * p)
    const [cos, sin] = [maths.cos(angle), maths.sin(angle)]
    const shown = Math.max(1e-6, panel * cos)
    /** Where a place at u from the side lies in its panel, and how deep, from 0 at a ridge to 1 in a valley. */
    const foldOf = (u: number) => {
      const at = Math.floor(u / shown)
      const inside = u / shown - at
      return { at, inside, deep: at % 2 ? 1 - inside : inside }
    }
    const leaf = warpBy(
      k,
      input,
      (x, y, to) => {
        const [a, b] = upright ? [x, y] : [y, x]
        const { at, inside, deep } = foldOf(turned ? along - a : a)
        if (at >= n) {
          to[0] = NaN
          return
        }
        const smaller = 1 + (v.depth * deep * sin * panel) / across
        const u = (at + inside) * panel
        const [p0, p1] = [turned ? along - u : u, across / 2 + (b - across / 2) * smaller]
        to[0] = upright ? p0 : p1
        to[1] = upright ? p1 : p0
      },
      { edge: 'black', filter: 'bilinear', sharp: true },
    )
    const { data, width, height } = leaf
    for (let j = 0, at = 0; j < height; j++)
      for (let i = 0; i < width; i++, at += 4) {
        const a = (upright ? i : j) + 0.5
        const dark = foldOf(turned ? along - a : a).at % 2 ? v.shade : v.shade * 0.45
        for (let c = 0; c < 3; c++) data[at + c] = (data[at + c] as number) * (1 - dark * sin)
      }
    const out = copyOf(k, incoming)
    overInto(k, leaf, out)
    k.free(leaf)
    return out
  },
})
