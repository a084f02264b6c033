import type { Fonts } from './families'
import { FontChooser, type Typefaces } from './itemise'
import type { Layout } from './laid'
import { setParagraph } from './paragraph'
import { Placing } from './placing'
import { type Setting, spansOf } from './setting'

/** Sets text. @param open the fonts that are open; what is not there is looked for in the next font */
export function layOut(setting: Setting, fonts: Fonts, open: Typefaces): Layout {
  const full = layAt(setting, fonts, open, 1)
  if (!setting.shrink || !full.overflows) return full
  let [low, high] = [0.02, 1]
  for (let i = 0; i < 12; i++) {
    const middle = Math.sqrt(low * high)
    if (layAt(setting, fonts, open, middle).overflows) high = middle
    else low = middle
  }
  return layAt(setting, fonts, open, low)
}

function layAt(setting: Setting, fonts: Fonts, open: Typefaces, shrunk: number): Layout {
  // Lines that run down have the height of their box for their width.
  const [width, height] = setting.box
  const box: Setting['box'] = setting.down ? [height, width] : [width, height]
  const sized: Setting = { ...setting, box, size: setting.size * shrunk }
  const chooser = new FontChooser(fonts, open, setting.axes)
  const spans = spansOf(sized)
  const placed = new Placing(sized, shrunk)
  let start = 0
  for (const paragraph of setting.text.split('\n')) {
    const end = start + paragraph.length
    placed.paragraph(setParagraph(sized, spans, chooser, start, end, placed.widths))
    start = end + 1
  }
  return placed.done(chooser.fallbacks)
}
