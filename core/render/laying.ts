import type { DesignObject } from '../project'
import type { Canvas, GraphBuilder } from './graph'

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
