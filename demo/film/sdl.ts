import { type Camera, type Place, type V3 } from './space'
import { type Mesh } from './surface'

const n = (value: number) => (Math.abs(value) < 1e-7 ? '0' : String(+value.toFixed(4)))
/** A vector as the ray tracer writes it. */
export const vec = (v: readonly number[]): string => `<${v.map(n).join(',')}>`
export const rgb = (...v: number[]): string =>
  `rgb ${vec(v.length === 1 ? [v[0] as number, v[0] as number, v[0] as number] : v)}`
export const matrix = ({ x, y, z, o }: Place): string =>
  `matrix <${[...x, ...y, ...z].map((v) => v.toFixed(8)).join(',')},${o.map((v) => v.toFixed(7)).join(',')}>`

/** The camera with exactly the projection of `seen`. `depthPlane` and the like need no more than this. */
export const camera = ({ place, focal, width, height }: Camera): string =>
  `camera { location ${precise(place.o)} direction ${precise(place.z.map((v) => v * focal))} ` +
  `right ${precise(place.x.map((v) => (v * width) / height))} up ${precise(place.y)} }`
const precise = (v: readonly number[]) => `<${v.map((c) => c.toFixed(8)).join(',')}>`

export const mesh = ({ points, normals, faces, uv }: Mesh, look: string): string =>
  [
    'mesh2 { vertex_vectors {',
    [points.length, ...points.map(vec)].join(','),
    '} normal_vectors {',
    [normals.length, ...normals.map(vec)].join(','),
    uv ? `} uv_vectors { ${uv.length}, ${uv.map(vec).join(',')}` : '',
    '} face_indices {',
    [faces.length, ...faces.map((f) => `<${f.join(',')}>`)].join(','),
    `} ${look} }`,
  ].join('')

/** Things together, placed and dressed. */
export const group = (parts: readonly string[], place?: Place, look = ''): string =>
  `union { ${parts.join('\n')} ${look} ${place ? matrix(place) : ''} }`

export const sphere = (c: V3, r: number, look = ''): string => `sphere { ${vec(c)}, ${n(r)} ${look} }`
export const cone = (a: V3, ra: number, b: V3, rb: number, look = ''): string =>
  `cone { ${vec(a)}, ${n(ra)}, ${vec(b)}, ${n(rb)} ${look} }`
export const cylinder = (a: V3, b: V3, r: number, look = ''): string =>
  `cylinder { ${vec(a)}, ${vec(b)}, ${n(r)} ${look} }`
export const box = (a: V3, b: V3, look = ''): string => `box { ${vec(a)}, ${vec(b)} ${look} }`

export interface Lamp {
  at: V3
  colour: V3
  /** Width of the lamp's face; 0 throws hard shadows. */
  wide?: number
  rays?: number
  shadowless?: boolean
  /** Distance at which the light has fallen to half, for lamps near the things they light. */
  fade?: number
}

export function lamp({ at: o, colour, wide = 0, rays = 3, shadowless, fade }: Lamp): string {
  const area = wide
    ? `area_light ${vec([wide, 0, 0])}, ${vec([0, wide, 0])}, ${rays}, ${rays} adaptive 0 circular orient`
    : ''
  const falls = fade ? `fade_distance ${n(fade)} fade_power 2` : ''
  return `light_source { ${vec(o)} ${rgb(...colour)} ${area} ${falls} ${shadowless ? 'shadowless' : ''} }`
}

/** A scene with all stuffs replaced by one flat colour that gives its own light, and no lamps: for mattes and depth. */
export function stencil(scene: string, colour: V3): string {
  const flat = `texture { pigment { ${rgb(...colour)} } finish { ambient 0 diffuse 0 emission 1 } }`
  return replaceBlocks(
    replaceBlocks(replaceBlocks(scene, 'texture', flat), 'light_source', ''),
    'sky_sphere',
    '',
  )
}

function replaceBlocks(text: string, word: string, by: string): string {
  let out = ''
  let from = 0
  for (;;) {
    const found = text.indexOf(`${word} {`, from)
    if (found < 0) return out + text.slice(from)
    let depth = 0
    let end = found
    do {
      if (text[end] === '{') depth++
      else if (text[end] === '}') depth--
      end++
    } while (depth > 0 || text[end - 1] !== '}')
    out += text.slice(from, found) + by
    from = end
  }
}

/** Fog for a stencilled black scene: a pixel then tells the length of its ray, value = 1 − exp(−length / scale). */
export const depthFog = (scale: number): string => `fog { fog_type 1 distance ${scale} ${rgb(1)} }`
