import { rgb, vec } from './sdl'
import { type V3 } from './space'

const finish = (shine: number, rough: number, more = '') =>
  `finish { ambient 0 diffuse 0.85 specular ${shine} roughness ${rough} ${more} }`

const map = (stops: readonly (readonly [number, V3])[]) =>
  `color_map { ${stops.map(([t, c]) => `[${t} ${rgb(...c)}]`).join(' ')} }`

/** Turned limewood, oiled: rings along y, fine pores, a soft sheen. */
export function wood(light: V3, dark: V3, scale = 0.22): string {
  return `texture { pigment { wood turbulence 0.05 octaves 3 ${map([
    [0, light],
    [0.55, light.map((v, i) => v * 0.75 + (dark[i] as number) * 0.25) as unknown as V3],
    [0.86, dark],
    [1, light],
  ])} scale ${scale} rotate <82, 6, 0> translate <0.13, 0.2, 0> }
    normal { bozo 0.12 scale <0.02, 0.22, 0.02> } ${finish(0.16, 0.06)} }`
}

export const limewood = wood([0.62, 0.4, 0.22], [0.4, 0.225, 0.105])
export const darkwood = wood([0.2, 0.105, 0.05], [0.1, 0.05, 0.024], 0.12)

/** Felt and wool: no sheen, a mottled dye and a rough nap. */
export const felt = (c: V3, scale = 0.06): string =>
  `texture { pigment { bozo turbulence 0.7 ${map([
    [0, c.map((v) => v * 0.72) as unknown as V3],
    [0.6, c],
    [1, c.map((v) => v * 1.22) as unknown as V3],
  ])} scale ${scale} } normal { granite 0.35 scale ${scale * 1.6} } finish { ambient 0 diffuse 0.9 } }`

/** Yarn: dyed wool, twisted. */
export const yarn = (c: V3): string =>
  `texture { pigment { bozo ${map([
    [0, c.map((v) => v * 0.55) as unknown as V3],
    [0.5, c],
    [1, c.map((v) => v * 1.4) as unknown as V3],
  ])} scale 0.09 } finish { ambient 0 diffuse 0.85 specular 0.08 roughness 0.15 } }`

/** Paper: matte, with long fibres and a faint tooth. */
export const paper = (c: V3): string =>
  `texture { pigment { granite turbulence 0.2 ${map([
    [0, c.map((v) => v * 0.86) as unknown as V3],
    [1, c.map((v) => v * 1.08) as unknown as V3],
  ])} scale 0.7 } normal { bumps 0.08 scale 0.03 } finish { ambient 0 diffuse 0.88 } }`

/** Painted gloss, as on a toy. */
export const paint = (c: V3, shine = 0.35): string =>
  `texture { pigment { ${rgb(...c)} } ${finish(shine, 0.02)} }`

/** Enamelled tin: paint worn to bare metal in places, dents, a dull reflection. */
export const enamel = (c: V3, wear = 0.12): string =>
  `texture { pigment { granite ${map([
    [0, [0.34, 0.33, 0.32]],
    [wear, [0.3, 0.27, 0.25]],
    [wear + 0.05, c.map((v) => v * 0.85) as unknown as V3],
    [1, c.map((v) => v * 1.1) as unknown as V3],
  ])} scale 1.1 } normal { bumps 0.06 scale 0.16 }
    finish { ambient 0 diffuse 0.62 specular 0.5 roughness 0.025 reflection { 0.03, 0.32 fresnel off metallic 0.2 } } }`

export const tin = (level = 0.42): string =>
  `texture { pigment { bozo ${map([
    [0, [level * 0.82, level * 0.84, level * 0.88]],
    [1, [level * 1.1, level * 1.08, level * 1.04]],
  ])} scale 0.3 } normal { bumps 0.09 scale 0.13 }
    finish { ambient 0 diffuse 0.45 specular 0.7 roughness 0.03 metallic reflection { 0.16, 0.4 metallic 0.8 } } }`

export const brass = `texture { pigment { ${rgb(0.62, 0.4, 0.13)} } normal { bumps 0.03 scale 0.2 }
    finish { ambient 0 diffuse 0.4 specular 0.9 roughness 0.02 metallic reflection { 0.15, 0.35 metallic 1 } } }`

/** Something that gives light itself and takes none. */
export const glowing = (c: V3): string =>
  `texture { pigment { ${rgb(...c)} } finish { ambient 0 diffuse 0 emission 1 } }`

/** A coloured spot laid over a texture, soft at its edge: blemishes, soot, rouge. */
export const spot = (c: V3, p: V3, r: number, cover = 1): string =>
  `texture { pigment { spherical color_map { [0 ${rgb(...c)} transmit 1] [0.3 ${rgb(...c)} transmit ${1 - cover * 0.85}] [1 ${rgb(...c)} transmit ${1 - cover}] }
    scale ${r} translate ${vec(p)} } finish { ambient 0 diffuse 0.85 } }`
