import { allSteps, type Stage } from '@stilus/core/project'
import { useStepMenu } from '../desk/strip/step-menu'
import { useView } from '../store/store'
import { Menu, type MenuItem } from '../ui/overlays'
import { cardItems, cardsItems } from './card-menu'
import type { Machine } from './machine'
import type { Point } from './stroke'

/** A menu that is open at a place of the window. */
export const MenuAt = (props: { at: Point; items: (MenuItem | null)[]; onClose(): void }) => (
  <Menu
    open
    onOpenChange={(open) => !open && props.onClose()}
    trigger={<span className="fixed size-0" style={{ left: props.at[0], top: props.at[1] }} />}
    items={props.items}
  />
)

interface StepMenuProps {
  stage: Stage
  machine: Machine
  at: Point
  id: string
  open: boolean
  onClose(): void
}

/** What the chosen cards could do: among the wires, then as steps anywhere. Its dialogs stay when it shuts. */
export function StepMenuAt({ stage, machine, at, id, open, onClose }: StepMenuProps) {
  const { stepIds } = useView('stepIds')
  const ids = stepIds.includes(id) ? stepIds : [id]
  const steps = allSteps(stage.steps).filter((s) => ids.includes(s.id))
  const { items, dialogs } = useStepMenu(steps)
  const card = machine.graph.cards.find((c) => c.id === id)
  const own = [
    ...(ids.length === 1 && card ? cardItems(stage, machine, card) : []),
    ...cardsItems(stage, machine, ids),
  ]
  return (
    <>
      {open && <MenuAt at={at} items={[...own, null, ...items]} onClose={onClose} />}
      {dialogs}
    </>
  )
}
