import { clarity } from './blur/clarity'
import { directionalBlur } from './blur/directional'
import { focusPull } from './blur/focus-pull'
import { gaussianBlur } from './blur/gaussian'
import { lensBlur } from './blur/lens'
import { radialBlur } from './blur/radial'
import { sharpen } from './blur/sharpen'
import { smooth } from './blur/smooth'
import { tiltBand } from './blur/tilt'
import { cdl } from './colour/cdl'
import { curves } from './colour/curves'
import { grade } from './colour/grade'
import { hueCurves } from './colour/hue-curves'
import { invert } from './colour/invert'
import { levels } from './colour/levels'
import { match } from './colour/match'
import { channelMixer } from './colour/mixer'
import { monochrome } from './colour/monochrome'
import { neutralise } from './colour/neutralise'
import { posterise } from './colour/posterise'
import { secondary } from './colour/secondary'
import { silver } from './colour/silver'
import { splitTone } from './colour/split-tone'
import { colourTable } from './colour/table'
import type { StepDeclaration } from './declare'
import { CROSSINGS } from '../cross'
import { join } from './join/join'
import { differenceKey } from './key/difference-key'
import { holdBack } from './key/hold-back'
import { luminanceKey } from './key/luminance-key'
import { screenKey } from './key/screen-key'
import { beams } from './generate/beams'
import { checker } from './generate/checker'
import { clouds } from './generate/clouds'
import { gradient } from './generate/gradient'
import { letterbox } from './generate/letterbox'
import { noise } from './generate/noise'
import { outline } from './generate/outline'
import { particles } from './generate/particles'
import { dropShadow } from './generate/shadow'
import { solid } from './generate/solid'
import { diffusion } from './light/diffusion'
import { edgeGlow } from './light/edge-glow'
import { flare } from './light/flare'
import { glow } from './light/glow'
import { halation } from './light/halation'
import { lightLeak } from './light/leak'
import { rays } from './light/rays'
import { star } from './light/star'
import { vignette } from './light/vignette'
import { dust } from './texture/dust'
import { edges } from './texture/edges'
import { emboss } from './texture/emboss'
import { flicker } from './texture/flicker'
import { fringe } from './texture/fringe'
import { gate } from './texture/gate'
import { glitch } from './texture/glitch'
import { grain } from './texture/grain'
import { halftone } from './texture/halftone'
import { mosaic } from './texture/mosaic'
import { paint } from './texture/paint'
import { paper } from './texture/paper'
import { scanLines } from './texture/scan-lines'
import { echo } from './time/echo'
import { freeze } from './time/freeze'
import { retime } from './time/retime'
import { stutter } from './time/stutter'
import { bulge } from './warp/bulge'
import { cornerPin } from './warp/corner-pin'
import { kaleidoscope } from './warp/kaleidoscope'
import { lensDistortion } from './warp/lens'
import { meshWarp } from './warp/mesh'
import { mirror } from './warp/mirror'
import { reframe } from './warp/reframe'
import { ripple } from './warp/ripple'
import { shake } from './warp/shake'
import { turbulence } from './warp/turbulence'
import { twirl } from './warp/twirl'

export { type Aim, AIMS } from './declare'
export {
  type ColourTable,
  type Family,
  inputKey,
  movesWith,
  isBound,
  type OldStep,
  type Place,
  type RenderContext,
  type StepDeclaration,
  type StepInput,
  type StepOutput,
  type Tables,
} from './declare'

/** Every step there is, in catalogue order. */
export const STEPS: readonly StepDeclaration[] = [
  ...[grade, curves, levels, hueCurves, secondary, cdl, neutralise, match],
  ...[colourTable, splitTone, silver, monochrome, channelMixer, posterise, invert],
  ...[glow, halation, diffusion, rays, star, flare, lightLeak, edgeGlow, vignette],
  ...[gaussianBlur, lensBlur, directionalBlur, radialBlur, tiltBand, focusPull, smooth, sharpen, clarity],
  ...[grain, flicker, gate, dust, scanLines, halftone, mosaic, paint, emboss, edges, fringe, glitch, paper],
  ...[
    reframe,
    cornerPin,
    lensDistortion,
    ripple,
    twirl,
    bulge,
    turbulence,
    mirror,
    kaleidoscope,
    shake,
    meshWarp,
  ],
  ...[solid, gradient, checker, noise, clouds, beams, particles, letterbox, dropShadow, outline],
  ...[echo, freeze, stutter, retime],
  ...[screenKey, differenceKey, luminanceKey, holdBack],
  join,
]

export { CROSSINGS }

const byId = new Map([...STEPS, ...CROSSINGS].map((step) => [step.id, step]))

/** The declaration of a step, or undefined for one that this version does not have. */
export const findStep = (id: string): StepDeclaration | undefined => byId.get(id)
export { screenChoice } from './key/cut-subject'
