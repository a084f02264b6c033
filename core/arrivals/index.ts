export { ANCHORS, moverDefaults, moverParams, ORDERS } from './common'
export {
  type Cut,
  type MoverDeclaration,
  type Pose,
  type Unit,
  type UnitBox,
  type UnitKind,
  UNITS,
  type Way,
  WAYS,
} from './declare'
export { easeAt, EASES, fallAt, springAt } from './ease'
export { findMover, PASSES, STAYS } from './movers'
export { eachMote, type Motes, motesAt } from './motes'
export { ranksOf } from './order'
export { unionBox } from './parts'
export { type Eye } from './pose'
export { AT_REST, type Exposed, isAtRest, type Look, standing, together } from './stand'
export { beginOf, isMoving, type Moving, shareOf, spanOf } from './timing'
