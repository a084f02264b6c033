import { type Design, type Project, type Source, sourceName } from '@stilus/core/project'
import { Button } from '../ui/button'
import { Menu } from '../ui/overlays'
import { pictureSources } from './sources'

/** What a picture shows, and all that it could. */
export function PictureChoice(props: {
  project: Project
  design: Design
  source: Source | undefined
  onChange(source: Source): void
}) {
  const { project, design, source, onChange } = props
  const name = source ? sourceName(project, source) : 'Choose a picture'
  return (
    <Menu
      trigger={
        <Button className="justify-start! truncate" aria-label={`${name}: what the picture shows`}>
          <span className="truncate">{name}</span>
        </Button>
      }
      items={() => pictureSources(project, design, onChange)}
    />
  )
}
