import { bindingsOf } from './parts'
import { allObjects, allStacks, allSteps, stackSteps } from './find'
import { findStep } from '../steps'
import type { Project, Source, Step } from './schema'
import { sameSource } from './source'

/** The names of the shots, objects and steps that show a source. */
export function usesOf(p: Project, source: Source): string[] {
  const shots = p.sequences.flatMap((s) => s.shots).filter((s) => sameSource(s.source, source))
  const objects = p.designs
    .flatMap((d) => allObjects(d.objects))
    .filter((o) => sameSource(o.source, source) || o.coats?.some((c) => sameSource(c.source, source)))
  const steps = everyStep(p).filter((step) =>
    bindingsOf(step).some((b) => b.kind === 'material' && sameSource(b.source, source)),
  )
  return [...shots, ...objects, ...steps].map(({ name }) => name)
}

/** Every step of a document that is in use. */
export const everyStep = (p: Project): Step[] =>
  allStacks(p).flatMap((stack) => allSteps(stackSteps(p, stack)))

/** Whether this version has the treatment of a step, in its version; what it has not is kept as it is and left out of the picture. */
export const isKnown = (step: Step): boolean =>
  step.use === 'group' || (findStep(step.use)?.version ?? (findStep(step.use) ? 1 : 0)) >= (step.version ?? 1)

/** The steps that are on and that this version does not know. */
export const unknownSteps = (p: Project): Step[] => everyStep(p).filter((step) => step.on && !isKnown(step))
