import type { Frame, Plane } from '../../frame'
import {
  addScaledInto,
  copyOf,
  filled,
  joinInto,
  type Kernels,
  overInto,
  shapeAlpha,
  showPlane,
  weigh,
} from '../../kernels'
import {
  castShadow,
  cropMatte,
  lightWrap,
  moveEdge,
  placed,
  shadowOnScreen,
  softShadow,
  type SpillOptions,
  takeSpill,
} from '../../key'
import { declareStep } from '../declare'
import { cutSubject, type ScreenValues, shownScreen } from './cut-subject'
import { FIT, fitted, grainFitted } from './fit'
import { MARKS } from './marks'
import { PLACE } from './place'
import { leftOut, SAMPLES, SCREEN } from './screen-params'

export const screenKey = declareStep({
  id: 'screen-key',
  name: 'Screen key',
  aim: 'key',
  family: 'key',
  purpose: 'Takes a subject off a green or blue screen, with its hair and without the colour of the screen.',
  words: ['chroma', 'greenscreen', 'bluescreen', 'green', 'blue', 'matte', 'cut out', 'keyer', 'background'],
  params: {
    ...SCREEN,
    ...FIT,
    skipFit: leftOut('Fit'),
    ...PLACE,
    skipPlace: leftOut('Place'),
  },
  content: { samples: SAMPLES, marks: MARKS },
  stages: [
    { label: 'Screen', view: 'screen', inputs: ['empty'], off: 'skipScreen' },
    { label: 'Tones', view: 'tones', inputs: ['core'], off: 'skipTones' },
    { label: 'Alpha', view: 'alpha', inputs: ['amount'], off: 'skipAlpha' },
    { label: 'Colour', inputs: ['behind', 'own'], off: 'skipColour' },
    { label: 'Fit', inputs: ['behind'], off: 'skipFit' },
    { label: 'Place', off: 'skipPlace' },
    { label: 'Wrap', view: 'wrap', inputs: ['behind'], off: 'skipWrap' },
  ],
  inputs: {
    empty: {
      label: 'Empty screen',
      help: 'A picture of the screen without the subject, from the same place; without one the picture alone is read.',
      kind: 'frame',
      default: 'none',
    },
    core: {
      label: 'Surely subject',
      help: 'Within it everything stays: a region over a green badge, another key of the core.',
      kind: 'matte',
      default: 'none',
    },
    own: {
      label: 'Own colours',
      help: 'Within it the subject’s colours are left as they are: a region round a green scarf.',
      kind: 'matte',
      default: 'none',
      when: (v) => Number(v.spill) > 0,
    },
    behind: {
      label: 'Behind',
      help: 'What the subject will stand before: for light on its edge, and to match it.',
      kind: 'frame',
      default: 'below',
      when: (v) =>
        (Number(v.wrap) > 0 && v.lit !== 'colour' && !v.skipWrap) ||
        (Number(v.back) > 0 && !v.skipColour) ||
        ((Number(v.match) > 0 || Number(v.grain) > 0) && !v.skipFit),
    },
    amount: {
      label: 'Holds',
      help: 'Only within it anything of the subject is kept: its region, or another matte.',
      kind: 'matte',
      default: 'region',
    },
  },
  outputs: [
    { id: 'alpha', label: 'Alpha', kind: 'matte' },
    { id: 'tones', label: 'Three tones' },
    { id: 'screen', label: 'Empty screen' },
    { id: 'wrap', label: 'Light wrap alone' },
    { id: 'spill', label: 'What was taken as spill' },
  ],
  keepsAlpha: false,
  proxyError: 1,
  moves: (v) => Number(v.grain) > 0 && !v.skipFit,
  neutral: () => false,
  reach: () => Infinity,
  /**
   * The empty screen, from the picture or the one that is given; three tones by how much of its stand-out is left; alpha by projection between the screen and the subject's colour around there; the
   * subject is what is seen less its share of the screen; spill; brought to what lies behind; put where it is to stand, its shadow below it; light of what lies behind.
   */
  render(context) {
    const { kernels: k, input, values: v, view, scale, place, frames, mattes, content, time } = context
    const nothing = () => filled(k, input.width, input.height, [0, 0, 0, 1])
    const opened = { k, input, v, scale, place, empty: frames.empty, core: mattes.core, content }
    if (view === 'screen' || view === 'tones') return shownScreen(opened, view) ?? nothing()
    const cut = cutSubject(opened)
    // Without a screen there is nothing to take off.
    if (!cut) return view ? nothing() : copyOf(k, input)
    const { alpha } = cut
    const { behind } = frames
    const plate = { colour: cut.colour, picture: cut.screen }
    const taken = takeSpill(k, cut.front, alpha, plate, spillOf(v, view === 'alpha'), {
      scale,
      behind,
      own: mattes.own,
      shown: view === 'spill',
    })
    let front = cut.front
    const casts = !view && !v.skipPlace
    // Before the subject is held or cropped: what is cut off it would count as bare screen.
    const onScreen = casts && v.shadow === 'kept' ? shadowOnScreen(k, input, cut) : undefined
    if (!v.skipAlpha) moveEdge(k, front, alpha, { out: v.edge * scale, soft: v.soft * scale })
    const crop = v.skipPlace ? undefined : cropMatte(k, input, { ...v, feather: v.feather * scale })
    if (crop && mattes.amount) joinInto(k, crop, mattes.amount, 'multiply')
    const levels = v.skipAlpha ? WHOLE : v.levels
    const holds = crop ?? mattes.amount
    shapeAlpha(k, front, alpha, input, { levels, holds })
    if (onScreen && holds) joinInto(k, onScreen, holds, 'multiply')
    if (crop) k.free(crop)
    if (view !== 'alpha' && !v.skipFit) {
      front = fitted(k, front, behind, v, scale)
      front = grainFitted(k, front, behind, v.grain, { scale, place, time })
    }
    const shadow = onScreen ?? (casts && v.shadow === 'made' ? castShadow(k, front, v) : undefined)
    const dark = shadow && softShadow(k, shadow, { dark: v.depth, soft: v.soften * scale })
    const standing = v.skipPlace ? undefined : placed(k, front, v)
    const shade = dark && standing ? placed(k, dark, v) : dark
    if (standing) {
      k.free(front, alpha)
      front = standing
    }
    const cover = standing ? weigh(k, standing, [0, 0, 0, 1]) : alpha
    const light = v.skipWrap ? undefined : wrapOf(k, cover, behind, v, scale)
    if (light) addScaledInto(k, front, light, 1)
    if (shade) overInto(k, front, shade)
    const shown = () => {
      if (view === 'alpha') return showPlane(k, cover)
      if (taken) return opaque(copyOf(k, taken))
      if (view === 'wrap') return light ? opaque(copyOf(k, light)) : nothing()
      return shade ?? front
    }
    const out = shown()
    const all = [cut.screen, cover, taken, light, front, shade, dark === shade ? undefined : dark]
    for (const made of all) if (made && made !== out) k.free(made)
    return out
  },
})

function opaque(frame: Frame): Frame {
  for (let at = 3; at < frame.data.length; at += 4) frame.data[at] = 1
  return frame
}

const WHOLE = [0, 1] as const

/** What of spill is taken, by the controls of a key; nothing where alpha alone is asked for. */
const spillOf = (v: ScreenValues, none: boolean): SpillOptions => ({
  amount: none || v.skipColour ? 0 : v.spill,
  balance: v.balance,
  back: v.back,
  bands: [v.dark, v.middle, v.light],
  kept: v.keeps ? { rgb: v.kept, near: v.near } : undefined,
})

/** The light round the edge of a subject; undefined where there is none. */
function wrapOf(
  k: Kernels,
  cover: Plane,
  behind: Frame | undefined,
  v: ScreenValues,
  scale: number,
): Frame | undefined {
  if (!(v.wrap > 0)) return undefined
  const options = { amount: v.wrap, width: v.wide, softness: v.softness, saturation: v.colourful }
  if (v.lit === 'behind') return behind && lightWrap(k, cover, behind, options, scale)
  const lamp = filled(k, cover.width, cover.height, [...v.glow, 1])
  const light = lightWrap(k, cover, lamp, options, scale)
  k.free(lamp)
  return light
}
