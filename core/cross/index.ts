import type { StepDeclaration } from '../steps/declare'
import {
  additiveDissolve,
  blurDissolve,
  dip,
  dissolve,
  flash,
  noiseDissolve,
  pictureDissolve,
  toneDissolve,
} from './mixes'
import {
  door,
  flip,
  punchIn,
  push,
  roll,
  rows,
  shakeOver,
  slideOver,
  split,
  uncover,
  whip,
  zoomThrough,
} from './moves'
import { THROUGH } from './through'
import { blinds, checkerWipe, clockWipe, diamonds, doors, irisWipe, wipe } from './wipes'

/** What joins the two sides of a cut, in catalogue order. */
export const CROSSINGS: readonly StepDeclaration[] = [
  ...[dissolve, additiveDissolve, dip, flash, toneDissolve, noiseDissolve, pictureDissolve, blurDissolve],
  ...[wipe, clockWipe, irisWipe, doors, blinds, checkerWipe, diamonds],
  ...[slideOver, push, uncover, split, rows, whip, zoomThrough, punchIn],
  ...[flip, roll, door, shakeOver],
  ...THROUGH,
]
