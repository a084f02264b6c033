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
export { type ArtClip, type ArtCoat, type ArtLayer, type Artwork, ArtworkError } from './artwork'
export { readOra } from './ora'
export { readSvgArtwork } from './svg-artwork'
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
export { type DrawnOutline, readSvg, SvgError, writeSvg } from './svg'
export { ofCorners } from './svg-path'
export { readEdl } from './edl'
export { writeEdl } from './edl-write'
export { type Caption, CaptionProblem, readCaptions, writeSrt, writeVtt } from './captions'
export { captionRows, captionsOf, sequenceWith } from './caption-roster'
