import { gaussianBlur } from './blur/gaussian'
import { curves } from './colour/curves'
import { grade } from './colour/grade'
import { levels } from './colour/levels'
import { neutralise } from './colour/neutralise'
import { colourTable } from './colour/table'
import type { StepDeclaration } from './declare'
import { glow } from './light/glow'
import { vignette } from './light/vignette'
import { grain } from './texture/grain'
import { reframe } from './warp/reframe'

export type { ColourTable, Family, Place, RenderContext, StepDeclaration, Tables } from './declare'

/** Every step there is, in catalogue order. */
export const STEPS: readonly StepDeclaration[] = [
  ...[grade, curves, levels, neutralise, colourTable],
  ...[glow, vignette],
  ...[gaussianBlur, reframe, grain],
]

const byId = new Map(STEPS.map((step) => [step.id, step]))

/** The declaration of a step, or undefined for one that this version does not have. */
export const findStep = (id: string): StepDeclaration | undefined => byId.get(id)
