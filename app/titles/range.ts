import type { Sequence } from '@stilus/core/project'
import { fps } from '@stilus/core/time'

/** A part of a sequence's time, in frames. */
export interface Range {
  start: number
  length: number
}

/** The shot of the lowest lane under the playhead, or some seconds after it where there is none. */
export function roomAt({ shots, rate }: Sequence, at: number): Range & { name?: string } {
  const under = shots.find((s) => s.lane === 0 && at >= s.start && at < s.start + s.length)
  return under ?? { start: at, length: Math.round(fps(rate) * 10) }
}

/** The frames between two places on a band, whichever came first; at whole seconds of its room where that is near. @param near frames */
export function drawnRange(room: Range, from: number, to: number, second: number, near: number): Range {
  const snap = (frame: number) => {
    const whole = room.start + Math.round((frame - room.start) / second) * second
    const inside = Math.max(room.start, Math.min(room.start + room.length, frame))
    return Math.round(Math.abs(whole - inside) <= near && whole <= room.start + room.length ? whole : inside)
  }
  const [a, b] = [snap(Math.min(from, to)), snap(Math.max(from, to))]
  return { start: a, length: Math.max(1, b - a) }
}
