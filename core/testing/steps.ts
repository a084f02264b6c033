import type { Frame } from '../frame'
import { filled } from '../kernels'
import { defaults, type Values } from '../params'
import { findStep, type StepDeclaration } from '../steps'
import { contextFor, type Options } from './context'
import { testKernels } from './pictures'

export const k = testKernels(128)

/** Checks after every test that all pictures were given back. */
export function leavesNothing(): void {
  let used = 0
  beforeEach(() => (used = k.used))
  afterEach(() => expect(k.used).toBe(used))
}

/** A small table that swaps red and blue and takes some green. */
const swap = new Float32Array(
  [0, 1].flatMap((b) => [0, 1].flatMap((g) => [0, 1].flatMap((r) => [b, g * 0.8, r]))),
)
const tables = { swap: { size: 2, low: [0, 0, 0], high: [1, 1, 1], colours: swap } } as const

/** Renders a step alone, with everything that it asks for. */
export function render(step: StepDeclaration, input: Frame, values: Values, options: Options = {}): Frame {
  const { context, made } = contextFor(k, step, input, values, { tables, ...options })
  const out = step.render(context)
  k.free(...made)
  return out
}

/** A step by its id with some values, the others at their defaults. */
export function rendered(id: string, input: Frame, values: Values, options: Options = {}): Frame {
  const step = findStep(id) as StepDeclaration
  return render(step, input, { ...defaults(step.params), ...values }, options)
}

/** What a step makes of one opaque colour. */
export function colourBy(id: string, rgb: readonly number[], values: Values, view?: string): number[] {
  const input = filled(k, 2, 2, [...(rgb as [number, number, number]), 1])
  const out = rendered(id, input, values, view ? { view } : {})
  const result = [...out.data.slice(0, 3)]
  k.free(input, out)
  return result
}

/** A dark picture with soft dots (deviation 2 px) of light 1 at these places. */
export function dots(width: number, height: number, places: readonly (readonly [number, number])[]): Frame {
  const frame = filled(k, width, height, [0, 0, 0, 1])
  for (const [x, y] of places)
    for (let j = -9; j <= 9; j++)
      for (let i = -9; i <= 9; i++) {
        const [px, py] = [Math.floor(x) + i, Math.floor(y) + j]
        if (px < 0 || py < 0 || px >= width || py >= height) continue
        const light = Math.exp(-((px + 0.5 - x) ** 2 + (py + 0.5 - y) ** 2) / 8)
        const at = (py * width + px) * 4
        for (let c = 0; c < 3; c++) frame.data[at + c] = (frame.data[at + c] as number) + light
      }
  return frame
}

/** Centre of the light of a channel. */
export function centre({ width, data }: Frame, channel = 0): [number, number] {
  let [sum, x, y] = [0, 0, 0]
  for (let i = 0; i < data.length / 4; i++) {
    const v = data[i * 4 + channel] as number
    sum += v
    x += v * ((i % width) + 0.5)
    y += v * (Math.floor(i / width) + 0.5)
  }
  return [x / sum, y / sum]
}

/** The sum of a channel. */
export const total = ({ data }: Frame, channel = 0): number =>
  data.reduce((sum, v, i) => (i % 4 === channel ? sum + v : sum), 0)

/** A channel at a pixel. */
export const pixel = ({ width, data }: Frame, x: number, y: number, channel = 0): number =>
  data[(y * width + x) * 4 + channel] as number

/** Where a dot goes under a step that moves it. */
export function movedDot(id: string, from: [number, number], values: Values, options: Options = {}) {
  const input = dots(240, 160, [from])
  const out = rendered(id, input, values, { time: 0, ...options })
  const to = centre(out)
  k.free(input, out)
  return to
}

/** A picture of one grey that varies by place. */
export function greys(width: number, height: number, at: (x: number, y: number) => number): Frame {
  const frame = k.frame(width, height)
  for (let i = 0; i < width * height; i++) {
    const v = at(i % width, Math.floor(i / width))
    frame.data.set([v, v, v, 1], i * 4)
  }
  return frame
}
