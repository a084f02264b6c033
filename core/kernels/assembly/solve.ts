// How a key solves what is undecided. Places are numbers by rows (i32); what is compact holds four floats for each of them.

/** What may be trusted to be the subject's own colour: what stays (2), unless a neighbour across or down does not. alpha: 1 where it stays. */
export function sureOf(sure: usize, alpha: usize, tones: usize, w: i32, h: i32): void {
  const ones = f32x4.splat(1)
  const none = f32x4.splat(0)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const i = y * w + x
      const at = tones + <usize>i
      const to = <usize>i << 2
      // Four at once where none stays, or all do with all about them.
      if (x + 4 < w) {
        const four = load<u32>(at)
        const all = four === STAYS
        if (!(four & STAYS) || (all && x > 0 && wholly(at, w, y, h))) {
          v128.store(sure + to, all ? ones : none)
          v128.store(alpha + to, all ? ones : none)
          x += 3
          continue
        }
      }
      const stays = load<u8>(at) === 2
      const inside =
        stays &&
        (x === 0 || load<u8>(at - 1) === 2) &&
        (x === w - 1 || load<u8>(at + 1) === 2) &&
        (y === 0 || load<u8>(at - w) === 2) &&
        (y === h - 1 || load<u8>(at + w) === 2)
      store<f32>(alpha + to, stays ? 1 : 0)
      store<f32>(sure + to, inside ? 1 : 0)
    }
}

/** Four places that stay. */
const STAYS: u32 = 0x02020202

// @ts-ignore: decorator
@inline
function wholly(at: usize, w: i32, y: i32, h: i32): bool {
  return (
    load<u8>(at - 1) === 2 &&
    load<u8>(at + 4) === 2 &&
    (y === 0 || load<u32>(at - w) === STAYS) &&
    (y === h - 1 || load<u32>(at + w) === STAYS)
  )
}

// @ts-ignore: decorator
@inline
function times(src: usize, weights: usize, i: i32): v128 {
  const weight = load<f32>(weights + (<usize>i << 2))
  if (weight == 0) return f32x4.splat(0)
  return f32x4.mul(f32x4.replace_lane(v128.load(src + (<usize>i << 4)), 3, 1), f32x4.splat(weight))
}

/** Sums of 2 x 2 of colours times weights, with those weights, brought down to a weight of 1 where they exceed it. */
export function pullWeighted(dst: usize, dw: i32, dh: i32, src: usize, weights: usize, w: i32, h: i32): void {
  const none = f32x4.splat(0)
  for (let y = 0; y < dh; y++) {
    const low = y * 2 + 1 < h ? w : 0
    for (let x = 0; x < dw; x++) {
      const i = y * 2 * w + x * 2
      const two = x * 2 + 1 < w
      const to = dst + (<usize>(y * dw + x) << 4)
      const here = weights + (<usize>i << 2)
      if (two && !load<u64>(here) && (!low || !load<u64>(here + (<usize>w << 2)))) {
        v128.store(to, none)
        continue
      }
      let sum = times(src, weights, i)
      if (two) sum = f32x4.add(sum, times(src, weights, i + 1))
      if (low) {
        sum = f32x4.add(sum, times(src, weights, i + w))
        if (two) sum = f32x4.add(sum, times(src, weights, i + w + 1))
      }
      const weight = f32x4.extract_lane(sum, 3)
      if (weight > 1) sum = f32x4.div(sum, f32x4.splat(weight))
      v128.store(to, sum)
    }
  }
}

/** alpha = (D X + w D_Y X_Y) / (D D + w D_Y^2) of D, the way from the plate to the subject, and X, that to what is seen; w is how much luminance counts besides. */
export function projectOn(
  alpha: usize, seen: usize, plate: usize, fronts: usize, places: usize, n: i32, weight: f32,
  lr: f32, lg: f32, lb: f32,
): void {
  const luma = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(0), 0, lr), 1, lg), 2, lb)
  for (let m = 0; m < n; m++) {
    const i = <usize>load<i32>(places + (<usize>m << 2))
    const back = v128.load(plate + (i << 4))
    const d = f32x4.replace_lane(f32x4.sub(v128.load(fronts + (i << 4)), back), 3, 0)
    const x = f32x4.sub(v128.load(seen + (i << 4)), back)
    const dy = sum3(f32x4.mul(d, luma))
    const long = sum3(f32x4.mul(d, d)) + weight * dy * dy
    const along = sum3(f32x4.mul(d, x)) + weight * dy * sum3(f32x4.mul(x, luma))
    store<f32>(alpha + (i << 2), long > 1e-9 ? min<f32>(1, max<f32>(0, along / long)) : 0)
  }
}

