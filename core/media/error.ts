/** A file that cannot be used; the message names it and says what to do. */
export class MediaError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'MediaError'
  }
}
