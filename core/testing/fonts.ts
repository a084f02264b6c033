import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Fonts, openTypeface, type Typeface, type Typefaces } from '../lettering'

const folder = join(__dirname, '../../app/public/fonts')
/** A font file that ships. */
export const fontFile = (file: string): Uint8Array => new Uint8Array(readFileSync(join(folder, file)))

const kept = new Map<string, Promise<Typeface>>()
export const openShipped = (file: string) => {
  let font = kept.get(file)
  if (!font) kept.set(file, (font = openTypeface(file, fontFile(file))))
  return font
}

/** The fonts that ship, those of some families open. */
export async function shippedFonts(...families: string[]): Promise<{ fonts: Fonts; open: Typefaces }> {
  const fonts = new Fonts()
  const wanted = families.flatMap((id) => fonts.find(id)?.faces.flatMap((f) => f.files) ?? [])
  const open = new Map<string, Typeface>()
  for (const { id } of wanted) open.set(id, await openShipped(id))
  return { fonts, open: (id) => open.get(id) }
}
