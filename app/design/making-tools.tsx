import { Circle, Hexagon, Minus, MoveRight, Spline, Square, Star, Type } from 'lucide-react'
import { useAppDispatch, useView } from '../store/store'
import { type Drawing, viewActions } from '../store/view'
import { IconButton } from '../ui/button'

const TOOLS: { drawing: Drawing; label: string; icon: typeof Type; shortcut?: string }[] = [
  { drawing: 'text', label: 'Text', icon: Type, shortcut: 'T' },
  { drawing: 'rectangle', label: 'Rectangle', icon: Square },
  { drawing: 'ellipse', label: 'Ellipse', icon: Circle },
  { drawing: 'polygon', label: 'Polygon', icon: Hexagon },
  { drawing: 'star', label: 'Star', icon: Star },
  { drawing: 'line', label: 'Line', icon: Minus },
  { drawing: 'arrow', label: 'Arrow', icon: MoveRight },
  { drawing: 'outline', label: 'Outline', icon: Spline },
]

/** What the next click or drag on a design makes. */
export function MakingTools() {
  const dispatch = useAppDispatch()
  const { drawing } = useView('drawing')
  return (
    <div role="group" aria-label="Make an object" className="flex gap-0.5 border-l pl-1.5">
      {TOOLS.map(({ drawing: tool, label, icon: Icon, shortcut }) => (
        <IconButton
          key={tool}
          label={label}
          shortcut={shortcut ?? ''}
          pressed={drawing === tool}
          onClick={() => dispatch(viewActions.set({ drawing: drawing === tool ? null : tool, typing: null }))}
        >
          <Icon size={16} />
        </IconButton>
      ))}
    </div>
  )
}
