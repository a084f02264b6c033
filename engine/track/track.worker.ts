import type { Picture, Plane, Size } from '@stilus/core/frame'
import { Kernels } from '@stilus/core/kernels'
import { BendMeter, Follower, type FollowSetup, lumaPlane, pyramidOf } from '@stilus/core/motion'
import { rasterise, type ResolvedItem } from '@stilus/core/region'
import { serve } from '../rpc'

/** What lies in front: shapes in pixels of the canvas, mattes of what is no shape, and how the medium lies in the canvas. */
export interface Front {
  items: ResolvedItem[]
  /** Shares of the whole canvas. */
  mattes: Matte[]
  /** Canvas pixels for one of the medium, and where the medium begins. */
  scale: number
  left: number
  top: number
}

export interface Matte extends Size {
  data: Float32Array<ArrayBuffer>
}

/** A frame, and what lies in front of the thing in it. */
export interface Seen {
  picture: Picture
  front?: Front | undefined
}

let kernels: Kernels | undefined
let meter: BendMeter | undefined
let follower: Follower | undefined

function frontPlane(k: Kernels, { width, height }: Size, front: Front | undefined): Plane | undefined {
  if (!front || !(front.items.length || front.mattes.length)) return undefined
  const { scale, left, top } = front
  const area = { x: Math.round(left / scale), y: Math.round(top / scale), width, height }
  const size = { width: width + 2 * area.x, height: height + 2 * area.y }
  // Whatever an item's way of joining, here it is what it covers.
  const items = front.items.map((item) => ({ ...item, join: 'add' as const }))
  const plane = rasterise(k, area, items, false, { size, scale: 1 / scale })
  for (const matte of front.mattes) cover(plane, matte, front)
  return plane
}

/** Adds to what a plane of the medium's size covers what a matte of the canvas does, by the canvas pixel at each of its own. */
function cover({ width, height, data }: Plane, matte: Matte, { scale, left, top }: Front): void {
  const within = (v: number, size: number) => Math.min(size - 1, Math.max(0, Math.floor(v)))
  for (let y = 0, i = 0; y < height; y++) {
    const row = within(top + (y + 0.5) * scale, matte.height) * matte.width
    for (let x = 0; x < width; x++, i++) {
      const share = matte.data[row + within(left + (x + 0.5) * scale, matte.width)] as number
      data[i] = 1 - (1 - (data[i] as number)) * (1 - share)
    }
  }
}

function looking<T>({ picture, front }: Seen, look: (levels: Plane[], hold?: Plane) => T): T {
  // Room for both pictures' levels, their masks and a template's.
  kernels ??= new Kernels(Math.max(64, (picture.width * picture.height * 64) / 1048576) * 1048576)
  const k = kernels
  const levels = pyramidOf(k, lumaPlane(k, picture))
  const hold = frontPlane(k, picture, front)
  try {
    return look(levels, hold)
  } finally {
    k.free(...levels, ...(hold ? [hold] : []))
  }
}

export const handlers = {
  /** Takes the template. @throws TooPlain, NoPattern */
  begin({ setup, ...seen }: Seen & { setup: FollowSetup }) {
    looking(seen, (levels, hold) => {
      follower = new Follower(kernels as Kernels, levels, setup, hold)
    })
  },

  follow(seen: Seen) {
    const began = performance.now()
    const found = looking(seen, (levels, hold) => {
      if (!follower) throw new Error('The tracker was not started.')
      return follower.follow(levels, hold)
    })
    return { ...found, took: performance.now() - began }
  },

  beginBend({ setup, ...seen }: Seen & { setup: FollowSetup }) {
    looking(seen, (levels, hold) => {
      meter = new BendMeter(kernels as Kernels, levels, setup, hold)
    })
  },

  /** Takes one more picture into account and tells what is known of the bend. */
  lookBend({ places, ...seen }: Seen & { places: number[] }) {
    looking(seen, (levels, hold) => meter?.add(levels, places, hold))
    return meter?.found
  },
}

serve(handlers)
export type TrackHandlers = typeof handlers
