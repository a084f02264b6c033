import { useSyncExternalStore } from 'react'

/** A short list that is remembered on this machine; what cannot be read there is empty. */
export function rememberedList(key: string): {
  set(next: readonly string[]): void
  get(): readonly string[]
  use(): readonly string[]
} {
  const listeners = new Set<() => void>()
  let list: readonly string[] = read(key)
  const get = () => list
  return {
    get,
    set(next) {
      list = next
      localStorage.setItem(key, JSON.stringify(next))
      listeners.forEach((listener) => listener())
    },
    use: () =>
      useSyncExternalStore((listener) => {
        listeners.add(listener)
        return () => void listeners.delete(listener)
      }, get),
  }
}

function read(key: string): readonly string[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(key) ?? '[]')
    return Array.isArray(found) ? found.filter((id) => typeof id === 'string') : []
  } catch {
    return []
  }
}
