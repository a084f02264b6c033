import { graphemesOf } from './graphemes'
import type { Span } from './setting'

/** Text as it is written out, after its case was changed: with the index in the source of each of its units, and one past the end. */
export interface Written {
  text: string
  from: Int32Array
}

/** The text of a paragraph [start, end) in the case that its spans ask for. Letters that become two, as in German capitals, lie at one index of the source. */
export function writtenOut(text: string, start: number, end: number, spans: readonly Span[]): Written {
  const changes = spans.some((s) => s.end > start && s.start < end && s.case !== 'typed')
  const source = text.slice(start, end)
  if (!changes)
    return { text: source, from: Int32Array.from({ length: source.length + 1 }, (_, i) => start + i) }
  let out = ''
  const from: number[] = []
  const starts = graphemesOf(source)
  starts.slice(0, -1).forEach((at, i) => {
    const index = start + at
    const letter = source.slice(at, starts[i + 1])
    const span = spans.find((s) => index >= s.start && index < s.end)
    const language = span?.language || undefined
    const inWord = /[\p{L}\p{M}\p{N}’']$/u.test(source.slice(Math.max(0, at - 2), at))
    const how = span?.case === 'title' ? (inWord ? 'typed' : 'upper') : span?.case
    const put =
      how === 'upper'
        ? letter.toLocaleUpperCase(language)
        : how === 'lower'
          ? letter.toLocaleLowerCase(language)
          : letter
    for (let u = 0; u < put.length; u++) from.push(index + Math.min(u, letter.length - 1))
    out += put
  })
  return { text: out, from: Int32Array.from([...from, end]) }
}
