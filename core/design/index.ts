export { OBJECT_FORMS, OBJECT_KINDS, OBJECT_NAMES, type ObjectKind } from './forms'
export { numbersOf, objectMatrix, type ObjectNumbers } from './matrix'
