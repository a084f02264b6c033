import type { Frame } from '../frame'
import { decode, encodeI420, type Kernels } from '../kernels'

/** A frame as a camera or a file has it: 8 bits, 4:2:0, BT.709. The frame is freed; its sides must be even. */
export function coded(k: Kernels, frame: Frame): Frame {
  const { width, height } = frame
  const planes = encodeI420(k, frame)
  const [luma, chroma] = [width * height, (width * height) / 4]
  k.free(frame)
  return decode(k, {
    kind: 'yuv',
    width,
    height,
    bits: 8,
    subsampling: [1, 1],
    matrix: 'bt709',
    range: 'limited',
    y: planes.subarray(0, luma),
    u: planes.subarray(luma, luma + chroma),
    v: planes.subarray(luma + chroma),
    strideY: width,
    strideC: width / 2,
  })
}
