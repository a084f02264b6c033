export interface Rect {
  left: number
  top: number
  width: number
  height: number
}

interface Box {
  width: number
  height: number
}

/** Room left around a fitted picture. */
const MARGIN = 12

/** Where the picture lies in the viewer: fitted and centred, or at a zoom (1 is one picture pixel to one screen pixel) moved by pan. */
export function pictureRect(
  viewer: Box,
  picture: Box,
  zoom: number | 'fit',
  pan: readonly [number, number],
): Rect {
  const fit = Math.max(
    0.01,
    Math.min((viewer.width - 2 * MARGIN) / picture.width, (viewer.height - 2 * MARGIN) / picture.height),
  )
  const dpr = window.devicePixelRatio || 1
  const scale = zoom === 'fit' ? fit : zoom / dpr
  const [dx, dy] = zoom === 'fit' ? [0, 0] : pan
  const width = picture.width * scale
  const height = picture.height * scale
  return {
    left: Math.round((viewer.width - width) / 2 + dx),
    top: Math.round((viewer.height - height) / 2 + dy),
    width,
    height,
  }
}

/** The smallest proxy scale whose pixels are enough for what is on screen. */
export function proxyScale(rect: Rect, picture: Box, quality: 'auto' | number): number {
  if (quality !== 'auto') return quality
  const needed = (rect.width * (window.devicePixelRatio || 1)) / picture.width
  return [0.25, 0.5].find((s) => s >= needed * 0.95) ?? 1
}

/** Parts are asked for in steps of this many pixels of the picture, so that panning seldom asks anew. */
const STEP = 128

/** The part of the picture that can be seen, with some room around it; undefined where that is nearly all of it. */
export function visibleArea(
  viewer: Box,
  rect: Rect,
  picture: Box,
): (Box & { x: number; y: number }) | undefined {
  const scale = rect.width / picture.width
  const snap = (from: number, to: number, most: number) => {
    const a = Math.max(0, Math.floor((from / scale - STEP / 2) / STEP) * STEP)
    const b = Math.min(most, Math.ceil((to / scale + STEP / 2) / STEP) * STEP)
    return [a, Math.max(a, b)] as const
  }
  const [x, right] = snap(-rect.left, viewer.width - rect.left, picture.width)
  const [y, bottom] = snap(-rect.top, viewer.height - rect.top, picture.height)
  const [width, height] = [right - x, bottom - y]
  const share = (width * height) / (picture.width * picture.height)
  return share > 0 && share < 0.7 ? { x, y, width, height } : undefined
}
