/** A print of 64 bits of all values: two sums that go by their places, each by another odd factor. */
export function printOf(data: Float32Array): string {
  const words = new Int32Array(data.buffer, data.byteOffset, data.length)
  let [a, b] = [1, 2]
  for (let i = 0; i < words.length; i++) {
    const word = words[i] as number
    a = Math.imul(a ^ word, 0x01000193)
    b = (Math.imul(b, 0x5bd1e995) + (word ^ (word >>> 15))) | 0
  }
  return `${a.toString(36)} ${b.toString(36)} ${words.length}`
}
