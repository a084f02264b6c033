import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { availableParallelism } from 'node:os'
import { root } from './setup.mjs'

/** Runs Node programs, as many at a time as there are cores. Resolves to the sentences of those that failed. */
export async function besideEachOther(programs) {
  const waiting = [...programs]
  const failed = []
  const work = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const child = spawn(process.execPath, next.args, { cwd: root, stdio: 'inherit' })
      const [code] = await once(child, 'exit')
      if (code !== 0) failed.push(next.sentence)
    }
  }
  await Promise.all(Array.from({ length: availableParallelism() }, work))
  return failed
}
