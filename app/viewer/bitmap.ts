import type { Delivered } from '@stilus/engine'

const HEAD = 14 + 108

/**
 * A small picture as the address of an uncompressed bitmap (BMP with a version 4 header, for its alpha): an image is a part of the page, where every canvas is a layer of its own to the browser's
 * compositor, and a strip of them makes each frame of the interface dear.
 */
export function bitmapUrl({ width, height, data }: Delivered): string {
  const bytes = new Uint8Array(HEAD + data.length)
  const view = new DataView(bytes.buffer)
  const longs: [number, number][] = [
    ...([
      [2, bytes.length],
      [10, HEAD],
      [14, 108],
      [18, width],
    ] as [number, number][]),
    // Rows from the top; one plane of 32 bits; fields by masks, which lie as the bytes of RGBA.
    ...([
      [22, -height],
      [26, 1 | (32 << 16)],
      [30, 3],
      [34, data.length],
    ] as [number, number][]),
    ...([
      [54, 0xff],
      [58, 0xff00],
      [62, 0xff0000],
      [66, 0xff000000],
      [70, 0x73524742],
    ] as [number, number][]),
  ]
  view.setUint16(0, 0x4d42, true)
  for (const [at, value] of longs) view.setUint32(at, value, true)
  bytes.set(data as Uint8ClampedArray, HEAD)
  let text = ''
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192))
  return `data:image/bmp;base64,${btoa(text)}`
}
