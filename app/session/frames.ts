import type { Delivered } from '@stilus/engine'

/** Who wants the pictures of playback: the viewer that is on screen. */
export const frameListeners = new Set<(picture: Delivered) => void>()
