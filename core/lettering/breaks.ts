// The package brings no types; every floor that reads this file needs them.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./linebreak.d.ts" />
import LineBreaker from 'linebreak'
import { wordsOf } from './graphemes'
import { scriptOf, unspaced } from './script'

/** A place where a line may end, before this index; `must` where it has to. */
export interface Break {
  at: number
  must: boolean
}

/** Where a paragraph may be broken, after UAX #14, the end of the text last; in scripts without spaces between the words of a dictionary. */
export function breaksOf(text: string): Break[] {
  const breaker = new LineBreaker(text)
  const out: Break[] = []
  for (let found = breaker.nextBreak(); found; found = breaker.nextBreak())
    out.push({ at: found.position, must: found.required === true && found.position < text.length })
  if (!/[\u0e00-\u0eff\u1000-\u109f\u1780-\u17ff]/.test(text)) return out
  const inside = wordsOf(text)
    .map(([start]) => start)
    .filter((at) => at > 0 && unspaced(scriptOf(text.codePointAt(at) ?? 0)) && unspaced(before(text, at)))
  const all = new Map([
    ...inside.map((at) => [at, { at, must: false }] as const),
    ...out.map((b) => [b.at, b] as const),
  ])
  return [...all.values()].sort((a, b) => a.at - b.at)
}

const before = (text: string, at: number) => scriptOf(text.charCodeAt(at - 1))
