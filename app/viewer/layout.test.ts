import fc from 'fast-check'
import { pictureRect, proxyScale, visibleArea } from './layout'

const side = fc.integer({ min: 120, max: 4000 })
const box = fc.record({ width: side, height: side })
const pan = fc.tuple(fc.integer({ min: -2000, max: 2000 }), fc.integer({ min: -2000, max: 2000 }))

beforeAll(() => void Object.assign(globalThis, { window: { devicePixelRatio: 1 } }))

it('a fitted picture keeps its shape, lies in the middle, and touches the margin on one axis', () => {
  fc.assert(
    fc.property(box, box, (viewer, picture) => {
      const rect = pictureRect(viewer, picture, 'fit', [300, 300])
      expect(rect.width / rect.height).toBeCloseTo(picture.width / picture.height, 6)
      expect(Math.abs(rect.left * 2 + rect.width - viewer.width)).toBeLessThanOrEqual(1)
      expect(Math.abs(rect.top * 2 + rect.height - viewer.height)).toBeLessThanOrEqual(1)
      expect(Math.min(viewer.width - rect.width, viewer.height - rect.height)).toBeCloseTo(24, 6)
    }),
  )
})

it('at a zoom a pixel of the picture is that many of the screen, whatever its density', () => {
  const at = (density: number) => {
    window.devicePixelRatio = density
    return pictureRect({ width: 1000, height: 800 }, { width: 400, height: 300 }, 2, [10, -20])
  }
  expect(at(1)).toEqual({ left: 110, top: 80, width: 800, height: 600 })
  expect(at(2)).toEqual({ left: 310, top: 230, width: 400, height: 300 })
  window.devicePixelRatio = 1
})

it.each([
  [320, 'auto', 0.25],
  [400, 'auto', 0.5],
  [640, 'auto', 0.5],
  [700, 'auto', 1],
  [100, 1, 1],
] as const)('a picture of 1280 shown %i wide at quality %s is rendered at %d', (width, quality, scale) => {
  const rect = { left: 0, top: 0, width, height: width }
  expect(proxyScale(rect, { width: 1280, height: 720 }, quality)).toBe(scale)
})

it('the part that is asked for holds all that can be seen, lies within the picture, and is asked for where it saves', () => {
  fc.assert(
    fc.property(box, box, fc.double({ min: 0.1, max: 8, noNaN: true }), pan, (viewer, picture, zoom, by) => {
      const rect = pictureRect(viewer, picture, zoom, by)
      const area = visibleArea(viewer, rect, picture)
      if (!area) return
      const scale = rect.width / picture.width
      const seen = (from: number, to: number, most: number) =>
        [Math.max(0, from / scale), Math.min(most, to / scale)] as const
      const [x0, x1] = seen(-rect.left, viewer.width - rect.left, picture.width)
      const [y0, y1] = seen(-rect.top, viewer.height - rect.top, picture.height)
      if (x1 > x0 && y1 > y0) {
        expect(area.x).toBeLessThanOrEqual(x0)
        expect(area.y).toBeLessThanOrEqual(y0)
        expect(area.x + area.width).toBeGreaterThanOrEqual(x1)
        expect(area.y + area.height).toBeGreaterThanOrEqual(y1)
      }
      expect([area.x >= 0, area.y >= 0]).toEqual([true, true])
      expect(area.x + area.width).toBeLessThanOrEqual(picture.width)
      expect(area.y + area.height).toBeLessThanOrEqual(picture.height)
      expect(area.width * area.height).toBeLessThan(0.7 * picture.width * picture.height)
    }),
  )
})

it('a small pan asks for the same part again', () => {
  const [viewer, picture] = [
    { width: 1000, height: 700 },
    { width: 3840, height: 2160 },
  ]
  const at = (dx: number) => visibleArea(viewer, pictureRect(viewer, picture, 1, [dx, 0]), picture)
  const parts = new Set(Array.from({ length: 64 }, (_, dx) => JSON.stringify(at(dx))))
  expect(parts.size).toBeLessThanOrEqual(3)
})
