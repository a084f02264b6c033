import { fps, type Rate } from './rate'

const two = (n: number) => String(n).padStart(2, '0')

/** Whole frames that timecode counts in a second. */
const base = (rate: Rate) => Math.round(fps(rate))

/** Frame numbers left out each minute but the tenth: SMPTE ST 12-1, 2 at 29.97 and 4 at 59.94. */
const skipped = (rate: Rate) => (rate.drop ? Math.round(base(rate) / 15) : 0)

/** Frame count to timecode HH:MM:SS:FF, with ';' before the frames where numbers are dropped. Negative counts get a minus. */
export function toTimecode(frame: number, rate: Rate): string {
  const sign = frame < 0 ? '-' : ''
  const b = base(rate)
  const d = skipped(rate)
  let n = Math.abs(Math.round(frame))
  if (d) {
    const perTen = b * 600 - 9 * d
    const perMinute = b * 60 - d
    const tens = Math.floor(n / perTen)
    const rest = n % perTen
    n += tens * 9 * d + (rest >= b * 60 ? d * (1 + Math.floor((rest - b * 60) / perMinute)) : 0)
  }
  const s = Math.floor(n / b)
  const clock = `${two(Math.floor(s / 3600))}:${two(Math.floor(s / 60) % 60)}:${two(s % 60)}`
  return `${sign}${clock}${d ? ';' : ':'}${two(n % b)}`
}

/**
 * Timecode to frame count. Accepts HH:MM:SS:FF with ':' ';' or '.' between, fields missing on the left, and a minus.
 * Returns undefined for anything else, for a field out of range, and for a number that drop-frame leaves out.
 */
export function fromTimecode(text: string, rate: Rate): number | undefined {
  const match = /^(-?)(\d{1,2}(?:[:;.]\d{1,2}){0,3})$/.exec(text.trim())
  if (!match?.[2]) return undefined
  const fields = match[2].split(/[:;.]/).map(Number)
  while (fields.length < 4) fields.unshift(0)
  const [h = 0, m = 0, s = 0, f = 0] = fields
  const b = base(rate)
  const d = skipped(rate)
  if (m > 59 || s > 59 || f >= b) return undefined
  if (d && s === 0 && f < d && m % 10 !== 0) return undefined
  const minutes = h * 60 + m
  const n = (minutes * 60 + s) * b + f - d * (minutes - Math.floor(minutes / 10))
  return match[1] ? -n : n
}

/** The frame count at another rate that reads the same, or as near as that rate has it. */
export function sameTimecode(frame: number, from: Rate, to: Rate): number {
  const [clock, last] = [toTimecode(frame, from).slice(0, -2), Number(toTimecode(frame, from).slice(-2))]
  for (let f = Math.min(last, base(to) - 1); f < base(to); f++) {
    const found = fromTimecode(clock + two(f), to)
    if (found !== undefined) return found
  }
  return 0
}
