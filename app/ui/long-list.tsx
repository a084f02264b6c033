import { useVirtualizer } from '@tanstack/react-virtual'
import { type ReactNode, useEffect, useRef } from 'react'

interface LongListProps<T> {
  label: string
  items: readonly T[]
  keyOf(item: T, index: number): string
  /** Height of a row before it is measured, in pixels. */
  row: number
  /** The item that is in view when the list appears, and whenever it becomes another one. */
  inView?: number | undefined
  children(item: T, index: number): ReactNode
}

/** A list that scrolls and draws what is in sight alone, however long it is. */
export function LongList<T>({ label, items, keyOf, row, inView, children }: LongListProps<T>) {
  const scroller = useRef<HTMLUListElement>(null)
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => row,
    getItemKey: (i) => keyOf(items[i] as T, i),
    overscan: 8,
    paddingStart: 8,
    paddingEnd: 8,
  })
  useEffect(() => {
    if (inView !== undefined && inView >= 0) rows.scrollToIndex(inView)
  }, [rows, inView])
  return (
    <ul ref={scroller} aria-label={label} className="relative min-h-0 flex-1 overflow-y-auto">
      <li aria-hidden style={{ height: rows.getTotalSize() }} />
      {rows.getVirtualItems().map(({ index, key, start }) => (
        <li
          key={key}
          ref={rows.measureElement}
          data-index={index}
          aria-setsize={items.length}
          aria-posinset={index + 1}
          className="absolute inset-x-2 top-0"
          style={{ transform: `translateY(${start}px)` }}
        >
          {children(items[index] as T, index)}
        </li>
      ))}
    </ul>
  )
}
