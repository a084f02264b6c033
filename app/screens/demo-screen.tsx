import { openProject, unpackProject } from '@stilus/engine'
import { useEffect, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { EmptyState } from '../ui/fields'
import { DEMO_ID } from './projects-screen'

/** Fetches the demo package that ships with the application, once, and opens it. */
export function DemoScreen() {
  const navigate = useNavigate()
  const [problem, setProblem] = useState<string | null>(null)
  const [share, setShare] = useState(0)
  const started = useRef(false)
  useEffect(() => {
    if (started.current) return
    started.current = true
    const run = async () => {
      if (!(await openProject(DEMO_ID))) {
        const answer = await fetch('/demo/the-tin-comet.stilus.zip')
        if (!answer.ok) throw new Error('The demo is not on this server. Start it with "npm run demo".')
        await unpackProject(await answer.blob(), setShare)
      }
      await navigate(`/p/${DEMO_ID}`, { replace: true })
    }
    run().catch((error: Error) => setProblem(error.message))
  }, [navigate])
  return (
    <EmptyState text={problem ?? `Opening the demo … ${Math.round(share * 100)} %`}>
      {problem && (
        <Link to="/" className="underline">
          All projects
        </Link>
      )}
    </EmptyState>
  )
}
