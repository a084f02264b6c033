import { scaled } from '../frame'
import { type DesignObject, sourceSize, type Stage } from '../project'
import type { DrawnItem } from './graph'
import { frameIn, planMaterial } from './plan-source'
import type { Planning } from './work'

/** Whether a coat of an object that is on is painted with a picture. */
export const isPictured = ({ coats }: DesignObject): boolean =>
  (coats ?? []).some((c) => c.on && PAINTS.has(String(c.form['paint']?.value)))

const PAINTS = new Set(['picture', 'below', 'behind'])

/** The pictures that the coats of an item are painted with, as inputs of its node. @param below what lies behind the object in its design */
export function paintsOf(
  of: Planning,
  stage: Stage,
  object: DesignObject,
  item: DrawnItem,
  frame: number,
  below: () => number,
): { item: DrawnItem; inputs: number[] } {
  const { g, project } = of
  const coats = 'text' in item ? item.text.coats : item.shape.coats
  const own = (object.coats ?? []).filter((c) => c.on)
  const inputs: number[] = []
  const paints: Record<number, number> = {}
  coats.forEach(({ values }, i) => {
    const paint = values['paint']
    const source = own[i]?.source
    if (paint === 'behind') {
      const canvas = g.canvas(stage.size)
      const under = of.under?.(canvas)
      const behind = below()
      paints[i] =
        inputs.push(under === undefined ? behind : g.add(canvas, { kind: 'over' }, [behind, under])) - 1
    } else if (paint === 'below') {
      const canvas = g.canvas(stage.size)
      const under = of.under?.(canvas)
      if (under !== undefined) paints[i] = inputs.push(under) - 1
    } else if (paint === 'picture' && source) {
      const size = sourceSize(project, source) ?? stage.size
      const from = own[i]?.in ?? 0
      const wanted = {
        frame: frameIn(of, source, from, frame, object.start),
        rate: stage.rate,
        fit: 'fit',
        beyond: 'hold',
      } as const
      const canvas = { ...scaled(size, g.canvas(size).scale), scale: g.canvas(size).scale }
      paints[i] = inputs.push(planMaterial(of, canvas, source, wanted)) - 1
    }
  })
  return inputs.length ? { item: { ...item, paints }, inputs } : { item, inputs }
}
