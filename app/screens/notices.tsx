import { Info, TriangleAlert, X } from 'lucide-react'
import { useEffect } from 'react'
import { type Notice, noticeActions } from '../store/notices'
import { useApp, useAppDispatch } from '../store/store'
import { cancelWork } from '../session/work'
import { Button, IconButton } from '../ui/button'

/** What the user should know, and what is being worked on. Problems stay until they are closed. */
export function Notices() {
  const { list, tasks } = useApp((s) => s.notices)
  return (
    <div
      aria-live="polite"
      className="pointer-events-none fixed bottom-3 left-1/2 z-50 flex w-[min(560px,90vw)] -translate-x-1/2 flex-col gap-2"
    >
      {tasks.map((task) => (
        <div
          key={task.id}
          role="status"
          className="pointer-events-auto rounded-md bg-[#3a3a3a] px-4 py-2.5 shadow-xl"
        >
          <div className="flex items-center justify-between gap-4">
            <span className="min-w-0 flex-1 truncate">{task.label} …</span>
            {task.share !== null && <span className="text-dim">{Math.round(task.share * 100)} %</span>}
            <Button look="quiet" className="-my-1 h-7" onClick={() => cancelWork(task.id)}>
              Cancel
            </Button>
          </div>
          <div className="mt-1.5 h-1 overflow-hidden rounded bg-ground">
            <div className="h-full bg-text" style={{ width: `${(task.share ?? 0.1) * 100}%` }} />
          </div>
        </div>
      ))}
      {list.map((notice) => (
        <NoticeCard key={notice.id} notice={notice} />
      ))}
    </div>
  )
}

function NoticeCard({ notice }: { notice: Notice }) {
  const dispatch = useAppDispatch()
  useEffect(() => {
    if (notice.kind === 'problem') return
    const timer = setTimeout(() => dispatch(noticeActions.dismissed(notice.id)), 6000)
    return () => clearTimeout(timer)
  }, [dispatch, notice])
  return (
    <div
      role={notice.kind === 'problem' ? 'alert' : 'status'}
      className="pointer-events-auto flex items-start gap-3 rounded-md bg-[#3a3a3a] py-2 pr-2 pl-4 shadow-xl"
    >
      {notice.kind === 'problem' ? (
        <TriangleAlert size={16} className="mt-1.5 shrink-0 text-alert" />
      ) : (
        <Info size={16} className="mt-1.5 shrink-0 text-dim" />
      )}
      <p className="flex-1 py-1 select-text">{notice.text}</p>
      <IconButton label="Close" onClick={() => dispatch(noticeActions.dismissed(notice.id))}>
        <X size={15} />
      </IconButton>
    </div>
  )
}
