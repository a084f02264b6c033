import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { encode } from 'fast-png'
import { cloud } from './motion'
import { WORK } from './tracer'

export type Rgb = readonly [number, number, number]
/** What is painted at a place: x and y in picture heights from the middle, y down. Colours in linear light. */
export type Painter = (x: number, y: number) => Rgb

/** A painted picture as a file for the ray tracer, four samples a pixel; its colours are sRGB codes. */
export function painted(name: string, width: number, height: number, paint: Painter): string {
  const path = join(WORK, `${name}.png`)
  if (existsSync(path)) return path
  mkdirSync(WORK, { recursive: true })
  const data = new Uint8Array(width * height * 3)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const sum = [0, 0, 0]
      for (const [dx, dy] of [
        [0.25, 0.3],
        [0.75, 0.2],
        [0.3, 0.8],
        [0.8, 0.7],
      ] as const) {
        const c = paint((x + dx - width / 2) / height, (y + dy - height / 2) / height)
        for (let i = 0; i < 3; i++) sum[i] = (sum[i] as number) + (c[i] as number) / 4
      }
      for (let i = 0; i < 3; i++) data[(y * width + x) * 3 + i] = Math.round(255 * code(sum[i] as number))
    }
  writeFileSync(path, encode({ width, height, data, channels: 3, depth: 8 }))
  return path
}

const code = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * Math.min(1, v) ** (1 / 2.4) - 0.055)

/** The stuff of a painted picture, in the places that a mesh gives or on the unit square of x and y. */
export const picture = (path: string, finish: string, mapped = true): string =>
  `texture { ${mapped ? 'uv_mapping ' : ''}pigment { image_map { png "${path}" gamma srgb interpolate 2 ${mapped ? '' : 'once'} } } ${finish} }`

/** How far outside a star with so many points. */
export function star(x: number, y: number, points: number, outer: number, inner: number, turned = 0): number {
  const step = Math.PI / points
  const angle = (((Math.atan2(x, -y) + turned) % (2 * step)) + 2 * step) % (2 * step)
  const a = Math.min(angle, 2 * step - angle)
  const r = Math.hypot(x, y)
  const [px, py] = [r * Math.sin(a), r * Math.cos(a)]
  const [ix, iy] = [inner * Math.sin(step), inner * Math.cos(step)]
  return ((px - 0) * (iy - outer) - (py - outer) * ix) / -Math.hypot(ix, iy - outer)
}

/** Brush marks: a tone that wanders along the stroke. */
export const brushed = (c: Rgb, x: number, y: number, seed: number): Rgb => {
  const k = 0.78 + 0.4 * cloud(x * 3, y * 22, seed) * (0.8 + 0.4 * cloud(x * 20, y * 20, seed + 1))
  return [c[0] * k, c[1] * k, c[2] * k]
}
