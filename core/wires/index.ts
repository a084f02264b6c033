export {
  bindingFrom,
  type Card,
  type Graph,
  graphOf,
  inputAt,
  outsideName,
  type Port,
  RESULT,
  SOURCE,
  STATE,
  type ValueWire,
  type Wire,
  type WireKind,
} from './graph'
export { type Box, type Place, placesOf } from './layout'
export { valueWires } from './values'
export { chainBetween, reachable } from './ways'
