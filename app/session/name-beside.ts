/** A name that none of others is: the wanted one, or that with a number. */
export function nameBeside(others: Iterable<string>, name: string): string {
  const taken = new Set(others)
  for (let n = 1; ; n++) {
    const next = n === 1 ? name : `${name} ${n}`
    if (!taken.has(next)) return next
  }
}
