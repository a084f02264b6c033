import { Moved } from '../rpc'

// A worker answers through `self`; here its handlers are called in place. Imported before any of them.
Object.assign(globalThis, { self: globalThis })

/** Handlers of a worker called in place: what goes in and out is copied, as on the wire, and errors keep their name alone. */
export function direct<H extends object>(handlers: H) {
  const calls: { name: string; argument: unknown }[] = []
  const caller = {
    ended: false,
    async call(name: string, argument: unknown): Promise<never> {
      if (caller.ended) throw Object.assign(new Error('The worker was closed.'), { name: 'WorkerDied' })
      calls.push({ name, argument })
      const handler = handlers[name as keyof H] as (argument: unknown, context: object) => unknown
      const context = { signal: new AbortController().signal, progress: () => undefined }
      const answer = await handler(structuredClone(argument), context)
      return structuredClone(answer instanceof Moved ? (answer.value as unknown) : answer) as never
    },
    end() {
      caller.ended = true
    },
  }
  return { caller, calls }
}
