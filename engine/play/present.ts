import type { Delivered } from '../render/render.worker'

/**
 * Puts a rendered picture onto a canvas, which takes the size of the whole picture in pixels; its size on the page is the page's affair. Around a part the
 * canvas is empty.
 */
export function present(canvas: HTMLCanvasElement, picture: Delivered): void {
  const { part } = picture
  const { width, height } = part ?? picture
  if (canvas.width !== width) canvas.width = width
  if (canvas.height !== height) canvas.height = height
  const context = canvas.getContext('2d')
  if (part) context?.clearRect(0, 0, width, height)
  const data = picture.data as Uint8ClampedArray<ArrayBuffer>
  context?.putImageData(new ImageData(data, picture.width, picture.height), part?.x ?? 0, part?.y ?? 0)
}

/** A rendered picture as a JPEG, for cards and stills. */
export async function toJpeg(picture: Delivered): Promise<Blob> {
  const canvas = new OffscreenCanvas(picture.width, picture.height)
  const data = picture.data as Uint8ClampedArray<ArrayBuffer>
  canvas.getContext('2d')?.putImageData(new ImageData(data, picture.width, picture.height), 0, 0)
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })
}
