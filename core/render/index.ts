export { Cancelled, evaluate, type EvaluateOptions, type NodeCache, type Sources } from './evaluate'
export { hash, type Highlights, type Inspect, type Node, type Op, type Plan, planKey } from './graph'
export { OUTLINE_COLOURS, plan, type ShotTarget, type StepView, type Target } from './plan'
