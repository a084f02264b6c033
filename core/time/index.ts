export {
  conform,
  fps,
  frameAt,
  frameMiddle,
  frameStart,
  nearestRate,
  type Rate,
  rateName,
  RATES,
} from './rate'
export { fromTimecode, sameTimecode, toTimecode } from './timecode'
export { typedTime } from './typed'
export {
  type Fitted,
  fitTime,
  frameOf,
  type Give,
  GIVE_KINDS,
  GIVES,
  type Run,
  type SlackPart,
  tidyParts,
  usedFrameOf,
} from './firm'
