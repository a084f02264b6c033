import type { Design, DesignObject, Project } from '@stilus/core/project'
import { placeIn, type Third } from './placing'

const THIRDS = [0, 1, 2] as const
const NAMES: Record<`${Third}${Third}`, string> = {
  '00': 'upper left',
  '10': 'upper middle',
  '20': 'upper right',
  '01': 'middle left',
  '11': 'middle',
  '21': 'middle right',
  '02': 'lower left',
  '12': 'lower middle',
  '22': 'lower right',
}

/** The picture in thirds: a press brings an object there. */
export function PlaceGrid({
  project,
  design,
  object,
}: {
  project: Project
  design: Design
  object: DesignObject
}) {
  const { width, height } = design.size
  return (
    <div
      role="group"
      aria-label={`Place of ${design.name}`}
      className="grid w-24 grid-cols-3 gap-px overflow-hidden rounded bg-line"
      style={{ aspectRatio: `${Math.min(2, Math.max(0.8, width / height))}` }}
    >
      {THIRDS.flatMap((down) =>
        THIRDS.map((across) => {
          const name = NAMES[`${across}${down}`]
          return (
            <button
              key={name}
              type="button"
              aria-label={`Place ${design.name} ${name}`}
              title={name}
              className="group/place flex items-center justify-center bg-field hover:bg-raised"
              onClick={() => void placeIn(project, design, object, across, down)}
            >
              <span className="h-0.5 w-3 rounded bg-faint group-hover/place:bg-text" />
            </button>
          )
        }),
      )}
    </div>
  )
}
