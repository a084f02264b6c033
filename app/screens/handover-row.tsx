import type { ReactNode } from 'react'

/** A line of the form of what is handed over: what it is, and its control. */
export function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[84px_auto] items-center justify-start gap-3">
      <span className="text-dim">{label}</span>
      {children}
    </div>
  )
}
