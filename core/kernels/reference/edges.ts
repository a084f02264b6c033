import { decodeSrgb, encodeSrgb, limitedScale, lumaWeights } from '../../colour'
import type { Picture } from '../../frame'
import type { YuvLayout } from '../edges'
import type { Image } from './image'

/** The definition, pixel by pixel in double precision: bilinear chroma sited left and midway, matrix, transfer. */
export function referenceYuv(p: Extract<Picture, { kind: 'yuv' }>): number[] {
  const { kr, kb } = lumaWeights(p.matrix)
  const s = limitedScale(p.bits, p.range)
  const [sx, sy] = p.subsampling
  const [cw, ch] = [Math.ceil(p.width / 2 ** sx), Math.ceil(p.height / 2 ** sy)]
  const at = (data: Uint8Array, stride: number, x: number, y: number) =>
    p.bits === 8
      ? (data[y * stride + x] as number)
      : new DataView(data.buffer).getUint16(y * stride + 2 * x, true)
  const chroma = (data: Uint8Array, x: number, y: number) => {
    const [cx, cy] = [sx ? x / 2 : x, sy ? (y - 0.5) / 2 : y]
    const clampTo = (v: number, n: number) => Math.min(n - 1, Math.max(0, v))
    const [x0, y0] = [Math.floor(cx), Math.floor(cy)]
    let sum = 0
    for (const [dx, wx] of [
      [0, 1 - (cx - x0)],
      [1, cx - x0],
    ] as const)
      for (const [dy, wy] of [
        [0, 1 - (cy - y0)],
        [1, cy - y0],
      ] as const)
        sum += wx * wy * at(data, p.strideC, clampTo(x0 + dx, cw), clampTo(y0 + dy, ch))
    return (sum - s.grey) * s.chroma
  }
  const out: number[] = []
  for (let y = 0; y < p.height; y++)
    for (let x = 0; x < p.width; x++) {
      const l = (at(p.y, p.strideY, x, y) - s.black) * s.luma
      const [cb, cr] = [chroma(p.u, x, y), chroma(p.v, x, y)]
      const r = l + 2 * (1 - kr) * cr
      const b = l + 2 * (1 - kb) * cb
      out.push(
        ...[r, (l - kr * r - kb * b) / (1 - kr - kb), b].map((v) =>
          decodeSrgb(Math.max(-2.2, Math.min(2.2, v))),
        ),
        1,
      )
    }
  return out
}

/**
 * Code values before rounding, luma then Cb then Cr: chroma [1 2 1]/4 across at even columns and the mean of two rows, where it is subsampled. Colour is
 * limited to [0, 1].
 */
export function referenceEncode(
  { width, height, data }: Image,
  { bits, subsampling, matrix, range }: YuvLayout,
): number[] {
  const { kr, kb } = lumaWeights(matrix)
  const s = limitedScale(bits, range)
  const most = 2 ** bits - 1
  const clampTo = (v: number, n: number) => Math.min(n - 1, Math.max(0, v))
  const rgb = (x: number, y: number) => {
    const at = (clampTo(y, height) * width + clampTo(x, width)) * 4
    return [0, 1, 2].map((c) => encodeSrgb(Math.min(1, Math.max(0, data[at + c] as number)))) as [
      number,
      number,
      number,
    ]
  }
  const luma = ([r, g, b]: [number, number, number]) => kr * r + (1 - kr - kb) * g + kb * b
  const code = (v: number) => Math.min(most, Math.max(0, v))
  const out: number[] = []
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) out.push(code(s.black + luma(rgb(x, y)) / s.luma))
  const across: [number, number][] = subsampling[0]
    ? [
        [-1, 0.25],
        [0, 0.5],
        [1, 0.25],
      ]
    : [[0, 1]]
  const down = subsampling[1] ? [0, 1] : [0]
  for (const [channel, span] of [
    [2, 2 * (1 - kb)],
    [0, 2 * (1 - kr)],
  ] as const)
    for (let y = 0; y < height; y += down.length)
      for (let x = 0; x < width; x += across.length > 1 ? 2 : 1) {
        let sum = 0
        for (const [dx, w] of across)
          for (const dy of down) {
            const p = rgb(x + dx, y + dy)
            sum += (w / down.length) * ((p[channel] - luma(p)) / span)
          }
        out.push(code(s.grey + sum / s.chroma))
      }
  return out
}
