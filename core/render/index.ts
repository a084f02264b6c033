export type { Backend, Handle, Making, Sources } from './backend'
export { Cancelled, evaluate, type EvaluateOptions, type NodeCache, sourcesBeside } from './evaluate'
export { hash } from '../hash'
export {
  type Canvas,
  type Highlights,
  type Inspect,
  type Node,
  type Op,
  type Plan,
  planKey,
  type Slot,
} from './graph'
export { kernelBackend, type KernelHandle, renderFrame } from './kernel-backend'
export { plan, type StackTarget, type Target, targetSize } from './plan'
export { OUTLINE_COLOURS } from './plan-region'
export { broughtFont, colourTable, type Resource, tablesOf } from './resources'
export type { StepView } from './work'
export { designSvg, type SvgOut } from './svg-out'
export { type Cost, costsOf, keptSteps } from './costs'
