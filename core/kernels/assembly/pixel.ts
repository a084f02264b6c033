// Pointwise combinations of whole frames (n pixels) and planes.

/** dst = a + b * (1 - a.alpha): a over b, premultiplied. dst may be a or b. */
export function over(dst: usize, a: usize, b: usize, n: i32): void {
  const one = f32x4.splat(1)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(a + i)
    const t = f32x4.sub(one, i32x4.shuffle(p, p, 3, 3, 3, 3))
    v128.store(dst + i, f32x4.add(p, f32x4.mul(v128.load(b + i), t)))
  }
}

/** dst = a + (b - a) * amount. dst may be a or b. */
export function mix(dst: usize, a: usize, b: usize, n: i32, amount: f32): void {
  const k = f32x4.splat(amount)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(a + i)
    v128.store(dst + i, f32x4.add(p, f32x4.mul(f32x4.sub(v128.load(b + i), p), k)))
  }
}

/** dst = a + (b - a) * amount * matte; where the product is 0 or 1, exactly a or b. */
export function mixMatte(dst: usize, a: usize, b: usize, matte: usize, n: i32, amount: f32): void {
  for (let i = 0; i < n; i++) {
    const m = load<f32>(matte + (i << 2)) * amount
    const o = <usize>i << 4
    if (m == 1) v128.store(dst + o, v128.load(b + o))
    else {
      const p = v128.load(a + o)
      v128.store(dst + o, f32x4.add(p, f32x4.mul(f32x4.sub(v128.load(b + o), p), f32x4.splat(m))))
    }
  }
}

/** A plane as an opaque grey picture. */
export function showPlane(dst: usize, plane: usize, n: i32): void {
  for (let i = 0; i < n; i++) {
    const p = f32x4.replace_lane(v128.load32_splat(plane + (i << 2)), 3, 1)
    v128.store(dst + (<usize>i << 4), p)
  }
}

/** Every pixel set to (r, g, b, a). */
export function fill(dst: usize, n: i32, r: f32, g: f32, b: f32, a: f32): void {
  let p = f32x4.splat(r)
  p = f32x4.replace_lane(p, 1, g)
  p = f32x4.replace_lane(p, 2, b)
  p = f32x4.replace_lane(p, 3, a)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) v128.store(dst + i, p)
}

/** dst += src * k. */
export function addScaled(dst: usize, src: usize, n: i32, k: f32): void {
  const s = f32x4.splat(k)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16)
    v128.store(dst + i, f32x4.add(v128.load(dst + i), f32x4.mul(v128.load(src + i), s)))
}
