/** 128 bits of FNV-1a over the text, in four lanes with different offsets, as 32 hexadecimal digits. */
export function hash(text: string): string {
  let [a, b, c, d] = [0x811c9dc5, 0x9e3779b9, 0x85ebca6b, 0xc2b2ae35]
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    a = Math.imul(a ^ code, 0x01000193)
    b = Math.imul(b ^ (code + 131), 0x01000193)
    c = Math.imul(c ^ (code + 262), 0x01000193)
    d = Math.imul(d ^ (code + 393), 0x01000193)
  }
  return [a, b, c, d].map((n) => (n >>> 0).toString(16).padStart(8, '0')).join('')
}
export { chance } from './chance'
