import type { Area, Picture } from '../frame'
import type { Typefaces } from '../lettering'
import type { Tables } from '../steps'
import type { Node } from './graph'

/** A picture in the making. Only the backend that owns it knows what is behind it. */
export interface Handle {
  readonly width: number
  readonly height: number
  readonly format: 'rgba32f' | 'r32f'
  readonly owner: string
}

/** A handle with where its pixels lie in the whole. */
export interface Input<H extends Handle> {
  handle: H
  area: Area
}

/** Gives the stored picture of a source frame; undefined where it cannot be had. */
export type Sources = (mediaId: string, frame: number) => Picture | undefined

/** What a backend is given to make one node. */
export interface Making<H extends Handle> {
  tables: Tables
  typefaces: Typefaces
  node: Node
  inputs: (Input<H> | undefined)[]
  sources: Sources
  /** Whether an input has no other reader, so that the result may be written into it. */
  spare(input: number): boolean
}

/** What makes pixels. */
export interface Backend<H extends Handle> {
  readonly name: string
  /** The picture of a node's area; it may be an input that is spare. */
  make(making: Making<H>): H | Promise<H>
  free(...handles: H[]): void
  /** The values of a picture, for keeping it; a view, valid until it is freed. */
  values(handle: H): Float32Array | Promise<Float32Array>
  /** A picture from values that were kept. */
  restore(area: Area, values: Float32Array): H
}
