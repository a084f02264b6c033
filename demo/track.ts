import { readdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { writeMotionJson } from '@stilus/core/formats'
import { Kernels } from '@stilus/core/kernels'
import { Follower, type FollowSetup, type Motion, withPlace } from '@stilus/core/motion'
import { corner, valueOf } from '@stilus/core/region'
import type { Plane } from '@stilus/core/frame'
import { LumaClip } from './luma'
import { MEDIA_FACTS } from './media-facts'
import { mediaPath } from './paths'
import { TruthReader } from './truth/read'

/** Tracks what the demo's shots ride on, as an editor would: places are set by hand on one picture, the rest is measured. Writes demo/motions. */
const k = new Kernels(512 * 1048576)
const folder = (name: string) => fileURLToPath(new URL(`./${name}/`, import.meta.url))
const truth = new TruthReader(folder('truth'))

const PLAIN: Omit<FollowSetup, 'form' | 'anchor'> = {
  scale: true,
  rotation: true,
  shear: true,
  perspective: true,
  pattern: [16, 16],
  search: [40, 40],
  refresh: 'worn',
}

interface Wanted {
  name: string
  file: string
  form: Motion['form']
  reference: number
  anchor: number[]
  /** First and last frame. */
  span: [number, number]
  change?: Partial<FollowSetup>
  hold?: (frame: number) => Plane | undefined
}

const clips = new Map<string, LumaClip>()
function clipOf(file: string): LumaClip {
  const { width, height } = MEDIA_FACTS[file] as { width: number; height: number }
  const clip = clips.get(file) ?? new LumaClip(mediaPath(file), width, height)
  clips.set(file, clip)
  return clip
}

function track({ name, file, form, reference, anchor, span, change, hold }: Wanted): Motion {
  const clip = clipOf(file)
  let motion: Motion = { form, reference, anchor, first: reference, places: [anchor], quality: [1] }
  for (const direction of [1, -1]) {
    const first = clip.pyramid(k, reference)
    const front = hold?.(reference)
    const follower = new Follower(k, first, { ...PLAIN, ...change, form, anchor }, front)
    k.free(...first, ...(front ? [front] : []))
    for (let n = reference + direction; n >= span[0] && n <= span[1]; n += direction) {
      const pictures = clip.pyramid(k, n)
      const plane = hold?.(n)
      const found = follower.follow(pictures, plane)
      k.free(...pictures, ...(plane ? [plane] : []))
      motion = withPlace(motion, n, found.lost ? null : found.places, found.quality)
      if (found.lost) {
        console.log(`${name}: lost at frame ${n}`)
        break
      }
    }
  }
  const meta = {
    name,
    width: clip.width,
    height: clip.height,
    rate: MEDIA_FACTS[file]?.rate ?? { num: 24, den: 1 },
  }
  writeFileSync(`${folder('motions')}${name}.json`, writeMotionJson(motion, meta) + '\n')
  return motion
}

const box = (x: number, y: number, w: number, h = w) => [
  x - w,
  y - h,
  x + w,
  y - h,
  x + w,
  y + h,
  x - w,
  y + h,
]

/** The hand in front of the face as an outline of sixteen corners about its middle, as it would be drawn by hand on every third frame. */
function drawHand(from: number, to: number): void {
  const kept = truth.kept('stargazer-talks-hand')
  const keys: { at: number; value: number[] }[] = []
  for (const frame of kept.filter((n) => n >= from && n <= to)) {
    if ((frame - from) % 3) continue
    const { width, height, data, channels } = truth.channel('stargazer-talks-hand', frame)
    const inside: [number, number][] = []
    for (let y = 0; y < height; y += 3)
      for (let x = 0; x < width; x += 3)
        if ((data[(y * width + x) * channels] as number) > 0.5) inside.push([x, y])
    if (inside.length < 40) continue
    const [cx, cy] = [0, 1].map((c) => inside.reduce((s, p) => s + (p[c] as number), 0) / inside.length) as [
      number,
      number,
    ]
    const points = Array.from({ length: 16 }, (_, i) => {
      const angle = (i / 16) * 2 * Math.PI
      const [ux, uy] = [Math.cos(angle), Math.sin(angle)]
      let far = 12
      for (const [x, y] of inside) {
        const [dx, dy] = [x - cx, y - cy]
        const along = dx * ux + dy * uy
        if (along > far && Math.abs(dx * uy - dy * ux) < along * 0.22 + 4) far = along
      }
      return corner(Math.round(cx + ux * (far + 4)), Math.round(cy + uy * (far + 4)), 0.6)
    })
    keys.push({ at: frame, value: valueOf(points) })
  }
  writeFileSync(`${folder('motions')}hand-outline.json`, JSON.stringify(keys) + '\n')
}

const flags = truth.numbers('two-flags').frames
const cart = truth.numbers('cart-comes')
const sign = [612.4, 294.6, 919.4, 303.9, 919.9, 426.2, 612.8, 437.9]
const last = cart.count - 1
track({
  name: 'Red flag',
  file: 'two-flags.mp4',
  form: 'point',
  reference: 5,
  anchor: [...(flags[5]?.red ?? [0, 0])],
  span: [0, 83],
})
track({
  name: 'Blue flag',
  file: 'two-flags.mp4',
  form: 'point',
  reference: 5,
  anchor: [...(flags[5]?.blue ?? [0, 0])],
  span: [0, 83],
})
track({ name: 'Sign', file: 'cart-comes.mov', form: 'plane', reference: last, anchor: sign, span: [0, last] })
for (const [name, x, y, w, h] of [
  ['Head', 745, 200, 46, 56],
  ['Body', 715, 300, 60, 18],
  ['Hand', 826, 232, 26, 34],
] as const)
  track({
    name: `Driver ${name.toLowerCase()}`,
    file: 'cart-comes.mov',
    form: 'plane',
    reference: last,
    span: [0, last],
    anchor: box(x, y, w, h),
    change: { shear: false, perspective: false },
  })
const face = truth.numbers('stargazer-talks').frames
const [l, t, r, b] = face[76]?.face ?? [0, 0, 1, 1]
track({
  name: 'Face',
  file: 'stargazer-talks.mp4',
  form: 'plane',
  reference: 76,
  span: [60, 112],
  anchor: box((l + r) / 2, (t + b) / 2, (r - l) * 0.36, (b - t) * 0.3),
  change: { shear: false, perspective: false },
  hold(frame) {
    const { data, channels } = truth.channel('stargazer-talks-hand', frame)
    const plane = k.plane(1280, 720)
    for (let i = 0; i < plane.data.length; i++) plane.data[i] = data[i * channels] as number
    return plane
  },
})
drawHand(70, 115)
console.log(readdirSync(folder('motions')).join(', '))
