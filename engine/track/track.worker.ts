import type { Picture, Plane, Size } from '@stilus/core/frame'
import { Kernels } from '@stilus/core/kernels'
import { Follower, type FollowSetup, lumaPlane, pyramidOf } from '@stilus/core/motion'
import { rasterise, type ResolvedItem } from '@stilus/core/region'
import { serve } from '../rpc'

/** What lies in front: items in pixels of the canvas, and how the medium lies in it. */
export interface Front {
  items: ResolvedItem[]
  /** Canvas pixels for one of the medium, and where the medium begins. */
  scale: number
  left: number
  top: number
}

let kernels: Kernels | undefined
let follower: Follower | undefined

function frontPlane(k: Kernels, { width, height }: Size, front: Front | undefined): Plane | undefined {
  if (!front?.items.length) return undefined
  const { scale, left, top } = front
  const area = { x: Math.round(left / scale), y: Math.round(top / scale), width, height }
  const size = { width: width + 2 * area.x, height: height + 2 * area.y }
  // Whatever an item's way of joining, here it is what it covers.
  const items = front.items.map((item) => ({ ...item, join: 'add' as const }))
  return rasterise(k, area, items, false, { size, scale: 1 / scale })
}

function looking<T>(
  picture: Picture,
  front: Front | undefined,
  look: (levels: Plane[], hold?: Plane) => T,
): T {
  const k = kernels as Kernels
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
  begin({ picture, setup, front }: { picture: Picture; setup: FollowSetup; front?: Front | undefined }) {
    kernels ??= new Kernels(Math.max(64, (picture.width * picture.height * 64) / 1048576) * 1048576)
    looking(picture, front, (levels, hold) => {
      follower = new Follower(kernels as Kernels, levels, setup, hold)
    })
  },

  follow({ picture, front }: { picture: Picture; front?: Front | undefined }) {
    const began = performance.now()
    const found = looking(picture, front, (levels, hold) => {
      if (!follower) throw new Error('The tracker was not started.')
      return follower.follow(levels, hold)
    })
    return { ...found, took: performance.now() - began }
  },
}

serve(handlers)
export type TrackHandlers = typeof handlers
