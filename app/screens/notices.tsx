import { Info, TriangleAlert, X } from 'lucide-react'
import { Toast } from 'radix-ui'
import { type Notice, noticeActions, type Task } from '../store/notices'
import { useApp, useAppDispatch } from '../store/store'
import { cancelWork } from '../session/work'
import { Button, IconButton } from '../ui/button'
import { cx } from '../ui/classes'

/** How long what is good to know stays, in milliseconds; problems stay until they are closed. */
const STAYS = 6000

/** What the user should know, and what is being worked on. F8 goes there by keyboard. */
export function Notices() {
  const { list, tasks } = useApp((s) => s.notices)
  return (
    <Toast.Provider duration={STAYS} swipeDirection="down" label="Notice">
      {list.map((notice) => (
        <NoticeCard key={notice.id} notice={notice} />
      ))}
      <div className="pointer-events-none fixed bottom-3 left-1/2 z-50 flex w-[min(560px,90vw)] -translate-x-1/2 flex-col gap-2">
        <div aria-live="polite" className="contents">
          {tasks.map((task) => (
            <TaskCard key={task.id} task={task} />
          ))}
        </div>
        <Toast.Viewport label="Notices ({hotkey})" className="flex flex-col gap-2 outline-none" />
      </div>
    </Toast.Provider>
  )
}

function TaskCard({ task }: { task: Task }) {
  return (
    <div role="status" className="pointer-events-auto rounded-md bg-[#3a3a3a] px-4 py-2.5 shadow-xl">
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
  )
}

function NoticeCard({ notice }: { notice: Notice }) {
  const dispatch = useAppDispatch()
  const problem = notice.kind === 'problem'
  const Sign = problem ? TriangleAlert : Info
  return (
    <Toast.Root
      type={problem ? 'foreground' : 'background'}
      duration={problem ? Infinity : STAYS}
      onOpenChange={(open) => !open && dispatch(noticeActions.dismissed(notice.id))}
      className="pointer-events-auto flex items-start gap-3 rounded-md bg-[#3a3a3a] py-2 pr-2 pl-4 shadow-xl"
    >
      <Sign size={16} className={cx('mt-1.5 shrink-0', problem ? 'text-alert' : 'text-dim')} />
      <Toast.Description className="max-h-60 flex-1 overflow-y-auto py-1 whitespace-pre-line select-text">
        {notice.text}
      </Toast.Description>
      <Toast.Close asChild>
        <IconButton label="Close">
          <X size={15} />
        </IconButton>
      </Toast.Close>
    </Toast.Root>
  )
}
