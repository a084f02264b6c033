export {
  type Act,
  type Change,
  type EditArgs,
  type EditName,
  type Patch,
  perform,
  performAll,
  replay,
} from './edit'
export { EDITS } from './edits'
export { inFront } from './edits/regions'
export {
  aboveMatrix,
  type Box,
  boxOf,
  copiesAt,
  cornersOfBox,
  deepObjects,
  type Easel,
  hasObject,
  isThere,
  matrixOf,
  numbersAt,
  restOfRide,
  shapeAt,
} from './objects'
export { coatsAt, EMPHASIS, newCoat, plainText, settingAt, textsOf } from './texts'
export { FIGURES } from './figure'
export { VARIABLES } from './written'
export { familyId, fontsOf, ownFamilies } from './fonts'
export { nameOfText } from './edits/texts'
export { artworkActs, type ArtworkHelp, type Reread, rereadActs } from './artwork'
export { chartActs, CHARTS, type ChartKind } from './chart'
export { readTable, TableProblem } from './chart-table'
export { pinActs } from './pin'
export { stateBefore } from './wires'
export { itemInput, taken } from './takes'
export { notesOf, placeName, wiringOf } from './wiring'
export { attachMap, fitOf, mapOf, motionFrame, motionNumber } from './motions'
export { type Looks, resolveItem, resolveItems } from './regions'
export {
  allObjects,
  allShots,
  allStacks,
  allSteps,
  designOf,
  findIn,
  getDesign,
  getItem,
  getMedium,
  getMotion,
  getObject,
  getSequence,
  getShot,
  getSpan,
  getStep,
  getTransition,
  holderOf,
  listOf,
  NotFound,
  objectAbove,
  objectsAbove,
  regionsIn,
  sequenceLength,
  sequenceOf,
  shotsAt,
  stackSteps,
  stackWith,
  treatmentTime,
} from './find'
export { findOwner, homeOf, stackOf, stepOfItem } from './owners'
export {
  handles,
  materialLength,
  mediumIn,
  sourceCovers,
  sourceFrames,
  sourceLength,
  sourceName,
  sourceOpaque,
  sourceRate,
  sourceSize,
  sourceSounds,
} from './source'
export {
  canvasOf,
  frameOfTime,
  layoutOf,
  stackName,
  type Stage,
  type Standing,
  stageFor,
  stageOf,
  stepIn,
  stoodStage,
  variantStage,
} from './stage'
export {
  type ActiveTransition,
  activeTransition,
  activeTransitions,
  cutsOf,
  asked,
  joinsSides,
  usesLike,
  lacking,
  type Remedies,
  remedies,
  roomAcross,
  transitionAt,
} from './transitions'
export {
  designFrame,
  fittedDesign,
  frameShown,
  type Ran,
  ranIn,
  restingPart,
  slackOf,
  usedTimeOf,
} from './giving'
export { eyeOf, innerLooksOf, looksOf, plainly } from './looks'
export { freeLane, stackedLanes } from './lanes'
export { type Bringing, bringing, type Carried, carriedDesign, outerDesigns } from './carried'
export { askedObject, frontOf, sayIn } from './front'
export { fillSlot, type Slot, slotOf } from './slot'
export { mirrored } from './mirror'
export { newMover } from './new-mover'
export { moverValues, movingAt, numberLike } from './movers'
export {
  columnKey,
  firstRow,
  placeOfRow,
  readRoster,
  rostersOf,
  type RowValues,
  rowValues,
  writeRoster,
} from './roster'
export { MOST_LETTERS, MOST_ROWS } from './schema'
export { rosterNotes, rosterSettings, type RowNote, type RowSetting } from './roster-notes'
export { isPassing, moverFrames, moversOf, ownPassages, type OwnPassage, passFrames } from './passes'
export { passageOf, type PassageWay, passing } from './passages'
export { type BoundInput, boundValues, inputsOf, type OutputKind, outputsOf } from './inputs'
export { loopFrom, refuseLoops } from './loops'
export { everyStep, isKnown, unknownSteps, usesOf } from './uses'
export {
  documentOf,
  fontBytes,
  levelOf,
  type MoreRecords,
  motionOf,
  recorded,
  recordsOf,
  splitMotion,
  tableColours,
  withRecords,
} from './records'
export { emptyHistory, type Entry, type History, record, travelTo } from './history'
export { loadProject, migrateStep, newProject, newSequence, ProjectError } from './load'
export { controlTree, LOOSE, stepTree } from './migrations'
export {
  bindingsOf,
  addressLabel,
  coatAddress,
  moverAddress,
  stopAddress,
  addressName,
  contentAddress,
  controlAddress,
  controlOf,
  formAddress,
  leafOf,
  Locked,
  modifierAddress,
  newPlainStep,
  still,
  sameAddress,
  valueAddress,
  valueOf,
} from './parts'
export {
  animatedOf,
  copiesOf,
  deepCopy,
  dropLinks,
  objectValues,
  originOf,
  type Origin,
  originOfStack,
  type Timing,
  valuesOf,
} from './copies'
export { settle } from './settle'
export { contentOf, fieldParam, groupsAround, keepsAlpha, panelFor, paramsOf } from './declared'
export {
  formAt,
  Circle,
  followed,
  holder,
  mediumOfClip,
  moved,
  nameOfValue,
  paramAt,
  refuseCircle,
  stepContent,
  stepValues,
  valueNow,
} from './values'
export type { Wiring } from './schema'
export type {
  CoatItem,
  FrontItem,
  Mover,
  Roster,
  RowRef,
  DesignText,
  Font,
  Address,
  Attach,
  Beyond,
  Binding,
  Content,
  DataRecord,
  Design,
  DesignObject,
  Fit,
  MaskItem,
  Medium,
  MotionItem,
  PanelControl,
  Project,
  Records,
  Region,
  RegionItem,
  ScreenItem,
  Sequence,
  ShelfItem,
  Shot,
  SoundClip,
  Source,
  Span,
  Stack,
  Step,
  Still,
  Table,
  Track,
  Transition,
  RunsOn,
  Variant,
} from './schema'
export {
  animatedSchema,
  BEYONDS,
  contentSchema,
  FITS,
  panelSchema,
  recordSchema,
  SCHEMA_VERSION,
  stepSchema,
  RIDES,
  VARIANTS,
} from './schema'
export { type Laid, type LaidPart, LAID_PARTS, laidSchema } from './edits/laying'
export { type Swap, swapIn, swapLacks, SWAPS, swapsByName, usualSwap } from './swapping'
export {
  asEdited,
  compareEdit,
  type Cutting,
  newSpeedStep,
  realigned,
  type ShotChange,
  speedOf,
  type Way,
} from './recut'
export { continuing, stepBefore } from './continuing'
