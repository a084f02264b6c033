import { type Delivered, present, Scoper } from '@stilus/engine'
import { X } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { lastShown, shownListeners } from '../session/frames'
import { useAppDispatch, useView } from '../store/store'
import { type ScopeName, viewActions } from '../store/view'
import { IconButton } from '../ui/button'
import { Latest } from './latest'

export const SCOPES: { id: ScopeName; label: string }[] = [
  { id: 'waveform', label: 'Waveform' },
  { id: 'parade', label: 'RGB parade' },
  { id: 'vectorscope', label: 'Vectorscope' },
  { id: 'histogram', label: 'Histogram' },
]

const WIDTH = 250
const HEIGHT = 122
const SQUARE = 196

/** Scopes of what the viewer shows, one under the other. */
export function Scopes() {
  const { scopes } = useView('scopes')
  const scoper = useRef<Scoper | undefined>(undefined)
  useEffect(() => {
    const made = new Scoper()
    scoper.current = made
    return () => {
      scoper.current = undefined
      made.close()
    }
  }, [])
  return (
    <section
      aria-label="Scopes"
      className="flex shrink-0 flex-col gap-2 overflow-y-auto border-l bg-ground p-2"
    >
      {SCOPES.filter((s) => scopes.includes(s.id)).map(({ id, label }) => (
        <Scope key={id} kind={id} label={label} scoper={scoper} />
      ))}
    </section>
  )
}

function Scope({
  kind,
  label,
  scoper,
}: {
  kind: ScopeName
  label: string
  scoper: React.RefObject<Scoper | undefined>
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const dispatch = useAppDispatch()
  const { scopes } = useView('scopes')
  const square = kind === 'vectorscope'
  const size = square ? { width: SQUARE, height: SQUARE } : { width: WIDTH, height: HEIGHT }
  useEffect(() => {
    const drawer = new Latest<Delivered>(async (picture) => {
      const drawn = await scoper.current?.draw(picture, kind, {
        width: square ? SQUARE : WIDTH,
        height: square ? SQUARE : HEIGHT,
      })
      if (drawn && canvas.current) {
        present(canvas.current, drawn)
        canvas.current.dataset.drawn = String(Number(canvas.current.dataset.drawn ?? 0) + 1)
      }
    })
    const look = (picture: Delivered) => drawer.put(picture)
    shownListeners.add(look)
    const shown = lastShown()
    if (shown) look(shown)
    return () => {
      shownListeners.delete(look)
      drawer.close()
    }
  }, [kind, square, scoper])
  return (
    <figure>
      <figcaption className="flex items-center justify-between text-xs text-dim">
        {label}
        <IconButton
          label={`Close the ${label.toLowerCase()}`}
          className="size-5"
          onClick={() => dispatch(viewActions.set({ scopes: scopes.filter((s) => s !== kind) }))}
        >
          <X size={12} />
        </IconButton>
      </figcaption>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${label} of the picture`}
        className="mx-auto block rounded-sm bg-[#141414]"
        style={size}
      />
    </figure>
  )
}
