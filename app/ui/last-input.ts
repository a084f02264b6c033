/** What closes within this many milliseconds of a press of the pointer was closed by it. */
const AFTER = 500
let pressed = -Infinity

for (const type of ['pointerdown', 'pointerup'])
  window.addEventListener(type, () => (pressed = performance.now()), true)

/** For what opens over the page: when it closes by the pointer, the focus does not go back to its button, so that the keys belong to the desk again. */
export function keepFocusForKeys(event: Event): void {
  if (performance.now() - pressed < AFTER) event.preventDefault()
}
