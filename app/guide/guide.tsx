import { lazy, Suspense } from 'react'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { cx } from '../ui/classes'
import { Modal } from '../ui/overlays'
import { GUIDE } from './titles'

const GuidePage = lazy(() => import('./page').then((m) => ({ default: m.GuidePage })))

/** The guide: a page for each job, over what is on the screen, which stays as it is. */
export function Guide() {
  const page = useApp((s) => s.view.guide)
  const dispatch = useAppDispatch()
  const open = (guide: string | null) => dispatch(viewActions.set({ guide }))
  return (
    <Modal title="Guide" open={page !== null} onClose={() => open(null)} width="w-[920px] top-[8vh]!">
      <div className="flex h-[76vh] pt-2">
        <nav aria-label="Jobs" className="w-[190px] shrink-0 border-r px-2">
          {GUIDE.map(({ page: id, title }) => (
            <button
              key={id}
              type="button"
              aria-current={id === page ? 'page' : undefined}
              className={cx(
                'flex h-8 w-full items-center rounded px-2 text-left',
                id === page ? 'bg-fill font-semibold' : 'text-dim hover:text-text',
              )}
              onClick={() => open(id)}
            >
              {title}
            </button>
          ))}
        </nav>
        {page !== null && (
          <Suspense fallback={<p className="p-4 text-dim">Opening …</p>}>
            <GuidePage key={page} page={page} onPage={open} />
          </Suspense>
        )}
      </div>
    </Modal>
  )
}
