import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { Segments } from '../../ui/fields'

/** What stands under the picture: time as lanes or curves, or the treatment as wires. Objects of a design have lanes only. */
export function LanesChoice({ curves = true }: { curves?: boolean }) {
  const dispatch = useAppDispatch()
  const { lanes } = useView('lanes')
  return (
    <Segments
      label="What stands below"
      value={lanes}
      options={[
        { value: 'lanes', label: 'Lanes' },
        ...(curves ? [{ value: 'curves', label: 'Curves' }] : []),
        { value: 'wires', label: 'Wires' },
      ]}
      onChange={(v) => dispatch(viewActions.set({ lanes: v as 'lanes' }))}
      className="h-6! [&_button]:px-1.5!"
    />
  )
}
