export { betweenFrames, type Flow, flowBetween } from './flow'
export { LEVELS, lumaPlane, pyramidOf } from './grey'
export { type Found, PlanarTracker, type PlanarOptions, TooPlain } from './planar'
export {
  type FoundPoint,
  NoPattern,
  POINT_OPTIONS,
  type PointOptions,
  PointTracker,
  type Refresh,
} from './point'
export { type Fit, type Freedom, judged, mapOf, type Pose, poseOf, register } from './register'
export { type Bend, BendMeter, isBent } from './bend'
export { makeTemplate, type Template } from './template'
export { bent, type Lens, straightened } from './lens'
export {
  between,
  doubtful,
  mapBetween,
  matrixAt,
  meanMap,
  type Motion,
  placesAt,
  qualityAt,
  settled,
  spanOf,
  planeAt,
  turnOf,
  withPlace,
} from './motion'
export { Follower, type FollowSetup, type Followed } from './follower'
