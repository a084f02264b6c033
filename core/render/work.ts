import type { Design, Project, Ran, RowValues, RunsOn, Sequence, Stage } from '../project'
import type { RepeatCopy } from '../design'
import type { Canvas, GraphBuilder } from './graph'

/** A look at what one step thinks: its region ('region matte' and so on by REGION_LOOKS, of one item alone where that is named), the picture `before` it, or one of the outputs that it declares. */
export interface StepView {
  stepId: string
  view: string
  item?: string | undefined
  /** How dense an overlay is. */
  opacity?: number | undefined
}

/** Which state of a stack is wanted. */
export interface Shown {
  /** The state after a step, or 'source' for the untouched picture. */
  upTo?: string | undefined
  view?: StepView | undefined
  /** Only these steps, whatever is switched on. */
  solo?: readonly string[] | undefined
  /** The picture before all steps, where it is known already. */
  base?: number | undefined
}

/** What lies under something on a sequence: lanes below one, or up to one with the spans before a span. */
export interface Under {
  lane: number
  span?: string | undefined
}

/** What planning anything needs to know. */
export interface Planning {
  g: GraphBuilder
  project: Project
  by: Planner
  /** Sequences, designs and stacks that are being planned: what would come again inside of itself is cut there. */
  trail: readonly string[]
  /** What lies under the design that is being planned, on its canvas; undefined where nothing does. */
  under?: ((canvas: Canvas) => number | undefined) | undefined
  /** A copy of what is repeated, in pixels of the design, that is being planned. */
  copy?: RepeatCopy | undefined
  /** What the row says that a design is shown with. */
  row?: RowValues | undefined
  /** How long clips have run in the design that is being planned; where it is not given, as long as the design. */
  ran?: Ran | undefined
  /** The text that is being typed: it shows what was written. */
  typed?: string | undefined
  /** A shot that goes on beyond its material, as a side of a transition. */
  runs?: { shotId: string; on: RunsOn } | undefined
}

/** The parts of planning that ask for each other. */
export interface Planner {
  /** A state of a stack at treatment time t, on its own canvas. */
  stack(of: Planning, stage: Stage, t: number, shown?: Shown): number
  /** What a sequence shows at a frame, on its own canvas; undefined where there is nothing. */
  sequence(of: Planning, sequence: Sequence, frame: number, under?: Under): number | undefined
  /** What a design shows at a frame, on its own canvas, on nothing. */
  design(of: Planning, design: Design, frame: number): number
  /** The picture of a stage before its steps at treatment time t. */
  source(of: Planning, stage: Stage, t: number): number
}

/** What planning the steps of a stage needs to know. */
export interface Work extends Planning {
  stage: Stage
  canvas: Canvas
  /** Treatment time. */
  t: number
  bounds: { start: number; end: number }
  solo?: readonly string[] | undefined
  /** States that are planned already, by step; '' is the picture before all steps. */
  states: Map<string, number>
  /** Steps that are being planned. */
  open: Set<string>
  /** The same at other times. */
  others: Map<number, Work>
}

/** Cuts what would come again inside of itself. */
export const within = (of: Planning, name: string): Planning | undefined =>
  of.trail.includes(name) ? undefined : { ...of, trail: [...of.trail, name] }

/** A picture of one canvas on another. */
export const onCanvas = (
  { g }: Planning,
  node: number,
  canvas: Canvas,
  fit: 'fit' | 'fill' | 'stretch' | 'none' = 'fit',
): number => {
  const own = g.nodes[node]?.canvas
  const same = own?.width === canvas.width && own.height === canvas.height
  return same ? node : g.add(canvas, { kind: 'fit', fit }, [node])
}
