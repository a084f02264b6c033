import type { MoverDeclaration } from '../declare'
import { fade } from './fade'
import { rise } from './rise'
import { drop } from './drop'
import { slide } from './slide'
import { grow } from './grow'
import { shrink } from './shrink'
import { stamp } from './stamp'
import { stretch } from './stretch'
import { elastic } from './elastic'
import { bounce } from './bounce'
import { gravity } from './gravity'
import { flutter } from './flutter'
import { spin } from './spin'
import { flip } from './flip'
import { swing } from './swing'
import { tilt } from './tilt'
import { hang } from './hang'
import { fan } from './fan'
import { roll } from './roll'
import { leanIn } from './lean-in'
import { circleIn } from './circle-in'
import { zoom } from './zoom'
import { spread } from './spread'
import { gather } from './gather'
import { scatter } from './scatter'
import { swarm } from './swarm'
import { magnet } from './magnet'
import { interleave } from './interleave'
import { ribbon } from './ribbon'
import { accordion } from './accordion'
import { unfold } from './unfold'
import { reveal } from './reveal'
import { wipe } from './wipe'
import { iris } from './iris'
import { blinds } from './blinds'
import { split } from './split'
import { brush } from './brush'
import { shatter } from './shatter'
import { dissolve } from './dissolve'
import { glitch } from './glitch'
import { blurIn } from './blur-in'
import { focus } from './focus'
import { swell } from './swell'
import { write } from './write'
import { type } from './type'
import { scramble } from './scramble'
import { flipBoard } from './flip-board'
import { countUp } from './count-up'
import { neon } from './neon'
import { sweep } from './sweep'
import { sparkle } from './sparkle'
import { smoke } from './smoke'
import { dust } from './dust'
import { breathe } from './breathe'
import { wave } from './wave'
import { sway } from './sway'
import { orbit } from './orbit'
import { drift } from './drift'
import { hover } from './hover'
import { pulse } from './pulse'
import { shake } from './shake'
import { boil } from './boil'
import { flicker } from './flicker'
import { blink } from './blink'
import { glint } from './glint'

/** Arrivals and departures, in the order in which they are offered. */
export const PASSES = [
  fade,
  rise,
  drop,
  slide,
  grow,
  shrink,
  stamp,
  stretch,
  elastic,
  bounce,
  gravity,
  flutter,
  spin,
  flip,
  swing,
  tilt,
  hang,
  fan,
  roll,
  leanIn,
  circleIn,
  zoom,
  spread,
  gather,
  scatter,
  swarm,
  magnet,
  interleave,
  ribbon,
  accordion,
  unfold,
  reveal,
  wipe,
  iris,
  blinds,
  split,
  brush,
  shatter,
  dissolve,
  glitch,
  blurIn,
  focus,
  swell,
  write,
  type,
  scramble,
  flipBoard,
  countUp,
  neon,
  sweep,
  sparkle,
  smoke,
  dust,
] as const

/** How something moves while it is there. */
export const STAYS = [
  breathe,
  wave,
  sway,
  orbit,
  drift,
  hover,
  pulse,
  shake,
  boil,
  flicker,
  blink,
  glint,
] as const

const BY_ID: ReadonlyMap<string, MoverDeclaration> = new Map(
  [...PASSES, ...STAYS].map((mover) => [mover.id, mover]),
)

/** A mover by its id; undefined for none of this version. */
export const findMover = (id: string): MoverDeclaration | undefined => BY_ID.get(id)
