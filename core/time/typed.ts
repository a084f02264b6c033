import { fps, type Rate } from './rate'
import { fromTimecode } from './timecode'

/**
 * A time as typed: `48` or `48f` frames, `2s` or `1.5s` seconds, `00:00:02:00` timecode (from 0); with + or - before it, that much later or earlier than
 * `current`. In frames, whole unless frames are given with decimals; undefined if it is none of these.
 */
export function typedTime(text: string, rate: Rate, current: number): number | undefined {
  const t = text.trim().replace(/,/g, '.')
  const sign = t.startsWith('+') ? 1 : t.startsWith('-') ? -1 : 0
  const frames = amount(sign ? t.slice(1).trim() : t, rate)
  if (frames === undefined) return undefined
  return sign ? current + sign * frames : frames
}

function amount(t: string, rate: Rate): number | undefined {
  if (/^\d+(\.\d+)?f?$/.test(t)) return parseFloat(t)
  if (/^(\d+(\.\d+)?|\.\d+)s$/.test(t)) return Math.round(parseFloat(t) * fps(rate))
  return /[:;]/.test(t) ? fromTimecode(t, rate) : undefined
}
