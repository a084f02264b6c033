import type { Frame } from '../../frame'
import { blendInto, type Blend, type Kernels, overInto } from '../../kernels'
import { choice, share } from '../../params/make'

/** How a made picture meets the one before: the controls that every generator has. */
export const LAY = {
  opacity: share('Opacity', 'How much of it shows.', 1, { group: 'Laid in' }),
  lay: choice(
    'Laid in',
    'How it meets the picture.',
    {
      over: 'Over it',
      under: 'Under it',
      plus: 'As light',
      screen: 'Screen',
      multiply: 'Multiply',
      overlay: 'Overlay',
    },
    { group: 'Laid in' },
  ),
} as const

/** Lays a made picture on or under the input; the made one is used up. */
export function lay(k: Kernels, input: Frame, made: Frame, v: { opacity: number; lay: string }): Frame {
  if (v.opacity !== 1)
    for (let i = 0; i < made.data.length; i++) made.data[i] = (made.data[i] as number) * v.opacity
  if (v.lay === 'under') {
    overInto(k, input, made)
    return made
  }
  const out = k.frame(input.width, input.height)
  out.data.set(input.data)
  if (v.lay === 'over') overInto(k, made, out)
  else blendInto(k, made, out, v.lay as Blend)
  k.free(made)
  return out
}
