import type { Join } from '@stilus/core/polygon'
import { allObjects, type Design, type Project } from '@stilus/core/project'
import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceBetween,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceBetween,
  SquaresExclude,
  SquaresIntersect,
  SquaresSubtract,
  SquaresUnite,
} from 'lucide-react'
import { useView } from '../store/store'
import { IconButton } from '../ui/button'
import type { Alignment } from './arrange'
import { alignChosen, spreadChosen } from './arranging'
import { JOIN_NAMES } from './join-names'
import { combineObjects } from './object-acts'

const SIDES: readonly (readonly [Alignment, string, typeof AlignStartVertical])[] = [
  ['left', 'Align to the left', AlignStartVertical],
  ['centre', 'Align the middles across', AlignCenterVertical],
  ['right', 'Align to the right', AlignEndVertical],
  ['top', 'Align to the top', AlignStartHorizontal],
  ['middle', 'Align the middles down', AlignCenterHorizontal],
  ['bottom', 'Align to the bottom', AlignEndHorizontal],
]

const JOINED: readonly (readonly [Join, typeof SquaresUnite])[] = [
  ['unite', SquaresUnite],
  ['subtract', SquaresSubtract],
  ['intersect', SquaresIntersect],
  ['exclude', SquaresExclude],
]

/** Brings the objects in hand into line: several among themselves, one in the picture. */
export function ArrangeRow({ project, design }: { project: Project; design: Design }) {
  const { objectIds } = useView('objectIds')
  const chosen = allObjects(design.objects).filter((o) => objectIds.includes(o.id))
  const several = chosen.length > 1 && chosen.every((o) => o.kind !== 'picture' && o.kind !== 'group')
  return (
    <div className="mb-1">
      <p className="flex h-6 items-center text-xs font-semibold text-faint">
        {objectIds.length > 1 ? `Align ${objectIds.length} objects` : 'Align in the picture'}
      </p>
      <div role="group" aria-label="Align" className="flex gap-0.5">
        {SIDES.map(([how, label, Icon]) => (
          <IconButton key={how} label={label} onClick={() => alignChosen(project, design, how)}>
            <Icon size={16} />
          </IconButton>
        ))}
        <IconButton
          label="Equal gaps across"
          disabled={objectIds.length < 3}
          onClick={() => spreadChosen(project, design, 'across')}
        >
          <AlignHorizontalSpaceBetween size={16} />
        </IconButton>
        <IconButton
          label="Equal gaps down"
          disabled={objectIds.length < 3}
          onClick={() => spreadChosen(project, design, 'down')}
        >
          <AlignVerticalSpaceBetween size={16} />
        </IconButton>
      </div>
      {several && (
        <div role="group" aria-label="Join" className="mt-1 flex items-center gap-0.5">
          <span className="mr-1 text-dim">Join</span>
          {JOINED.map(([join, Icon]) => (
            <IconButton
              key={join}
              label={JOIN_NAMES[join].act}
              onClick={() =>
                combineObjects(
                  chosen.map((o) => o.id),
                  join,
                )
              }
            >
              <Icon size={16} />
            </IconButton>
          ))}
        </div>
      )}
    </div>
  )
}
