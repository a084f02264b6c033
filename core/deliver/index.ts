export { type DeliveredFile, deliveredTimeline } from './edit'
export { type Audible, audible } from './audible'
export {
  ALPHAS,
  bitrate,
  type Container,
  type DeliveredAlpha,
  type Delivery,
  DeliveryError,
  encodingFor,
  type EncodeQuality,
  type Job,
  layOut,
  soundOf,
  NAME_FIELDS,
  nameBy,
  USUAL_ALPHA,
  USUAL_NAMES,
} from './delivery'
export { type Codes, encodePicture, type PictureEncoding, type PictureFormat } from './encode'
export {
  type ByteWriter,
  type DeliveryPorts,
  type DeliveryRun,
  makeDelivery,
  type MovieOptions,
  type MovieWriter,
} from './make'
export { hasSound, mixRange, SAMPLE_RATE } from './mix'
export { indexAtEnd, type TimecodeOptions, withTimecode } from './mp4-timecode'
export { ZipWriter } from './zip'
