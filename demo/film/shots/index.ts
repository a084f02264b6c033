import { type Shot } from '../shot'
import { benchTablet } from './bench-tablet'
import { cartComes } from './cart-comes'
import { cometHangs } from './comet-hangs'
import { foxCrosses } from './fox-crosses'
import { foxTalks } from './fox-talks'
import { hammerStrikes } from './hammer-strikes'
import { lanternClose } from './lantern-close'
import { stairs } from './stairs'
import { stargazerOnGreen } from './stargazer-on-green'
import { stargazerTalks } from './stargazer-talks'
import { twoFlags } from './two-flags'

export const SHOTS: Shot[] = [stargazerTalks, foxTalks, stargazerOnGreen, lanternClose, twoFlags, cartComes, benchTablet, foxCrosses, stairs, hammerStrikes, cometHangs]
