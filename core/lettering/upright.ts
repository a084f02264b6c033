/**
 * Whether a character stands upright in lines that run down (Vertical_Orientation of UAX #50, values U, Tu and Tr): those of Chinese, Japanese, Korean, Yi and Bopomofo, their stops and
 * brackets, full-width forms and pictographs. All others lie on their side.
 */
export function standsUpright(code: number): boolean {
  if (code < 0x1100) return code === 0xa7 || code === 0xa9 || code === 0xae || code === 0xb1
  return UPRIGHT.some(([from, to]) => code >= from && code <= to)
}

const UPRIGHT: readonly (readonly [number, number])[] = [
  [0x1100, 0x11ff],
  [0x203b, 0x203c],
  [0x2042, 0x2042],
  [0x2047, 0x2049],
  [0x2460, 0x24ff],
  [0x25a0, 0x2619],
  [0x2e80, 0x303e],
  [0x3040, 0xa4cf],
  [0xa960, 0xa97f],
  [0xac00, 0xd7ff],
  [0xe000, 0xfaff],
  [0xfe10, 0xfe1f],
  [0xfe30, 0xfe48],
  [0xfe50, 0xfe57],
  [0xfe59, 0xfe62],
  [0xfe67, 0xfe6f],
  [0xff01, 0xff0c],
  [0xff0e, 0xff1b],
  [0xff1f, 0xff60],
  [0xffe0, 0xffe7],
  [0x1f000, 0x1faff],
  [0x20000, 0x3fffd],
]
