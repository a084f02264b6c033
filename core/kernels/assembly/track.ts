// Luminance for trackers: halving, and the normal equations of a registration.

/** Row `y` of a plane, held at its borders. */
// @ts-ignore: decorator
@inline
function row(src: usize, w: i32, h: i32, y: i32): usize {
  return src + ((<usize>max(0, min(h - 1, y)) * w) << 2)
}

/** dst (ceil w/2 x ceil h/2) = src under [1 3 3 1]/8 both ways, every second one, borders held. temp: w floats and 3 more. */
export function halve(dst: usize, src: usize, w: i32, h: i32, temp: usize): void {
  const W = (w + 1) >> 1, H = (h + 1) >> 1
  const one = f32x4.splat(0.125), three = f32x4.splat(0.375)
  for (let y = 0; y < H; y++) {
    const a = row(src, w, h, 2 * y - 1), b = row(src, w, h, 2 * y), c = row(src, w, h, 2 * y + 1), d = row(src, w, h, 2 * y + 2)
    for (let x: usize = 0; x < <usize>w << 2; x += 16)
      v128.store(temp + x, f32x4.add(
        f32x4.mul(f32x4.add(v128.load(a + x), v128.load(d + x)), one),
        f32x4.mul(f32x4.add(v128.load(b + x), v128.load(c + x)), three)))
    const out = row(dst, W, H, y)
    // Four at a time where all that is read lies within the row; its ends are held.
    let from = 1
    for (; 2 * from + 8 < w; from += 4) {
      const p = temp + (<usize>from << 3)
      const q0 = v128.load(p - 4), q1 = v128.load(p + 12), r0 = v128.load(p + 4), r1 = v128.load(p + 20)
      const outer = f32x4.add(i32x4.shuffle(q0, q1, 0, 2, 4, 6), i32x4.shuffle(r0, r1, 1, 3, 5, 7))
      const inner = f32x4.add(i32x4.shuffle(q0, q1, 1, 3, 5, 7), i32x4.shuffle(r0, r1, 0, 2, 4, 6))
      v128.store(out + (<usize>from << 2), f32x4.add(f32x4.mul(outer, one), f32x4.mul(inner, three)))
    }
    for (let x = 0; x < W; x = x ? x + 1 : from) {
      const l = load<f32>(temp + (<usize>max(0, 2 * x - 1) << 2)), m = load<f32>(temp + (<usize>(2 * x) << 2))
      const n = load<f32>(temp + (<usize>min(w - 1, 2 * x + 1) << 2)), r = load<f32>(temp + (<usize>min(w - 1, 2 * x + 2) << 2))
      store<f32>(out + (<usize>x << 2), (l + r) * 0.125 + (m + n) * 0.375)
    }
  }
}

/** dst = (src - black) * scale for n samples of a byte each. dst takes up to 15 floats more. */
export function levelled(dst: usize, src: usize, n: i32, black: f32, scale: f32): void {
  const low = f32x4.splat(black), by = f32x4.splat(scale)
  for (let i = 0; i < n; i += 16) {
    const bytes = v128.load(src + i)
    const a = i16x8.extend_low_i8x16_u(bytes), b = i16x8.extend_high_i8x16_u(bytes)
    const out = dst + (<usize>i << 2)
    v128.store(out, f32x4.mul(f32x4.sub(f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(a)), low), by))
    v128.store(out, f32x4.mul(f32x4.sub(f32x4.convert_i32x4_u(i32x4.extend_high_i16x8_u(a)), low), by), 16)
    v128.store(out, f32x4.mul(f32x4.sub(f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(b)), low), by), 32)
    v128.store(out, f32x4.mul(f32x4.sub(f32x4.convert_i32x4_u(i32x4.extend_high_i16x8_u(b)), low), by), 48)
  }
}

