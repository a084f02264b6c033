import type { Delivered } from '../render/render.worker'

/** Puts a rendered picture onto a canvas, which takes the picture's size in pixels; its size on the page is the page's affair. */
export function present(canvas: HTMLCanvasElement, picture: Delivered): void {
  if (canvas.width !== picture.width) canvas.width = picture.width
  if (canvas.height !== picture.height) canvas.height = picture.height
  const data = picture.data as Uint8ClampedArray<ArrayBuffer>
  canvas.getContext('2d')?.putImageData(new ImageData(data, picture.width, picture.height), 0, 0)
}

/** A rendered picture as a JPEG, for cards and stills. */
export async function toJpeg(picture: Delivered): Promise<Blob> {
  const canvas = new OffscreenCanvas(picture.width, picture.height)
  const data = picture.data as Uint8ClampedArray<ArrayBuffer>
  canvas.getContext('2d')?.putImageData(new ImageData(data, picture.width, picture.height), 0, 0)
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })
}
