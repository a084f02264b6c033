import { choice, degrees, number, point, px, range, share } from '../../params/make'

const place = { group: 'Place' }
const shaded = { ...place, when: (v: Record<string, unknown>) => v.shadow !== 'none' }
const made = { ...place, when: (v: Record<string, unknown>) => v.shadow === 'made' }

/** Where a subject stands, and its shadow. */
export const PLACE = {
  across: range(
    'Crop across',
    'What of its picture counts, from the left edge to the right.',
    [0, 1],
    [0, 1],
    place,
  ),
  down: range(
    'Crop down',
    'What of its picture counts, from the upper edge to the lower.',
    [0, 1],
    [0, 1],
    place,
  ),
  feather: px('Feather', 'How softly the crop fades out, inwards.', 0, [0, 200], {
    ...place,
    when: (v) => [v.across, v.down].some((r) => String(r) !== '0,1'),
  }),
  place: point('Place', 'Where the middle of its picture comes to lie.', [0.5, 0.5], place),
  size: number('Size', 'How large the subject stands; 1 is as it came.', 1, [0.01, 20], {
    ...place,
    soft: [0.2, 3],
    step: 0.005,
    digits: 3,
    unit: '×',
  }),
  turn: degrees('Turn', 'Turns it about the middle of its picture, clockwise.', 0, { ...place, step: 0.1 }),
  shadow: choice(
    'Shadow',
    'What it throws onto what lies behind.',
    { none: 'None', kept: 'That on the screen', made: 'Laid on the ground' },
    place,
  ),
  depth: share('Dark', 'How dark the shadow is.', 0.6, shaded),
  soften: px('Soft', 'How soft the shadow is.', 10, [0, 80], { ...shaded, limits: [0, 400] }),
  ground: number('Ground', 'How far down the picture the subject meets the ground.', 1, [0, 1.5], {
    ...made,
    step: 0.005,
    digits: 3,
  }),
  long: number(
    'Long',
    'How long it is, as times of the subject; below 0 it falls towards the eye.',
    0.4,
    [-3, 3],
    {
      ...made,
      soft: [-1.5, 1.5],
      unit: '×',
    },
  ),
  lean: number('Leans', 'How far it leans aside: to the right, or below 0 to the left.', 0.6, [-5, 5], {
    ...made,
    soft: [-2, 2],
  }),
}
