/**
 * A number as typed into a field: `12`, `+5`, `-=2`, `*2`, `/3`, `50%` (of the current value), and sums like `3+4*2`.
 * A leading `+`, `*` or `/` works on the current value; a leading `-` is a sign, `-=` subtracts. Undefined if it is none of these.
 */
export function typedNumber(text: string, current: number): number | undefined {
  const t = text.replace(/\s+/g, '').replace(/,/g, '.')
  const percent = /^(-?[\d.]+)%$/.exec(t)?.[1]
  if (percent) return finite((current * Number(percent)) / 100)
  if (/^[+*/]/.test(t)) return sum(`${current}${t[0]}${t.slice(t[1] === '=' ? 2 : 1)}`)
  if (t.startsWith('-=')) return sum(`${current}-${t.slice(2)}`)
  return sum(t)
}

const finite = (n: number) => (Number.isFinite(n) ? n : undefined)

/** Sums and products of decimals, without brackets. */
function sum(text: string): number | undefined {
  const tokens = text.match(/\d+\.?\d*(?:e-?\d+)?|\.\d+|[-+*/]/g) ?? []
  if (!tokens.length || tokens.join('') !== text) return undefined
  let at = 0
  const factor = (): number => {
    const token = tokens[at++]
    return token === '-' ? -factor() : Number(token)
  }
  const term = (): number => {
    let value = factor()
    while (tokens[at] === '*' || tokens[at] === '/')
      value = tokens[at++] === '*' ? value * factor() : value / factor()
    return value
  }
  let value = term()
  while (tokens[at] === '+' || tokens[at] === '-')
    value = tokens[at++] === '+' ? value + term() : value - term()
  return at === tokens.length ? finite(value) : undefined
}
