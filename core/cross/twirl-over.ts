import { smoothstep } from '../colour'
import { degrees, point } from '../params/make'
import { twirl } from '../steps/warp/twirl'
import { through } from './through'

export const twirlOver = through({
  id: 'twirl-over',
  name: 'Twirl over the cut',
  purpose: 'The picture is stirred away, and the next one is stirred into its place.',
  words: ['spiral', 'whirl', 'stir', 'spin'],
  params: {
    angle: degrees('Angle', 'How far the middle turns.', 360),
    centre: point('Centre', 'The middle of the whirl.'),
  },
  proxyError: 0.4,
  step: twirl,
  values: (v, s, p) => ({
    angle: v.angle * smoothstep(s) * (p < 0.5 ? 1 : -1),
    centre: v.centre,
    radius: 1,
  }),
})
