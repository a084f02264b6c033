declare module 'linebreak' {
  export default class LineBreaker {
    constructor(text: string)
    /** The next place where a line may end, before the character at `position`. */
    nextBreak(): { position: number; required?: boolean } | null
  }
}
