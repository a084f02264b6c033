import { type RgbaPicture } from '../frame'
import { testProject, withEdit } from '../testing/projects'
import { k, target, withStep } from '../testing/graded'
import { plan, renderFrame, type Target } from '.'

afterEach(() => expect(k.used).toBe(0))

describe('looks', () => {
  const project = withEdit(testProject(), { size: { width: 4, height: 1 } })
  const rgba = [255, 0, 0, 255, 0, 128, 0, 255, 255, 255, 255, 255, 90, 60, 30, 128]
  const stored: RgbaPicture = { kind: 'rgba', width: 4, height: 1, data: Uint8Array.from(rgba) }
  const see = async (look: Partial<Target>) => {
    const frame = await renderFrame(k, plan(project, { ...target, ...look } as Target, 0, 1), () => stored)
    const out = Array.from({ length: 4 }, (_, i) =>
      [...frame.data.slice(i * 4, i * 4 + 4)].map((v) => +v.toFixed(3)),
    )
    k.free(frame)
    return out
  }
  const decode = (v: number) => +(((v / 255 + 0.055) / 1.055) ** 2.4).toFixed(3)

  it('shows one channel, alpha or luminance as grey', async () => {
    expect((await see({ inspect: 'green' })).map(([r]) => r)).toEqual([0, decode(128), 1, decode(60)])
    expect((await see({ inspect: 'alpha' }))[3]).toEqual([0.502, 0.502, 0.502, 1])
    expect((await see({ inspect: 'luminance' }))[0]).toEqual([0.213, 0.213, 0.213, 1])
  })

  it('marks what touches white and black, the one unlike the other', async () => {
    const [red, green, white, brown] = await see({ inspect: 'clipping' })
    expect(red).toEqual(white)
    expect(green).not.toEqual(red)
    expect(new Set(brown?.slice(0, 3)).size).toBe(1)
  })

  it('differs from another picture by what lies between them, times the gain', async () => {
    const same = await see({ difference: { against: { ...target, upTo: 'source' }, gain: 50 } })
    expect(same.flat()).toEqual(same.flatMap(() => [0, 0, 0, 1]))
    const graded = withStep(project, 'a', 'grade', { exposure: 1 })
    const frame = await renderFrame(
      k,
      plan(
        graded,
        { ...target, difference: { against: { ...target, upTo: 'source' }, gain: 2 } } as Target,
        0,
        1,
      ),
      () => stored,
    )
    expect([...frame.data.slice(4, 8)].map((v) => +v.toFixed(3))).toEqual([
      0,
      +(2 * decode(128)).toFixed(3),
      0,
      1,
    ])
    k.free(frame)
  })
})
