export { prepare } from './math'
export { decodeYuv, decodeRgba8, encodeRgba8, encodeRgba16, encodeYuv } from './picture'
export { linearise, putAlpha, widenRgba16, widenRgba8 } from './encoding'
export { over, mix, mixMatte, showPlane, fill, addScaled } from './pixel'
export { program } from './program'
export { blend } from './blend'
export { premultiply, unpremultiply, shuffle, weigh, alphaOf, hold, combine, transpose } from './channels'
export { glowLight, glowJoin } from './glow'
export { filterX, filterY } from './filter'
export { irisSums, irisRow } from './iris'
export { streak, radial } from './streak'
export { placePerspective, placeMesh, sampleRow } from './warp'
export { runMaxima, discRow, distance } from './morphology'
export { shape, fillPlane, invertPlane } from './matte'
export {
  nearer,
  within,
  weighRows,
  weighColumns,
  halfPlane,
  doublePlane,
  paintThrough,
  shiftPlane,
  refine,
} from './coat'
export { pathSums, pathCover, pathDistance, pathFeather } from './path'
export { statistics, histogram, noise } from './measure'
export { grain } from './grain'
export { gather } from './gather'
export { octave } from './field'
export { dab, dabs } from './dab'
export { ramp, colourRamp, bendPlane, outer, dither } from './ramp'
export { slopes, halftone, paint, pick, squares, guide, guided, detail } from './local'
export { halve, levelled, register, nearColours } from './track'
export {
  pullLevel,
  pushLevel,
  pushAt,
  coarserOf,
  fillAt,
  spreadGrid,
  ratios,
  multiplyBy,
  screenShare,
  likeScreen,
  sortScreen,
  growMap,
  blurPlane,
  unmix,
} from './key'
export { toRoots, fromRoots, overTime, printOf } from './clip'
export { partsOf, partCounts, partsUnder, setParts, partEdges } from './parts'
export { mapOf, atMost, sortTones, placesOf, setShare } from './tones'
export {
  sureOf,
  pullWeighted,
  projectOn,
  ownColours,
  pickAt,
  putAt,
  explainAt,
  chromaAt,
  addLost,
  hueAt,
  shapeAlpha,
} from './solve'
export { materialSums, spill, around, lightOn } from './spill'
