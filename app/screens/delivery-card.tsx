import { cancelDelivery } from '../session/handover'
import type { QueuedDelivery } from '../store/deliveries'
import { Button } from '../ui/button'

/** One delivery of the queue: how far it is, or what became of it. */
export function DeliveryCard({ delivery: d }: { delivery: QueuedDelivery }) {
  return (
    <li data-status={d.status} className="rounded-md bg-raised px-4 py-3">
      <div className="flex items-center gap-3">
        <span className="min-w-0 flex-1 truncate font-semibold" title={d.name}>
          {d.name}
        </span>
        {d.status === 'done' && d.url && (
          <a
            href={d.url}
            download={d.name}
            className="inline-flex h-7 items-center rounded bg-text px-3 font-semibold text-ground hover:bg-white"
          >
            Save file
          </a>
        )}
        {(d.status === 'waiting' || d.status === 'rendering') && (
          <Button onClick={() => cancelDelivery(d.id)}>Cancel</Button>
        )}
      </div>
      {d.status === 'rendering' && (
        <div
          role="progressbar"
          aria-label={`Rendering ${d.name}`}
          aria-valuenow={d.done}
          aria-valuemax={d.total}
          className="mt-2 h-1 overflow-hidden rounded bg-field"
        >
          <div className="h-full bg-text" style={{ width: `${(100 * d.done) / Math.max(1, d.total)}%` }} />
        </div>
      )}
      <p className={d.status === 'failed' ? 'mt-1 text-alert' : 'mt-1 text-dim'}>{says(d)}</p>
    </li>
  )
}

function says(d: QueuedDelivery): string {
  if (d.status === 'waiting') return `Waiting, ${d.total} frames`
  if (d.status === 'cancelled') return 'Cancelled'
  if (d.status === 'failed') return d.problem ?? 'It failed.'
  const seconds = ((d.finishedAt ?? Date.now()) - (d.startedAt ?? Date.now())) / 1000
  const speed = seconds > 0.2 ? d.done / seconds : 0
  if (d.status === 'done')
    return `${d.total} frames, ${size(d.bytes)}, ${d.codec}, rendered in ${seconds.toFixed(1)} s`
  const left = speed ? `${Math.ceil((d.total - d.done) / speed)} s left` : 'starting'
  return `Frame ${d.done} of ${d.total}, ${speed.toFixed(1)} frames a second, ${left}`
}

const size = (bytes: number) =>
  bytes < 1e6 ? `${(bytes / 1e3).toFixed(0)} KB` : `${(bytes / 1e6).toFixed(1)} MB`
