import { nanoid } from '@reduxjs/toolkit'
import { noticeActions } from '../store/notices'
import { store } from '../store/store'

/** A short identity that is unique within a project. */
export const uid = (): string => crypto.randomUUID().slice(0, 13)

/** Runs work that takes a while: shows it with its progress, and tells the user when it fails. */
export async function work<T>(
  label: string,
  run: (share: (s: number) => void) => Promise<T>,
): Promise<T | undefined> {
  const id = nanoid()
  store.dispatch(noticeActions.task({ id, label, share: null }))
  try {
    return await run((share) => store.dispatch(noticeActions.task({ id, label, share })))
  } catch (error) {
    store.dispatch(noticeActions.told('problem', error instanceof Error ? error.message : String(error)))
    return undefined
  } finally {
    store.dispatch(noticeActions.taskDone(id))
  }
}

export const tell = (kind: 'info' | 'problem', text: string) => store.dispatch(noticeActions.told(kind, text))
