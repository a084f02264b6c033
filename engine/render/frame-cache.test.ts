import { FrameCache } from './frame-cache'

const picture = (bytes: number) => ({ width: 1, height: 1, data: new Uint8ClampedArray(bytes) })
const made = (frame: number, cost = 10, group = 'shot') => ({ group, frame, cost })
const kept = (cache: FrameCache, keys: string) => [...keys].filter((key) => cache.has(key)).join('')

it('keeps within its budget and counts what it replaces once', () => {
  const cache = new FrameCache(100)
  for (const key of 'abc') cache.put(key, picture(40), made(0))
  expect([kept(cache, 'abc'), cache.bytes]).toEqual(['bc', 80])
  cache.put('b', picture(10), made(0))
  expect(cache.bytes).toBe(50)
  cache.limit = 20
  expect([kept(cache, 'abc'), cache.bytes]).toEqual(['b', 10])
})

it('lets go of what is furthest from the playhead, and of what shows something else', () => {
  const cache = new FrameCache(120)
  cache.put('a', picture(40), made(90))
  cache.put('b', picture(40), made(10))
  cache.put('c', picture(40), made(100, 10, 'other'))
  cache.look('shot', 100)
  cache.put('d', picture(40), made(100))
  cache.put('e', picture(40), made(101))
  expect(kept(cache, 'abcde')).toBe('ade')
})

it('keeps what was dear, and of equals what was used last', () => {
  const cache = new FrameCache(120)
  cache.look('shot', 0)
  cache.put('a', picture(40), made(5, 900))
  cache.put('b', picture(40), made(5, 10))
  cache.put('c', picture(40), made(5, 10))
  cache.get('b')
  cache.put('d', picture(40), made(1, 20))
  expect(kept(cache, 'abcd')).toBe('abd')
})
