import { TEXT_STYLES } from '@stilus/core/presets'
import { type DesignObject, newCoat } from '@stilus/core/project'
import { Palette } from 'lucide-react'
import { useState } from 'react'
import { useDesk } from '../../desk/use-desk'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { Button } from '../../ui/button'
import { Ask } from '../../ui/ask'
import { Menu } from '../../ui/overlays'

/** Piles of coats that are ready, by what they are for. */
export function StyleMenu({ object }: { object: DesignObject }) {
  const dispatch = useAppDispatch()
  const { project } = useDesk()
  const { objectIds } = useView('objectIds')
  const styles = project.styles ?? []
  const own = styles.find((s) => s.id === object.style)
  const on = objectIds.includes(object.id) ? objectIds : [object.id]
  const wear = (styleId: string, linked: boolean) => () =>
    void dispatch(edit('style.wear', { styleId, objectIds: on, linked }))
  const groups = [...new Set(TEXT_STYLES.map((s) => s.group))]
  const [asking, setAsking] = useState(false)
  return (
    <>
      <Menu
        align="end"
        trigger={
          <Button look="quiet" className="h-6! px-1.5">
            <Palette size={13} /> <span className="max-w-24 truncate">{own?.name ?? 'Style'}</span>
          </Button>
        }
        items={() => [
          ...(own
            ? [
                {
                  label: `Loosen from ${own.name}`,
                  run: () => void dispatch(edit('style.loosen', { objectId: object.id })),
                },
                {
                  label: `Remove ${own.name}`,
                  danger: true,
                  run: () => void dispatch(edit('style.remove', { styleId: own.id })),
                },
              ]
            : [{ label: 'Keep as a style …', run: () => setAsking(true) }]),
          ...styles
            .filter((s) => s !== own)
            .map((s) => ({
              label: s.name,
              items: [
                { label: 'Wear it: what changes one changes all', run: wear(s.id, true) },
                { label: 'Take its coats', run: wear(s.id, false) },
              ],
            })),
          null,
          ...groups.map((group) => ({
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
          })),
        ]}
      />
      <Ask
        title="Keep the coats as a style"
        label="Name of the style"
        open={asking}
        start={object.name}
        done="Keep"
        onClose={() => setAsking(false)}
        onDone={(name) => {
          setAsking(false)
          dispatch(edit('style.keep', { styleId: uid(), name, objectId: object.id }))
        }}
      />
    </>
  )
}
