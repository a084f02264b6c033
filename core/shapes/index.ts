export { contoursOf, type Shape, type ShapeKind, SHAPES } from './contours'
export { type Head, HEADS } from './heads'
