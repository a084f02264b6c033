import { fileURLToPath } from 'node:url'
import type { Plane } from '@stilus/core/frame'
import type { Kernels } from '@stilus/core/kernels'
import { type Matrix3, through } from '@stilus/core/matrix'
import {
  BendMeter,
  Follower,
  type FollowSetup,
  isBent,
  type Motion,
  placesAt,
  withPlace,
} from '@stilus/core/motion'
import { LumaClip } from '../../demo/luma'
import { mediaPath } from '../../demo/paths'
import { TruthReader } from '../../demo/truth/read'
import { FREE } from './scenes'

export const truth = new TruthReader(fileURLToPath(new URL('../../demo/truth/', import.meta.url)))
const SETUP: Omit<FollowSetup, 'form' | 'anchor'> = {
  ...FREE,
  pattern: [14, 14],
  search: [40, 40],
  refresh: 'worn',
}

/** Follows a thing through a clip; `hold` gives what is in front. */
export function followed(
  k: Kernels,
  clip: LumaClip,
  setup: FollowSetup,
  frames: readonly number[],
  hold?: (frame: number) => Float32Array,
): { motion: Motion; lostAt: number | undefined } {
  const [reference = 0, ...rest] = frames
  const front = (n: number) => {
    const data = hold?.(n)
    if (!data) return undefined
    const plane = k.plane(clip.width, clip.height)
    plane.data.set(data)
    return plane
  }
  const looking = <T>(n: number, look: (levels: Plane[], held?: Plane) => T): T => {
    const [levels, held] = [clip.pyramid(k, n), front(n)]
    const out = look(levels, held)
    k.free(...levels, ...(held ? [held] : []))
    return out
  }
  const follower = looking(reference, (levels, held) => new Follower(k, levels, setup, held))
  const { form, anchor } = setup
  let motion: Motion = { form, reference, anchor, first: reference, places: [anchor], quality: [1] }
  for (const n of rest) {
    const found = looking(n, (levels, held) => follower.follow(levels, held))
    motion = withPlace(motion, n, found.lost ? null : found.places, found.quality)
    if (found.lost) return { motion, lostAt: n }
  }
  return { motion, lostAt: undefined }
}

/** Distances of a motion's corners from the truth, frame by frame. */
export const cornerErrors = (
  motion: Motion,
  frames: readonly number[],
  exact: (n: number) => number[],
): number[] =>
  frames.flatMap((n) => {
    const [found, real] = [placesAt(motion, n), exact(n)]
    return [0, 2, 4, 6].map((i) =>
      Math.hypot(
        (found[i] as number) - (real[i] as number),
        (found[i + 1] as number) - (real[i + 1] as number),
      ),
    )
  })

const count = (from: number, to: number): number[] =>
  Array.from({ length: Math.abs(to - from) + 1 }, (_, i) => from + (to > from ? i : -i))

export function flagErrors(k: Kernels, flag: 'red' | 'blue') {
  const { frames, file, count: n } = truth.numbers('two-flags')
  const clip = new LumaClip(mediaPath(file), 1280, 720)
  const setup: FollowSetup = { ...SETUP, form: 'point', anchor: [...(frames[0]?.[flag] ?? [0, 0])] }
  const { motion, lostAt } = followed(k, clip, setup, count(0, n - 1))
  const last = lostAt === undefined ? n - 1 : lostAt - 1
  const errors = count(0, last).map((f) => {
    const [[x = 0, y = 0], [u, v]] = [placesAt(motion, f), frames[f]?.[flag] ?? [0, 0]]
    return Math.hypot(x - u, y - v)
  })
  const visible = (f: number) => flag === 'red' || (frames[f]?.blueVisible ?? false)
  return { errors, lostAt, lostWhileSeen: lostAt !== undefined && visible(lostAt) }
}

/** The sign of the cart, tracked back from the frame in which it is largest. */
export function cartErrors(k: Kernels): number[] {
  const { frames, file, count: n } = truth.numbers('cart-comes')
  const clip = new LumaClip(mediaPath(file), 1280, 720)
  const exact = (f: number) =>
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ].flatMap(([u, v]) => through((frames[f]?.sign ?? []) as unknown as Matrix3, u as number, v as number))
  const order = count(n - 1, 0)
  const { motion } = followed(k, clip, { ...SETUP, form: 'plane', anchor: exact(n - 1) }, order)
  return cornerErrors(motion, order.slice(1), exact)
}

/** Pictures from which the application measures a bend. */
const LOOKS = 8

/** The tablet on the bench with the arm held out, as the application follows it: once, then with the bend of the lens that this shows. Errors of the first run, of the last, and the bend. */
export function benchErrors(k: Kernels): { straight: number[]; errors: number[]; bend: number } {
  const { frames, file, count: n } = truth.numbers('bench-tablet')
  const clip = new LumaClip(mediaPath(file), 1280, 720)
  const exact = (f: number) => (frames[f]?.corners ?? []).flat()
  const anchor = exact(0)
  const [cx, cy] = [0, 1].map((c) => anchor.reduce((s, v, i) => (i % 2 === c ? s + v / 4 : s), 0)) as [
    number,
    number,
  ]
  // Drawn a little outside of the face, so that its edge is in it.
  const area = anchor.map((v, i) => v + 3 * Math.sign(v - (i % 2 ? cy : cx)))
  const hold = (f: number) => {
    const { data, channels } = truth.channel('bench-tablet-arm', f)
    return channels === 1
      ? data
      : Float32Array.from({ length: 1280 * 720 }, (_, i) => data[i * channels] as number)
  }
  const setup: FollowSetup = { ...SETUP, form: 'plane', anchor, area }
  const order = count(0, n - 1)
  const errorsOf = (motion: Motion) => cornerErrors(motion, order.slice(1), exact)
  const { motion } = followed(k, clip, setup, order, hold)
  const looks = Array.from({ length: LOOKS }, (_, i) => Math.round(((i + 1) / LOOKS) * (n - 1)))
  let meter: BendMeter | undefined
  for (const f of [0, ...looks]) {
    const [levels, front] = [clip.pyramid(k, f), k.plane(clip.width, clip.height)]
    front.data.set(hold(f))
    if (meter) meter.add(levels, placesAt(motion, f), front)
    else meter = new BendMeter(k, levels, setup, front)
    k.free(...levels, front)
  }
  const found = meter?.found
  const bend = found && isBent(found) ? found.bend : 0
  const last = bend ? followed(k, clip, { ...setup, lens: bend }, order, hold).motion : motion
  return { straight: errorsOf(motion), errors: errorsOf(last), bend }
}
