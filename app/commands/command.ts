/** Something that the user can do from the keyboard or the palette. */
export interface Command {
  id: string
  label: string
  group: string
  /** Other words that find it. */
  words?: readonly string[] | undefined
  /** Keys as `event.key` in lower case, with ctrl+, shift+ and alt+ before them. */
  keys: readonly string[]
  /** Where it makes sense now. */
  when?(): boolean
  run(): void
}
