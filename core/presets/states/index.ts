import type { Preset } from '../../formats'
import { BLUR } from './blur'
import { COLOUR } from './colour'
import { CROSS } from './cross'
import { KEY } from './key'
import { LIGHT } from './light'
import { MADE } from './made'
import { TEXTURE } from './texture'
import { WARP } from './warp'

/** Ready-made states that ship with Stilus, by step. Keys count from the head of the shot that they are used on. */
export const PRESETS: readonly Preset[] = [
  ...COLOUR,
  ...LIGHT,
  ...BLUR,
  ...TEXTURE,
  ...WARP,
  ...MADE,
  ...KEY,
  ...CROSS,
]
