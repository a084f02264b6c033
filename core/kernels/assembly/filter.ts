// A separable filter is a sparse matrix with the same number of taps in each row: offset[o * taps + t],
// weight[o * taps + t]. Offsets are in bytes, along the row or from row to row.

/** Along x, all rows: dst (outW x h) from src (inW x h). Four rows share each index and weight. */
export function filterX(dst: usize, src: usize, outW: i32, inW: i32, h: i32, index: usize, weight: usize, taps: i32): void {
  const sp = <usize>inW << 4, dp = <usize>outW << 4
  let y = 0
  for (; y + 4 <= h; y += 4) {
    const s0 = src + y * sp, s1 = s0 + sp, s2 = s1 + sp, s3 = s2 + sp
    const d0 = dst + y * dp
    let ip = index, wp = weight
    for (let x = 0; x < outW; x++) {
      let a0 = f32x4.splat(0), a1 = a0, a2 = a0, a3 = a0
      for (let t = 0; t < taps; t++) {
        const o = <usize>load<u32>(ip)
        const w = v128.load32_splat(wp)
        a0 = f32x4.add(a0, f32x4.mul(v128.load(s0 + o), w))
        a1 = f32x4.add(a1, f32x4.mul(v128.load(s1 + o), w))
        a2 = f32x4.add(a2, f32x4.mul(v128.load(s2 + o), w))
        a3 = f32x4.add(a3, f32x4.mul(v128.load(s3 + o), w))
        ip += 4
        wp += 4
      }
      const d = d0 + (<usize>x << 4)
      v128.store(d, a0)
      v128.store(d + dp, a1)
      v128.store(d + 2 * dp, a2)
      v128.store(d + 3 * dp, a3)
    }
  }
  for (; y < h; y++) {
    const s0 = src + y * sp, d0 = dst + y * dp
    let ip = index, wp = weight
    for (let x = 0; x < outW; x++) {
      let a = f32x4.splat(0)
      for (let t = 0; t < taps; t++) {
        a = f32x4.add(a, f32x4.mul(v128.load(s0 + <usize>load<u32>(ip)), v128.load32_splat(wp)))
        ip += 4
        wp += 4
      }
      v128.store(d0 + (<usize>x << 4), a)
    }
  }
}

/** Columns that are filtered at a time: few enough that the rows under a wide filter stay in the first-level cache. */
const STRIP = 64

/** Along y: dst (w x outH) from src (w x inH), in strips of columns; four columns at a time keep their sums in registers. */
export function filterY(dst: usize, src: usize, w: i32, outH: i32, index: usize, weight: usize, taps: i32): void {
  for (let from = 0; from < w; from += STRIP) strip(dst, src, w, outH, index, weight, taps, from, min(w, from + STRIP))
}

function strip(
  dst: usize, src: usize, w: i32, outH: i32, index: usize, weight: usize, taps: i32, from: i32, to: i32,
): void {
  const pitch = <usize>w << 4
  const size = <usize>taps << 2
  for (let y = 0; y < outH; y++) {
    const d0 = dst + y * pitch
    const i0 = index + y * size, w0 = weight + y * size
    let x = from
    for (; x + 4 <= to; x += 4) {
      let a0 = f32x4.splat(0), a1 = a0, a2 = a0, a3 = a0
      const column = src + (<usize>x << 4)
      for (let i = i0, k = w0, end = i0 + size; i < end; i += 4, k += 4) {
        const s = column + <usize>load<u32>(i)
        const v = v128.load32_splat(k)
        a0 = f32x4.add(a0, f32x4.mul(v128.load(s), v))
        a1 = f32x4.add(a1, f32x4.mul(v128.load(s + 16), v))
        a2 = f32x4.add(a2, f32x4.mul(v128.load(s + 32), v))
        a3 = f32x4.add(a3, f32x4.mul(v128.load(s + 48), v))
      }
      const d = d0 + (<usize>x << 4)
      v128.store(d, a0)
      v128.store(d + 16, a1)
      v128.store(d + 32, a2)
      v128.store(d + 48, a3)
    }
    for (; x < to; x++) {
      let a = f32x4.splat(0)
      const column = src + (<usize>x << 4)
      for (let i = i0, k = w0, end = i0 + size; i < end; i += 4, k += 4)
        a = f32x4.add(a, f32x4.mul(v128.load(column + <usize>load<u32>(i)), v128.load32_splat(k)))
      v128.store(d0 + (<usize>x << 4), a)
    }
  }
}
