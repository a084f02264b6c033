export { Cancelled, evaluate, type EvaluateOptions, type NodeCache, type Sources } from './evaluate'
export { hash, type Highlights, type Node, type Op, type Plan, planKey } from './graph'
export { plan, resolveShapes, type StepView, stepValues, type Target } from './plan'
