import { maths } from '../maths'
import type { Values } from '../params'
import type { Corner } from '../region'
import type { ArtCoat } from './artwork'
import { matrixOfTransforms } from './svg-path'
import { colourFrom, shareFrom, type Style } from './svg-style'

/** An element with what lies in it. */
export interface Element {
  tag: string
  attributes: Readonly<Record<string, string>>
  style: Style
  children: Element[]
  text: string
}

/** A paint: a colour, or one that runs. */
interface Paint {
  values: Values
  stops: ArtCoat['stops']
}

/** What paint needs to know besides the style. */
interface Around {
  byId: ReadonlyMap<string, Element>
  transforms: readonly string[]
  corners: readonly Corner[]
  note(text: string): void
  name: string
}

/** The paint of a property, `fill` or `stroke`; undefined for none. */
export function paintOf(style: Style, property: 'fill' | 'stroke', around: Around): Paint | undefined {
  const said = style[property] ?? (property === 'fill' ? 'black' : 'none')
  const opacity = shareFrom(style[`${property}-opacity`])
  const server = /^url\(\s*["']?#([^"')]+)["']?\s*\)\s*(.*)$/.exec(said)
  if (!server) {
    const found = colourFrom(said, style['color'])
    return (
      found && {
        values: { paint: 'colour', colour: found.colour, opacity: found.opacity * opacity },
        stops: [],
      }
    )
  }
  const gradient = around.byId.get(server[1] ?? '')
  const made = gradient && gradientOf(gradient, around)
  if (made) return { ...made, values: { ...made.values, opacity } }
  around.note(`"${around.name}" is painted with what is not known (${said}): it has a plain colour.`)
  const plain = colourFrom(server[2] || 'grey', style['color'])
  return plain && { values: { paint: 'colour', colour: plain.colour, opacity }, stops: [] }
}

const linked = (of: Element, byId: Around['byId'], seen: readonly Element[] = []): Element[] => {
  const href = of.attributes['href'] ?? of.attributes['xlink:href']
  const next = href?.startsWith('#') ? byId.get(href.slice(1)) : undefined
  return next && !seen.includes(next) ? [of, ...linked(next, byId, [...seen, of])] : [of]
}

/** A linear or radial gradient as it runs over what it paints: both count from the middle of that. */
function gradientOf(gradient: Element, around: Around): Paint | undefined {
  const { byId, transforms, corners, note, name } = around
  const radial = gradient.tag === 'radialGradient'
  if (!radial && gradient.tag !== 'linearGradient') return undefined
  const chain = linked(gradient, byId)
  const said = (attribute: string) =>
    chain.find((e) => e.attributes[attribute] !== undefined)?.attributes[attribute]
  const stops = (chain.find((e) => e.children.some((c) => c.tag === 'stop'))?.children ?? [])
    .filter((c) => c.tag === 'stop')
    .map((stop) => {
      const { colour, opacity } = colourFrom(stop.style['stop-color'] ?? 'black', stop.style['color']) ?? {
        colour: [0, 0, 0] as [number, number, number],
        opacity: 0,
      }
      return {
        at: shareFrom(stop.attributes['offset'], 0),
        colour,
        opacity: opacity * shareFrom(stop.style['stop-opacity']),
      }
    })
  if (!stops.length) return undefined
  const [xs, ys] = [corners.map((c) => c.x), corners.map((c) => c.y)]
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)]
  const boxed = said('gradientUnits') !== 'userSpaceOnUse'
  const own = said('gradientTransform')
  // Of a box, places are shares of it, and what is painted lies in the picture already.
  const box = `translate(${left} ${top}) scale(${Math.max(1e-6, right - left)} ${Math.max(1e-6, bottom - top)})`
  const [a, b, c, d, e, f] = matrixOfTransforms([...(boxed ? [box] : transforms), ...(own ? [own] : [])])
  const at = (x: number, y: number) => [a * x + c * y + e, b * x + d * y + f] as const
  const place = (attribute: string, fallback: number) => {
    const text = said(attribute)
    const v = Number.parseFloat(text ?? '')
    return Number.isFinite(v) ? (text?.includes('%') ? v / 100 : v) : fallback
  }
  const middle = [(left + right) / 2, (top + bottom) / 2] as const
  if (said('spreadMethod') && said('spreadMethod') !== 'pad')
    note(`The colours of "${name}" do not begin anew where they end.`)
  if (radial) {
    const [cx, cy] = at(place('cx', 0.5), place('cy', 0.5))
    const radius = place('r', 0.5) * Math.sqrt(Math.abs(a * d - b * c))
    const half = maths.hypot(right - left, bottom - top) / 2
    if (maths.hypot(cx - middle[0], cy - middle[1]) > 0.02 * half || said('fx') || said('fy'))
      note(`The colours of "${name}" run from the middle of its outline.`)
    return { values: { paint: 'radial', spread: Math.max(0.01, radius / half) }, stops }
  }
  const [x1, y1] = at(place('x1', 0), place('y1', 0))
  const [x2, y2] = at(place('x2', 1), place('y2', 0))
  const long = maths.hypot(x2 - x1, y2 - y1)
  if (!(long > 0)) return undefined
  const [u, v] = [(x2 - x1) / long, (y2 - y1) / long]
  const along = (x: number, y: number) => (x - middle[0]) * u + (y - middle[1]) * v
  const half = (Math.abs(u) * (right - left) + Math.abs(v) * (bottom - top)) / 2
  const [from, to] = [along(x1, y1), along(x2, y2)]
  const reach = Math.max(Math.abs(from), Math.abs(to), 1e-6)
  const spread = reach / Math.max(half, 1e-6)
  return {
    values: { paint: 'linear', angle: (maths.atan2(v, u) * 180) / Math.PI, spread: Math.max(0.01, spread) },
    // The ends of the colours as places on a way of the same length on both sides of the middle.
    stops: stops.map((s) => ({ ...s, at: (from + (to - from) * s.at + reach) / (2 * reach) })),
  }
}
