/** When a step acts, in treatment frames. Without start or end it reaches past the shot, into the handles. */
export interface When {
  start: number | null
  end: number | null
  /** Frames that the step takes to arrive and to leave. */
  rampIn: number
  rampOut: number
  shape: 'linear' | 'ease'
  /** The ramps are there and not heeded. */
  rampsOff?: boolean | undefined
}

/**
 * How much of a step is there at treatment time t, 0 to 1. `bounds` is the shot's own span, where open ends ramp from.
 * The span holds frames start <= t < end; the first frame of a ramp of n shows 1/(n+1), so no frame of it is wasted on zero.
 */
export function presence(when: When, t: number, bounds: { start: number; end: number }): number {
  if (when.start !== null && t < when.start) return 0
  if (when.end !== null && t >= when.end) return 0
  const start = when.start ?? bounds.start
  const end = when.end ?? bounds.end
  if (when.rampsOff) return 1
  const arrive = when.rampIn > 0 ? (t - start + 1) / (when.rampIn + 1) : 1
  const leave = when.rampOut > 0 ? (end - t) / (when.rampOut + 1) : 1
  const p = Math.min(1, Math.max(0, Math.min(arrive, leave)))
  return when.shape === 'ease' ? p * p * (3 - 2 * p) : p
}
