export { betweenFrames, type Flow, flowBetween } from './flow'
export { LEVELS, lumaPlane, pyramidOf } from './match/grey'
export { type Found, PlanarTracker, type PlanarOptions, TooPlain } from './trackers/planar'
export {
  type FoundPoint,
  NoPattern,
  POINT_OPTIONS,
  type PointOptions,
  PointTracker,
  type Refresh,
} from './trackers/point'
export { type Fit, type Freedom, judged, mapOf, type Pose, poseOf, register } from './match/register'
export { type Bend, BendMeter, isBent } from './trackers/bend'
export { makeTemplate, type Template } from './match/template'
export { bent, type Lens, straightened } from './match/lens'
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
export { Follower, type FollowSetup, type Followed } from './trackers/follower'
