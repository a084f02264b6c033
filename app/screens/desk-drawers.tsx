import type { Project, Sequence, Stage } from '@stilus/core/project'
import { CatalogueDrawer } from '../catalogue/drawer'
import { HistoryDrawer, MediaDrawer, ShotsDrawer } from './drawers'
import { Rail } from './rail'
import { ShelfDrawer } from './shelf-drawer'

/** The rail of a desk with its drawers; `sequence` is the one whose shots are listed. */
export function DeskDrawers(props: { project: Project; stage: Stage; sequence: Sequence | undefined }) {
  const { project, stage, sequence } = props
  return (
    <Rail desk>
      {(drawer) =>
        drawer === 'shots' ? (
          <ShotsDrawer project={project} sequence={sequence} shotId={stage.stack.id} />
        ) : drawer === 'catalogue' ? (
          <CatalogueDrawer />
        ) : drawer === 'shelf' ? (
          <ShelfDrawer project={project} stage={stage} />
        ) : drawer === 'media' ? (
          <MediaDrawer project={project} />
        ) : (
          <HistoryDrawer />
        )
      }
    </Rail>
  )
}
