// The light of a screen on a subject, and that of what lies behind it.

const BINS: i32 = 8

// @ts-ignore: decorator
@inline
function binOf(p: f32, q: f32, borders: usize): i32 {
  let bin = 0
  while (bin < BINS - 1 && p >= load<f32>(borders + (<usize>bin << 2)) * q) bin++
  return bin
}

/** Sums (eight doubles) and counts (eight more) of 2 g / (a + b) where a map is 0, by bins of a / b. borders: seven ratios. */
export function materialSums(
  sums: usize, near: usize, front: usize, n: i32, g: i32, a: i32, b: i32, borders: usize,
): void {
  for (let i = 0; i < n; i++) {
    if (load<u8>(near + <usize>i)) continue
    const at = front + (<usize>i << 4)
    const p = load<f32>(at + (a << 2))
    const q = load<f32>(at + (b << 2))
    if (p + q < 0.01) continue
    const to = sums + (<usize>binOf(p, q, borders) << 3)
    store<f64>(to, load<f64>(to) + <f64>((2 * load<f32>(at + (g << 2))) / (p + q)))
    store<f64>(to, load<f64>(to, 64) + 1, 64)
  }
}

/** How much is taken of a colour: by its tone (dark, middle, light), and less the nearer it lies to one that is kept (its shares, how near, whether one is). */
// @ts-ignore: decorator
@inline
function amountAt(at: usize, cover: f32, how: usize, lr: f32, lg: f32, lb: f32): f32 {
  const r = load<f32>(at)
  const g = load<f32>(at, 4)
  const b = load<f32>(at, 8)
  const tone = min<f32>(1, sqrt<f32>(max<f32>(0, lr * r + lg * g + lb * b) / cover))
  const dark = max<f32>(0, 1 - 2 * tone)
  const light = max<f32>(0, 2 * tone - 1)
  const share = dark * load<f32>(how) + (1 - dark - light) * load<f32>(how, 4) + light * load<f32>(how, 8)
  const sum = r + g + b
  if (!load<f32>(how, 28) || sum <= 0) return share
  const off =
    abs<f32>(r / sum - load<f32>(how, 12)) + abs<f32>(g / sum - load<f32>(how, 16)) + abs<f32>(b / sum - load<f32>(how, 20))
  const near = load<f32>(how, 24)
  const t = min<f32>(1, max<f32>(0, (off - near) / max<f32>(1e-4, near)))
  return share * t * t * (3 - 2 * t)
}

/**
 * Takes a share of a screen off straight or premultiplied colours so that channel g comes down to a limit: the larger of a and b, or by `balance` what the material has (means: eight; 0 without), never more than a and b
 * hold. how: 0, or eight floats (see amountAt). own: a plane of what is kept (0 without). taken: 0, or a frame that is all 0 and gets what was taken.
 */
export function spill(
  front: usize, taken: usize, alpha: usize, screen: usize, own: usize, n: i32, g: i32, a: i32, b: i32,
  amount: f32, balance: f32, means: usize, borders: usize, how: usize, lr: f32, lg: f32, lb: f32,
): void {
  for (let i = 0; i < n; i++) {
    if (i + 4 <= n && !v128.any_true(v128.load(alpha + (<usize>i << 2)))) {
      i += 3
      continue
    }
    const cover = load<f32>(alpha + (<usize>i << 2))
    if (cover <= 0) continue
    const at = front + (<usize>i << 4)
    const x = load<f32>(at + (g << 2))
    const p = load<f32>(at + (a << 2))
    const q = load<f32>(at + (b << 2))
    const plain = max(p, q)
    let limit = plain
    if (means) {
      const has = load<f32>(means + (<usize>binOf(p, q, borders) << 2)) * <f32>0.5 * (p + q)
      limit = plain + (min(plain, has) - plain) * balance
    }
    const back = screen + (<usize>i << 4)
    const backA = load<f32>(back + (a << 2))
    const backB = load<f32>(back + (b << 2))
    const whole = load<f32>(back + (g << 2)) - <f32>0.5 * (backA + backB)
    if (x <= limit || whole <= 1e-6) continue
    const most = min(p / max<f32>(1e-6, backA), q / max<f32>(1e-6, backB))
    let much = amount
    if (how) much *= amountAt(at, cover, how, lr, lg, lb)
    if (own) much *= 1 - load<f32>(own + (<usize>i << 2))
    const off = f32x4.mul(v128.load(back), f32x4.splat(much * min((x - limit) / whole, most)))
    const v = v128.load(at)
    v128.store(at, f32x4.replace_lane(f32x4.sub(v, off), 3, f32x4.extract_lane(v, 3)))
    if (taken) v128.store(taken + (<usize>i << 4), f32x4.replace_lane(off, 3, cover))
  }
}

/** What is seen of a picture around a subject: colours times (1 - alpha), with that as alpha. */
export function around(dst: usize, src: usize, alpha: usize, n: i32): void {
  const none = f32x4.splat(0)
  for (let i = 0; i < n; i++) {
    const rest: f32 = 1 - load<f32>(alpha + (<usize>i << 2))
    const at = <usize>i << 4
    const v = rest > 0 ? f32x4.mul(f32x4.replace_lane(v128.load(src + at), 3, 1), f32x4.splat(rest)) : none
    v128.store(dst + at, v)
  }
}

/** Light without alpha of its own on a subject: colours times its alpha and an amount; where less than half of what lies about is open (their alpha) it falls off faster, the less so the softer. In place. */
export function lightOn(light: usize, alpha: usize, n: i32, amount: f32, softness: f32): void {
  const none = f32x4.splat(0)
  for (let i = 0; i < n; i++) {
    const cover = load<f32>(alpha + (<usize>i << 2))
    const at = light + (<usize>i << 4)
    if (cover <= 0) {
      v128.store(at, none)
      continue
    }
    const v = v128.load(at)
    const t = min<f32>(1, 2 * f32x4.extract_lane(v, 3))
    const falls = softness + (1 - softness) * t * t * (3 - 2 * t)
    v128.store(at, f32x4.replace_lane(f32x4.mul(v, f32x4.splat(cover * amount * falls)), 3, 0))
  }
}
