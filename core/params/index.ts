export * from './param'
export {
  contentAt,
  type ContentDeclaration,
  contentDefaults,
  contentLeaves,
  contentSchema,
  type ContentThing,
  type ContentValues,
  type ListContent,
  newThing,
} from './content'
export { CURVE_POINTS, curveAt, curveSamples } from './curve'
export { typedNumber } from './typed'
