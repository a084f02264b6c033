/**
 * A number as it is written, by a format: how many decimals, before that `,` `.` or a space where thousands are to be parted (after `.` decimals follow a comma); `%` a share in hundredths;
 * `time` minutes and seconds, `hours` with hours; `roman`; `date` days since the beginning of 1970 as day, month and year; `pad` and a count of places filled with 0. What is none of these
 * is written as a whole number.
 */
export function figure(value: number, format: string): string {
  if (!Number.isFinite(value)) return ''
  const [, part = '', places] = /^([,. ]?)(\d)$/.exec(format) ?? []
  if (places !== undefined) return parted(value, part, Number(places))
  if (format === '%') return `${Math.round(value * 100)} %`
  if (format === 'time' || format === 'hours') return clock(value, format === 'hours')
  if (format === 'roman') return roman(Math.round(value))
  if (format === 'date') return dated(Math.round(value))
  const pad = /^pad(\d)$/.exec(format)
  const whole = Math.round(value)
  if (pad) return `${whole < 0 ? '-' : ''}${String(Math.abs(whole)).padStart(Number(pad[1]), '0')}`
  return String(whole === 0 ? 0 : whole)
}

/** Formats by what they are for, with the words in which they are offered. */
export const FIGURES: readonly (readonly [format: string, label: string])[] = [
  ['', 'A whole number'],
  ['1', 'One decimal'],
  ['2', 'Two decimals'],
  [',0', 'Thousands parted: 12,500'],
  [',2', 'Money: 12,500.00'],
  ['.2', 'Money: 12.500,00'],
  ['%', 'Per cent of 1'],
  ['time', 'Minutes and seconds'],
  ['hours', 'Hours, minutes, seconds'],
  ['pad3', 'Three places: 007'],
  ['roman', 'Roman'],
  ['date', 'A date, from a number of days'],
]

function parted(value: number, part: string, places: number): string {
  const text = Math.abs(value).toFixed(places)
  const sign = value < 0 && Number(text) !== 0 ? '-' : ''
  const [whole = '', rest] = text.split('.')
  const thousands = part ? whole.replace(/\B(?=(\d{3})+$)/g, part) : whole
  return `${sign}${thousands}${rest === undefined ? '' : `${part === '.' ? ',' : '.'}${rest}`}`
}

function clock(value: number, hours: boolean): string {
  const seconds = Math.floor(Math.abs(value))
  const two = (n: number) => String(n).padStart(2, '0')
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60), seconds % 60]
  const sign = value < 0 && seconds > 0 ? '-' : ''
  return hours ? `${sign}${h}:${two(m % 60)}:${two(s)}` : `${sign}${m}:${two(s)}`
}

const ROMAN: readonly (readonly [number, string])[] = [
  [1000, 'M'],
  [900, 'CM'],
  [500, 'D'],
  [400, 'CD'],
  [100, 'C'],
  [90, 'XC'],
  [50, 'L'],
  [40, 'XL'],
  [10, 'X'],
  [9, 'IX'],
  [5, 'V'],
  [4, 'IV'],
  [1, 'I'],
]

function roman(value: number): string {
  if (value < 1 || value > 3999) return String(value)
  let [rest, out] = [value, '']
  for (const [worth, letters] of ROMAN) for (; rest >= worth; rest -= worth) out += letters
  return out
}

const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June'],
  ...['July', 'August', 'September', 'October', 'November', 'December'],
]

function dated(days: number): string {
  const date = new Date(days * 86_400_000)
  if (Number.isNaN(date.getTime())) return ''
  return `${date.getUTCDate()} ${MONTHS[date.getUTCMonth()] ?? ''} ${date.getUTCFullYear()}`
}
