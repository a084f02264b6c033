import { useRouteError } from 'react-router'
import { Button } from '../ui/button'

/** Shown in place of a screen that could not be drawn. What was done is saved. */
export function Broken() {
  const error = useRouteError()
  return (
    <main className="grid h-full place-content-center gap-3 p-8 text-center">
      <h1 className="text-lg font-semibold">This screen could not be shown</h1>
      <p className="max-w-[520px] text-dim">
        What you have done is saved. Load the page again; if it happens again, say what you did and this:{' '}
        {error instanceof Error ? error.message : String(error)}
      </p>
      <Button look="main" className="mx-auto" onClick={() => window.location.reload()}>
        Load the page again
      </Button>
    </main>
  )
}
