// Planes that rise across the picture, and what is made of them.

/**
 * A plane from places about (cx, cy) in a basis u = (ux, uy) and v = (vx, vy), both for one pixel of the frame: kind 0: u; 1: the length of (u, v); 2: the angle of (u, v) in turns,
 * 0 to 1; 3: the greater of |u| and |v|.
 */
export function ramp(dst: usize, w: i32, h: i32, cx: f32, cy: f32, ux: f32, uy: f32, vx: f32, vy: f32, kind: i32): void {
  let p = dst
  for (let y = 0; y < h; y++) {
    const dy = <f32>y + <f32>0.5 - cy
    for (let x = 0; x < w; x++) {
      const dx = <f32>x + <f32>0.5 - cx
      const u = dx * ux + dy * uy
      let t = u
      if (kind) {
        const v = dx * vx + dy * vy
        if (kind == 1) t = Mathf.sqrt(u * u + v * v)
        else if (kind == 3) t = max(abs(u), abs(v))
        else {
          t = Mathf.atan2(v, u) * <f32>0.15915494309189535
          if (t < 0) t += 1
        }
      }
      store<f32>(p, t)
      p += 4
    }
  }
}

/** plane = limited to [0, 1] (scale * plane + offset); smooth: 3 t^2 - 2 t^3 of that. */
export function bendPlane(plane: usize, n: i32, scale: f32, offset: f32, smooth: bool): void {
  for (let i = 0; i < n; i++) {
    const p = plane + (<usize>i << 2)
    const t = min(max(load<f32>(p) * scale + offset, 0), 1)
    store<f32>(p, smooth ? t * t * (3 - 2 * t) : t)
  }
}

/** Opaque colours from a table of `size` premultiplied colours over [0, 1], linear between them. */
export function colourRamp(dst: usize, plane: usize, n: i32, table: usize, size: i32): void {
  const last = <f32>(size - 1)
  for (let i = 0; i < n; i++) {
    const v = min(max(load<f32>(plane + (<usize>i << 2)), 0), 1) * last
    const j = min(<i32>v, size - 2)
    const p = table + (<usize>j << 4)
    const a = v128.load(p)
    v128.store(dst + (<usize>i << 4), f32x4.add(a, f32x4.mul(f32x4.sub(v128.load(p + 16), a), f32x4.splat(v - <f32>j))))
  }
}

/** plane(x, y) = xs(x) ys(y) + (1 - xs(x)) (1 - ys(y)) * other: with other = 1 a checker of two stripings, with 0 their product. */
export function outer(dst: usize, w: i32, h: i32, xs: usize, ys: usize, other: f32): void {
  let p = dst
  for (let y = 0; y < h; y++) {
    const b = load<f32>(ys + (<usize>y << 2))
    for (let x = 0; x < w; x++) {
      const a = load<f32>(xs + (<usize>x << 2))
      store<f32>(p, a * b + (1 - a) * (1 - b) * other)
      p += 4
    }
  }
}

/** Adds (noise - 1/2) * step * slope of the display curve to colour: one code of 8 bits for a step of 1/255. noise: four uniform values a pixel. */
export function dither(dst: usize, noise: usize, n: i32, step: f32): void {
  const alpha = i32x4.replace_lane(i32x4.splat(0), 3, -1)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(dst + i)
    // The slope of x^2.2 at the code of x is about 2.2 x^(6/11), near enough to 2.2 sqrt(x).
    const slope = f32x4.mul(f32x4.sqrt(f32x4.pmax(p, f32x4.splat(1e-4))), f32x4.splat(2.2))
    const d = f32x4.mul(f32x4.mul(f32x4.sub(v128.load(noise + i), f32x4.splat(0.5)), f32x4.splat(step)), slope)
    v128.store(dst + i, v128.bitselect(p, f32x4.add(p, d), alpha))
  }
}
