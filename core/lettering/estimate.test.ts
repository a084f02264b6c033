import { shippedFonts } from '../testing/fonts'
import { plainSetting } from '../testing/setting'
import { ALIGNS, estimatedBox, LEVELS, type Setting, Typesetter } from '.'

let typesetter: Typesetter
beforeAll(async () => {
  const { fonts, open } = await shippedFonts('inter', 'oswald', 'roboto-slab', 'heebo', 'm-plus-1p')
  typesetter = new Typesetter(fonts, open)
})

const TEXTS = [
  'Wilhelmina Achterberg-Sundqvist',
  'Tin\nComet, the second part\nof three',
  'שלום לכולם',
  '港の灯り',
  'I',
]
it.each(['inter', 'oswald', 'roboto-slab'])(
  'what a text takes up in %s lies within what is thought, which is not far from it',
  (family) => {
    for (const text of TEXTS)
      for (const align of ALIGNS)
        for (const level of LEVELS)
          for (const more of [{}, { weight: 800, tracking: 120 }, { box: [400, 0] as [number, number] }]) {
            const setting: Setting = { ...plainSetting, family, text, align, level, size: 60, ...more }
            const { box } = typesetter.layout(setting)
            const about = estimatedBox(setting)
            const room = setting.size * 0.35
            const inside =
              box.left >= about.left - room &&
              box.right <= about.right + room &&
              box.top >= about.top - room &&
              box.bottom <= about.bottom + room
            expect({ text, align, level, more, box, about: inside ? box : about }).toEqual({
              text,
              align,
              level,
              more,
              box,
              about: box,
            })
            expect(about.right - about.left).toBeLessThan(
              3 * (box.right - box.left) + setting.size + setting.box[0],
            )
          }
  },
)
