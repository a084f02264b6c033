export { type Coat, type Stop } from './coat'
export { COAT_FORMS, COAT_KINDS, COAT_NAMES, type CoatKind, STOP_FORM } from './forms'
export { KeptPlanes } from './kept'
export { type Drawing, type Painted, paintedArea } from './drawing'
export {
  added,
  laidTogether,
  matrixOfMap,
  type Painting,
  paintSight,
  pictureSeen,
  type Sight,
  tinted,
} from './seen'
export { paintCoats } from './paint'
export { coloured } from './units'
export { contoursOfBodies } from './contours'
export { contoursOfParts, drawShape, type Part, type Shaped } from './shape'
export type { Boxes, OwnBox } from './plate'
