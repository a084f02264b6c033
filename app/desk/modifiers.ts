import type { Animated } from '@stilus/core/anim'
import { paramsOf, type Place, placesOf, type Step } from '@stilus/core/project'

export interface Modifier {
  label: string
  place: Place
  animated: Animated
}

/** Names a place as one string. */
export const placeKey = ({ shotId, stepId, itemId, param, modifier }: Place): string =>
  [shotId, stepId, itemId ?? '', param, modifier?.id ?? '', modifier?.form ?? ''].join(' ')

export const samePlace = (a: Place, b: Place): boolean => placeKey(a) === placeKey(b)

/** Every animatable value of a step that has keys, with its name and place. */
export function animatedValues(step: Step, shotId: string): Modifier[] {
  const params = paramsOf(step)
  const name = ({ itemId, param, modifier }: Place) => {
    const shape = step.where?.items.find((s) => s.id === itemId)
    const own = shape ? `${shape.name} ${param}` : param === 'mix' ? 'Mix' : (params[param]?.label ?? param)
    return modifier ? `${own} ${modifier.form}` : own
  }
  return placesOf(step, shotId)
    .filter(({ animated }) => animated.keys?.length)
    .map(({ place, animated }) => ({ label: name(place), place, animated }))
}

/** The motions that anything of a step rides on or follows. */
export function motionsOf(step: Step): string[] {
  const rides = [step.where?.attach, ...(step.where?.items ?? []).map((s) => s.attach)]
  const modifiers = placesOf(step, '').flatMap(({ animated }) => animated.modifiers ?? [])
  const used = modifiers.flatMap((m) =>
    m.kind === 'attach' ? m.motions : m.kind === 'follow' && m.source.kind === 'motion' ? m.source.motions : [],
  )
  return [...new Set([...rides.flatMap((r) => r?.motions ?? []), ...used])]
}