/** Catmull and Rom's spline through the 4 x 4 pixels from `at` on, at fractions s and t after the second. */
// @ts-ignore: decorator
@inline
function splined(at: usize, pitch: usize, s: f32, t: f32): f32 {
  const t0 = t * (t * (t * -0.5 + 1) - 0.5), t1 = t * t * (1.5 * t - 2.5) + 1, t2 = t * (t * (t * -1.5 + 2) + 0.5), t3 = t * t * (0.5 * t - 0.5)
  const column = f32x4.add(
    f32x4.add(f32x4.mul(v128.load(at), f32x4.splat(t0)), f32x4.mul(v128.load(at + pitch), f32x4.splat(t1))),
    f32x4.add(f32x4.mul(v128.load(at + 2 * pitch), f32x4.splat(t2)), f32x4.mul(v128.load(at + 3 * pitch), f32x4.splat(t3))))
  const s0 = s * (s * (s * -0.5 + 1) - 0.5), s1 = s * s * (1.5 * s - 2.5) + 1, s2 = s * (s * (s * -1.5 + 2) + 0.5), s3 = s * s * (0.5 * s - 0.5)
  return f32x4.extract_lane(column, 0) * s0 + f32x4.extract_lane(column, 1) * s1 + f32x4.extract_lane(column, 2) * s2 + f32x4.extract_lane(column, 3) * s3
}

/**
 * Sums of the weighted outer products of each point's row [J (8), I, 1, e, 0] into a 12 x 12 matrix (its upper 4 x 4 blocks), for gain I(W(u, v)) + offset = T.
 * points: u, v, T, T's slopes along u and v, weight, 2 spare. map: W as 9 numbers from (u, v) to full-size pixels, gain, offset, 1 / (c sigma)^2 of Tukey's
 * weights (0: even), and the lens: straight = centre + (seen - centre) (1 + bend |seen - centre|^2), with the centre's place. J is the mean of the slopes of T and of the picture (Benhimane and Malis 2007) times the derivative of a perspective map at
 * identity. zoom: pixels of `image` for one of full size. hold: 0 or a plane of full size whose shares are left out. errors: |e| of every point, -1 where it has none.
 * cubic: values between pixels by Catmull and Rom's spline instead of linearly.
 * Returns how many points lie in the picture.
 */
