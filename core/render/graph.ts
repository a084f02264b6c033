import type { Exposed } from '../arrivals'
import type { Shaped } from '../coats'
import type { ColourEncoding } from '../colour'
import { type AlphaKind, type Area, scaled, type Size } from '../frame'
import { hash } from '../hash'
import type { Blend } from '../kernels'
import type { Lettered, Setting } from '../lettering'
import type { Matrix3 } from '../matrix'
import type { ContentValues, Values } from '../params'
import type { Fit } from '../project'
import type { ResolvedItem } from '../region'
import type { Resource } from './resources'

/** A look at the picture: one channel or its luminance as grey, or its values at and beyond black and white marked. */
export type Inspect = 'red' | 'green' | 'blue' | 'alpha' | 'luminance' | 'clipping'

/** How a region is looked at: as a matte, a coloured overlay, its edge on the picture, or what is in it on black or on nothing. */
export type RegionLook = 'matte' | 'overlay' | 'edge' | 'black' | 'clear'

/** A picture's size in its own pixels, and which share of its full size that is. */
export interface Canvas extends Size {
  scale: number
}

/** How the codes of a medium are read where that is not left to its file. */
export interface ReadAs {
  colour?: Partial<ColourEncoding>
  alpha?: AlphaKind | 'ignored'
}

/** What a node does. Inputs are listed in the node, in the order named here. */
export type Op =
  /** A frame of a medium, brought into the canvas and centred, with nothing around it. */
  | { kind: 'source'; mediaId: string; frame: number; fit: Fit; read?: ReadAs }
  /** A medium that is not there. */
  | { kind: 'missing' }
  /** One colour, premultiplied. */
  | { kind: 'solid'; colour: [number, number, number, number] }
  /** [picture of another canvas], brought into this one and centred. */
  | { kind: 'fit'; fit: Fit }
  /** [picture of any canvas], moved by a matrix from places of this canvas to places of that one. */
  | { kind: 'place'; toSource: Matrix3 }
  /** [picture]: as it is seen while something moves it; `map` goes from the pixels that its looks are told in to those of this canvas. */
  | { kind: 'seen'; looks: Exposed[]; map: Matrix3 }
  /** [matte]: one colour where the matte is, linear and not premultiplied. */
  | { kind: 'fill'; colour: [number, number, number] }
  /** [pictures that coats are painted with]: texts and shapes with their coats from back to front, on nothing. `own` are the families that they name and that do not ship. */
  | { kind: 'drawn'; items: DrawnItem[]; own: OwnFace[] }
  /** [picture]: the matte that it is. */
  | { kind: 'channel'; channel: 'alpha' | 'luminance' }
  /** [picture, and what `slots` says]. */
  | StepOp
  /** [picture] and the mattes that its parts name: pointwise steps, fused into one pass. */
  | { kind: 'colour'; parts: ColourPart[] }
  /** Pictures that its keys and clips look at. Items at one moment or at several, over which the matte is averaged. */
  | { kind: 'matte'; moments: ResolvedItem[][]; invert: boolean; bounds: Area }
  /** [before, after]: the second blended onto the first. */
  | { kind: 'blend'; mode: Blend; space: 'linear' | 'perceptual' }
  /** [before, after] or [before, after, matte] */
  | { kind: 'mix'; amount: number }
  /** [top, bottom] */
  | { kind: 'over' }
  /** [matte], and [matte, picture] where the picture is seen. */
  | {
      kind: 'show'
      way: RegionLook
      colour?: [number, number, number] | undefined
      opacity?: number | undefined
    }
  /** [picture]: how it is looked at. */
  | { kind: 'inspect'; look: Inspect }
  /** [picture, other]: how far they lie apart, times a gain. */
  | { kind: 'difference'; gain: number }

/** A text, or shapes joined to one. */
export type DrawnItem = ({ text: Lettered } | { shape: Shaped<Setting> }) & {
  opacity: number
  /** For its coats that are painted with pictures, by their places: which of the inputs. */
  paints?: Record<number, number> | undefined
}

/** What an input of a step's node is for: a named picture or matte, or the picture of a named input at a time that it asked for. */
export interface Slot {
  name: string
  as: 'frame' | 'matte' | 'time'
}

