import { MOTION_EDITS } from './motions'
import { PROJECT_EDITS } from './project'
import { REGION_EDITS } from './regions'
import { REUSE_EDITS } from './reuse'
import { SHOT_EDITS } from './shots'
import { STEP_EDITS } from './steps'
import { VALUE_EDITS } from './values'

/** Every change that there is. The name goes into the code, the label into the history. */
export const EDITS = {
  ...PROJECT_EDITS,
  ...SHOT_EDITS,
  ...STEP_EDITS,
  ...VALUE_EDITS,
  ...REGION_EDITS,
  ...REUSE_EDITS,
  ...MOTION_EDITS,
}
