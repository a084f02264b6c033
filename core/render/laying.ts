import { type Exposed, isAtRest } from '../arrivals'
import { type Matrix3, multiply } from '../matrix'
import type { DesignObject } from '../project'
import type { Canvas, GraphBuilder } from './graph'

/** A picture as it is seen while something moves it. @param matrix from the pixels that its looks are told in to those of the design */
export function seenOn(
  { g }: { g: GraphBuilder },
  canvas: Canvas,
  picture: number,
  looks: readonly Exposed[],
  matrix: Matrix3,
): number {
  if (!looks.length) return g.clear(canvas)
  if (looks.length === 1 && looks[0]?.every(isAtRest)) return picture
  const map = multiply([canvas.scale, 0, 0, 0, canvas.scale, 0, 0, 0, 1], matrix)
  return g.add(canvas, { kind: 'seen', looks: [...looks], map }, [picture])
}

/** A picture of an object laid on those behind it: as dense as it is, by its blend mode. */
export function laidOver(
  g: GraphBuilder,
  canvas: Canvas,
  below: number | undefined,
  picture: number,
  { blend }: Pick<DesignObject, 'blend'>,
  opacity: number,
): number {
  const top =
    opacity < 1 ? g.add(canvas, { kind: 'mix', amount: opacity }, [g.clear(canvas), picture]) : picture
  if (blend && blend.mode !== 'normal')
    return g.add(canvas, { kind: 'blend', mode: blend.mode, space: blend.space }, [
      below ?? g.clear(canvas),
      top,
    ])
  return below === undefined ? top : g.add(canvas, { kind: 'over' }, [top, below])
}
