import type { StepDeclaration } from '../steps/declare'
import { dissolve } from './dissolve'

/** What joins the two sides of a cut, in catalogue order. */
export const CROSSINGS: readonly StepDeclaration[] = [dissolve]