export interface StepOp {
  kind: 'step'
  use: string
  values: Values
  content?: ContentValues | undefined
  view?: string | undefined
  /** For steps that move by themselves. */
  time?: number | undefined
  /** For the joint of a transition. */
  progress?: number | undefined
  /** Values at the other moments of an exposure. */
  moments?: Values[] | undefined
  /** What its inputs after the picture are. */
  slots?: Slot[] | undefined
}

/** A pointwise step; or noting the picture; or mixing what was noted with the result, by an amount and the matte at an input. */
export type ColourPart =
  { use: string; values: Values } | { keep: true } | { amount: number; matte?: number | undefined }

export interface Node {
  /** Names the pixels: equal keys mean equal pixels. */
  key: string
  op: Op
  /** Indices of earlier nodes. */
  inputs: number[]
  /** The canvas that the picture is on. */
  canvas: Canvas
  /** The part of it that is made. */
  area: Area
  /** The ids of the steps that it was planned for: several where runs of them are one pass. */
  of?: readonly string[] | undefined
}

/** How light above white leaves at the edge of the house: cut at 1, or bent gently below it. */
export type Highlights = 'clip' | 'soft'

/** A font that was brought: which face of which family its file is. */
export interface OwnFace {
  id: string
  family: string
  weight: number
  italic: boolean
}

/** What must be rendered, in order; the last node is the picture. */
export interface Plan extends Canvas {
  nodes: Node[]
  /** Every source frame that evaluation will ask for, each once. */
  sources: { mediaId: string; frame: number }[]
  highlights: Highlights
  resources: Resource[]
}

/** The key of a plan's picture, as it leaves the house. */
export const planKey = (plan: Plan): string => `${plan.nodes.at(-1)?.key ?? ''} ${plan.highlights}`

/** A node before it is known how much of it is needed. */
export type Draft = Omit<Node, 'area'>

/** Builds a graph; a node that is there already is used again. */
export class GraphBuilder {
  readonly nodes: Draft[] = []
  readonly #byKey = new Map<string, number>()
  readonly #canvases = new Map<string, Canvas>()

  /** The step for which nodes are added now. */
  #for: string | undefined

  constructor(readonly scale: number) {}

  /** Notes on all nodes that are added meanwhile for which step they are; undefined for none. */
  forStep<T>(stepId: string | undefined, add: () => T): T {
    const outer = this.#for
    this.#for = stepId
    try {
      return add()
    } finally {
      this.#for = outer
    }
  }

  /** The canvas for a full-size picture of a size. */
  canvas(size: Size): Canvas {
    const name = `${size.width}x${size.height}`
    let canvas = this.#canvases.get(name)
    if (!canvas) this.#canvases.set(name, (canvas = { ...scaled(size, this.scale), scale: this.scale }))
    return canvas
  }

  add(canvas: Canvas, op: Op, inputs: number[] = []): number {
    const { width, height, scale } = canvas
    const made = inputs.map((i) => this.nodes[i]?.key).join()
    const key = hash(`${width}x${height}@${scale}|${JSON.stringify(op)}|${made}`)
    const known = this.#byKey.get(key)
    if (known !== undefined) return known
    const of = this.#for === undefined ? {} : { of: [this.#for] }
    const index = this.nodes.push({ key, op, inputs, canvas, ...of }) - 1
    this.#byKey.set(key, index)
    return index
  }

  /** Nothing, on a canvas. */
  clear = (canvas: Canvas): number => this.add(canvas, { kind: 'solid', colour: [0, 0, 0, 0] })
}

/** The nodes that `root` needs, in order, root last. */
export function reachable(nodes: readonly Draft[], root: number): Draft[] {
  const needed = new Set<number>()
  const visit = (index: number) => {
    if (needed.has(index)) return
    needed.add(index)
    nodes[index]?.inputs.forEach(visit)
  }
  visit(root)
  const kept = nodes.map((_, i) => i).filter((i) => needed.has(i) && i !== root)
  kept.push(root)
  const renamed = new Map(kept.map((old, i) => [old, i]))
  return kept.map((old) => {
    const node = nodes[old] as Draft
    return { ...node, inputs: node.inputs.map((i) => renamed.get(i) as number) }
  })
}
