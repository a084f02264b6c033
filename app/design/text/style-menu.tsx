import { TEXT_STYLES } from '@stilus/core/presets'
import { type DesignObject, newCoat } from '@stilus/core/project'
import { Palette } from 'lucide-react'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { Button } from '../../ui/button'
import { Menu } from '../../ui/overlays'

/** Piles of coats that are ready, by what they are for. */
export function StyleMenu({ object }: { object: DesignObject }) {
  const dispatch = useAppDispatch()
  const groups = [...new Set(TEXT_STYLES.map((s) => s.group))]
  return (
    <Menu
      align="end"
      trigger={
        <Button look="quiet" className="h-6! px-1.5">
          <Palette size={13} /> Style
        </Button>
      }
      items={groups.map((group) => ({
        label: group,
        items: TEXT_STYLES.filter((s) => s.group === group).map(({ name, coats }) => ({
          label: name,
          run: () => {
            const made = coats.map(({ kind, form, stops }) => {
              const coat = newCoat(uid(), kind, form)
              return stops
                ? {
                    ...coat,
                    stops: stops.map((s) => ({
                      id: uid(),
                      form: {
                        at: { value: s.at },
                        colour: { value: [...s.colour] },
                        opacity: { value: s.opacity ?? 1 },
                      },
                    })),
                  }
                : coat
            })
            dispatch(edit('coats.set', { objectId: object.id, coats: made }))
          },
        })),
      }))}
    />
  )
}
