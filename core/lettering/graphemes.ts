const PIECE = 480
const simple = /^[\t\n\x20-\x7e\u00a0-\u02ff]*$/
let segmenter: Intl.Segmenter | undefined
let words: Intl.Segmenter | undefined

/** Cuts that no segment reaches across: after spaces and line ends. The segmenter takes more than twice as long for twice the text. */
function pieces(text: string): [number, number][] {
  const out: [number, number][] = []
  for (let start = 0; start < text.length;) {
    let end = Math.min(text.length, start + PIECE)
    while (end < text.length && !/\s/.test(text[end - 1] as string)) end++
    out.push([start, end])
    start = end
  }
  return out
}

/** Where letters as people count them begin, in UTF-16 units, with the end of the text last. */
export function graphemesOf(text: string): number[] {
  if (simple.test(text)) return Array.from({ length: text.length + 1 }, (_, i) => i)
  segmenter ??= new Intl.Segmenter('en', { granularity: 'grapheme' })
  const out: number[] = []
  for (const [start, end] of pieces(text))
    for (const { index } of segmenter.segment(text.slice(start, end))) out.push(start + index)
  out.push(text.length)
  return out
}

/** The words of a text as [start, end), without what lies between them. */
export function wordsOf(text: string): [number, number][] {
  words ??= new Intl.Segmenter('en', { granularity: 'word' })
  const out: [number, number][] = []
  for (const [start, end] of pieces(text))
    for (const { index, segment, isWordLike } of words.segment(text.slice(start, end)))
      if (isWordLike) out.push([start + index, start + index + segment.length])
  return out
}
