export { decodeSrgb, encodeSrgb } from './transfer'
export { limitedScale, lumaWeights } from './ycbcr'
export { apply, invert, LUMA, type Matrix3, multiply, whiteBalance } from './adapt'
