import type { Area } from '../frame'
import type { Blend } from '../kernels'
import type { Values } from '../params'
import type { ResolvedItem } from '../region'
import type { Tables } from '../steps'

/** A look at the picture: one channel or its luminance as grey, or its values at and beyond black and white marked. */
export type Inspect = 'red' | 'green' | 'blue' | 'alpha' | 'luminance' | 'clipping'

/** How a region is looked at: as a matte, a coloured overlay, its edge on the picture, or what is in it on black or on nothing. */
export type RegionLook = 'matte' | 'overlay' | 'edge' | 'black' | 'clear'
export const REGION_LOOKS: readonly RegionLook[] = ['matte', 'overlay', 'edge', 'black', 'clear']

/** What a node does. Inputs are listed in the node, in the order named here. */
export type Op =
  /** A frame of a medium, fitted into the canvas and centred, with nothing around it. */
  | { kind: 'source'; mediaId: string; frame: number }
  /** A medium that is not there. */
  | { kind: 'missing' }
  | { kind: 'blank' }
  /** [picture, the same at other times …, pictures that parameters name …, its region's matte], as `frames`, `pictures` and `region` say. */
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

export interface StepOp {
  kind: 'step'
  use: string
  values: Values
  view?: string | undefined
  /** For steps that move by themselves. */
  time?: number | undefined
  /** Values at the other moments of an exposure. */
  moments?: Values[] | undefined
  /** How many pictures of other times it takes. */
  frames?: number | undefined
  /** The parameters that name a picture, for which there is an input. */
  pictures?: string[] | undefined
  /** Whether it takes its region's matte, and mixes by it itself. */
  region?: boolean | undefined
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
  /** The part of the picture that is made. */
  area: Area
}

/** How light above white leaves at the edge of the house: cut at 1, or bent gently below it. */
export type Highlights = 'clip' | 'soft'

/** What must be rendered, in order; the last node is the picture. */
export interface Plan {
  width: number
  height: number
  scale: number
  nodes: Node[]
  /** Every source frame that evaluation will ask for. */
  sources: { mediaId: string; frame: number }[]
  highlights: Highlights
  /** The colour tables that its steps use. */
  tables: Tables
}

/** The key of a plan's picture, as it leaves the house. */
export const planKey = (plan: Plan): string => `${plan.nodes.at(-1)?.key ?? ''} ${plan.highlights}`

/** A node before it is known how much of it is needed. */
export type Draft = Omit<Node, 'area'>

/** Builds a graph; a node that is there already is used again. */
export class GraphBuilder {
  readonly nodes: Draft[] = []
  readonly #byKey = new Map<string, number>()
  readonly #stamp: string

  constructor(
    readonly width: number,
    readonly height: number,
    readonly scale: number,
  ) {
    this.#stamp = `${width}x${height}@${scale}`
  }

  add(op: Op, inputs: number[] = []): number {
    const key = hash(`${this.#stamp}|${JSON.stringify(op)}|${inputs.map((i) => this.nodes[i]?.key).join()}`)
    const known = this.#byKey.get(key)
    if (known !== undefined) return known
    const index = this.nodes.push({ key, op, inputs }) - 1
    this.#byKey.set(key, index)
    return index
  }
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

/** 128 bits of FNV-1a over the text, in four lanes with different offsets. */
export function hash(text: string): string {
  let [a, b, c, d] = [0x811c9dc5, 0x9e3779b9, 0x85ebca6b, 0xc2b2ae35]
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    a = Math.imul(a ^ code, 0x01000193)
    b = Math.imul(b ^ (code + 131), 0x01000193)
    c = Math.imul(c ^ (code + 262), 0x01000193)
    d = Math.imul(d ^ (code + 393), 0x01000193)
  }
  return [a, b, c, d].map((n) => (n >>> 0).toString(16).padStart(8, '0')).join('')
}
