import { gaussianBlur } from './blur/gaussian'
import { grade } from './colour/grade'
import type { StepDeclaration } from './declare'
import { glow } from './light/glow'
import { grain } from './texture/grain'
import { reframe } from './warp/reframe'

export type { Family, Place, RenderContext, StepDeclaration } from './declare'

/** Every step there is, in catalogue order. */
export const STEPS: readonly StepDeclaration[] = [grade, gaussianBlur, glow, reframe, grain]

const byId = new Map(STEPS.map((step) => [step.id, step]))

/** The declaration of a step, or undefined for one that this version does not have. */
export const findStep = (id: string): StepDeclaration | undefined => byId.get(id)
