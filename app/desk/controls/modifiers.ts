import type { Animated } from '@stilus/core/anim'
import {
  type Address,
  contentOf,
  leafOf,
  type MaskItem,
  paramsOf,
  type Step,
  valueAddress,
  valuesOf,
} from '@stilus/core/project'

export interface Moving {
  label: string
  address: Address
  animated: Animated
}

/** Every animatable value of a step that has keys, with its name and address. */
export function animatedValues(step: Step): Moving[] {
  const params = paramsOf(step)
  const name = (at: Address) => {
    const value = valueAddress(at)
    const leaf = leafOf(value)
    const item: MaskItem | undefined =
      at.owner.kind === 'item' ? step.where?.items.find((s) => s.id === at.owner.id) : undefined
    const [, list = '', thing = ''] = value.path.startsWith('content/') ? value.path.split('/') : []
    const held = contentOf(step)[list]
    const number = (step.content?.[list] ?? []).findIndex((t) => t.id === thing) + 1
    const own = item
      ? `${item.name} ${leaf}`
      : held
        ? `${held.one} ${number} ${held.fields[leaf]?.label.toLowerCase() ?? leaf}`
        : leaf === 'mix'
          ? 'Mix'
          : (params[leaf]?.label ?? leaf)
    return value.path === at.path ? own : `${own} ${leafOf(at)}`
  }
  return valuesOf(step)
    .filter(({ animated }) => animated.keys?.length)
    .map(({ address, animated }) => ({ label: name(address), address, animated }))
}

/** The motions that anything of a step rides on or follows. */
export function motionsOf(step: Step): string[] {
  const rides = [step.where?.attach, ...(step.where?.items ?? []).map((s) => s.attach)]
  const modifiers = valuesOf(step).flatMap(({ animated }) => animated.modifiers ?? [])
  const used = modifiers.flatMap((m) =>
    m.kind === 'attach'
      ? m.motions
      : m.kind === 'follow' && m.source.kind === 'motion'
        ? m.source.motions
        : [],
  )
  return [...new Set([...rides.flatMap((r) => r?.motions ?? []), ...used])]
}
