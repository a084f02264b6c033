import { bilinear } from './streak'

/**
 * Weighted sum of moved copies: out(p) = sum over taps of weight * src(M p), linear between pixels. taps: `count` times ten floats: M as a, b, c, d, e, f (x' = a x + b y + c,
 * y' = d x + e y + f, pixel centres on halves), then a weight for r, g, b, a. edge as for the other warps.
 */
export function gather(dst: usize, src: usize, w: i32, h: i32, taps: usize, count: i32, edge: i32): void {
  const end = taps + <usize>count * 40
  for (let y = 0; y < h; y++) {
    const v = <f32>y + 0.5
    for (let x = 0; x < w; x++) {
      const u = <f32>x + 0.5
      let acc = f32x4.splat(0)
      for (let t = taps; t < end; t += 40) {
        const sx = load<f32>(t) * u + load<f32>(t, 4) * v + load<f32>(t, 8)
        const sy = load<f32>(t, 12) * u + load<f32>(t, 16) * v + load<f32>(t, 20)
        acc = f32x4.add(acc, f32x4.mul(bilinear(src, w, h, sx, sy, edge), v128.load(t, 24)))
      }
      v128.store(dst + ((<usize>y * w + x) << 4), acc)
    }
  }
}
