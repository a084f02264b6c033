import { type Codes, type DeliveredAlpha, encodePicture, type PictureFormat } from '@stilus/core/deliver'
import type { Picture } from '@stilus/core/frame'
import { Kernels } from '@stilus/core/kernels'
import { type Plan, renderFrame } from '@stilus/core/render'
import { Moved, serve } from '../rpc'
import { RecentNodes } from './recent-nodes'

export interface Delivered {
  /** A source of it could not be read; what shows in its place is no picture. */
  failed?: boolean
  width: number
  height: number
  /** Where a part lies: the offset of its first pixel and the size of the whole, in its own pixels. */
  part?: { x: number; y: number; width: number; height: number }
  data: Codes
}

let kernels: Kernels | undefined
/** Pictures after steps, kept so that turning one control renders only from its step on. */
const recent = new RecentNodes(160 * 1048576)

export const handlers = {
  start({ bytes }: { bytes: number }) {
    kernels = new Kernels(bytes)
  },

  async render({
    plan,
    pictures,
    format,
    alpha,
    keep,
    into,
    stop,
  }: {
    plan: Plan
    pictures: (Picture | undefined)[]
    format: PictureFormat
    alpha: DeliveredAlpha
    keep: boolean
    /** Memory for the result, used where it has the right size. */
    into?: ArrayBuffer | undefined
    /** Not 0 when the result is no longer wanted. */
    stop?: Int32Array | undefined
  }) {
    if (!kernels) throw new Error('The renderer was not started.')
    const find = (mediaId: string, frame: number) =>
      pictures[plan.sources.findIndex((s) => s.mediaId === mediaId && s.frame === frame)]
    const cancelled = () => stop !== undefined && Atomics.load(stop, 0) !== 0
    const frame = await renderFrame(kernels, plan, find, { cache: keep ? recent : undefined, cancelled })
    try {
      const data = await encodePicture(kernels, frame, { format, alpha }, plan.highlights, into)
      return new Moved({ width: frame.width, height: frame.height, data }, [data.buffer])
    } finally {
      kernels.free(frame)
    }
  },
}

serve(handlers)
export type RenderHandlers = typeof handlers
