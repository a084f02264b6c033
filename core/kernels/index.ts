export { Arena, ArenaFull } from './arena'
export { Kernels } from './kernels'
export { bledStraight } from './bleed'
export { decode } from './decode'
export { encodeI420, encodeRgba16, encodeRgba8, encodeYuv, soften, type YuvLayout } from './edges'
export { layOver } from './lay-over'
export { addScaledInto, copyOf, filled, mixInto, overInto, showPlane } from './compose'
export { type Blend, blendInto, BLENDS } from './blend'
export {
  alphaFrom,
  type Channel,
  holdBy,
  invertMatte,
  type Join,
  joinInto,
  premultiply,
  shuffle,
  transposed,
  unpremultiply,
  weigh,
} from './channels'
export { type ColourOp, type Rgb, runProgram, simplified } from './program'
export { type Edge, edgeIndex, EDGES, filterX, filterY, makeFilter } from './filter'
export { gaussian, gaussianReach } from './gaussian'
export { type Aperture, apertureSpans, iris } from './iris'
export { directional, radial, type Turn } from './streak'
export { resample, type Resampling, RESAMPLING } from './resample'
export { type Homography, type Mesh, warpBy, warpMesh, type WarpOptions, warpPerspective } from './warp'
export { type Affine, gather, passesFor, type Tap, trail } from './gather'
export { field, type FieldKind, type FieldOptions } from './field'
export { bendPlane, colourRamp, dither, outerPlane, ramp, type RampKind } from './ramp'
export { guided, halftone, paint, pick, type Screening, slopes } from './local'
export { type Dab, DAB_NUMBERS, layDab, layDabs } from './dab'
export {
  grownFrom,
  type Body,
  coverOf,
  coverPieces,
  distanceTo,
  paintThrough,
  type Pieces,
  shifted,
  softened,
} from './coat'
export {
  blurPlane,
  fillFrom,
  fillIn,
  growMap,
  likeScreen,
  type ScreenAxis,
  screenShare,
  smoothRatios,
  type Sorted,
  sortScreen,
  spreadGrid,
  unmix,
} from './key'
export { type Parts, partsOf } from './parts'
export { hueAt, restoreChroma, shapeAlpha, solveAlpha, type Solving } from './solve'
export { around, lightOn, MATERIALS, materialSums, type SpillLimits, spillOff } from './spill'
export { atMost, mapOf, placesOf, setShare, sortTones } from './tones'
export { fromRoots, type OverTime, overTime, printOf, ROOT, type Roots, toRoots } from './clip'
export { distance, grow } from './morphology'
export { type Contour, fillPath, flattenCubic, type PathOptions } from './path'
export { histogram, noise, type NoisePlace, type Statistics, statistics } from './measure'
export { difference, inspect } from './inspect'
export { fromBase64, toBase64 } from './base64'
export {
  type ColourSample,
  halved,
  levelled,
  type Lens,
  nearColours,
  POINT_NUMBERS,
  registrationSums,
  type Sampling,
  SUM_SIDE,
  type Sums,
} from './track'
