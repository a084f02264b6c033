import assert from 'node:assert/strict'
import { describe, test } from 'node:test'
import { fileURLToPath } from 'node:url'
import type { Frame } from '@stilus/core/frame'
import { decode, Kernels } from '@stilus/core/kernels'
import { findScreen, matteOf, shareOf, threeTones } from '@stilus/core/key'
import { coded } from '../core/testing/coded'
import { packDemo } from '../demo/pack'
import { TruthReader } from '../demo/truth/read'
import { NodeRenderer, openPackage } from '../server/render'
import { H, W } from './registration'

const truth = new TruthReader(fileURLToPath(new URL('../demo/truth/', import.meta.url)))

describe('the screen key against the truth of the stargazer on green', () => {
  const k = new Kernels(400 * 1048576)
  const empty = () => {
    const cloth = truth.channel('stargazer-on-green-cloth', 0)
    return k.frameOf(
      W,
      H,
      Array.from({ length: W * H * 4 }, (_, i) =>
        i % 4 === 3 ? 1 : (cloth.data[Math.floor(i / 4) * 3 + (i % 4)] as number),
      ),
    )
  }
  /** Alpha's mean square error, and that of the subject over a picture of the roofs, in decibels of light. */
  const errorOf = (seen: Frame, n: number, plate?: Frame) => {
    const found = findScreen(k, seen, 'auto', 1, plate)
    assert.ok(found)
    const share = shareOf(k, seen, found)
    const { alpha, front } = matteOf(k, seen, found, threeTones(k, share, found.rubbish))
    const wanted = truth.channel('stargazer-on-green-alpha', n)
    const own = truth.channel('stargazer-on-green-foreground', n)
    let [square, light] = [0, 0]
    for (let i = 0; i < W * H; i++) {
      const [a, b] = [alpha.data[i] as number, wanted.data[i] as number]
      square += (a - b) ** 2
      // What lies behind is a dark sky, .05 in all channels.
      for (let c = 0; c < 3; c++)
        light += ((front.data[i * 4 + c] as number) - (own.data[i * 4 + c] as number) + (b - a) * 0.05) ** 2
    }
    k.free(share, found.picture, alpha, front)
    return { alpha: square / (W * H), decibels: -10 * Math.log10(light / (W * H * 3)) }
  }
  /** What was seen, by the truth: the subject over a cloth whose channels stand in this order. */
  const composed = (n: number, order: readonly [number, number, number]): Frame => {
    const own = truth.channel('stargazer-on-green-foreground', n)
    const cloth = truth.channel('stargazer-on-green-cloth', 0)
    const frame = k.frame(W, H)
    for (let i = 0; i < W * H; i++) {
      const rest = 1 - (own.data[i * 4 + 3] as number)
      for (let c = 0; c < 3; c++)
        frame.data[i * 4 + c] =
          (own.data[i * 4 + c] as number) + rest * (cloth.data[i * 3 + (order[c] as number)] as number)
      frame.data[i * 4 + 3] = 1
    }
    return coded(k, frame)
  }

  test('one frame alone, no click: within 1.2 thousandths; with the empty screen within half of one and 38 decibels', async () => {
    const media = await openPackage(await packDemo())
    const renderer = new NodeRenderer(media.project, media.files)
    const plate = empty()
    const alone: number[] = []
    for (const n of [16, 64]) {
      const picture = await renderer.media.picture('stargazer-on-green', n)
      assert.ok(picture)
      const seen = decode(k, picture)
      const one = errorOf(seen, n)
      const known = errorOf(seen, n, plate)
      alone.push(one.alpha)
      assert.ok(one.alpha < 1.2e-3, `frame ${n} alone: ${one.alpha}`)
      assert.ok(known.alpha < 0.45e-3, `frame ${n} with its empty screen: ${known.alpha}`)
      assert.ok(known.decibels > 38, `frame ${n}: ${known.decibels} dB`)
      k.free(seen)
    }
    assert.ok(alone.reduce((a, b) => a + b) / alone.length < 0.7e-3, `mean ${alone}`)
    k.free(plate)
    await renderer.close()
    media.close()
  })

  test('a blue cloth is keyed as well as the green one', () => {
    const green = composed(32, [0, 1, 2])
    const blue = composed(32, [0, 2, 1])
    const [a, b] = [errorOf(green, 32).alpha, errorOf(blue, 32).alpha]
    assert.ok(b < 1.5 * a + 1e-4, `blue ${b}, green ${a}`)
    k.free(green, blue)
    assert.equal(k.used, 0)
  })
})
