const KEY = 'stilus recent colours'
const MOST = 8

/** Colours that were chosen last, as hex. */
export function recentColours(): string[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(list)
      ? list.filter((v): v is string => typeof v === 'string' && /^#[\da-f]{6}$/.test(v))
      : []
  } catch {
    return []
  }
}

export function noteColour(hex: string): void {
  const list = [hex, ...recentColours().filter((v) => v !== hex)].slice(0, MOST)
  localStorage.setItem(KEY, JSON.stringify(list))
}