// @ts-ignore: decorator
@inline
function sum3(v: v128): f32 {
  return f32x4.extract_lane(v, 0) + f32x4.extract_lane(v, 1) + f32x4.extract_lane(v, 2)
}

/** Where alpha is more than 0.3: the subject's own colour there, (seen - (1 - alpha) plate) / alpha, and a weight of 0.3 alpha^2 for it. The colours that were there go to `before`, compact. */
export function ownColours(
  colours: usize, weights: usize, before: usize, plate: usize, alpha: usize, places: usize, n: i32,
): void {
  const zero = f32x4.splat(0)
  for (let m = 0; m < n; m++) {
    const i = <usize>load<i32>(places + (<usize>m << 2))
    const seen = v128.load(colours + (i << 4))
    v128.store(before + (<usize>m << 4), seen)
    const a = load<f32>(alpha + (i << 2))
    if (a <= 0.3) continue
    const off = f32x4.sub(seen, f32x4.mul(v128.load(plate + (i << 4)), f32x4.splat(1 - a)))
    v128.store(colours + (i << 4), f32x4.max(f32x4.div(off, f32x4.splat(a)), zero))
    store<f32>(weights + (i << 2), <f32>0.3 * a * a)
  }
}

/** Colours at places, to a compact list. */
export function pickAt(dst: usize, src: usize, places: usize, n: i32): void {
  for (let m = 0; m < n; m++) {
    const i = <usize>load<i32>(places + (<usize>m << 2))
    v128.store(dst + (<usize>m << 4), v128.load(src + (i << 4)))
  }
}

/** Colours of a compact list, to their places. */
export function putAt(dst: usize, src: usize, places: usize, n: i32): void {
  for (let m = 0; m < n; m++) {
    const i = <usize>load<i32>(places + (<usize>m << 2))
    v128.store(dst + (i << 4), v128.load(src + (<usize>m << 4)))
  }
}

/** What is explained to be seen at places, compact: the plate where it is all there is, its mix with the subject where that is undecided, what is seen elsewhere. rubbish: 0 without any. */
export function explainAt(
  dst: usize, seen: usize, plate: usize, fronts: usize, alpha: usize, tones: usize, rubbish: usize, places: usize,
  n: i32,
): void {
  for (let m = 0; m < n; m++) {
    const i = <usize>load<i32>(places + (<usize>m << 2))
    const tone = load<u8>(tones + i)
    let v: v128
    if (tone === 2 || (rubbish && load<u8>(rubbish + i))) v = v128.load(seen + (i << 4))
    else {
      v = v128.load(plate + (i << 4))
      const a = load<f32>(alpha + (i << 2))
      if (tone === 1) {
        const own = f32x4.mul(v128.load(fronts + (i << 4)), f32x4.splat(a))
        v = f32x4.add(own, f32x4.mul(v, f32x4.splat(1 - a)))
      }
    }
    v128.store(dst + (<usize>m << 4), f32x4.replace_lane(v, 3, 1))
  }
}

/** How far blue and red lie from luma, from a compact list of codes to two planes. */
export function chromaAt(
  cb: usize, cr: usize, codes: usize, places: usize, n: i32, lr: f32, lg: f32, lb: f32,
): void {
  for (let m = 0; m < n; m++) {
    const i = <usize>load<i32>(places + (<usize>m << 2)) << 2
    const at = codes + (<usize>m << 4)
    const red = load<f32>(at)
    const blue = load<f32>(at, 8)
    const luma = lr * red + lg * load<f32>(at, 4) + lb * blue
    store<f32>(cb + i, blue - luma)
    store<f32>(cr + i, red - luma)
  }
}

