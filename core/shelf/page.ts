/** The picture that a design is made for: its size, the room inside its title-safe area, and the unit that sizes are counted in. */
export interface Page {
  width: number
  height: number
  /** A hundredth of the height of a wide picture; of slim ones of what the same letters may take across. */
  u: number
  left: number
  right: number
  top: number
  bottom: number
  /** Across and down to the middle. */
  x: number
  y: number
  /** It is no wider than it is high. */
  slim: boolean
}

/** The share of the picture on each side that stays free. */
const SAFE = 0.06

export function pageOf({ width, height }: { width: number; height: number }): Page {
  return {
    width,
    height,
    u: Math.min(height, width * 0.75) / 100,
    left: Math.round(width * SAFE),
    right: Math.round(width * (1 - SAFE)),
    top: Math.round(height * SAFE),
    bottom: Math.round(height * (1 - SAFE)),
    x: width / 2,
    y: height / 2,
    slim: width <= height,
  }
}

/** A part of the picture: left, top, width, height in pixels. */
export type Area = readonly [left: number, top: number, width: number, height: number]

/** Room for a name below: at the left edge of what is safe, so many units high. */
export function below({ left, right, bottom, width, slim, u }: Page, high: number, share = 0.46): Area {
  return [left, bottom - high * u, slim ? right - left : Math.round(width * share), high * u]
}

/** Room in the middle of the picture: a share of what is safe across, so many units high, moved down by so many. */
export function amid({ left, right, x, y, u, slim }: Page, high: number, down = 0, share = 0.8): Area {
  const width = (right - left) * (slim ? 1 : share)
  return [x - width / 2, y + (down - high / 2) * u, width, high * u]
}
