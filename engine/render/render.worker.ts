import { type Codes, type DeliveredAlpha, encodePicture, type PictureFormat } from '@stilus/core/deliver'
import { Kernels } from '@stilus/core/kernels'
import { costsOf, type Node, type Plan, renderFrame, sourcesBeside } from '@stilus/core/render'
import { openTypeface, type Typeface } from '@stilus/core/lettering'
import type { ColourTable } from '@stilus/core/steps'
import { Moved, serve } from '../rpc'
import type { Holding, Source } from './pool'
import { RecentNodes } from './recent-nodes'

export interface Delivered {
  /** A source of it could not be read; what shows in its place is no picture. */
  failed?: boolean
  /** It was made of frames near the right ones. */
  near?: boolean
  width: number
  height: number
  /** Where a part lies: the offset of its first pixel and the size of the whole, in its own pixels. */
  part?: { x: number; y: number; width: number; height: number }
  data: Codes
  /** Milliseconds that each step took, where that was asked for. */
  costs?: Record<string, number>
}

/** What a worker answers: no picture where it was not given what it needs. */
interface Rendered {
  picture?: Delivered
  /** The pictures in the making that it holds now. */
  held?: RecentNodes['state'] | undefined
}

let kernels: Kernels | undefined
/** Pictures after steps, kept so that turning one control renders only from its step on. */
const recent = new RecentNodes(0)
/** Tables by hash. */
const tables = new Map<string, ColourTable>()
/** Open fonts by the ids of their files. */
const fonts = new Map<string, Typeface>()
/** Another one whenever a font is opened: what was set without it is not kept. */
let typefaces = (id: string) => fonts.get(id)

/** Opens a font; one that is damaged is left out, and its letters are shown in another. The page tells. */
async function openFont(id: string, bytes: Uint8Array): Promise<void> {
  const font = await openTypeface(id, bytes).catch(() => undefined)
  if (!font) return
  fonts.set(id, font)
  typefaces = (each) => fonts.get(each)
}

export const handlers = {
  start({ bytes }: { bytes: number }) {
    kernels = new Kernels(bytes)
  },

  async render(job: {
    plan: Plan
    sources: Source[]
    /** What it was not given before. */
    tables: { hash: string; id: string; table: Holding }[]
    format: PictureFormat
    alpha: DeliveredAlpha
    /** Bytes of pictures in the making that may be kept; 0 keeps what is there and adds nothing. */
    keep: number
    /** Memory for the result, used where it has the right size. */
    into?: ArrayBuffer | undefined
    /** Not 0 when the result is no longer wanted. */
    stop?: Int32Array | undefined
    /** Every step is made anew, and how long each takes is told. */
    costs?: boolean | undefined
  }) {
    if (!kernels) throw new Error('The renderer was not started.')
    const { plan, sources, format, alpha, keep, stop } = job
    for (const { hash, id, table } of job.tables)
      if (table instanceof Uint8Array) await openFont(id, table)
      else if (table) tables.set(hash, table)
    const find = (mediaId: string, frame: number) =>
      sources.find((s) => s.mediaId === mediaId && s.frame === frame)?.picture
    if (keep) recent.budget = keep
    // What was not sent because a picture behind it was held here, and no longer is.
    const lacks = sourcesBeside(plan, (key) => keep > 0 && recent.holds(key)).some(
      (wanted) => !sources.some((s) => s.mediaId === wanted.mediaId && s.frame === wanted.frame),
    )
    if (lacks) return new Moved<Rendered>({ held: recent.state }, [])
    const spent: { of: Node['of']; ms: number }[] = []
    const timed = {
      clock: () => performance.now(),
      tell: ({ of }: Node, ms: number) => spent.push({ of, ms }),
    }
    const frame = await renderFrame(kernels, plan, find, {
      cache: keep ? recent : undefined,
      timed: job.costs ? timed : undefined,
      tables: Object.fromEntries(
        plan.resources.flatMap(({ id, hash }) => {
          const table = tables.get(hash)
          return table ? [[id, table]] : []
        }),
      ),
      typefaces,
      cancelled: () => stop !== undefined && Atomics.load(stop, 0) !== 0,
    })
    try {
      const data = await encodePicture(kernels, frame, { format, alpha }, plan.highlights, job.into)
      const { width, height } = frame
      const picture: Delivered = { width, height, data, ...(job.costs ? { costs: costsOf(spent) } : {}) }
      const held = keep ? recent.state : undefined
      return new Moved<Rendered>({ picture, held }, [data.buffer])
    } finally {
      kernels.free(frame)
    }
  },
}

serve(handlers)
export type RenderHandlers = typeof handlers