/** A number less the [1 2 1] mean around it in both directions; at the border its own row or column goes on. */
// @ts-ignore: decorator
@inline
function lost(plane: usize, i: usize, left: isize, right: isize, up: isize, down: isize): f32 {
  const at = plane + (i << 2)
  const a = load<f32>(at + up + left) + 2 * load<f32>(at + up) + load<f32>(at + up + right)
  const b = load<f32>(at + left) + 2 * load<f32>(at) + load<f32>(at + right)
  const c = load<f32>(at + down + left) + 2 * load<f32>(at + down) + load<f32>(at + down + right)
  return load<f32>(at) - (a + 2 * b + c) * <f32>0.0625
}

/** Adds to a compact list of codes what two planes of chroma lose in 4:2:0; luma stays. */
export function addLost(
  codes: usize, cb: usize, cr: usize, places: usize, n: i32, w: i32, h: i32, lr: f32, lg: f32, lb: f32,
): void {
  for (let m = 0; m < n; m++) {
    const i = load<i32>(places + (<usize>m << 2))
    const y = i / w
    const x = i - y * w
    const left: isize = x > 0 ? -4 : 0
    const right: isize = x < w - 1 ? 4 : 0
    const up: isize = y > 0 ? -(w << 2) : 0
    const down: isize = y < h - 1 ? w << 2 : 0
    const blue = lost(cb, <usize>i, left, right, up, down)
    const red = lost(cr, <usize>i, left, right, up, down)
    const at = codes + (<usize>m << 4)
    store<f32>(at, load<f32>(at) + red)
    store<f32>(at, load<f32>(at, 4) - (lr * red + lb * blue) / lg, 4)
    store<f32>(at, load<f32>(at, 8) + blue, 8)
  }
}

/** Gives a subject (premultiplied) at places a share of the hue that `fronts` has there, its light kept. */
export function hueAt(
  front: usize, fronts: usize, alpha: usize, places: usize, n: i32, share: f32, lr: f32, lg: f32, lb: f32,
): void {
  const luma = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(0), 0, lr), 1, lg), 2, lb)
  for (let m = 0; m < n; m++) {
    const i = <usize>load<i32>(places + (<usize>m << 2))
    if (!load<f32>(alpha + (i << 2))) continue
    const own = v128.load(fronts + (i << 4))
    const usual = sum3(f32x4.mul(own, luma))
    if (usual <= 1e-5) continue
    const at = front + (i << 4)
    const v = v128.load(at)
    const light = sum3(f32x4.mul(v, luma)) / usual
    const off = f32x4.sub(f32x4.mul(own, f32x4.splat(light)), v)
    const moved = f32x4.add(v, f32x4.mul(off, f32x4.splat(share)))
    v128.store(at, f32x4.replace_lane(moved, 3, f32x4.extract_lane(v, 3)))
  }
}

/** Alpha between a black and a white point, times the picture's own and what holds (0 without); the subject (premultiplied) goes with it. */
export function shapeAlpha(
  front: usize, alpha: usize, seen: usize, holds: usize, black: f32, white: f32, n: i32,
): void {
  const reach: f32 = <f32>1 / max<f32>(1e-3, white - black)
  for (let i = 0; i < n; i++) {
    const at = alpha + (<usize>i << 2)
    if (i + 4 <= n && !v128.any_true(v128.load(at))) {
      i += 3
      continue
    }
    const before = load<f32>(at)
    if (before === 0) continue
    const bent = min<f32>(1, max<f32>(0, (before - black) * reach))
    const there = min<f32>(1, max<f32>(0, load<f32>(seen + (<usize>i << 4), 12)))
    const after = bent * there * (holds ? load<f32>(holds + (<usize>i << 2)) : 1)
    if (after === before) continue
    // The subject's light is times the picture's own alpha already.
    const share = there > 0 ? after / there / before : 0
    store<f32>(at, after)
    const to = front + (<usize>i << 4)
    v128.store(to, f32x4.replace_lane(f32x4.mul(v128.load(to), f32x4.splat(share)), 3, after))
  }
}
