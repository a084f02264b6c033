import { nanoid } from '@reduxjs/toolkit'
import { noticeActions } from '../store/notices'
import { store } from '../store/store'

/** A short identity that is unique within a project. */
export const uid = (): string => crypto.randomUUID().slice(0, 13)

/** The user has called work off. */
class Cancelled extends Error {}

const cancels = new Map<string, () => void>()

/** Calls work off: what it has made so far is thrown away. */
export const cancelWork = (id: string): void => cancels.get(id)?.()

/**
 * Runs work that takes a while: shows it with its progress, lets the user call it off, and tells the user when it fails. Once it is called off `share` throws, so that work which tells its progress
 * stops there, and undefined comes back at once; `signal` says so to what must tidy up behind itself.
 */
export async function work<T>(
  label: string,
  run: (share: (s: number) => void, signal: AbortSignal) => Promise<T>,
): Promise<T | undefined> {
  const id = nanoid()
  const controller = new AbortController()
  const { signal } = controller
  const called = new Promise<never>((_, reject) =>
    signal.addEventListener('abort', () => reject(new Cancelled())),
  )
  cancels.set(id, () => controller.abort())
  store.dispatch(noticeActions.task({ id, label, share: null }))
  const share = (s: number) => {
    if (signal.aborted) throw new Cancelled()
    store.dispatch(noticeActions.task({ id, label, share: s }))
  }
  try {
    return await Promise.race([run(share, signal), called])
  } catch (error) {
    if (!signal.aborted)
      store.dispatch(noticeActions.told('problem', error instanceof Error ? error.message : String(error)))
    return undefined
  } finally {
    cancels.delete(id)
    store.dispatch(noticeActions.taskDone(id))
  }
}

export const tell = (kind: 'info' | 'problem', text: string) => store.dispatch(noticeActions.told(kind, text))
