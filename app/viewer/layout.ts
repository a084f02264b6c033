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
