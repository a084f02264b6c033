export {
  dashed,
  lengthOf,
  type Measured,
  measured,
  partOf,
  placeAlong,
  type Stretch,
  type Trim,
  trimmed,
} from './along'
export type { Contour } from './contour'
export { type Corners, CORNERS, type Ends, ENDS, grown, stroked } from './offset'
export { type Join, joined, JOINS, united } from './united'
