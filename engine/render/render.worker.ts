import { encode } from 'fast-png'
import type { Frame, Picture } from '@stilus/core/frame'
import { encodeI420, encodeRgba16, encodeRgba8, Kernels, soften } from '@stilus/core/kernels'
import { type Highlights, type Plan, renderFrame } from '@stilus/core/render'
import { Moved, serve } from '../rpc'
import { RecentNodes } from './recent-nodes'

/** How the caller wants its picture. */
export type PictureFormat = 'rgba8' | 'png8' | 'png16' | 'i420' | 'float'

export interface Delivered {
  /** A source of it could not be read; what shows in its place is no picture. */
  failed?: boolean
  width: number
  height: number
  /** Where a part lies: the offset of its first pixel and the size of the whole, in its own pixels. */
  part?: { x: number; y: number; width: number; height: number }
  data: Uint8ClampedArray<ArrayBuffer> | Uint8Array<ArrayBuffer> | Float32Array<ArrayBuffer>
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
    keep,
    into,
    stop,
  }: {
    plan: Plan
    pictures: (Picture | undefined)[]
    format: PictureFormat
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
      const data = deliver(kernels, frame, format, plan.highlights, into)
      return new Moved({ width: frame.width, height: frame.height, data }, [data.buffer])
    } finally {
      kernels.free(frame)
    }
  },
}

function deliver(
  k: Kernels,
  frame: Frame,
  format: PictureFormat,
  highlights: Highlights,
  into?: ArrayBuffer,
) {
  if (format === 'float') return frame.data.slice() as Float32Array<ArrayBuffer>
  if (highlights === 'soft') soften(k, frame)
  if (format === 'i420') return encodeI420(k, frame, into)
  if (format === 'png8' || format === 'png16') return png(k, frame, format === 'png16')
  return new Uint8ClampedArray(encodeRgba8(k, frame, 'straight', into).buffer)
}

function png(k: Kernels, frame: Frame, deep: boolean): Uint8Array<ArrayBuffer> {
  const { width, height } = frame
  const data = deep ? encodeRgba16(k, frame) : encodeRgba8(k, frame, 'straight')
  return encode(
    { width, height, data, channels: 4, depth: deep ? 16 : 8 },
    { zlib: { level: 4 } },
  ) as Uint8Array<ArrayBuffer>
}

serve(handlers)
export type RenderHandlers = typeof handlers
