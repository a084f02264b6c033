import type { YuvPicture } from '../frame'
import { detachable, pictureBytes } from './planes'
import { mirrored, turned } from './turn'

const picture: YuvPicture = {
  kind: 'yuv',
  width: 3,
  height: 2,
  bits: 8,
  subsampling: [1, 0],
  matrix: 'bt709',
  range: 'limited',
  y: Uint8Array.from([1, 2, 3, 0, 4, 5, 6, 0]),
  u: Uint8Array.from([7, 8, 9, 10]),
  v: Uint8Array.from([11, 12, 13, 14]),
  strideY: 4,
  strideC: 2,
}

it.each([
  [90, [4, 1, 5, 2, 6, 3], [2, 3]],
  [180, [6, 5, 4, 3, 2, 1], [3, 2]],
  [270, [3, 6, 2, 5, 1, 4], [2, 3]],
])('turns planes by %i degrees', (degrees, y, size) => {
  const t = turned(picture, degrees) as YuvPicture
  expect([[...t.y], [t.width, t.height]]).toEqual([y, size])
  expect(t.subsampling).toEqual(degrees === 180 ? [1, 0] : [0, 1])
})

it('leaves a picture that is upright as it is, and comes back after a full turn', () => {
  expect(turned(picture, 360)).toBe(picture)
  const back = [90, 90, 90, 90].reduce<YuvPicture>((p, d) => turned(p, d) as YuvPicture, picture)
  expect([...back.u]).toEqual([...picture.u])
})

it('a mirrored picture mirrored again is itself, and its rows run the other way', () => {
  const once = mirrored(picture) as YuvPicture
  expect([[...once.y], [...once.u]]).toEqual([
    [3, 2, 1, 6, 5, 4],
    [8, 7, 10, 9],
  ])
  expect([...(mirrored(once) as YuvPicture).u]).toEqual([...picture.u])
})

it('copies a picture so that its buffers can be moved', () => {
  const { picture: copy, transfer } = detachable(picture)
  expect(transfer).toHaveLength(3)
  expect((copy as YuvPicture).y).not.toBe(picture.y)
  expect(pictureBytes(copy)).toBe(16)
})
