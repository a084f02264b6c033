import type { Project } from '@stilus/core/project'
import { type ReactNode, useEffect, useState } from 'react'
import { Link, Outlet, useLocation, useParams } from 'react-router'
import { Shortcuts } from '../commands/shortcuts'
import { importFiles } from '../session/importing'
import { enterProject, stopPlaying } from '../session/session'
import { useApp } from '../store/store'
import { EmptyState } from '../ui/fields'
import { DesignScreen } from './design-screen'
import { DeskScreen } from './desk-screen'
import { FileDrop } from './file-drop'
import { HandoverScreen } from './handover-screen'
import { SequenceScreen } from './sequence-screen'

/** Opens the project of the address and keeps it open while its screens change. */
export function ProjectFrame() {
  const { id = '' } = useParams()
  const document = useApp((s) => s.project.document)
  const [problem, setProblem] = useState<string | null>(null)
  const path = useLocation().pathname
  useEffect(() => stopPlaying, [path])
  useEffect(() => {
    setProblem(null)
    enterProject(id).then(
      (found) => setProblem(found ? null : 'There is no such project in this browser.'),
      (error: Error) => setProblem(error.message),
    )
  }, [id])
  if (problem) {
    return (
      <EmptyState text={problem}>
        <Link to="/" className="underline">
          All projects
        </Link>
      </EmptyState>
    )
  }
  if (document?.id !== id) return <p className="p-4 text-dim">Opening …</p>
  return (
    <FileDrop onFiles={(files) => void importFiles(files, true)}>
      <div className="flex h-full flex-col">
        <Outlet />
      </div>
      <Shortcuts />
    </FileDrop>
  )
}

/** Hands the open project to a screen. */
const open = (screen: (project: Project) => ReactNode) =>
  function Open() {
    const project = useApp((s) => s.project.document)
    return project && screen(project)
  }

export const OpenShot = open((project) => <DeskScreen project={project} kind="shot" />)
export const OpenSpan = open((project) => <DeskScreen project={project} kind="span" />)
export const OpenCut = open((project) => <DeskScreen project={project} kind="transition" />)
export const OpenDesign = open((project) => <DesignScreen project={project} />)
export const OpenSequence = open((project) => <SequenceScreen project={project} />)
export const OpenHandover = open((project) => <HandoverScreen project={project} />)
