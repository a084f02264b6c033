import { useView } from '../store/store'
import { Scopes } from './scopes'
import { Viewer, type ViewerProps } from './viewer'

/** The picture, with the scopes of it beside it where they are asked for. */
export function Seen(props: ViewerProps) {
  const { scopes } = useView('scopes')
  return (
    <div className="flex min-h-0 flex-1">
      <div className="flex min-w-0 flex-1 flex-col">
        <Viewer {...props} />
      </div>
      {scopes.length > 0 && <Scopes />}
    </div>
  )
}
