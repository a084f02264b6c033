export { axisNumber, axisParam } from './axes'
export {
  type Caret,
  caretAt,
  type CaretMove,
  indexAt,
  moveCaret,
  paragraphAt,
  selectionBoxes,
  wordAt,
} from './carets'
export { type Coverage, covers, readCoverage, writeCoverage } from './coverage'
export {
  type Axis,
  type Face,
  type Family,
  FAMILY_KINDS,
  type FamilyKind,
  type FontFile,
  Fonts,
  nearestFace,
  PLAIN_FAMILY,
  shippedFamilies,
} from './families'
export { estimatedBox } from './estimate'
export { beginsOnRight } from './paragraph'
export { FEATURE_NAMES } from './features'
export { FontError } from './font-error'
export { graphemesOf, wordsOf } from './graphemes'
export type { Fallback, Typefaces } from './itemise'
export type { Cell, Glyph, Layout, Line } from './laid'
export { layOut } from './layout'
export {
  type Align,
  ALIGNS,
  type Course,
  type Direction,
  DIRECTIONS,
  type Level,
  LEVELS,
  type Setting,
  type Span,
  spansOf,
} from './setting'
export {
  type Case,
  CASES,
  cutText,
  insertText,
  type LetterStyle,
  replaceText,
  sharedStyle,
  styleAt,
  styleText,
  type TextContent,
  type TextRange,
} from './text'
export { openTypeface, type Outline, Typeface } from './typeface'
export { shape, type Shaped, type Shaping } from './shape'
export { type Affine, type Standing, stood } from './standing'
export { bodiesOf, boxesOf, type LetterBody } from './bodies'
export { type Drawn, drawText, type Lettered, type Order, ORDERS } from './draw'
export { filesOf, Typesetter } from './typesetter'
