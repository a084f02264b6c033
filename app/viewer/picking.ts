import type { RenderRequest } from '@stilus/engine'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { readColour } from './read-colour'

type Rgb = [number, number, number]
let waiting: ((colour: Rgb) => void) | undefined

/** Lets the next click on the picture give a colour: the mean of a square `side` pixels wide, in linear light. */
export function startPicking(side: number, done: (colour: Rgb) => void): void {
  waiting = done
  store.dispatch(viewActions.set({ picking: side }))
}

/** Takes a click on the picture if a colour is asked for. */
export function pickColour(request: RenderRequest, at: { x: number; y: number }): boolean {
  const side = store.getState().view.picking
  if (side === null || !waiting) return false
  const done = waiting
  waiting = undefined
  store.dispatch(viewActions.set({ picking: null }))
  void readColour(request, { ...at, side }).then(([r, g, b, a]) => {
    const straight = a > 0 ? 1 / a : 0
    done([r * straight, g * straight, b * straight])
  })
  return true
}
