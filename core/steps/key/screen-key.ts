import type { Frame } from '../../frame'
import { addScaledInto, copyOf, filled, type Kernels, printOf, shapeAlpha, showPlane } from '../../kernels'
import {
  applyMarks,
  cutOnce,
  findScreen,
  KEEP,
  lightWrap,
  MATTE,
  matteOf,
  moveEdge,
  type Plate,
  type ScreenChoice,
  shareOf,
  SPILL,
  takeSpill,
  threeTones,
  TONES,
  UNDECIDED,
} from '../../key'
import { choice, colour, number, px, range, share, toggle } from '../../params/make'
import { FIT, fitted } from './fit'
import { MARKS, marksOf } from './marks'
import { declareStep, isBound, type Place } from '../declare'

const screen = { group: 'Screen' }
const tones = { group: 'Tones' }
const edges = { group: 'Alpha' }
const spill = { group: 'Colour' }
const wrap = { group: 'Wrap' }
const wraps = { ...wrap, when: (v: Record<string, unknown>) => Number(v.wrap) > 0 }

export const screenKey = declareStep({
  id: 'screen-key',
  name: 'Screen key',
  aim: 'key',
  family: 'key',
  purpose: 'Takes a subject off a green or blue screen, with its hair and without the colour of the screen.',
  words: ['chroma', 'greenscreen', 'bluescreen', 'green', 'blue', 'matte', 'cut out', 'keyer', 'background'],
  params: {
    screen: choice(
      'Screen',
      'Which colour goes.',
      {
        auto: 'As it is found',
        green: 'Green',
        blue: 'Blue',
        picked: 'As picked',
      },
      screen,
    ),
    picked: colour('Colour', 'The colour of the screen: pick a lit, even part of it.', [0.05, 0.45, 0.1], {
      when: (v) => v.screen === 'picked',
      ...screen,
    }),
    drop: share(
      'Screen from',
      'How much of the screen’s colour a place needs to be surely screen.',
      TONES.drop,
      tones,
    ),
    keep: number(
      'Subject to',
      'How much of the screen’s colour a place may have to be surely subject.',
      TONES.keep,
      [0, 0.5],
      {
        soft: [0, 0.2],
        ...tones,
      },
    ),
    holes: share(
      'Fills holes',
      'Gaps within the subject are filled where no more of the screen shows than this.',
      TONES.holes,
      tones,
    ),
    lone: number(
      'Lone parts',
      'Parts that are smaller than this share of the subject, and away from it, go: markers on the screen.',
      TONES.lone,
      [0, 1],
      { soft: [0, 0.05], digits: 4, step: 0.001, ...tones },
    ),
    border: toggle(
      'Drop the set',
      'What touches the left, upper or right border goes: stands, walls.',
      true,
      {
        ...tones,
        when: (v) => !isBound(v, 'empty'),
      },
    ),
    fullness: number('Hair', 'Below 1 fine hair gets fuller, above it thinner.', MATTE.fullness, [0.3, 3], {
      soft: [0.6, 1.8],
      ...edges,
    }),
    fine: toggle(
      'Restores fine colour',
      'Puts back what video loses of colour at edges (4:2:0); off for footage with whole colour.',
      true,
      edges,
    ),
    edge: px('Edge', 'Out beyond the subject, or in.', 0, [-4, 4], {
      ...edges,
      limits: [-100, 100],
      step: 0.01,
      digits: 2,
    }),
    soft: px('Softness', 'How soft the edge gets besides.', 0, [0, 6], {
      ...edges,
      limits: [0, 100],
      step: 0.05,
      digits: 2,
    }),
    levels: range(
      'Black and white',
      'What of alpha becomes nothing, and what everything.',
      [0, 1],
      [0, 1],
      edges,
    ),
    spill: share(
      'Takes spill',
      'How much of the screen’s light is taken off the subject.',
      SPILL.amount,
      spill,
    ),
    balance: share(
      'Balance',
      'From the limit of the other channels alone (0) to what each material has of its own (1).',
      SPILL.balance,
      spill,
    ),
    back: share(
      'Gives light back',
      'How much of it comes back in the colours of what lies behind.',
      SPILL.back,
      spill,
    ),
    dark: share('In the dark', 'How much of that is taken in dark places.', 1, spill),
    middle: share('In the middle', 'How much of that is taken in the middle tones.', 1, spill),
    light: share('In the light', 'How much of that is taken in bright places.', 1, spill),
    keeps: toggle(
      'Keeps a colour',
      'A colour of the subject’s own is left alone: a green scarf.',
      false,
      spill,
    ),
    kept: colour('Kept colour', 'The colour that is left alone: pick it on the subject.', [0.2, 0.4, 0.15], {
      ...spill,
      when: (v) => v.keeps === true,
    }),
    near: share('Near it', 'How far around it colours are left alone too.', 0.08, {
      ...spill,
      when: (v) => v.keeps === true,
    }),
    wrap: share('Strength', 'How much light of what lies behind falls on the edge.', 0, wrap),
    wide: px('Width', 'How far that light reaches in.', 12, [1, 80], { limits: [0.5, 400], ...wraps }),
    colourful: number('Saturation', 'How colourful that light is.', 1, [0, 3], { soft: [0, 2], ...wraps }),
    ...FIT,
  },
  content: { marks: MARKS },
  stages: [
    { label: 'Screen', view: 'screen', inputs: ['empty'] },
    { label: 'Tones', view: 'tones' },
    { label: 'Alpha', view: 'alpha', inputs: ['amount'] },
    { label: 'Colour', inputs: ['behind'] },
    { label: 'Wrap', view: 'wrap', inputs: ['behind'] },
    { label: 'Fit', inputs: ['behind'] },
  ],
  inputs: {
    empty: {
      label: 'Empty screen',
      help: 'A picture of the screen without the subject, from the same place; without one the picture alone is read.',
      kind: 'frame',
      default: 'none',
    },
    behind: {
      label: 'Behind',
      help: 'What the subject will stand before: for light on its edge.',
      kind: 'frame',
      default: 'below',
      when: (v) => Number(v.wrap) > 0 || Number(v.back) > 0 || Number(v.match) > 0,
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
  neutral: () => false,
  reach: () => Infinity,
  /**
   * The empty screen, from the picture or the one that is given; three tones by how much of its stand-out is left; alpha by projection between the screen and the subject's colour around there; the
   * subject is what is seen less its share of the screen; spill; light of what lies behind.
   */
  render({ kernels: k, input, values: v, view, scale, place, frames, mattes, content }) {
    const by: ScreenChoice = v.screen === 'picked' ? v.picked : (v.screen as 'auto')
    const size = scaleOf(place)
    const marks = marksOf(content.marks, place, scale)
    const nothing = () => filled(k, input.width, input.height, [0, 0, 0, 1])
    const screen = () => findScreen(k, input, by, size, frames.empty, marks)
    const sorted = (plate: Plate) => {
      const found = shareOf(k, input, plate)
      const map = threeTones(k, found, v.border ? plate.rubbish : undefined, { ...v, scale: size })
      applyMarks(k, input, map, found.data, marks)
      k.free(found)
      return map
    }
    if (view === 'screen' || view === 'tones') {
      const plate = screen()
      if (!plate) return nothing()
      if (view === 'screen') return plate.picture
      const map = sorted(plate)
      k.free(plate.picture)
      return shownTones(k, input, map)
    }
    const restores = v.fine && scale > 0.75
    const prints = [input, frames.empty].map((f) => f && printOf(k, f)).join(' ')
    const { drop, keep, holes, lone, border, fullness } = v
    const how = JSON.stringify([by, size, marks, drop, keep, holes, lone, border, fullness, restores])
    const cut = cutOnce(k, input, [prints, how], () => {
      const plate = screen()
      const made = plate && matteOf(k, input, plate, sorted(plate), { restores, fullness })
      return made && { colour: plate.colour, screen: plate.picture, ...made }
    })
    // Without a screen there is nothing to take off.
    if (!cut) return view ? nothing() : copyOf(k, input)
    const { alpha } = cut
    const { behind } = frames
    const options = {
      amount: view === 'alpha' ? 0 : v.spill,
      balance: v.balance,
      back: v.back,
      bands: [v.dark, v.middle, v.light] as const,
      kept: v.keeps ? { rgb: v.kept, near: v.near } : undefined,
    }
    const taken = takeSpill(k, cut.front, alpha, { colour: cut.colour, picture: cut.screen }, options, {
      scale,
      behind,
      shown: view === 'spill',
    })
    moveEdge(k, cut.front, alpha, { out: v.edge * scale, soft: v.soft * scale })
    shapeAlpha(k, cut.front, alpha, input, { levels: v.levels, holds: mattes.amount })
    const front = view === 'alpha' ? cut.front : fitted(k, cut.front, behind, v, scale)
    const wrapping = { amount: v.wrap, width: v.wide, saturation: v.colourful }
    const light = v.wrap > 0 && behind ? lightWrap(k, alpha, behind, wrapping, scale) : undefined
    if (light) addScaledInto(k, front, light, 1)
    const shown = () => {
      if (view === 'alpha') return showPlane(k, alpha)
      if (taken) return opaque(copyOf(k, taken))
      if (view === 'wrap') return light ? opaque(copyOf(k, light)) : nothing()
      return front
    }
    const out = shown()
    for (const made of [cut.screen, alpha, taken, light, front]) if (made && made !== out) k.free(made)
    return out
  },
})

/** Lengths of the screen and its tones are those of a picture 720 high. */
const scaleOf = ({ height }: Place) => height / 720

/** The three tones over the picture, in grey: black goes, white stays, what is undecided is middle grey. */
function shownTones(k: Kernels, { width, height }: Frame, map: Uint8Array): Frame {
  const out = k.frame(width, height)
  for (let i = 0; i < map.length; i++) {
    const light = map[i] === KEEP ? 1 : map[i] === UNDECIDED ? 0.21 : 0
    out.data.fill(light, i * 4, i * 4 + 3)
    out.data[i * 4 + 3] = 1
  }
  return out
}

function opaque(frame: Frame): Frame {
  for (let at = 3; at < frame.data.length; at += 4) frame.data[at] = 1
  return frame
}
