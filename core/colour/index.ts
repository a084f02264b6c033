export { decodeSrgb, encodeSrgb } from './transfer'
export { limitedScale, lumaWeights } from './ycbcr'
export { LUMA, whiteBalance } from './adapt'
