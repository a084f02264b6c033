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

/** Bytes as an RFC 4648 string. */
export function toBase64(bytes: Uint8Array): string {
  const out: string[] = []
  for (let i = 0; i < bytes.length; i += 3) {
    const word = ((bytes[i] ?? 0) << 16) | ((bytes[i + 1] ?? 0) << 8) | (bytes[i + 2] ?? 0)
    const left = bytes.length - i
    const letter = (shift: number) => ALPHABET[(word >> shift) & 63] as string
    out.push(letter(18), letter(12), left > 1 ? letter(6) : '=', left > 2 ? letter(0) : '=')
  }
  return out.join('')
}
