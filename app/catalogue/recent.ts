import { useSyncExternalStore } from 'react'

const KEY = 'stilus-recent-entries'
/** How many are remembered. */
const MOST = 12

const listeners = new Set<() => void>()
let list: readonly string[] = read()

function read(): readonly string[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(found) ? found.filter((id) => typeof id === 'string') : []
  } catch {
    return []
  }
}

/** Notes that an entry of the catalogue was used. */
export function noteUsed(id: string): void {
  list = [id, ...list.filter((other) => other !== id)].slice(0, MOST)
  localStorage.setItem(KEY, JSON.stringify(list))
  listeners.forEach((listener) => listener())
}

/** The entries used last, the latest first. */
export const useRecent = (): readonly string[] =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => void listeners.delete(listener)
    },
    () => list,
  )
