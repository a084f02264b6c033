import type { DataTexture } from 'three'
import type { Primaries } from '../colour'
import type { Size } from '../frame'

/** A picture of an OpenEXR file: float RGBA as stored (alpha premultiplied), rows from the top. */
export interface ExrPicture extends Size {
  data: Float32Array<ArrayBuffer>
  primaries: Primaries
}

interface Box {
  xMin: number
  yMin: number
  xMax: number
  yMax: number
}

interface Parsed {
  width: number
  height: number
  data: Float32Array
  format: number
  header: { dataWindow: Box; displayWindow: Box; chromaticities?: Record<string, number> }
}

/**
 * Reads an OpenEXR file, half or float, as large as its display window; what its data window leaves out is empty.
 * @throws Error where it is not one, or is of a kind that is not read (deep or tiled in several levels)
 */
export async function readExr(bytes: Uint8Array<ArrayBuffer>): Promise<ExrPicture> {
  const { EXRLoader } = await import('three/examples/jsm/loaders/EXRLoader.js')
  const { FloatType, RGBAFormat } = await import('three')
  const loader = new EXRLoader().setDataType(FloatType)
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength)
  const { width, height, data, format, header } = loader.parse(buffer) as unknown as Parsed
  const { dataWindow, displayWindow } = header
  const whole = {
    width: displayWindow.xMax - displayWindow.xMin + 1,
    height: displayWindow.yMax - displayWindow.yMin + 1,
  }
  const out = new Float32Array(whole.width * whole.height * 4)
  const channels = format === RGBAFormat ? 4 : data.length / (width * height)
  for (let y = 0; y < height; y++) {
    const to = y + dataWindow.yMin - displayWindow.yMin
    if (to < 0 || to >= whole.height) continue
    for (let x = 0; x < width; x++) {
      const column = x + dataWindow.xMin - displayWindow.xMin
      if (column < 0 || column >= whole.width) continue
      // The loader counts rows from the bottom.
      const from = ((height - 1 - y) * width + x) * channels
      const at = (to * whole.width + column) * 4
      for (let c = 0; c < 3; c++) out[at + c] = data[from + (channels < 3 ? 0 : c)] as number
      out[at + 3] =
        channels === 4 ? (data[from + 3] as number) : channels === 2 ? (data[from + 1] as number) : 1
    }
  }
  return { ...whole, data: out, primaries: primariesOf(header.chromaticities) }
}

const KNOWN: readonly [Primaries, number, number][] = [
  ['bt709', 0.64, 0.6],
  ['bt2020', 0.708, 0.797],
  ['p3', 0.68, 0.69],
]

/** Primaries by the x of red and the y of green; those of Rec. 709, which the format takes for granted, where they are not known. */
function primariesOf(chromaticities: Record<string, number> | undefined): Primaries {
  if (!chromaticities) return 'bt709'
  const { redX = 0.64, greenY = 0.6 } = chromaticities
  const near = (a: number, b: number) => Math.abs(a - b) < 0.004
  return KNOWN.find(([, x, y]) => near(x, redX) && near(y, greenY))?.[0] ?? 'bt709'
}

/** An OpenEXR file of float RGBA, premultiplied linear light, rows from the top; float or half samples, ZIP compressed. */
export async function writeExr(
  { width, height }: Size,
  data: Float32Array,
  depth: 'float' | 'half' = 'half',
): Promise<Uint8Array<ArrayBuffer>> {
  const { EXRExporter, ZIP_COMPRESSION } = await import('three/examples/jsm/exporters/EXRExporter.js')
  const { DataTexture, FloatType, HalfFloatType, RGBAFormat } = await import('three')
  const flipped = new Float32Array(width * height * 4)
  // The greatest half: beyond it lies infinity.
  const most = depth === 'half' ? 65504 : 3.4e38
  for (let y = 0; y < height; y++)
    for (let i = y * width * 4, to = (height - 1 - y) * width * 4; i < (y + 1) * width * 4; i++, to++)
      flipped[to] = Math.min(most, Math.max(-most, data[i] as number))
  const texture: DataTexture = new DataTexture(flipped, width, height, RGBAFormat, FloatType)
  const type = depth === 'half' ? HalfFloatType : FloatType
  const made = await new EXRExporter().parse(texture, { type, compression: ZIP_COMPRESSION })
  texture.dispose()
  return made as Uint8Array<ArrayBuffer>
}
