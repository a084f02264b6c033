/** What is said from one second to another; lines are parted by line breaks. */
export interface Caption {
  start: number
  end: number
  text: string
}

/** A file of captions that cannot be read; its message says where and what to do. */
export class CaptionProblem extends Error {}

const TIME = String.raw`(?:(\d{1,4}):)?(\d{1,2}):(\d{1,2})[.,](\d{1,3})`
const TIMES = new RegExp(String.raw`^\s*${TIME}\s*-->\s*${TIME}`)
const NAMED: Record<string, string> = {
  amp: '&',
  lt: '<',
  gt: '>',
  nbsp: '\u00a0',
  lrm: '\u200e',
  rlm: '\u200f',
}

const secondsOf = (parts: readonly (string | undefined)[]): number => {
  const [h = '0', m = '0', s = '0', f = '0'] = parts
  return Number(h) * 3600 + Number(m) * 60 + Number(s) + Number(f.padEnd(3, '0')) / 1000
}

/** What is said without marks of style, voices and places: tags, and words in braces that begin with a backslash. */
const plainly = (text: string): string =>
  text
    .replace(/<[^<>\n]*>/g, '')
    .replace(/\{\\[^{}\n]*\}/g, '')
    .replace(/&(\w+);/g, (whole, name: string) => NAMED[name] ?? whole)
    .trim()

/**
 * Captions of a SubRip (SRT) or WebVTT file in the order of their times. Numbers, styles, regions, notes, places and marks within words are left out; captions
 * without words too.
 * @throws CaptionProblem with the line that cannot be read
 */
export function readCaptions(file: string): Caption[] {
  const lines = file.replace(/^\ufeff/, '').split(/\r\n|\r|\n/)
  const out: Caption[] = []
  let found = 0
  for (let i = 0; i < lines.length; i++) {
    const line = lines[i] ?? ''
    if (!line.includes('-->')) continue
    const match = TIMES.exec(line)
    if (!match)
      throw new CaptionProblem(
        `Line ${i + 1} is no time of a caption: “${line.trim().slice(0, 60)}”. It is written as 00:01:02,500 --> 00:01:05,000.`,
      )
    found++
    const [start, end] = [secondsOf(match.slice(1, 5)), secondsOf(match.slice(5, 9))]
    if (end <= start)
      throw new CaptionProblem(`The caption at line ${i + 1} ends before it begins. Correct its times.`)
    const said: string[] = []
    while (
      i + 1 < lines.length &&
      (lines[i + 1] ?? '').trim() !== '' &&
      !(lines[i + 1] ?? '').includes('-->')
    )
      said.push(lines[++i] ?? '')
    // The number of the next caption belongs to that, where no empty line stands between them.
    if ((lines[i + 1] ?? '').includes('-->') && said.length) said.pop()
    const text = plainly(said.join('\n'))
    if (text) out.push({ start, end, text })
  }
  if (!found)
    throw new CaptionProblem(
      'There are no captions in this file. It should be SubRip (.srt) or WebVTT (.vtt): times with --> between them, each over its words.',
    )
  return out.sort((a, b) => a.start - b.start)
}

const clock = (seconds: number, mark: ',' | '.'): string => {
  const ms = Math.round(seconds * 1000)
  const two = (n: number) => String(n).padStart(2, '0')
  const whole = Math.floor(ms / 1000)
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  return `${two(h)}:${two(m)}:${two(s)}${mark}${String(ms % 1000).padStart(3, '0')}`
}
/** An empty line would end a caption, an arrow begin another. */
const inside = (text: string) =>
  text
    .replace(/\n\s*\n/g, '\n')
    .replaceAll('-->', '→')
    .trim()

/** Captions as SubRip. */
export const writeSrt = (captions: readonly Caption[]): string =>
  captions
    .map(
      ({ start, end, text }, i) => `${i + 1}\n${clock(start, ',')} --> ${clock(end, ',')}\n${inside(text)}\n`,
    )
    .join('\n')

/** Captions as WebVTT. */
export const writeVtt = (captions: readonly Caption[]): string =>
  [
    'WEBVTT\n',
    ...captions.map(
      ({ start, end, text }) =>
        `${clock(start, '.')} --> ${clock(end, '.')}\n${inside(text)
          .replaceAll('&', '&amp;')
          .replaceAll('<', '&lt;')
          .replaceAll('>', '&gt;')}\n`,
    ),
  ].join('\n')
