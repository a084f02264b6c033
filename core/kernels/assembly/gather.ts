import { bilinear } from './streak'

// @ts-ignore: decorator
@inline
function between(p: usize, q: usize, fx: v128, fy: v128): v128 {
  const a = v128.load(p), c = v128.load(q)
  const top = f32x4.add(a, f32x4.mul(f32x4.sub(v128.load(p, 16), a), fx))
  const low = f32x4.add(c, f32x4.mul(f32x4.sub(v128.load(q, 16), c), fx))
  return f32x4.add(top, f32x4.mul(f32x4.sub(low, top), fy))
}

/** Adds a copy that is only shifted to columns [0, w) of row y. Where all four neighbours lie inside there is nothing to work out but the mix. */
function shifted(d: usize, src: usize, w: i32, h: i32, y: i32, dx: f32, dy: f32, weight: v128, edge: i32): void {
  const v = <f32>y + dy
  const i = <i32>Mathf.floor(dx), j = <i32>Mathf.floor(v)
  const fx = f32x4.splat(dx - <f32>i), fy = f32x4.splat(v - <f32>j)
  let from = 0, to = 0
  if (j >= 0 && j + 1 < h) {
    from = min(w, max(0, -i))
    to = max(from, min(w, w - 1 - i))
    const p = src + ((<usize>j * w + <usize>(from + i)) << 4), pitch = <usize>w << 4
    for (let o: usize = 0, end = <usize>(to - from) << 4, q = d + (<usize>from << 4); o < end; o += 16)
      v128.store(q + o, f32x4.add(v128.load(q + o), f32x4.mul(between(p + o, p + o + pitch, fx, fy), weight)))
  }
  for (let x = 0; x < w; x++) {
    if (x == from) x = to
    if (x >= w) break
    const q = d + (<usize>x << 4)
    const c = bilinear(src, w, h, <f32>x + 0.5 + dx, v + 0.5, edge)
    v128.store(q, f32x4.add(v128.load(q), f32x4.mul(c, weight)))
  }
}

/**
 * Weighted sum of moved copies: out(p) = sum over taps of weight * src(M p), linear between pixels. taps: `count` times ten floats: M as a, b, c, d, e, f (x' = a x + b y + c,
 * y' = d x + e y + f, pixel centres on halves), then a weight for r, g, b, a. edge as for the other warps.
 */
export function gather(dst: usize, src: usize, w: i32, h: i32, taps: usize, count: i32, edge: i32): void {
  const end = taps + <usize>count * 40, pitch = <usize>w << 4
  for (let y = 0; y < h; y++) {
    const row = dst + <usize>y * pitch
    memory.fill(row, 0, pitch)
    const v = <f32>y + 0.5
    for (let t = taps; t < end; t += 40) {
      const a = load<f32>(t), b = load<f32>(t, 4), c = load<f32>(t, 8), d = load<f32>(t, 12), e = load<f32>(t, 16), f = load<f32>(t, 20)
      const weight = v128.load(t, 24)
      if (a == 1 && b == 0 && d == 0 && e == 1) {
        shifted(row, src, w, h, y, c, f, weight, edge)
        continue
      }
      const step = f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(0), 0, a), 1, d)
      const base = f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(0), 0, b * v + c - <f32>0.5), 1, e * v + f - <f32>0.5)
      for (let x = 0; x < w; x++) {
        const place = f32x4.add(f32x4.mul(step, f32x4.splat(<f32>x + <f32>0.5)), base)
        const floor = f32x4.floor(place)
        const whole = i32x4.trunc_sat_f32x4_s(floor)
        const i = i32x4.extract_lane(whole, 0), j = i32x4.extract_lane(whole, 1)
        let sample: v128
        if (<u32>i < <u32>(w - 1) && <u32>j < <u32>(h - 1)) {
          const r = f32x4.sub(place, floor)
          const p = src + ((<usize>j * w + i) << 4)
          sample = between(p, p + pitch, i32x4.shuffle(r, r, 0, 0, 0, 0), i32x4.shuffle(r, r, 1, 1, 1, 1))
        } else sample = bilinear(src, w, h, f32x4.extract_lane(place, 0) + 0.5, f32x4.extract_lane(place, 1) + 0.5, edge)
        const q = row + (<usize>x << 4)
        v128.store(q, f32x4.add(v128.load(q), f32x4.mul(sample, weight)))
      }
    }
  }
}