export function register(
  sums: usize, points: usize, n: i32, image: usize, w: i32, h: i32, zoom: f32, map: usize, hold: usize, hw: i32, hh: i32, errors: usize, cubic: bool,
): i32 {
  const h0 = load<f32>(map), h1 = load<f32>(map, 4), h2 = load<f32>(map, 8), h3 = load<f32>(map, 12), h4 = load<f32>(map, 16), h5 = load<f32>(map, 20)
  const h6 = load<f32>(map, 24), h7 = load<f32>(map, 28), h8 = load<f32>(map, 32)
  const gain = load<f32>(map, 36), offset = load<f32>(map, 40), k2 = load<f32>(map, 44)
  const bend = load<f32>(map, 48), cx = load<f32>(map, 52), cy = load<f32>(map, 56)
  const zero = f32x4.splat(0)
  let a0 = zero, a1 = zero, a2 = zero, b0 = zero, b1 = zero, b2 = zero, c0 = zero, c1 = zero, c2 = zero, d0 = zero, d1 = zero, d2 = zero
  let e1 = zero, e2 = zero, f1 = zero, f2 = zero, g1 = zero, g2 = zero, i1 = zero, i2 = zero
  let j2 = zero, k3 = zero, l2 = zero
  const right = <f32>(w - 1), bottom = <f32>(h - 1)
  let seen = 0
  for (let p = 0; p < n; p++) {
    const at = points + (<usize>p << 5)
    const u = load<f32>(at), v = load<f32>(at, 4), target = load<f32>(at, 8)
    const back: f32 = 1 / (h6 * u + h7 * v + h8)
    let X = (h0 * u + h1 * v + h2) * back, Y = (h3 * u + h4 * v + h5) * back
    const fx = X, fy = Y
    let bent: f32 = 1
    if (bend != 0) {
      const dx = X - cx, dy = Y - cy
      const far = bend * (dx * dx + dy * dy)
      for (let i = 0; i < 5; i++) bent = 1 / (1 + far * bent * bent)
      X = cx + dx * bent
      Y = cy + dy * bent
    }
    const px = X * zoom - 0.5, py = Y * zoom - 0.5
    if (!(px >= 0 && py >= 0 && px < right && py < bottom && back > 0)) {
      store<f32>(errors + (<usize>p << 2), -1)
      continue
    }
    let weight = load<f32>(at, 20)
    if (hold) {
      const hx = <i32>X, hy = <i32>Y
      if (hx >= 0 && hy >= 0 && hx < hw && hy < hh) weight *= 1 - load<f32>(hold + ((<usize>hy * hw + hx) << 2))
      if (weight <= 0.001) {
        store<f32>(errors + (<usize>p << 2), -1)
        continue
      }
    }
    const ix = <i32>px, iy = <i32>py
    const s = px - <f32>ix, t = py - <f32>iy
    const o = image + ((<usize>iy * w + ix) << 2), q = o + (<usize>w << 2)
    const v00 = load<f32>(o), v10 = load<f32>(o, 4), v01 = load<f32>(q), v11 = load<f32>(q, 4)
    const top = v00 + (v10 - v00) * s, low = v01 + (v11 - v01) * s
    let value = top + (low - top) * t
    if (cubic && ix > 0 && iy > 0 && ix < w - 2 && iy < h - 2) value = splined(o - (<usize>w << 2) - 4, <usize>w << 2, s, t)
    const sx = ((v10 - v00) * (1 - t) + (v11 - v01) * t) * zoom, sy = (low - top) * zoom
    const e = gain * value + offset - target
    store<f32>(errors + (<usize>p << 2), Mathf.abs(e))
    seen++
    let share = max(<f32>0, 1 - e * e * k2)
    weight *= share * share
    if (weight <= 0) continue
    const half = gain * 0.5 * back * bent
    const gu = load<f32>(at, 12) * 0.5 + half * (sx * (h0 - fx * h6) + sy * (h3 - fy * h6))
    const gv = load<f32>(at, 16) * 0.5 + half * (sx * (h1 - fx * h7) + sy * (h4 - fy * h7))
    const along = gu * u + gv * v
    const x0 = f32x4.mul(f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(gu * u), 1, gu * v), 2, gu), 3, gv * u), f32x4.splat(weight))
    const x1 = f32x4.mul(f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(gv * v), 1, gv), 2, -u * along), 3, -v * along), f32x4.splat(weight))
    const x2 = f32x4.mul(f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(value), 1, 1), 2, e), 3, 0), f32x4.splat(weight))
    let m = f32x4.splat(gu * u)
    a0 = f32x4.add(a0, f32x4.mul(m, x0)); a1 = f32x4.add(a1, f32x4.mul(m, x1)); a2 = f32x4.add(a2, f32x4.mul(m, x2))
    m = f32x4.splat(gu * v)
    b0 = f32x4.add(b0, f32x4.mul(m, x0)); b1 = f32x4.add(b1, f32x4.mul(m, x1)); b2 = f32x4.add(b2, f32x4.mul(m, x2))
    m = f32x4.splat(gu)
    c0 = f32x4.add(c0, f32x4.mul(m, x0)); c1 = f32x4.add(c1, f32x4.mul(m, x1)); c2 = f32x4.add(c2, f32x4.mul(m, x2))
    m = f32x4.splat(gv * u)
    d0 = f32x4.add(d0, f32x4.mul(m, x0)); d1 = f32x4.add(d1, f32x4.mul(m, x1)); d2 = f32x4.add(d2, f32x4.mul(m, x2))
    m = f32x4.splat(gv * v)
    e1 = f32x4.add(e1, f32x4.mul(m, x1)); e2 = f32x4.add(e2, f32x4.mul(m, x2))
    m = f32x4.splat(gv)
    f1 = f32x4.add(f1, f32x4.mul(m, x1)); f2 = f32x4.add(f2, f32x4.mul(m, x2))
    m = f32x4.splat(-u * along)
    g1 = f32x4.add(g1, f32x4.mul(m, x1)); g2 = f32x4.add(g2, f32x4.mul(m, x2))
    m = f32x4.splat(-v * along)
    i1 = f32x4.add(i1, f32x4.mul(m, x1)); i2 = f32x4.add(i2, f32x4.mul(m, x2))
    j2 = f32x4.add(j2, f32x4.mul(f32x4.splat(value), x2))
    k3 = f32x4.add(k3, x2)
    l2 = f32x4.add(l2, f32x4.mul(f32x4.splat(e), x2))
  }
  v128.store(sums, a0); v128.store(sums, a1, 16); v128.store(sums, a2, 32)
  v128.store(sums, b0, 48); v128.store(sums, b1, 64); v128.store(sums, b2, 80)
  v128.store(sums, c0, 96); v128.store(sums, c1, 112); v128.store(sums, c2, 128)
  v128.store(sums, d0, 144); v128.store(sums, d1, 160); v128.store(sums, d2, 176)
  v128.store(sums, e1, 208); v128.store(sums, e2, 224)
  v128.store(sums, f1, 256); v128.store(sums, f2, 272)
  v128.store(sums, g1, 304); v128.store(sums, g2, 320)
  v128.store(sums, i1, 352); v128.store(sums, i2, 368)
  v128.store(sums, j2, 416); v128.store(sums, k3, 464); v128.store(sums, l2, 512)
  return seen
}

