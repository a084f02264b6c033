import { type Design, type Project, rostersOf } from '@stilus/core/project'
import { Plus, Table } from 'lucide-react'
import { Button } from '../../ui/button'
import { makeRoster, showRoster } from './opening'
import { ReadRoster } from './read-roster'

/** The rosters of a design: opened, made or read. */
export function RosterRows({ project, design }: { project: Project; design: Design }) {
  const rosters = rostersOf(project, design.id)
  return (
    <section aria-label="Rosters" className="grid gap-1.5 border-t pt-3">
      <h3 className="text-xs font-semibold text-faint">For a list of names</h3>
      {rosters.map((roster) => (
        <Button key={roster.id} onClick={() => showRoster(roster)}>
          <Table size={14} /> {roster.name}, {roster.rows.length} {roster.rows.length === 1 ? 'row' : 'rows'}
        </Button>
      ))}
      <div className="flex items-center gap-1">
        <Button look="quiet" onClick={() => makeRoster(design.id)}>
          <Plus size={13} /> Roster
        </Button>
        <ReadRoster design={design} />
      </div>
      {!rosters.length && (
        <p className="text-dim">
          Write {'{name}'} and {'{role}'} in the texts: each row of a roster fills them in, and makes a title
          of its own.
        </p>
      )}
    </section>
  )
}
