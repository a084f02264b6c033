import { CONTENT_EDITS } from './content'
import { DESIGN_EDITS } from './designs'
import { GIVING_EDITS } from './giving'
import { LAYING_EDITS } from './laying'
import { MOTION_EDITS } from './motions'
import { MOVER_EDITS } from './movers'
import { PASSAGE_EDITS } from './passages'
import { PROJECT_EDITS } from './project'
import { RECUT_EDITS } from './recut'
import { REGION_EDITS } from './regions'
import { REUSE_EDITS } from './reuse'
import { ROSTER_EDITS } from './rosters'
import { SCREEN_EDITS } from './screens'
import { SHAPE_EDITS } from './shapes'
import { SHOT_EDITS } from './shots'
import { SPAN_EDITS } from './spans'
import { STEP_EDITS } from './steps'
import { SLOT_EDITS } from './slots'
import { STYLE_EDITS } from './styles'
import { TEXT_EDITS } from './texts'
import { TRANSITION_EDITS } from './transitions'
import { VALUE_EDITS } from './values'
import { WIRE_EDITS } from './wires'

/** Every change that there is. The name goes into the code, the label into the history. */
export const EDITS = {
  ...PROJECT_EDITS,
  ...SHOT_EDITS,
  ...STEP_EDITS,
  ...VALUE_EDITS,
  ...WIRE_EDITS,
  ...REGION_EDITS,
  ...REUSE_EDITS,
  ...MOTION_EDITS,
  ...SCREEN_EDITS,
  ...CONTENT_EDITS,
  ...TRANSITION_EDITS,
  ...LAYING_EDITS,
  ...RECUT_EDITS,
  ...PASSAGE_EDITS,
  ...MOVER_EDITS,
  ...SPAN_EDITS,
  ...DESIGN_EDITS,
  ...GIVING_EDITS,
  ...SLOT_EDITS,
  ...ROSTER_EDITS,
  ...SHAPE_EDITS,
  ...TEXT_EDITS,
  ...STYLE_EDITS,
}
