import type { Kernels } from '@stilus/core/kernels'
import { median } from './measure'
import { benchErrors, cartErrors, flagErrors } from './tracking/film'
import { areaError, coveredErrors, pointShifts, softOutline } from './tracking/known'
import { convergence, planarSpeed } from './tracking/opencv'

export interface TrackRow {
  what: string
  bar: string
  found: string
  held: boolean | null
}

const px = (v: number) => `${v.toFixed(3)} px`

/** All rows of the table, in its order. */
export async function trackRows(k: Kernels, trials = 500): Promise<TrackRow[]> {
  const rows: TrackRow[] = []
  const row = (what: string, bar: string, found: string, held: boolean | null) => {
    rows.push({ what, bar, found, held })
    console.log(`${what}: ${found}`)
  }
  const shifts = pointShifts(k)
  row('point, sub-pixel shifts, noise 2 %', 'RMS below 0.05 px', px(shifts), shifts < 0.05)
  for (const flag of ['red', 'blue'] as const) {
    const { errors, lostAt, lostWhileSeen } = flagErrors(k, flag)
    const worst = Math.max(...errors)
    const lost =
      lostAt === undefined
        ? 'never lost'
        : `lost at frame ${lostAt}, ${lostWhileSeen ? 'while seen' : 'when covered'}`
    row(
      `point, two flags, ${flag}`,
      'never above 1 px; lost only when covered',
      `worst ${px(worst)}, ${lost}`,
      worst < 1 && !lostWhileSeen,
    )
  }
  const plane = (what: string, errors: number[], judge = true) => {
    const [mid, worst] = [median(errors), Math.max(...errors)]
    row(
      what,
      'median below 0.15 px, worst below 0.8 px',
      `median ${px(mid)}, worst ${px(worst)}`,
      judge ? mid < 0.15 && worst < 0.8 : null,
    )
  }
  plane('plane, cart comes', cartErrors(k))
  const bench = benchErrors(k)
  plane(
    `plane, bench tablet, arm held out, its lens measured by itself (${bench.bend.toFixed(3)})`,
    bench.errors,
  )
  plane('the same before its lens was measured', bench.straight, false)
  const covered = coveredErrors(k)
  const mid = median(covered.errors)
  row(
    'plane, 40 % covered by what is not held out',
    'median below 0.5 px, or unsure',
    `median ${px(mid)}, worst ${px(Math.max(...covered.errors))}, unsure in ${covered.unsure} of ${covered.frames}`,
    mid < 0.5,
  )
  const speed = await planarSpeed(k)
  row(
    'plane, perspective, 200 x 150: frames a second after decoding',
    'above 60',
    `${(1000 / speed.ours).toFixed(0)} (${speed.ours.toFixed(1)} ms, of them ${speed.tracking.toFixed(1)} ms tracking)`,
    speed.ours < 1000 / 60,
  )
  row(
    'the same against findTransformECC',
    'at least 5 times',
    `${(speed.theirs / speed.tracking).toFixed(1)} times (${speed.theirs.toFixed(1)} ms)`,
    speed.theirs >= 5 * speed.tracking,
  )
  const area = areaError(k)
  row('outline, area against the exact one', 'below 1e-4', area.toExponential(1), area < 1e-4)
  const soft = softOutline(k)
  row('outline, 200 points, feather 40 px, 1280x720', 'below 12 ms', `${soft.toFixed(1)} ms`, soft < 12)
  for (const { sigma, ours, theirs } of await convergence(k, trials))
    row(
      `plane from corners moved by ${sigma} px, ${trials} trials: within 1 px`,
      'never below findTransformECC',
      `${(ours * 100).toFixed(1)} %, findTransformECC ${(theirs * 100).toFixed(1)} %`,
      ours >= theirs,
    )
  return rows
}
