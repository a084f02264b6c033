import type { Animated } from '@stilus/core/anim'
import { invert, through } from '@stilus/core/matrix'
import { attachMap, type Stage } from '@stilus/core/project'
import type { Point } from '../../viewer/on-picture'

/** Where a point that rides is seen, and where it was drawn to be seen there; both in pixels of the picture. One that rides on nothing is seen where it was drawn. */
export function ridden(stage: Stage, { modifiers = [] }: Animated, time: number) {
  const maps = modifiers.flatMap((m) => {
    const map = m.kind === 'attach' && m.on ? attachMap(stage, m, time) : undefined
    return map ? [map] : []
  })
  return {
    seen: (drawn: Point): Point => maps.reduce<Point>(([x, y], map) => through(map, x, y), drawn),
    drawn: (seen: Point): Point => maps.reduceRight<Point>(([x, y], map) => through(invert(map), x, y), seen),
  }
}
