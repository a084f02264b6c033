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
