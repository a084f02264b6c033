import fc from 'fast-check'
import type { Frame } from '../../frame'
import { defaults, type Values } from '../../params'
import { contextFor } from '../../testing/context'
import { testKernels } from '../../testing/pictures'
import { findStep, type StepDeclaration } from '..'
import { rise } from './alpha'

const k = testKernels(16)
afterEach(() => expect(k.used).toBe(0))

type Rgba = readonly [number, number, number, number]
const frameOf = (colours: readonly Rgba[]): Frame => k.frameOf(colours.length, 1, colours.flat())
const grey = (root: number): Rgba => [root * root, root * root, root * root, 1]

/** What a step makes of a row of colours; `frames` are rows too. */
function run(
  use: string,
  colours: readonly Rgba[],
  given: Values,
  options: { view?: string; plate?: readonly Rgba[] } = {},
) {
  const step = findStep(use) as StepDeclaration
  const input = frameOf(colours)
  const frames: Record<string, Frame> = options.plate ? { plate: frameOf(options.plate) } : {}
  const { view } = options
  const values = { ...defaults(step.params), ...given }
  const { context, made } = contextFor(k, step, input, values, { frames, ...(view ? { view } : {}) })
  const out = step.render({ ...context, frames })
  const rows = colours.map(
    (_, i) => [...out.data.slice(i * 4, i * 4 + 4)] as [number, number, number, number],
  )
  k.free(...made, input, out, ...Object.values(frames))
  return rows
}
const alphas = (...args: Parameters<typeof run>) => run(...args).map((c) => c[3])

it('alpha rises smoothly from 0 to 1, level at both ends, and steps where there is no way between', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 0.5, noNaN: true }),
      fc.double({ min: 0.01, max: 0.5, noNaN: true }),
      (low, wide) => {
        const at = (t: number) => rise(low + t * wide, low, low + wide)
        expect(at(-0.1)).toBe(0)
        expect(at(1.1)).toBe(1)
        expect(at(0.5)).toBeCloseTo(0.5, 6)
        expect(at(0.25) + at(0.75)).toBeCloseTo(1, 6)
        expect(at(0.01)).toBeLessThan(0.001)
        expect([rise(low - 1e-9, low, low), rise(low, low, low)]).toEqual([0, 1])
      },
    ),
  )
})

describe('luminance key', () => {
  const tones = [0, 0.2, 0.3, 0.4, 0.5, 0.6, 0.9].map(grey)
  it.each([
    ['bright', {}, [0, 0, 0, 0.5, 1, 1, 1]],
    ['dark', {}, [1, 1, 1, 0.5, 0, 0, 0]],
    ['between', { ends: 0.1 }, [0, 0, 1, 1, 1, 0, 0]],
    ['bright', { hold: [0.15, 0.25] }, [0, 1, 0, 0.5, 1, 1, 1]],
  ] as const)('keeps what is %s, with %j', (keeps, more, wanted) => {
    const found = alphas('luminance-key', tones, { keeps, tones: [0.3, 0.5], ...more } as Values)
    found.forEach((a, i) => expect(a).toBeCloseTo(wanted[i] as number, 2))
  })

  it('goes by straight colours, keeps what was transparent so, and shows alpha as it is', () => {
    const half: Rgba = [0.32, 0.32, 0.32, 0.5]
    const [over] = run('luminance-key', [half], { tones: [0.3, 0.5] })
    expect(over).toEqual([...half].map((v) => expect.closeTo(v, 6)))
    const [shown] = run('luminance-key', [grey(0.4)], { tones: [0.3, 0.5] }, { view: 'alpha' })
    expect(shown?.[0]).toBeCloseTo(0.5, 2)
  })
})

describe('difference key', () => {
  const plate: Rgba[] = [grey(0.5), grey(0.5), grey(0.5), [0.3, 0.1, 0.05, 1]]

  it('keeps what differs from the plate and nothing else, and leaves all where there is none', () => {
    const seen: Rgba[] = [grey(0.5), grey(0.51), [0.25, 0.9, 0.1, 1], [0.3, 0.1, 0.05, 1]]
    expect(alphas('difference-key', seen, { tones: [0.05, 0.14] }, { plate })).toEqual([0, 0, 1, 0])
    expect(alphas('difference-key', seen, {})).toEqual([1, 1, 1, 1])
  })

  it('looks past a shadow as far as it is told, and past no light', () => {
    const times = (f: number) => plate.map(([r, g, b]): Rgba => [r * f, g * f, b * f, 1])
    const off = (f: number, shade: number) =>
      run('difference-key', times(f), { shade }, { plate, view: 'difference' }).map(([v]) => v)
    off(0.6, 1).forEach((v) => expect(v).toBeCloseTo(0, 5))
    const [full, half] = [off(0.6, 0), off(0.6, 0.5)]
    half.forEach((v, i) => expect(v).toBeCloseTo((full[i] as number) / 2, 5))
    expect(off(1.4, 1)).toEqual(off(1.4, 0))
  })
})
