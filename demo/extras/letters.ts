/** Letters as strokes on a grid 4 wide and 6 high (y down): each stroke is a line of points. Our own, for cards and logo. */
const STROKES: Record<string, [number, number][][]> = {
  A: [
    [
      [0, 6],
      [2, 0],
      [4, 6],
    ],
    [
      [0.9, 4],
      [3.1, 4],
    ],
  ],
  B: [
    [
      [0, 0],
      [0, 6],
      [2.6, 6],
      [4, 5.2],
      [4, 4],
      [2.6, 3],
      [0, 3],
    ],
    [
      [0, 0],
      [2.4, 0],
      [3.6, 0.7],
      [3.6, 2.2],
      [2.4, 3],
    ],
  ],
  C: [
    [
      [4, 1],
      [3, 0],
      [1, 0],
      [0, 1],
      [0, 5],
      [1, 6],
      [3, 6],
      [4, 5],
    ],
  ],
  E: [
    [
      [4, 0],
      [0, 0],
      [0, 6],
      [4, 6],
    ],
    [
      [0, 3],
      [3, 3],
    ],
  ],
  H: [
    [
      [0, 0],
      [0, 6],
    ],
    [
      [4, 0],
      [4, 6],
    ],
    [
      [0, 3],
      [4, 3],
    ],
  ],
  I: [
    [
      [0.5, 0],
      [0.5, 6],
    ],
  ],
  M: [
    [
      [0, 6],
      [0, 0],
      [2, 3.4],
      [4, 0],
      [4, 6],
    ],
  ],
  N: [
    [
      [0, 6],
      [0, 0],
      [4, 6],
      [4, 0],
    ],
  ],
  O: [
    [
      [1, 0],
      [3, 0],
      [4, 1],
      [4, 5],
      [3, 6],
      [1, 6],
      [0, 5],
      [0, 1],
      [1, 0],
    ],
  ],
  P: [
    [
      [0, 6],
      [0, 0],
      [3, 0],
      [4, 0.9],
      [4, 2.4],
      [3, 3.3],
      [0, 3.3],
    ],
  ],
  R: [
    [
      [0, 6],
      [0, 0],
      [3, 0],
      [4, 0.9],
      [4, 2.4],
      [3, 3.3],
      [0, 3.3],
    ],
    [
      [1.8, 3.3],
      [4, 6],
    ],
  ],
  S: [
    [
      [4, 1],
      [3, 0],
      [1, 0],
      [0, 1],
      [0, 2.2],
      [1, 3],
      [3, 3],
      [4, 3.8],
      [4, 5],
      [3, 6],
      [1, 6],
      [0, 5],
    ],
  ],
  T: [
    [
      [0, 0],
      [4, 0],
    ],
    [
      [2, 0],
      [2, 6],
    ],
  ],
  U: [
    [
      [0, 0],
      [0, 5],
      [1, 6],
      [3, 6],
      [4, 5],
      [4, 0],
    ],
  ],
}

/** Outlines (x, y, x, y …) of a line of text: `height` of its capitals, from (left, top), strokes `weight` of the grid wide. */
export function lettered(text: string, left: number, top: number, height: number, weight = 0.95): number[][] {
  const k = height / 6
  const out: number[][] = []
  let x = left
  for (const letter of text) {
    const strokes = STROKES[letter]
    if (!strokes) {
      x += 3 * k
      continue
    }
    for (const line of strokes)
      for (let i = 1; i < line.length; i++)
        out.push(
          bar(line[i - 1] as [number, number], line[i] as [number, number], weight).map(
            (v, j) => (j % 2 ? top : x) + v * k,
          ),
        )
    x += (letter === 'I' ? 2.5 : 5.5) * k
  }
  return out
}

export const widthOf = (text: string, height: number): number =>
  [...text].reduce((sum, letter) => sum + (STROKES[letter] ? (letter === 'I' ? 2.5 : 5.5) : 3), -1.5) *
  (height / 6)

/** A bar with pointed ends, a little longer than its line, always wound the same way. */
function bar([x0, y0]: [number, number], [x1, y1]: [number, number], weight: number): number[] {
  const length = Math.hypot(x1 - x0, y1 - y0)
  const [dx, dy] = [(x1 - x0) / length, (y1 - y0) / length]
  const w = weight / 2
  const e = w * 0.55
  return [
    x0 - dx * w,
    y0 - dy * w,
    x0 - dx * e - dy * w,
    y0 - dy * e + dx * w,
    x1 + dx * e - dy * w,
    y1 + dy * e + dx * w,
    x1 + dx * w,
    y1 + dy * w,
    x1 + dx * e + dy * w,
    y1 + dy * e - dx * w,
    x0 - dx * e + dy * w,
    y0 - dy * e - dx * w,
  ]
}
