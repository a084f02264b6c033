import { readdirSync, readFileSync } from 'node:fs'

/** This process's descendants that are browsers, read from /proc. */
function browsers(): string[] {
  const parents = new Map<string, string>()
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
    try {
      parents.set(pid, statOf(pid)[1] as string)
    } catch {
      // It ended while we looked.
    }
  const ours = (pid: string | undefined): boolean =>
    pid !== undefined && pid !== '0' && (pid === String(process.pid) || ours(parents.get(pid)))
  return [...parents.keys()].filter((pid) => pid !== String(process.pid) && ours(pid))
}

/** The fields after the name, which may hold spaces: state, parent … */
const statOf = (pid: string): string[] =>
  (readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1) ?? '').split(' ')

const TICKS = 100
const PAGE = 4096

/** Seconds of processor time that they have used, in user and system mode together. */
export const cpuSeconds = (): number =>
  sum((pid) => (Number(statOf(pid)[11]) + Number(statOf(pid)[12])) / TICKS)

/** Memory that is theirs alone (what they share with each other and with files is left out), in megabytes. */
export const residentMegabytes = (): number =>
  sum((pid) => {
    const [, resident, shared] = readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ').map(Number)
    return (((resident ?? 0) - (shared ?? 0)) * PAGE) / 1048576
  })

function sum(of: (pid: string) => number): number {
  let total = 0
  for (const pid of browsers())
    try {
      total += of(pid)
    } catch {
      // It ended while we looked.
    }
  return total
}
