export { type Coat, type Stop } from './coat'
export { COAT_FORMS, COAT_KINDS, COAT_NAMES, type CoatKind, STOP_FORM } from './forms'
export { type Drawing, paintCoats, type Painted, paintedArea } from './paint'
export type { Boxes, OwnBox } from './plate'
