import type { Frame } from '../frame'
import { type Kernels, printOf } from '../kernels'
import type { ScreenColour } from './colour'
import { readBacking } from './plate'

/** What a picture of an empty screen says: its colour, and where the set shows no screen. */
export interface Empty {
  colour: ScreenColour
  set: Uint8Array
}

/** A few readings of empty screens: all frames of a shot have the same one. What is kept depends on what was read alone. */
const kept = new Map<string, Empty | undefined>()
const MOST = 4

/** Reads a picture of an empty screen, or says what was read of the same one before. Undefined where it shows none. */
export function readEmpty(
  k: Kernels,
  empty: Frame,
  asked: string,
  colourOf: () => ScreenColour | undefined,
): Empty | undefined {
  const key = `${asked} ${printOf(k, empty)}`
  if (kept.has(key)) return kept.get(key)
  const colour = colourOf()
  const backing = colour && readBacking(k, empty, colour)
  if (backing) k.free(backing.lit)
  const found = colour && backing ? { colour, set: backing.solid } : undefined
  kept.set(key, found)
  const [oldest] = kept.keys()
  if (kept.size > MOST && oldest !== undefined) kept.delete(oldest)
  return found
}
