import type { Frame } from '../frame'
import { filled } from '../kernels'
import { defaults, type Values } from '../params'
import { CROSSINGS, type StepDeclaration } from '../steps'
import { contextFor, type Options } from './context'
import { testKernels, testPicture } from './pictures'

// What tests of transitions share: two small pictures, and one transition between them.
export const k = testKernels(256)
export const [W, H] = [96, 54] as const

/** A picture with soft light, an edge and, on its right, alpha that falls off. */
export function sample(seed: number, width = W, height = H): Frame {
  const frame = testPicture(k, width, height)
  const { data } = frame
  // The second is the first upside down, with its colours turned over.
  if (seed === 2) {
    const before = data.slice()
    for (let i = 0, n = width * height; i < n; i++)
      for (let c = 0; c < 3; c++) data[i * 4 + c] = before[(n - 1 - i) * 4 + 2 - c] as number
  }
  for (let y = 0; y < height; y++)
    for (let x = Math.floor(width * 0.75); x < width; x++) {
      const at = (y * width + x) * 4
      const share = 1 - (x - width * 0.75) / (width * 0.25)
      for (let c = 0; c < 4; c++) data[at + c] = (data[at + c] as number) * share
    }
  return frame
}

/** A transition with some values at a moment of its way. */
export function between(
  step: StepDeclaration,
  from: Frame,
  to: Frame,
  given: Values,
  options: Options,
): Frame {
  const values = { ...defaults(step.params), ...given }
  const { context, made } = contextFor(k, step, from, values, {
    ...options,
    frames: { incoming: to, ...options.frames },
  })
  const out = step.render(context)
  k.free(...made)
  return out
}
/** The largest difference of two lists. */
export const worst = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  let most = 0
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs((a[i] as number) - (b[i] as number)))
  return most
}
/** A transition by its id. */
export const find = (id: string) => CROSSINGS.find((s) => s.id === id) as StepDeclaration
/** A picture of one colour. */
export const flat = (...rgba: [number, number, number, number]) => filled(k, W, H, rgba)
/** The four numbers of a pixel. */
export const pixel = (frame: Frame, x: number, y: number) => [
  ...frame.data.slice((y * W + x) * 4, (y * W + x) * 4 + 4),
]
