/** Frames per second as an exact fraction. `drop`: timecode skips numbers so that it keeps up with the clock. */
export interface Rate {
  num: number
  den: number
  drop?: boolean
}

/** The rates that editing uses, by the name people give them. */
export const RATES: Record<string, Rate> = {
  '23.976': { num: 24000, den: 1001 },
  '24': { num: 24, den: 1 },
  '25': { num: 25, den: 1 },
  '29.97': { num: 30000, den: 1001 },
  '29.97 drop': { num: 30000, den: 1001, drop: true },
  '30': { num: 30, den: 1 },
  '50': { num: 50, den: 1 },
  '59.94': { num: 60000, den: 1001 },
  '60': { num: 60, den: 1 },
}

export const fps = (rate: Rate): number => rate.num / rate.den

/** Seconds at which frame n begins. */
export const frameStart = (rate: Rate, n: number): number => (n * rate.den) / rate.num

/** The time in the middle of frame n: the one to ask a decoder for, whatever its rounding. */
export const frameMiddle = (rate: Rate, n: number): number => ((n + 0.5) * rate.den) / rate.num

/** The frame that shows at `seconds`. Times within a millionth of a frame of a boundary count as on it. */
export const frameAt = (rate: Rate, seconds: number): number =>
  Math.floor((seconds * rate.num) / rate.den + 1e-6)

/**
 * The frame of a medium at rate `to` that shows in the middle of frame n at rate `from`. Exact where the rates agree.
 */
export function conform(n: number, from: Rate, to: Rate): number {
  if (from.num * to.den === to.num * from.den) return n
  return Math.floor(((2 * n + 1) * from.den * to.num) / (2 * from.num * to.den))
}

/** The exact rate nearest to a measured one: a known rate within 0.05 %, else thousandths of a frame. */
export function nearestRate(measured: number): Rate {
  const known = Object.values(RATES).find(
    (rate) => !rate.drop && Math.abs(fps(rate) - measured) / measured < 5e-4,
  )
  return known ?? { num: Math.round(measured * 1000), den: 1000 }
}

/** The short name of a rate, as in RATES, or its decimal. */
export function rateName(rate: Rate): string {
  const known = Object.entries(RATES).find(
    ([, r]) => r.num * rate.den === rate.num * r.den && Boolean(r.drop) === Boolean(rate.drop),
  )
  return (
    known?.[0] ??
    fps(rate)
      .toFixed(3)
      .replace(/\.?0+$/, '')
  )
}
