import type { Animated } from '@stilus/core/anim'
import { paramsOf, type Place, placesOf, type Step } from '@stilus/core/project'

export interface Mover {
  label: string
  place: Place
  animated: Animated
}

/** Names a place as one string. */
export const placeKey = ({ shotId, stepId, shapeId, param, mover }: Place): string =>
  [shotId, stepId, shapeId ?? '', param, mover?.id ?? '', mover?.form ?? ''].join(' ')

export const samePlace = (a: Place, b: Place): boolean => placeKey(a) === placeKey(b)

/** Every animatable value of a step that has keys, with its name and place. */
export function animatedValues(step: Step, shotId: string): Mover[] {
  const params = paramsOf(step)
  const name = ({ shapeId, param, mover }: Place) => {
    const shape = step.where?.shapes.find((s) => s.id === shapeId)
    const own = shape ? `${shape.name} ${param}` : param === 'mix' ? 'Mix' : (params[param]?.label ?? param)
    return mover ? `${own} ${mover.form}` : own
  }
  return placesOf(step, shotId)
    .filter(({ animated }) => animated.keys?.length)
    .map(({ place, animated }) => ({ label: name(place), place, animated }))
}

/** The motions that anything of a step rides on or follows. */
export function motionsOf(step: Step): string[] {
  const rides = [step.where?.ride, ...(step.where?.shapes ?? []).map((s) => s.ride)]
  const movers = placesOf(step, '').flatMap(({ animated }) => animated.movers ?? [])
  const used = movers.flatMap((m) =>
    m.kind === 'ride' ? m.motions : m.kind === 'follow' && m.source.kind === 'motion' ? m.source.motions : [],
  )
  return [...new Set([...rides.flatMap((r) => r?.motions ?? []), ...used])]
}
