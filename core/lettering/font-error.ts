/** A font file could not be read. */
export class FontError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'FontError'
  }
}
