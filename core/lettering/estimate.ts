import type { Setting } from './setting'

/** Widths of letters in their size: wide ones of most families; of scripts whose letters fill their square, all of it. */
const WIDE = 0.72
const SQUARE = /[\u1100-\u11ff\u2e80-\u9fff\uac00-\ud7ff\uf900-\ufaff\uff00-\uff60]/
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/

/** About what a text takes up where it cannot be set for want of its fonts, in its own pixels: no less than it takes in most families. */
export function estimatedBox({
  text,
  size,
  tracking,
  leading,
  box: [width, height],
  align,
  level,
}: Setting): { left: number; top: number; right: number; bottom: number } {
  const lines = text.split('\n')
  const lineWidth = (line: string) =>
    [...line].reduce(
      (sum, letter) => sum + (SQUARE.test(letter) ? 1 : WIDE) + Math.max(0, tracking) / 1000,
      0,
    ) * size
  const long = Math.max(size / 2, ...lines.map(lineWidth))
  // In a column it is broken; what is broken is no wider.
  const wide = width > 0 ? width : long
  const count =
    width > 0
      ? lines.reduce((sum, line) => sum + Math.max(1, Math.ceil(lineWidth(line) / width)), 0)
      : lines.length
  const high = Math.max(height, (count - 1) * size * leading + size * 1.3)
  const middle = width > 0 || align === 'centre'
  const turned = align === 'right' || (align !== 'left' && RIGHT_TO_LEFT.test(text))
  const left = middle ? -wide / 2 : turned ? -wide : 0
  const top = height > 0 || level === 'middle' ? -high / 2 : level === 'bottom' ? -high : 0
  return { left, top, right: left + wide, bottom: top + high }
}
