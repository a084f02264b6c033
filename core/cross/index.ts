import type { StepDeclaration } from '../steps/declare'
import { additiveDissolve } from './additive-dissolve'
import { blinds } from './blinds'
import { blurDissolve } from './blur-dissolve'
import { bulgeOver } from './bulge-over'
import { burn } from './burn'
import { channelSlip } from './channel-slip'
import { checkerWipe } from './checker-wipe'
import { clockWipe } from './clock-wipe'
import { diamonds } from './diamonds'
import { dip } from './dip'
import { dissolve } from './dissolve'
import { door } from './door'
import { doors } from './doors'
import { flareOver } from './flare-over'
import { flash } from './flash'
import { flip } from './flip'
import { focusOver } from './focus-over'
import { foldUp } from './fold-up'
import { gateSlip } from './gate-slip'
import { glitchOver } from './glitch-over'
import { ink } from './ink'
import { irisWipe } from './iris'
import { kaleidoscopeOver } from './kaleidoscope-over'
import { leakOver } from './leak-over'
import { matchedDissolve } from './matched'
import { mosaicOver } from './mosaic-over'
import { noiseDissolve } from './noise-dissolve'
import { pageTurn } from './page-turn'
import { pictureDissolve } from './picture-dissolve'
import { posteriseOver } from './posterise-over'
import { punchIn } from './punch-in'
import { push } from './push'
import { rippleOver } from './ripple-over'
import { roll } from './roll'
import { rows } from './rows'
import { shakeOver } from './shake-over'
import { shatter } from './shatter'
import { shutter } from './shutter'
import { signalLoss } from './signal-loss'
import { slideOver } from './slide'
import { split } from './split'
import { stretchRows } from './stretch'
import { strokes } from './strokes'
import { tear } from './tear'
import { toneDissolve } from './tone-dissolve'
import { turbulenceOver } from './turbulence-over'
import { twirlOver } from './twirl-over'
import { uncover } from './uncover'
import { whip } from './whip'
import { wipe } from './wipe'
import { zoomThrough } from './zoom-through'

/** What joins the two sides of a cut, in catalogue order. */
export const CROSSINGS: readonly StepDeclaration[] = [
  dissolve,
  additiveDissolve,
  dip,
  flash,
  toneDissolve,
  noiseDissolve,
  pictureDissolve,
  blurDissolve,
  matchedDissolve,
  wipe,
  clockWipe,
  irisWipe,
  doors,
  shutter,
  blinds,
  checkerWipe,
  diamonds,
  strokes,
  ink,
  burn,
  slideOver,
  push,
  uncover,
  split,
  rows,
  stretchRows,
  whip,
  zoomThrough,
  punchIn,
  flip,
  roll,
  door,
  pageTurn,
  foldUp,
  tear,
  shatter,
  shakeOver,
  mosaicOver,
  posteriseOver,
  focusOver,
  rippleOver,
  turbulenceOver,
  bulgeOver,
  twirlOver,
  kaleidoscopeOver,
  glitchOver,
  signalLoss,
  channelSlip,
  gateSlip,
  leakOver,
  flareOver,
]
export { paced, speedAt } from './crossing'
