export { OBJECT_FORMS, OBJECT_KINDS, OBJECT_NAMES, type ObjectKind } from './forms'
export { type RepeatCopy, repeatCopies } from './repeat'
export { numbersOf, objectMatrix, type ObjectNumbers } from './matrix'
