import { type Shot } from '../shot'
import { benchTablet } from './bench-tablet'
import { cartComes } from './cart-comes'
import { cometHangs } from './comet-hangs'
import { foxCrosses } from './fox-crosses'
import { foxTalks } from './fox-talks'
import { hammerStrikes } from './hammer-strikes'
import { harbourWide } from './harbour-wide'
import { lanternClose } from './lantern-close'
import { rooftopPlate } from './rooftop-plate'
import { stairs } from './stairs'
import { starChart } from './star-chart'
import { stargazerOnGreen } from './stargazer-on-green'
import { stargazerTalks } from './stargazer-talks'
import { towerTilt } from './tower-tilt'
import { twoFlags } from './two-flags'

/** The shots of "The Tin Comet", in the order of the film. */
export const SHOTS: Shot[] = [
  harbourWide,
  towerTilt,
  stargazerTalks,
  foxTalks,
  lanternClose,
  benchTablet,
  starChart,
  hammerStrikes,
  cometHangs,
  twoFlags,
  cartComes,
  foxCrosses,
  stairs,
  stargazerOnGreen,
  rooftopPlate,
]
