import type { Coat } from './coat'
import type { Drawing, Painted, Rgb } from './drawing'

/** The bodies of each line, word or letter that the colours of a coat run over; undefined where they run over the whole. */
export function unitsOf({ bodies }: Drawing, coat: Coat): Painted[][] | undefined {
  const over = coat.values['over']
  const paint = coat.values['paint']
  if (paint === 'colour' || paint === 'behind') return undefined
  if (over !== 'line' && over !== 'word' && over !== 'letter') return undefined
  const groups = new Map<number, Painted[]>()
  for (const body of bodies) {
    const of = body.unit?.[over] ?? 0
    const group = groups.get(of)
    if (group) group.push(body)
    else groups.set(of, [body])
  }
  return groups.size > 1 ? [...groups.values()] : undefined
}

/** Bodies by the colour that a fill gives them: their own, else that of the fill. */
export function coloured(bodies: readonly Painted[], plain: Rgb): [Rgb, Painted[]][] {
  const groups = new Map<string, [Rgb, Painted[]]>()
  for (const body of bodies) {
    const colour = body.colour ?? plain
    const group = groups.get(String(colour))
    if (group) group[1].push(body)
    else groups.set(String(colour), [colour, [body]])
  }
  return [...groups.values()]
}
