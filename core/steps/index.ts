import { gaussianBlur } from './blur/gaussian'
import { grade } from './colour/grade'
import type { StepDeclaration } from './declare'
import { glow } from './light/glow'

export type { Family, RenderContext, StepDeclaration } from './declare'

/** Every step there is, in catalogue order. */
export const STEPS: readonly StepDeclaration[] = [grade, gaussianBlur, glow]

const byId = new Map(STEPS.map((step) => [step.id, step]))

/** The declaration of a step, or undefined for one that this version does not have. */
export const findStep = (id: string): StepDeclaration | undefined => byId.get(id)
