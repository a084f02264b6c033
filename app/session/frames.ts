import type { Delivered } from '@stilus/engine'

/** Who wants the pictures of playback: the viewer that is on screen. */
export const frameListeners = new Set<(picture: Delivered) => void>()

/** Who wants every picture that the viewer shows, playing or not. */
export const shownListeners = new Set<(picture: Delivered) => void>()

let last: Delivered | undefined

/** Tells of the picture that the viewer shows now. */
export function tellShown(picture: Delivered): void {
  last = picture
  for (const listener of shownListeners) listener(picture)
}

/** The picture that the viewer showed last. */
export const lastShown = (): Delivered | undefined => last
