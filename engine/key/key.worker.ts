import { encodePicture } from '@stilus/core/deliver'
import type { Size } from '@stilus/core/frame'
import {
  ClipReader,
  flawsOf,
  type KeyKnown,
  type KeyLooks,
  type ScreenChoice,
  type ScreenFacts,
} from '@stilus/core/key'
import { Kernels } from '@stilus/core/kernels'
import { type CallContext, Moved, serve } from '../rpc'

/** A picture in light, premultiplied. */
export interface Light extends Size {
  data: Float32Array<ArrayBuffer>
}

/** The screen of a clip: what is known of it, and its picture as a PNG of 16 bits. */
export interface ScreenRead {
  facts: ScreenFacts
  png: Uint8Array<ArrayBuffer>
}

let kernels: Kernels | undefined
let reader: ClipReader | undefined

export const handlers = {
  begin({ width, height, choice }: Size & { choice: ScreenChoice }) {
    // Room for six pictures: what was seen, the light over it, what is filled in with its levels, and maps.
    kernels = new Kernels(Math.max(64 * 1048576, width * height * 96))
    reader = new ClipReader(kernels, choice, height / 720)
  },

  add({ width, height, data }: Light) {
    if (!kernels || !reader) throw new Error('The reading of the clip was not begun.')
    const frame = kernels.frameOf(width, height, data)
    reader.add(frame)
    kernels.free(frame)
  },

  /** Undefined where no screen is found. */
  async read(_: null, { progress }: CallContext): Promise<Moved<ScreenRead | undefined>> {
    const found = reader?.read(progress)
    if (!kernels || !found) return new Moved<ScreenRead | undefined>(undefined, [])
    const { picture, ...facts } = found
    const png = (await encodePicture(
      kernels,
      picture,
      { format: 'png16', alpha: 'none' },
      'clip',
    )) as Uint8Array<ArrayBuffer>
    kernels.free(picture)
    return new Moved<ScreenRead | undefined>({ facts, png }, [png.buffer])
  },

  /** What of a picture could not be keyed well. */
  judge: ({ looks, known }: { looks: KeyLooks; known: KeyKnown }) => flawsOf(looks, known),
}

serve(handlers)
export type KeyHandlers = typeof handlers
