import { FrameCache } from './frame-cache'

const picture = (bytes: number) => ({ width: 1, height: 1, data: new Uint8ClampedArray(bytes) })

it('keeps within its budget and lets go of what was unused for longest', () => {
  const cache = new FrameCache(100)
  cache.put('a', picture(40))
  cache.put('b', picture(40))
  cache.get('a')
  cache.put('c', picture(40))
  expect([cache.has('a'), cache.has('b'), cache.has('c'), cache.bytes]).toEqual([true, false, true, 80])
  cache.put('a', picture(10))
  expect(cache.bytes).toBe(50)
  cache.limit = 20
  expect([cache.has('a'), cache.has('c'), cache.bytes]).toEqual([true, false, 10])
})
