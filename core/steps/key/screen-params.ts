import { MATTE, SPILL, TONES } from '../../key'
import type { ListContent } from '../../params'
import { choice, colour, number, px, range, share, toggle } from '../../params/make'
import { isBound } from '../declare'

const screen = { group: 'Screen' }
const tones = { group: 'Tones' }
const edges = { group: 'Alpha' }
const spill = { group: 'Colour' }
const wrap = { group: 'Wrap' }
const wraps = { ...wrap, when: (v: Record<string, unknown>) => Number(v.wrap) > 0 }

/** A stage that is left out does nothing, but for what the others need of it. */
export const leftOut = (group: string) =>
  toggle('Left out', 'This stage does nothing: to see what it is for.', false, { group })

/** How a screen is found and a subject taken off it, stage by stage. */
export const SCREEN = {
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
  skipScreen: leftOut('Screen'),
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
  border: toggle('Drop the set', 'What touches the left, upper or right border goes: stands, walls.', true, {
    ...tones,
    when: (v) => !isBound(v, 'empty'),
  }),
  skipTones: leftOut('Tones'),
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
  skipAlpha: leftOut('Alpha'),
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
  skipColour: leftOut('Colour'),
  wrap: share('Strength', 'How much light of what lies behind falls on the edge.', 0, wrap),
  softness: share('Softness', 'How far it falls off: 0 keeps it to the very edge.', 1, wraps),
  wide: px('Width', 'How far that light reaches in.', 12, [1, 80], { limits: [0.5, 400], ...wraps }),
  colourful: number('Saturation', 'How colourful that light is.', 1, [0, 3], { soft: [0, 2], ...wraps }),
  lit: choice(
    'Light from',
    'What shines round the edge.',
    { behind: 'What lies behind', colour: 'A colour' },
    wraps,
  ),
  glow: colour('Colour of it', 'The colour of that light.', [0.8, 0.9, 1], {
    ...wraps,
    when: (v) => Number(v.wrap) > 0 && v.lit === 'colour',
  }),
  skipWrap: leftOut('Wrap'),
}

/** More colours of the same screen, where one alone does not say how uneven it is. */
export const SAMPLES: ListContent = {
  type: 'list',
  label: 'More of the screen',
  help: 'Colours of the same cloth elsewhere: in shade, in a fold, beside a lamp.',
  one: 'Sample',
  fields: { colour: colour('Colour', 'Pick it on the cloth.', [0.05, 0.45, 0.1]) },
  least: 0,
  most: 8,
  default: [],
  when: (v) => v.screen === 'picked',
}
