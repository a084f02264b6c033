import { decoder } from './page'
import { emptyHistory, type Project } from '@stilus/core/project'
import { saveMedium, saveProject } from '@stilus/engine'
import { richProject } from '../../core/testing/documents'
import { database } from '../../engine/store/database'
import { enterProject, leaveProject } from '../session/session'
import { location } from '../store/edit'
import { noticeActions } from '../store/notices'
import { projectActions } from '../store/project'
import { store } from '../store/store'
import { viewActions } from '../store/view'

/** Where the application went by itself, in order. */
export const went: string[] = []
let path = '/'

/** Takes the application to a place, as a user does who types its address. */
export const goTo = (to: string) => (path = to)

/** Opens a project whose media are there, and nothing else. */
export async function openFresh(project: Project = richProject(), at = `/p/${project.id}`): Promise<void> {
  await leaveProject()
  await Promise.all(database.tables.map((table) => table.clear()))
  decoder.reset()
  went.length = 0
  location.path = () => path
  location.go = (to) => {
    went.push(to)
    path = to
  }
  await saveProject(project, emptyHistory(), null)
  for (const { id, name } of project.media) {
    await saveMedium(project.id, id, new Blob(['file']), name)
    decoder.files.set(name, {})
  }
  await enterProject(project.id)
  startAt(project, at)
}

/** The open project as it was at first, at a place where nothing is chosen yet. */
export function startAt(document: Project, at: string): void {
  goTo(at)
  store.dispatch(projectActions.opened({ document, history: emptyHistory() }))
  store.dispatch(viewActions.entered({ frame: 0 }))
  store.dispatch(viewActions.shot({ id: null }))
  store.dispatch(viewActions.object({ id: null }))
  for (const { id } of store.getState().notices.list) store.dispatch(noticeActions.dismissed(id))
}

export const documentNow = (): Project => {
  const { document } = store.getState().project
  if (!document) throw new Error('No project is open.')
  return document
}

export const told = () => store.getState().notices.list.map((n) => n.text)

export async function until(holds: () => boolean): Promise<void> {
  for (const end = Date.now() + 5000; !holds(); await new Promise((resolve) => setTimeout(resolve, 5)))
    if (Date.now() > end) throw new Error('It does not come true.')
}
