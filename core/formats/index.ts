export {
  baseName,
  type EditClip,
  EditError,
  type EditLane,
  type EditTimeline,
  type EditJoint,
  type EditMarker,
} from './edit'
export { readOtio } from './otio-read'
export { writeOtio } from './otio-write'
export { mediumPath, type PackageReader, type PackedMedium, readPackage, writePackage } from './package'
export { readCube, TableError } from './cube'
export { readFont } from './font'
export { type ArtLayer, type Artwork, ArtworkError, readOra } from './ora'
export {
  type Preset,
  type PresetFile,
  readPresets,
  readRecipe,
  readTransition,
  type RecipeFile,
  type TransitionFile,
  ReuseError,
  writePresets,
  writeRecipe,
  writeTransition,
} from './reuse'
export { MotionFileError, type MotionMeta, readMotion, writeMotionCsv, writeMotionJson } from './motion'
export { type DrawnOutline, ofCorners, readSvg, SvgError, writeSvg } from './svg'
export { readEdl } from './edl'
export { writeEdl } from './edl-write'
