import type { Blend } from '../kernels'
import type { Values } from '../params'
import type { Corner } from '../region'

/** Artwork that cannot be read; the message says why. */
export class ArtworkError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'ArtworkError'
  }
}

/** Outlines of what a layer is shown within. */
export interface ArtClip {
  contours: Corner[][]
}

/** What all layers say. */
export interface ArtCommon {
  name: string
  on: boolean
  opacity: number
  blend: Blend
  clips?: ArtClip[] | undefined
}

/** A coat of a shape, from back to front; `stops` of a gradient. */
export interface ArtCoat {
  kind: 'fill' | 'edge'
  values: Values
  stops: { at: number; colour: [number, number, number]; opacity: number }[]
}

export type ArtLayer =
  /** A picture whose upper left corner lies at x, y of the whole; its file. Without a size it is as large as it is. */
  | (ArtCommon & {
      kind: 'picture'
      x: number
      y: number
      size?: readonly [number, number] | undefined
      file: Uint8Array
      type: 'png' | 'jpg'
    })
  /** Closed contours with coats, in pixels of the whole. */
  | (ArtCommon & { kind: 'drawing'; contours: Corner[][]; evenOdd: boolean; coats: ArtCoat[] })
  /** An open line drawn with a pen; see OBJECT_FORMS.line. */
  | (ArtCommon & { kind: 'line'; corners: Corner[]; pen: Values; colour: [number, number, number] })
  /** A text whose first baseline begins at x, y. */
  | (ArtCommon & {
      kind: 'text'
      text: string
      x: number
      y: number
      turn: number
      size: number
      family: string
      weight: number
      italic: boolean
      align: 'left' | 'centre' | 'right'
      coats: ArtCoat[]
    })
  | (ArtCommon & { kind: 'group'; layers: ArtLayer[] })

export interface Artwork {
  width: number
  height: number
  /** From back to front. */
  layers: ArtLayer[]
  /** What could not be kept, in sentences. */
  notes: string[]
}

/** Layers deeper than this, or more of them than that, are no artwork. */
export const DEEPEST = 32
export const MOST_LAYERS = 2000
