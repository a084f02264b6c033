/** Scripts by the name of their Unicode property and their tag in ISO 15924. */
const SCRIPTS: readonly (readonly [string, string])[] = [
  ['Latin', 'Latn'],
  ['Greek', 'Grek'],
  ['Cyrillic', 'Cyrl'],
  ['Arabic', 'Arab'],
  ['Hebrew', 'Hebr'],
  ['Devanagari', 'Deva'],
  ['Han', 'Hani'],
  ['Hiragana', 'Hira'],
  ['Katakana', 'Kana'],
  ['Hangul', 'Hang'],
  ['Thai', 'Thai'],
  ['Lao', 'Laoo'],
  ['Khmer', 'Khmr'],
  ['Myanmar', 'Mymr'],
  ['Tibetan', 'Tibt'],
  ['Bengali', 'Beng'],
  ['Gurmukhi', 'Guru'],
  ['Gujarati', 'Gujr'],
  ['Oriya', 'Orya'],
  ['Tamil', 'Taml'],
  ['Telugu', 'Telu'],
  ['Kannada', 'Knda'],
  ['Malayalam', 'Mlym'],
  ['Sinhala', 'Sinh'],
  ['Armenian', 'Armn'],
  ['Georgian', 'Geor'],
  ['Ethiopic', 'Ethi'],
  ['Mongolian', 'Mong'],
  ['Syriac', 'Syrc'],
  ['Thaana', 'Thaa'],
  ['Nko', 'Nkoo'],
  ['Bopomofo', 'Bopo'],
]
const TESTS = SCRIPTS.map(([name, tag]) => [new RegExp(`\\p{Script=${name}}`, 'u'), tag] as const)
const SHARED = /[\p{Script=Common}\p{Script=Inherited}]/u
const known = new Map<number, string>()

/** The script of a code point as its ISO 15924 tag; 'Zyyy' for what several scripts share. */
export function scriptOf(code: number): string {
  if (code < 128) return (code | 32) >= 97 && (code | 32) <= 122 ? 'Latn' : 'Zyyy'
  let script = known.get(code)
  if (script) return script
  const character = String.fromCodePoint(code)
  if (SHARED.test(character)) script = 'Zyyy'
  else script = TESTS.find(([test]) => test.test(character))?.[1] ?? 'Zzzz'
  known.set(code, script)
  return script
}

/** Whether words of the script are written without spaces, so that only a dictionary knows where a line may end. */
export const unspaced = (script: string): boolean => ['Thai', 'Laoo', 'Khmr', 'Mymr'].includes(script)
