export {
  baseName,
  type EditClip,
  EditError,
  type EditLane,
  type EditTimeline,
  readOtio,
  writeOtio,
} from './otio'
export { mediumPath, type PackageReader, type PackedMedium, readPackage, writePackage } from './package'
