import { type Area, blit, type Frame, type Picture, type Size, wholeOf } from '../frame'
import type { Fit } from '../project'
import { decode, filled, type Kernels, resample } from '../kernels'
import type { ReadAs } from './graph'

/** How large a picture goes into a canvas. */
function sizeWithin(picture: Size, canvas: Size, fit: Fit): Size {
  if (fit === 'none') return picture
  if (fit === 'stretch') return { width: canvas.width, height: canvas.height }
  const ratios = [canvas.width / picture.width, canvas.height / picture.height] as const
  const ratio = fit === 'fill' ? Math.max(...ratios) : Math.min(...ratios)
  const [w, h] = [picture.width, picture.height].map((v) => Math.max(1, Math.round(v * ratio))) as [
    number,
    number,
  ]
  return fit === 'fill'
    ? { width: w, height: h }
    : { width: Math.min(canvas.width, w), height: Math.min(canvas.height, h) }
}

/** A stored picture read as the user says. */
export function readAs(picture: Picture, { colour = {}, alpha }: ReadAs): Picture {
  const { matrix, ...others } = colour
  const read = {
    ...picture,
    ...others,
    ...(picture.kind === 'yuv' && matrix && matrix !== 'rgb' ? { matrix } : {}),
    ...(alpha && alpha !== 'ignored' ? { alpha } : {}),
  } as Picture
  return alpha === 'ignored' ? opaque(read) : read
}

/** Without what is stored of its alpha. */
function opaque(picture: Picture): Picture {
  if (picture.kind === 'yuv') {
    const { a: _, ...rest } = picture
    return rest
  }
  const data = picture.data.slice()
  const full = data instanceof Uint8Array ? 255 : data instanceof Uint16Array ? 65535 : 1
  for (let i = 3; i < data.length; i += 4) data[i] = full
  return { ...picture, data, alpha: 'straight' }
}

/** A stored picture brought into a canvas, centred; what it does not cover is transparent. `scale` is that of the canvas. */
export const fitted = (k: Kernels, picture: Picture, canvas: Size, fit: Fit, scale: number): Frame =>
  placed(k, decode(k, picture), canvas, fit, scale, picture.display)

/**
 * A frame brought into a canvas, centred; the frame is used up.
 * @param shown its size in square pixels, where its own are not
 */
export function placed(
  k: Kernels,
  frame: Frame,
  canvas: Size,
  fit: Fit,
  scale = 1,
  shown: Size = frame,
): Frame {
  const { width, height } = canvas
  const full = fit === 'none' ? { width: shown.width * scale, height: shown.height * scale } : shown
  const [w, h] = [sizeWithin(full, canvas, fit)].flatMap((s) => [
    Math.max(1, Math.round(s.width)),
    Math.max(1, Math.round(s.height)),
  ]) as [number, number]
  let sized = frame
  if (w !== frame.width || h !== frame.height) {
    sized = resample(k, frame, w, h)
    k.free(frame)
  }
  if (w === width && h === height) return sized
  const out = filled(k, width, height, [0, 0, 0, 0])
  const [left, top] = [(width - w) >> 1, (height - h) >> 1]
  const area = { x: left, y: top, width: w, height: h }
  blit({ picture: out, area: wholeOf(canvas) }, { picture: sized, area })
  k.free(sized)
  return out
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
