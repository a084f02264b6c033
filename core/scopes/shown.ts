/** A picture as it is shown: straight RGBA, 8 bits, in rows. */
export interface Shown {
  width: number
  height: number
  data: ArrayLike<number>
}

/** A drawn scope: opaque RGBA, 8 bits. */
export interface Drawn {
  width: number
  height: number
  data: Uint8ClampedArray<ArrayBuffer>
}

/** Every how many pixels one is looked at, so that at most about `most` are. */
export const strideFor = ({ width, height }: Shown, most = 120_000): number =>
  Math.max(1, Math.ceil(Math.sqrt((width * height) / most)))

/** Rec. 709 luma of code values 0 to 255. */
export const lumaOf = (r: number, g: number, b: number): number => 0.2126 * r + 0.7152 * g + 0.0722 * b
