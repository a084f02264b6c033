/** Milliseconds of a frame that work which can wait may take. */
const SLICE = 5
const waiting = new Set<() => void>()
let running = false

function run() {
  const until = performance.now() + SLICE
  for (const job of waiting) {
    waiting.delete(job)
    job()
    if (performance.now() > until) break
  }
  if (waiting.size) requestIdleCallback(run, { timeout: 200 })
  else running = false
}

/** Does something when the page has nothing better to do, a slice at a time, in order; returns how to call it off. */
export function whenIdle(job: () => void): () => void {
  waiting.add(job)
  if (!running) requestIdleCallback(run, { timeout: 200 })
  running = true
  return () => void waiting.delete(job)
}
