import type { Animated } from '@stilus/core/anim'
import type { Place, Step } from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'

export interface Mover {
  label: string
  place: Place
  animated: Animated
}

/** Every animatable value of a step that has keys, with its name and place. */
export function animatedValues(step: Step, shotId: string): Mover[] {
  const at = { shotId, stepId: step.id }
  const params = findStep(step.use)?.params ?? {}
  const all: Mover[] = [
    { label: 'Mix', place: { ...at, param: 'mix' }, animated: step.mix },
    ...Object.entries(step.what).map(([param, animated]) => ({
      label: params[param]?.label ?? param,
      place: { ...at, param },
      animated,
    })),
    ...(step.where?.shapes ?? []).flatMap((shape) =>
      Object.entries(shape.form).map(([param, animated]) => ({
        label: `${shape.name} ${param}`,
        place: { ...at, shapeId: shape.id, param },
        animated,
      })),
    ),
  ]
  return all.filter((m) => m.animated.keys?.length)
}
