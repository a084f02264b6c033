import { Captions, Clapperboard, Film, History, Library, Sparkles } from 'lucide-react'
import type { ReactNode } from 'react'
import { useApp, useAppDispatch } from '../store/store'
import { type Drawer, viewActions } from '../store/view'
import { cx } from '../ui/classes'

const ITEMS: { id: Exclude<Drawer, null>; label: string; icon: ReactNode; desk: boolean }[] = [
  { id: 'shots', label: 'Shots', icon: <Clapperboard size={18} />, desk: true },
  { id: 'catalogue', label: 'Catalogue', icon: <Sparkles size={18} />, desk: true },
  { id: 'shelf', label: 'Shelf', icon: <Library size={18} />, desk: true },
  { id: 'media', label: 'Media', icon: <Film size={18} />, desk: false },
  { id: 'history', label: 'History', icon: <History size={18} />, desk: false },
]

/** The rail on the left and the drawer that it opens beside the picture, which refits into what is free. */
export function Rail({ desk, children }: { desk: boolean; children(drawer: Drawer): ReactNode }) {
  const drawer = useApp((s) => s.view.drawer)
  const dispatch = useAppDispatch()
  const items = ITEMS.filter((i) => desk || !i.desk)
  const open = items.some((i) => i.id === drawer) ? drawer : null
  return (
    <>
      <nav
        aria-label="Drawers"
        className="flex w-13 shrink-0 flex-col items-center gap-1 border-r bg-ground py-1.5"
      >
        {items.map(({ id, label, icon }) => (
          <button
            key={id}
            type="button"
            aria-pressed={open === id}
            className={cx(
              'flex h-12 w-12 flex-col items-center justify-center gap-0.5 rounded text-[10.5px]',
              open === id ? 'bg-field text-text' : 'text-dim hover:bg-field hover:text-text',
            )}
            onClick={() =>
              dispatch(viewActions.set({ drawer: open === id ? null : id, trying: null, insertAt: null }))
            }
          >
            {icon}
            {label}
          </button>
        ))}
        {!desk && (
          <button
            type="button"
            className="flex h-12 w-12 flex-col items-center justify-center gap-0.5 rounded text-[10.5px] text-dim hover:bg-field hover:text-text"
            onClick={() => dispatch(viewActions.set({ titles: true, trying: null }))}
          >
            <Captions size={18} />
            Titles
          </button>
        )}
      </nav>
      {open && (
        <aside
          aria-label={items.find((i) => i.id === open)?.label}
          className="flex w-[272px] shrink-0 flex-col border-r bg-raised"
        >
          {children(open)}
        </aside>
      )}
    </>
  )
}
