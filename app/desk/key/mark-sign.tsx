import type { MarkTool } from '../../store/view'

const SIGNS: Record<MarkTool['kind'], string> = {
  screen: 'M2 3H12V11H2Z',
  subject: 'M7 2V12M2 7H12',
  drop: 'M2.5 7H11.5',
  hair: 'M2 12C3 6 4 9 6 4M6 12C7 6 8 9 10 3',
}

/** The sign of what a mark says: a field, a plus, a minus, strands. */
export const MarkSign = ({ kind }: { kind: MarkTool['kind'] }) => (
  <svg viewBox="0 0 14 14" aria-hidden className="size-3 shrink-0">
    <path d={SIGNS[kind]} fill="none" stroke="currentColor" strokeWidth={1.6} />
  </svg>
)
