import type { Area, Frame, Picture } from '../frame'
import { decode, filled, type Kernels, resample } from '../kernels'

/** A stored picture as large as it goes into the canvas, centred; what it does not cover is transparent. */
export function fitted(k: Kernels, picture: Picture, width: number, height: number): Frame {
  const full = decode(k, picture)
  const ratio = Math.min(width / picture.width, height / picture.height)
  const w = Math.max(1, Math.min(width, Math.round(picture.width * ratio)))
  const h = Math.max(1, Math.min(height, Math.round(picture.height * ratio)))
  let sized = full
  if (w !== full.width || h !== full.height) {
    sized = resample(k, full, w, h)
    k.free(full)
  }
  if (w === width && h === height) return sized
  const canvas = filled(k, width, height, [0, 0, 0, 0])
  const left = (width - w) >> 1
  const top = (height - h) >> 1
  for (let y = 0; y < h; y++) {
    canvas.data.set(sized.data.subarray(y * w * 4, (y + 1) * w * 4), ((top + y) * width + left) * 4)
  }
  k.free(sized)
  return canvas
}

/** Diagonal bands of two greys: plainly no picture. */
export function hatched(k: Kernels, area: Area, whole: number): Frame {
  const { width, height } = area
  const frame = k.frame(width, height)
  const band = Math.max(4, whole / 18)
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const grey = Math.floor((x + area.x + y + area.y) / band) % 2 ? 0.03 : 0.02
      frame.data[at] = frame.data[at + 1] = frame.data[at + 2] = grey
      frame.data[at + 3] = 1
    }
  }
  return frame
}