/** The matte of colours near samples on Oklab pixels (lightness, a, b in RGBA): 1 within a sample's reach, falling smoothly to 0 over its softness. samples: a, b, reach, 1 / softness. The first `plus` add, the others take away. */
export function nearColours(dst: usize, lab: usize, n: i32, samples: usize, plus: i32, count: i32): void {
  const one = f32x4.splat(1), zero = f32x4.splat(0), three = f32x4.splat(3)
  for (let i = 0; i < n; i += 4) {
    const p = lab + (<usize>i << 4)
    const q0 = v128.load(p), q1 = v128.load(p, 16), q2 = v128.load(p, 32), q3 = v128.load(p, 48)
    const lo = i32x4.shuffle(q0, q1, 1, 5, 2, 6), hi = i32x4.shuffle(q2, q3, 1, 5, 2, 6)
    const a = i32x4.shuffle(lo, hi, 0, 1, 4, 5), b = i32x4.shuffle(lo, hi, 2, 3, 6, 7)
    let most = zero, away = zero
    for (let s = 0; s < count; s++) {
      const at = samples + (<usize>s << 4)
      const da = f32x4.sub(a, v128.load32_splat(at)), db = f32x4.sub(b, v128.load32_splat(at, 4))
      const d = f32x4.sqrt(f32x4.add(f32x4.mul(da, da), f32x4.mul(db, db)))
      const e = f32x4.pmin(one, f32x4.pmax(zero, f32x4.sub(one, f32x4.mul(f32x4.sub(d, v128.load32_splat(at, 8)), v128.load32_splat(at, 12)))))
      const m = f32x4.mul(f32x4.mul(e, e), f32x4.sub(three, f32x4.add(e, e)))
      if (s < plus) most = f32x4.pmax(most, m)
      else away = f32x4.pmax(away, m)
    }
    let m = f32x4.mul(most, f32x4.sub(one, away))
    const o = dst + (<usize>i << 2)
    if (i + 4 <= n) v128.store(o, m)
    else
      for (let j = 0; j < n - i; j++) {
        store<f32>(o + (<usize>j << 2), f32x4.extract_lane(m, 0))
        m = i32x4.shuffle(m, m, 1, 2, 3, 3)
      }
  }
}
