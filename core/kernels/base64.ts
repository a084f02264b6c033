const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** Bytes of an RFC 4648 string. Written out because core has neither DOM nor Node. */
export function fromBase64(text: string): Uint8Array<ArrayBuffer> {
  const clean = text.replace(/=+$/, '')
  const bytes = new Uint8Array((clean.length * 3) >> 2)
  let bits = 0
  let held = 0
  let at = 0
  for (const char of clean) {
    bits = (bits << 6) | ALPHABET.indexOf(char)
    held += 6
    if (held >= 8) {
      held -= 8
      bytes[at++] = (bits >> held) & 255
    }
  }
  return bytes
}
