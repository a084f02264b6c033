export { decodeSrgb, encodeSrgb } from './transfer'
export { limitedScale, lumaWeights } from './ycbcr'
export { LUMA, whiteBalance } from './adapt'
export { fromHsv, toHsv, type Triplet } from './hsv'
