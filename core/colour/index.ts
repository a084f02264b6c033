export { decodeSrgb, encodeSrgb } from './transfer'
export { limitedScale, lumaWeights } from './ycbcr'
export { LUMA, whiteBalance } from './adapt'
export {
  CHROMA_END,
  fromOklab,
  fromOklabOf,
  hueOf,
  hueTable,
  levelTable,
  LIGHT_END,
  oklab,
  oklabMap,
  toOklab,
} from './oklab'
export { fromHsv, toHsv, type Triplet } from './hsv'
export { type Qualifier, qualifierTable, smoothstep, within } from './qualifier'
export {
  type CodeRange,
  type ColourEncoding,
  type ColourTags,
  colourWord,
  encodingOf,
  encodingWords,
  luminance2020,
  MATRICES,
  type Matrix,
  PRIMARIES,
  type Primaries,
  RANGES,
  REFERENCE_WHITE,
  RGB,
  STILL,
  toRec709,
  type Transfer,
  TRANSFERS,
  VIDEO,
} from './encoding'
