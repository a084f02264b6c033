import type { Setting } from '../lettering'

/** Text as it begins: 40 pixels, from the left, on nothing. */
export const plainSetting: Setting = {
  text: '',
  ranges: [],
  family: 'inter',
  weight: 400,
  italic: false,
  case: 'typed',
  features: {},
  language: '',
  axes: {},
  size: 40,
  tracking: 0,
  align: 'start',
  direction: 'auto',
  leading: 1.25,
  before: 0,
  indent: 0,
  hang: false,
  box: [0, 0],
  level: 'top',
  shrink: false,
  emphasis: { weight: 700 },
}
