import type { Follow } from '../anim'
import { isNumeric } from '../params'
import { paramsOf } from './declared'
import { allSteps, sequenceOf } from './find'
import { controlAddress, valueOf } from './parts'
import type { Address, Project, Shot, Step } from './schema'
import { cutsOf } from './transitions'

/** Frames in which a value that goes on from another shot has become its own. */
const SETTLES = 12

/** The shot that ends where another one begins, on its lane. */
export const shotBefore = (p: Project, shot: Shot): Shot | undefined =>
  cutsOf(sequenceOf(p, 'shot', shot.id), shot.lane).find((c) => c.to.id === shot.id)?.from

/** The last step of the shot before that does what a step does. */
export const stepBefore = (p: Project, shot: Shot, step: Step): Step | undefined =>
  allSteps(shotBefore(p, shot)?.steps ?? []).findLast((s) => s.on && s.use === step.use)

/** A value with what makes it begin where another one ended and as fast: one modifier for each of its numbers. */
export interface Continuing {
  address: Address
  modifiers: Follow[]
}

/**
 * What lets the controls of a step begin with the values and speeds with which those of the same treatment ended in the shot before. Only what moves there or
 * stands elsewhere is taken along, and what goes on already is left as it is.
 * @param newId from which the ids of the modifiers are made
 * @param only one control alone, whether it moves or not
 */
export function continuing(p: Project, shot: Shot, step: Step, newId: string, only?: string): Continuing[] {
  const before = stepBefore(p, shot, step)
  if (!before) return []
  return Object.entries(paramsOf(step)).flatMap(([id, param]) => {
    if (!isNumeric(param) || (only !== undefined && only !== id)) return []
    const [from, own] = [before.what[id], valueOf(p, controlAddress(step.id, id))]
    if (!from || own.modifiers?.some((m) => m.kind === 'follow' && m.settle !== undefined)) return []
    const isMoving = Boolean(from.keys?.length || from.modifiers?.length)
    const isElsewhere = JSON.stringify(from.value) !== JSON.stringify(own.value) || Boolean(own.keys?.length)
    if (!isMoving && !isElsewhere) return []
    const count = Array.isArray(from.value) ? from.value.length : 1
    const modifiers = Array.from({ length: count }, (_, part): Follow => {
      const address = controlAddress(before.id, id)
      const one = Array.isArray(from.value) ? { part } : null
      return {
        id: `${newId}-${id}-${part}`,
        on: true,
        kind: 'follow',
        ...one,
        source: { kind: 'value', address, ...one },
        factor: 1,
        offset: 0,
        delay: 0,
        limits: null,
        join: 'add',
        settle: SETTLES,
      }
    })
    return [{ address: controlAddress(step.id, id), modifiers }]
  })
}
