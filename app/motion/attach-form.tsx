import type { MotionsRef } from '@stilus/core/anim'
import type { MotionItem } from '@stilus/core/project'
import { Plus, X } from 'lucide-react'
import { useDesk } from '../desk/use-desk'
import { Button, IconButton } from '../ui/button'
import { Toggle } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import { Menu } from '../ui/overlays'

/** The motions of the project. */
export function useMotions(): MotionItem[] {
  const { project } = useDesk()
  return (project.shelf ?? []).filter((s) => s.kind === 'motion')
}

/** Which motions something rides on (the mean of several), from which frame they count, and which way. */
export function AttachForm<R extends MotionsRef>({
  modifier,
  onChange,
}: {
  modifier: R
  onChange(attach: R, gesture?: string): void
}) {
  const motions = useMotions()
  const others = motions.filter((m) => !modifier.motions.includes(m.id))
  return (
    <div className="grid gap-1 py-1">
      {modifier.motions.length > 1 && (
        <ul className="grid gap-px" aria-label="Motions that it rides on">
          {modifier.motions.map((id) => (
            <li key={id} className="flex items-center justify-between pl-1">
              {motions.find((m) => m.id === id)?.name ?? 'A motion that is gone'}
              <IconButton
                label="Leave this motion"
                onClick={() => onChange({ ...modifier, motions: modifier.motions.filter((m) => m !== id) })}
              >
                <X size={13} />
              </IconButton>
            </li>
          ))}
        </ul>
      )}
      <div className="flex items-center justify-between gap-2">
        <span className="text-dim">Counts from frame</span>
        <NumberField
          label="Counts from frame of the medium"
          value={modifier.at}
          min={-1e6}
          max={1e6}
          step={1}
          digits={0}
          onChange={(at, gesture) => onChange({ ...modifier, at: Math.round(at) }, gesture)}
          className="w-20"
        />
      </div>
      <label className="flex min-h-7 items-center justify-between">
        <span className="text-dim">The other way</span>
        <Toggle
          label="The other way"
          value={modifier.inverted}
          onChange={(inverted) => onChange({ ...modifier, inverted })}
        />
      </label>
      {others.length > 0 && (
        <Menu
          trigger={
            <Button look="quiet" className="justify-self-start px-1">
              <Plus size={13} /> Average with another motion
            </Button>
          }
          items={others.map((m) => ({
            label: m.name,
            run: () => onChange({ ...modifier, motions: [...modifier.motions, m.id] }),
          }))}
        />
      )}
    </div>
  )
}
