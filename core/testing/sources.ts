import type { Picture } from '../frame'

/** A stored picture for a frame of a medium that is not there: the same for the same name and frame, soft, with detail. 160 pixels wide at most. */
export function pictureFor(medium: { id: string; width: number; height: number }, frame: number): Picture {
  const shrink = Math.min(1, 160 / medium.width)
  const [width, height] = [medium.width, medium.height].map((v) => Math.max(1, Math.round(v * shrink))) as [
    number,
    number,
  ]
  let seed = frame * 97 + 11
  for (let i = 0; i < medium.id.length; i++) seed = (seed * 31 + medium.id.charCodeAt(i)) >>> 0
  const data = new Uint8Array(width * height * 4)
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at += 4) {
      // Whole numbers alone, so that every machine makes the same bytes.
      data[at] = ((x * 3 + y + seed) % 211) + 30
      data[at + 1] = ((x * y + (seed >> 3)) % 167) + 40
      data[at + 2] = ((x + y * 5 + (seed >> 5)) % 193) + 20
      data[at + 3] = 255
    }
  return { kind: 'rgba', width, height, data }
}
