import { Tabs } from 'radix-ui'
import type { ReactNode } from 'react'
import { useAppDispatch, useView } from '../../store/store'
import { type Face, viewActions } from '../../store/view'

const FACES: readonly { id: Face; label: string }[] = [
  { id: 'what', label: 'What' },
  { id: 'where', label: 'Where' },
  { id: 'when', label: 'When' },
]

/** What, Where and When of a thing in hand; under each name one line on what it holds, where that is told. */
export function FaceTabs({
  summary,
  faces,
}: {
  summary?(face: Face): string
  faces: Record<Face, ReactNode>
}) {
  const dispatch = useAppDispatch()
  const { face } = useView('face')
  return (
    <Tabs.Root
      value={face}
      onValueChange={(v) => dispatch(viewActions.set({ face: v as Face }))}
      className="flex min-h-0 flex-1 flex-col"
    >
      <Tabs.List className="grid shrink-0 grid-cols-3 border-b">
        {FACES.map(({ id, label }) => (
          <Tabs.Trigger
            key={id}
            value={id}
            data-facet={id}
            className="group grid gap-0 border-b-2 border-transparent px-3 pt-1.5 pb-1 text-left data-[state=active]:border-(--facet)"
          >
            <span className="text-sm text-dim group-data-[state=active]:font-semibold group-data-[state=active]:text-(--facet)">
              {label}
            </span>
            {summary && <span className="truncate text-xs text-faint">{summary(id)}</span>}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {FACES.map(({ id }) => (
        <Tabs.Content key={id} value={id} className="min-h-0 flex-1 overflow-y-auto px-3 py-2">
          {faces[id]}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  )
}
